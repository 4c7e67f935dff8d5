package io.kinetarch.server.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.LiveCalls;
import io.kinetarch.server.live.VisitorClient;
import io.kinetarch.server.live.Wish;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What operators do at their desks besides taking and answering: with colleagues, with files, and at the end. */
class DeskTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String DESK = PLAN + "/desk";
    private static final Duration SOON = Duration.ofSeconds(15);

    private final TestServer server = TestServer.running();
    private final Api planner = server.signedIn("planner");
    private final Api ana = server.signedIn("operator");
    private final Api ciara = server.signedIn("colleague");
    private final VisitorClient visitor =
            new VisitorClient(server.address(), "tarnwick", "https://tarnwick-sound.example");

    @BeforeEach
    void twoAreThere() {
        presence(ana, "present");
        presence(ciara, "present");
    }

    @AfterEach
    void everybodyIsGone() {
        visitor.does("leave", "{}");
        presence(ana, "gone");
        presence(ciara, "gone");
    }

    private static void presence(Api operator, String state) {
        operator.postWithCsrf(DESK + "/presence", "{\"state\":\"" + state + "\"}")
                .ok();
    }

    private static String self(Api operator) {
        return operator.get(DESK).ok().body().path("self").path("id").asString();
    }

    private String chat() {
        return DESK + "/chats/" + visitor.chat();
    }

    private JsonNode place(Api operator) {
        return operator.get(DESK)
                .ok()
                .body()
                .path("places")
                .valueStream()
                .filter(one -> one.path("chat").asLong() == visitor.chat())
                .findFirst()
                .orElse(Api.json("{}"));
    }

    /** A chat that whoever watches gives to Ana, whomever it was offered to. */
    private void anaHasAChat() {
        assertThat(visitor.start("booking-site", "en", "{\"topic\":\"Something else\"}")
                        .statusCode())
                .isEqualTo(201);
        planner.postWithCsrf(PLAN + "/now/chats/" + visitor.chat() + "/assign", "{\"operator\":\"" + self(ana) + "\"}")
                .ok();
        await().atMost(SOON).until(() -> place(ana).path("stage").asString().equals("held"));
    }

    @Test
    void aColleagueIsCalledInAndGoesOnAlone() {
        anaHasAChat();
        ana.postWithCsrf(chat() + "/call-in", "{\"operator\":\"" + self(ciara) + "\"}")
                .ok();
        await().atMost(SOON).until(() -> place(ciara).path("stage").asString().equals("held"));
        assertThat(place(ana).path("colleagues").toString()).contains(self(ciara));

        ana.postWithCsrf(chat() + "/step-out", "").ok();
        await().atMost(SOON).until(() -> place(ciara).path("holder").asString().equals(self(ciara)));
        assertThat(place(ana).isEmpty()).isTrue();
        ana.postWithCsrf(chat() + "/messages", "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":\"Am I still here?\"}")
                .problem(409, "not-possible", null);
    }

    @Test
    void bothSidesSeeHowFarTheOtherHasRead() {
        anaHasAChat();
        visitor.says("Do you carry harps?");
        await().atMost(SOON).until(() -> place(ana).path("lines").toString().contains("harps"));
        int last = place(ana)
                .path("lines")
                .valueStream()
                .mapToInt(line -> line.path("number").asInt())
                .max()
                .orElseThrow();
        ana.postWithCsrf(chat() + "/typing", "").ok();
        ana.postWithCsrf(chat() + "/marks", "{\"got\":%d,\"read\":%d}".formatted(last, last))
                .ok();
        assertThat(visitor.view().path("read").asInt()).isEqualTo(last);

        assertThat(visitor.does("marks", "{\"got\":%d,\"read\":%d}".formatted(last, last - 1))
                        .statusCode())
                .isEqualTo(204);
        await().atMost(SOON).untilAsserted(() -> {
            assertThat(place(ana).path("got").asInt()).isEqualTo(last);
            assertThat(place(ana).path("read").asInt()).isEqualTo(last - 1);
        });
    }

    @Test
    void aFileIsSentAndALabelTakenOffAgain() {
        anaHasAChat();
        String file = chat() + "/files?key=" + UUID.randomUUID() + "&name=";
        assertThat(ana.postFile(file + "fares.txt", bytes("A harp travels free."))
                        .status())
                .isEqualTo(400);
        ana.postFile(file + "fares.pdf", bytes("%PDF-1.4\n%%EOF")).ok();
        await().atMost(SOON).until(() -> visitor.view().path("lines").toString().contains("fares.pdf"));

        ana.postWithCsrf(chat() + "/labels", "{\"label\":\"Harps\"}").ok();
        assertThat(labels()).containsExactly("Harps");
        ana.withCsrf("DELETE", chat() + "/labels?label=Harps", "").ok();
        assertThat(labels()).isEmpty();
        assertThat(planner.get(PLAN + "/records/" + visitor.chat() + "/margin")
                        .ok()
                        .body()
                        .path("labels")
                        .size())
                .isZero();
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private List<String> labels() {
        return place(ana)
                .path("margin")
                .path("labels")
                .valueStream()
                .map(JsonNode::asString)
                .toList();
    }

    @Test
    void aChatIsMadeUrgentForWhereverItWaitsNext() {
        anaHasAChat();
        ana.postWithCsrf(chat() + "/priority", "{\"priority\":10}").problem(400, "invalid-document", "#/priority");
        ana.postWithCsrf(chat() + "/priority", "{\"priority\":8}").ok();
        ana.postWithCsrf(chat() + "/transfer", "{\"queue\":\"rebooking\"}").ok();
        await().atMost(SOON).until(() -> place(ciara).path("stage").asString().equals("offered"));
        assertThat(place(ciara).path("steps").toString()).contains("prioritized");
    }

    @Test
    void whoseShiftIsOverIsToldSo() {
        server.bean(LiveCalls.class).make("tarnwick", Wish.gone(self(ana), "Shift over"));
        var desk = ana.get(DESK).ok().body();
        assertThat(desk.path("state").asString()).isEqualTo("gone");
        assertThat(desk.path("reason").asString()).isEqualTo("Shift over");
        presence(ana, "present");
        assertThat(ana.get(DESK).ok().body().path("reason").isNull()).isTrue();
    }

    @Test
    void anOperatorSeesTheirOwnDay() {
        long before = ana.get(DESK + "/day").ok().body().path("chats").asLong();
        anaHasAChat();
        ana.postWithCsrf(chat() + "/end", "").ok();
        ana.postWithCsrf(chat() + "/wrap-up", "");
        await().atMost(SOON)
                .untilAsserted(() -> assertThat(
                                ana.get(DESK + "/day").ok().body().path("chats").asLong())
                        .isEqualTo(before + 1));
    }

    @Test
    void aTicketIsMadeOfAFinishedChat() {
        anaHasAChat();
        visitor.says("My harp came ashore without its strings.");
        ana.postWithCsrf(chat() + "/end", "").ok();
        ana.postWithCsrf(chat() + "/wrap-up", "");
        String record = PLAN + "/records/" + visitor.chat();
        await().atMost(SOON).until(() -> planner.get(record).status() == 200);

        assertThat(planner.get(record + "/ticket").ok().body().path("subject").asString())
                .endsWith("My harp came ashore without its strings.");
        planner.postWithCsrf(
                        record + "/tickets",
                        "{\"key\":\"" + UUID.randomUUID()
                                + "\",\"subject\":\"A harp without strings\",\"recipient\":\"travel-desk\"}")
                .ok();
        assertThat(planner.get(record + "/tickets")
                        .ok()
                        .body()
                        .path(0)
                        .path("subject")
                        .asString())
                .isEqualTo("A harp without strings");
    }
}
