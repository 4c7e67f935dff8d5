package io.kinetarch.server.margin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.OperatorClient;
import io.kinetarch.server.live.VisitorClient;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The work around a chat: labels, notes for colleagues, tickets, setting aside, and taking without an offer. */
class MarginTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String DESK = PLAN + "/desk";
    private static final Duration SOON = Duration.ofSeconds(15);

    private final TestServer server = TestServer.running();
    private final Api planner = server.signedIn("planner");
    private final Api operator = server.signedIn("operator");
    private final OperatorClient desk = new OperatorClient(operator, "tarnwick");
    private final VisitorClient visitor =
            new VisitorClient(server.address(), "tarnwick", "https://tarnwick-sound.example");

    @BeforeEach
    void somebodyIsThere() {
        desk.is("present");
    }

    @AfterEach
    void everybodyIsGone() {
        visitor.does("leave", "{}");
        desk.is("gone");
    }

    private void comes(String says) {
        assertThat(visitor.start("booking-site", "en", "{\"topic\":\"Something else\"}")
                        .statusCode())
                .isEqualTo(201);
        visitor.says(says);
    }

    private String chat() {
        return DESK + "/chats/" + visitor.chat();
    }

    private String record() {
        return PLAN + "/records/" + visitor.chat();
    }

    private void accepts() {
        await().atMost(SOON).until(() -> place().path("stage").asString().equals("offered"));
        operator.postWithCsrf(chat() + "/accept", "{}").ok();
    }

    private JsonNode place() {
        return desk.place(visitor.chat());
    }

    private void ends() {
        operator.postWithCsrf(chat() + "/end", "{}").ok();
        operator.postWithCsrf(chat() + "/wrap-up", "{}");
        await().atMost(SOON).until(() -> planner.get(record()).status() == 200);
    }

    private static String note(String text) {
        return "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":" + Api.quoted(text) + "}";
    }

    private int found(String query) {
        return planner.get(PLAN + "/records?" + query).ok().body().path("found").asInt();
    }

    @Test
    void labelsAndNotesStandBesideAChatAndItsRecordAndAreFound() {
        comes("Do you carry harps?");
        accepts();
        operator.postWithCsrf(chat() + "/labels", "{\"label\":\"  Odd   luggage \"}")
                .ok();
        operator.postWithCsrf(chat() + "/labels", "{\"label\":\"odd LUGGAGE\"}").ok();
        operator.postWithCsrf(chat() + "/notes", note("Ask the purser about glockenspiels."))
                .ok();
        var margin = place().path("margin");
        assertThat(margin.path("labels").valueStream().map(JsonNode::asString)).containsExactly("Odd luggage");
        assertThat(margin.path("notes").path(0).path("words").asString())
                .isEqualTo("Ask the purser about glockenspiels.");
        assertThat(operator.get(DESK + "/labels").ok().body().valueStream().map(JsonNode::asString))
                .contains("Odd luggage");
        assertThat(visitor.view().toString()).as("no visitor sees it").doesNotContain("purser", "Odd luggage");
        ends();

        await().atMost(SOON).until(() -> found("words=glockenspiels") == 1);
        planner.postWithCsrf(record() + "/labels", "{\"label\":\"Purser\"}").ok();
        planner.postWithCsrf(record() + "/notes", note("Settled with a marimba."))
                .ok();
        assertThat(found("words=marimba")).as("written after the end").isEqualTo(1);
        assertThat(found("label=PURSER")).isEqualTo(1);
        assertThat(found("words=marimba&label=")).as("without any").isZero();
        var report = planner.get(PLAN + "/reports?by=LABEL&from=2026-12-02&until=2026-12-02")
                .ok()
                .body();
        assertThat(report.path("lines")
                        .valueStream()
                        .filter(line -> line.path("key").asString().equals("Odd luggage"))
                        .map(line -> line.path("now").path("chats").asLong()))
                .containsExactly(1L);
        planner.withCsrf("DELETE", record() + "/labels?label=purser", "").ok();
        assertThat(found("label=Purser")).isZero();
        planner.withCsrf("DELETE", record() + "/labels?label=Odd%20luggage", "").ok();
        assertThat(found("words=marimba&label=")).as("without any").isEqualTo(1);
        assertThat(planner.get(record())
                        .ok()
                        .body()
                        .path("margin")
                        .path("notes")
                        .size())
                .isEqualTo(2);

        var administrator = server.signedIn("admin");
        String erase = PLAN + "/records/erase?chat=" + visitor.chat();
        assertThat(administrator.get(erase).ok().body().path("notes").asInt()).isEqualTo(2);
        administrator.postWithCsrf(erase, "{\"chats\":1}").ok();
        assertThat(planner.get(record()).ok().body().toString()).doesNotContain("purser", "marimba");
    }

    @Test
    void whoeverANoteNamesIsToldAndNobodyIsRefused() {
        comes("A question for two.");
        accepts();
        String self = desk.desk().path("self").path("name").asString();
        planner.postWithCsrf(record() + "/notes", note("@" + self + " please be brief, mail ops@tarnwick.example"))
                .ok();
        var mentions = desk.desk().path("mentions");
        assertThat(mentions.size()).isEqualTo(1);
        assertThat(mentions.path(0).path("words").asString()).contains("please be brief");
        operator.postWithCsrf(
                        DESK + "/mentions/" + mentions.path(0).path("note").asLong() + "/seen", "{}")
                .ok();
        assertThat(desk.desk().path("mentions").isEmpty()).isTrue();

        var refused = planner.postWithCsrf(record() + "/notes", note("Hello @Nobodyatall, see this"));
        assertThat(refused.problem(400, "invalid-document", "#/text").detail())
                .contains("“@Nobodyatall” is nobody of the live plan", self);
        planner.postWithCsrf(record() + "/notes", note("   ")).problem(400, "invalid-document", "#/text");
    }

    @Test
    void aTicketGoesToItsReceiverWithTheConversationAndItsNumberComesBack() {
        comes("My harp came ashore without its strings.");
        accepts();
        var proposal = operator.get(chat() + "/ticket").ok().body();
        assertThat(proposal.path("subject").asString()).endsWith(": My harp came ashore without its strings.");
        assertThat(proposal.path("recipients").valueStream().map(JsonNode::asString))
                .contains("travel-desk");
        String wish = "{\"key\":\"" + UUID.randomUUID()
                + "\",\"subject\":\"A harp without strings\",\"recipient\":\"travel-desk\"}";
        operator.postWithCsrf(chat() + "/tickets", wish).ok();
        operator.postWithCsrf(chat() + "/tickets", wish).ok();
        await().atMost(SOON).untilAsserted(() -> {
            var tickets = place().path("tickets");
            assertThat(tickets.size()).as("the same wish is one ticket").isEqualTo(1);
            assertThat(tickets.path(0).path("number").asString()).matches("TS-\\d+");
        });
        operator.postWithCsrf(
                        chat() + "/tickets",
                        "{\"key\":\"" + UUID.randomUUID() + "\",\"subject\":\"A harp\",\"recipient\":\"the moon\"}")
                .problem(400, "invalid-document", "#/recipient");
        ends();
        assertThat(planner.get(record())
                        .ok()
                        .body()
                        .path("tickets")
                        .path(0)
                        .path("subject")
                        .asString())
                .isEqualTo("A harp without strings");
    }

    @Test
    void aTicketByMailGoesToAddressesThatAreKeptAlone() {
        comes("Send me to the office.");
        accepts();
        planner.withCsrf("PUT", PLAN + "/ticket-addresses", "[\"no address\"]").problem(400, "invalid-document", null);
        planner.withCsrf("PUT", PLAN + "/ticket-addresses", "[null]").problem(400, "invalid-document", null);
        planner.withCsrf("PUT", "/api/v1/plans/nowhere/ticket-addresses", "[\"office@tarnwick.example\"]")
                .problem(404, "not-found", null);
        planner.withCsrf("PUT", PLAN + "/ticket-addresses", "[\"office@tarnwick.example\"]")
                .ok();
        String wish = "{\"key\":\"" + UUID.randomUUID() + "\",\"subject\":\"To the office\",\"recipient\":\"%s\"}";
        operator.postWithCsrf(chat() + "/tickets", wish.formatted("office@elsewhere.example"))
                .problem(400, "invalid-document", "#/recipient");
        operator.postWithCsrf(chat() + "/tickets", wish.formatted("office@tarnwick.example"))
                .ok();
        assertThat(place().path("tickets").path(0).path("recipient").asString()).isEqualTo("office@tarnwick.example");
        long ticket = place().path("tickets").path(0).path("id").asLong();
        planner.withCsrf("PUT", record() + "/tickets/" + ticket + "/number", "{\"number\":\"OFF-7\"}")
                .ok();
        assertThat(place().path("tickets").path(0).path("number").asString()).isEqualTo("OFF-7");
    }

    @Test
    void whatAVisitorSaidInChatsBeforeIsToldToWhoeverHasThem() {
        String facts = "{\"facts\":{\"haulier\":\"TSH-7712\"}}";
        var before = comesToFreight();
        before.says("Is the pelican free?");
        assertThat(before.does("facts", facts).statusCode()).isLessThan(300);
        before.does("leave", "{}");
        await().atMost(SOON).until(() -> found("words=pelican") == 1);

        operator.postWithCsrf(DESK + "/queues/vehicles", "{\"takes\":true}").ok();
        var again = comesToFreight();
        operator.postWithCsrf(DESK + "/chats/" + again.chat() + "/take", "{}").ok();
        String earlier = DESK + "/chats/" + again.chat() + "/earlier";
        assertThat(operator.get(earlier).ok().body().isEmpty())
                .as("while nobody knows who it is")
                .isTrue();
        again.does("facts", facts);
        var told = operator.get(earlier).ok().body();
        assertThat(told.valueStream().map(one -> one.path("chat").asLong())).containsExactly(before.chat());
        assertThat(told.path(0).path("lines").toString()).contains("Is the pelican free?");
        planner.get(earlier).problem(404, "not-found", null);
        again.does("leave", "{}");
    }

    private VisitorClient comesToFreight() {
        var freight = new VisitorClient(server.address(), "tarnwick", "https://freight.tarnwick-sound.example");
        assertThat(freight.start("freight-pages", "en", "{}").statusCode()).isEqualTo(201);
        return freight;
    }

    @Test
    void whatIsSetAsideFreesItsPlaceAndComesBackByTheVisitorsWord() {
        comes("I will look for my booking.");
        accepts();
        int before = desk.desk().path("inUse").asInt();
        Instant now = server.bean(Clock.class).instant();
        operator.postWithCsrf(chat() + "/aside", "{\"until\":\"" + now.minusSeconds(1) + "\"}")
                .problem(400, "invalid-document", "#/until");
        operator.postWithCsrf(chat() + "/aside", "{\"until\":\"" + now.plusSeconds(3600) + "\"}")
                .ok();
        var after = desk.desk();
        assertThat(after.path("inUse").asInt()).isLessThan(before);
        assertThat(place().isEmpty()).isTrue();
        assertThat(after.path("aside").path(0).path("chat").asLong()).isEqualTo(visitor.chat());
        assertThat(visitor.view().path("stage").asString()).isEqualTo("chat");
        operator.postWithCsrf(chat() + "/end", "{}").problem(409, "not-possible", null);

        visitor.says("Here it is: TS-1.");
        await().atMost(SOON).until(() -> place().path("stage").asString().equals("held"));
        operator.postWithCsrf(chat() + "/aside", "{\"until\":\"" + now.plusSeconds(3600) + "\"}")
                .ok();
        operator.postWithCsrf(chat() + "/take-back", "{}").ok();
        assertThat(place().path("stage").asString()).isEqualTo("held");
    }

    @Test
    void aWaitingChatIsTakenWithoutAnOfferOrGivenToSomebody() {
        operator.postWithCsrf(DESK + "/presence", "{\"state\":\"away\",\"reason\":\"Lunch\"}")
                .ok();
        var people = planner.get(PLAN + "/now").ok().body().path("people");
        assertThat(people.valueStream()
                        .filter(one -> one.path("reason").asString("").equals("Lunch")))
                .hasSize(1);
        comes("Is anybody there?");
        String self = desk.id();
        String assign = PLAN + "/now/chats/" + visitor.chat() + "/assign";
        planner.postWithCsrf(assign, "{\"operator\":\"" + self + "\"}").problem(409, "not-possible", null);
        desk.is("present");
        accepts();
        planner.postWithCsrf(PLAN + "/now/chats/" + visitor.chat() + "/priority", "{\"priority\":12}")
                .problem(400, "invalid-document", "#/priority");
        planner.postWithCsrf(PLAN + "/now/chats/" + visitor.chat() + "/priority", "{\"priority\":8}")
                .ok();
        operator.postWithCsrf(chat() + "/take", "{}").problem(409, "not-possible", null);
    }
}
