package io.kinetarch.server.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.LiveCalls;
import io.kinetarch.server.live.OperatorClient;
import io.kinetarch.server.live.VisitorClient;
import io.kinetarch.server.live.Wish;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What operators do at their desks besides taking and answering: with colleagues, with files, and at the end. */
class DeskTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String DESK = PLAN + "/desk";
    private static final Duration SOON = Duration.ofSeconds(15);

    private final TestServer server = TestServer.running();
    private final Api planner = server.signedIn("planner");
    private final Api ana = server.signedIn("operator");
    private final JdbcTemplate sql = server.bean(JdbcTemplate.class);
    private final OperatorClient anasDesk = new OperatorClient(ana, "tarnwick");
    private final OperatorClient ciarasDesk = new OperatorClient(server.signedIn("colleague"), "tarnwick");
    private final VisitorClient visitor =
            new VisitorClient(server.address(), "tarnwick", "https://tarnwick-sound.example");

    @BeforeEach
    void twoAreThere() {
        anasDesk.is("present");
        ciarasDesk.is("present");
    }

    /** Gone, and counted, so that it is not counted while the next test counts. */
    @AfterEach
    void everybodyIsGone() {
        visitor.does("leave", "{}");
        anasDesk.is("gone");
        ciarasDesk.is("gone");
        if (visitor.chat() != 0) {
            await().atMost(SOON)
                    .until(() -> Objects.equals(
                            sql.queryForObject(
                                    "select count(*) from live_count where plan_id = 'tarnwick' and chat = ?",
                                    Integer.class,
                                    visitor.chat()),
                            1));
        }
    }

    private String chat() {
        return DESK + "/chats/" + visitor.chat();
    }

    private JsonNode place(OperatorClient operator) {
        return operator.place(visitor.chat());
    }

    private void anaHasAChat() {
        anaHasAChat("Something else");
    }

    /** A chat that whoever watches gives to Ana, whomever it was offered to. */
    private void anaHasAChat(String topic) {
        assertThat(visitor.start("booking-site", "en", "{\"topic\":\"" + topic + "\"}")
                        .statusCode())
                .isEqualTo(201);
        planner.postWithCsrf(
                        PLAN + "/now/chats/" + visitor.chat() + "/assign", "{\"operator\":\"" + anasDesk.id() + "\"}")
                .ok();
        await().atMost(SOON)
                .until(() -> place(anasDesk).path("stage").asString().equals("held"));
    }

    @Test
    void aColleagueIsCalledInAndGoesOnAlone() {
        anaHasAChat();
        ana.postWithCsrf(chat() + "/call-in", "{\"operator\":\"" + ciarasDesk.id() + "\"}")
                .ok();
        await().atMost(SOON)
                .until(() -> place(ciarasDesk).path("stage").asString().equals("held"));
        assertThat(place(anasDesk).path("colleagues").toString()).contains(ciarasDesk.id());

        ana.postWithCsrf(chat() + "/step-out", "").ok();
        await().atMost(SOON)
                .until(() -> place(ciarasDesk).path("holder").asString().equals(ciarasDesk.id()));
        assertThat(place(anasDesk).isEmpty()).isTrue();
        ana.postWithCsrf(chat() + "/messages", "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":\"Am I still here?\"}")
                .problem(409, "not-possible", null);
    }

    /** The queue for vehicles leaves half a minute for it. */
    @Test
    void theWorkAfterAChatIsOverWhenItsOperatorSaysSo() {
        anaHasAChat("Vehicles and freight");
        ana.postWithCsrf(chat() + "/wrap-up", "").problem(409, "not-possible", null);
        ana.postWithCsrf(chat() + "/end", "").ok();
        await().atMost(SOON)
                .until(() -> place(anasDesk).path("stage").asString().equals("wrap-up"));

        ana.postWithCsrf(chat() + "/wrap-up", "").ok();
        await().atMost(SOON).until(() -> place(anasDesk).isEmpty());
    }

    @Test
    void whatAVisitorAnswersLaterIsOnTheDeskToo() {
        anaHasAChat();
        assertThat(visitor.does("answers", "{\"answers\":{\"topic\":\"Lost property\"}}")
                        .statusCode())
                .isEqualTo(200);
        await().atMost(SOON).until(() -> place(anasDesk).toString().contains("Lost property"));
    }

    @Test
    void bothSidesSeeHowFarTheOtherHasRead() {
        anaHasAChat();
        visitor.says("Do you carry harps?");
        await().atMost(SOON)
                .until(() -> place(anasDesk).path("lines").toString().contains("harps"));
        int last = place(anasDesk)
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
            assertThat(place(anasDesk).path("got").asInt()).isEqualTo(last);
            assertThat(place(anasDesk).path("read").asInt()).isEqualTo(last - 1);
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
        return place(anasDesk)
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
        await().atMost(SOON)
                .until(() -> place(ciarasDesk).path("stage").asString().equals("offered"));
        assertThat(place(ciarasDesk).path("steps").toString()).contains("prioritized");
    }

    @Test
    void whoseShiftIsOverIsToldSo() {
        server.bean(LiveCalls.class).make("tarnwick", Wish.gone(anasDesk.id(), "Shift over"));
        var desk = anasDesk.desk();
        assertThat(desk.path("state").asString()).isEqualTo("gone");
        assertThat(desk.path("reason").asString()).isEqualTo("Shift over");
        anasDesk.is("present");
        assertThat(anasDesk.desk().path("reason").isNull()).isTrue();
    }

    @Test
    void anOperatorSeesTheirOwnDay() {
        long before = ana.get(DESK + "/day").ok().body().path("chats").asLong();
        anaHasAChat();
        ana.postWithCsrf(chat() + "/end", "").ok();
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
