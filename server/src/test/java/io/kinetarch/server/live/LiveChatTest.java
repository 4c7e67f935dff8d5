package io.kinetarch.server.live;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Live chats of the demo over HTTP: a visitor at a door, an operator at the desk. */
class LiveChatTest {
    private static final String SITE = "https://tarnwick-sound.example";
    private static final String DESK = "/api/v1/plans/tarnwick/desk";
    private static final String FARES = "{\"topic\":\"Something else\"}";

    private final TestServer server = TestServer.running();
    private final Api operator = server.signedIn("operator");
    private final VisitorClient visitor = new VisitorClient(server.address(), "tarnwick", SITE);

    @BeforeEach
    void operatorIsThere() {
        presence("present");
    }

    /** Whatever a test left behind is ended, so that the next begins with a free desk. */
    @AfterEach
    void deskIsCleared() {
        for (JsonNode place : operator.get(DESK).ok().body().path("places")) {
            String chat = DESK + "/chats/" + place.path("chat").asLong();
            if (place.path("stage").asString().equals("offered")) {
                operator.postWithCsrf(chat + "/accept", "");
            }
            operator.postWithCsrf(chat + "/end", "");
        }
        presence("gone");
    }

    private void presence(String state) {
        operator.postWithCsrf(DESK + "/presence", "{\"state\":\"" + state + "\"}")
                .ok();
    }

    private Api.Answer desk(String what, String body) {
        return operator.postWithCsrf(DESK + "/chats/" + visitor.chat() + "/" + what, body);
    }

    private JsonNode place() {
        for (JsonNode place : operator.get(DESK).ok().body().path("places")) {
            if (place.path("chat").asLong() == visitor.chat()) {
                return place;
            }
        }
        throw new AssertionError("the chat is not at the desk");
    }

    private void reply(String text) {
        desk("messages", "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":" + Api.quoted(text) + "}")
                .ok();
    }

    private static List<String> texts(JsonNode lines) {
        return lines.valueStream()
                .map(line ->
                        line.path("from").asString() + ": " + line.path("text").asString())
                .toList();
    }

    @Test
    void aChatGoesFromTheDoorToTheDeskAndIsKept() {
        assertThat(visitor.start("booking-site", "en", FARES).statusCode()).isEqualTo(201);
        assertThat(visitor.view().path("stage").asString()).isEqualTo("waiting");
        assertThat(visitor.view().path("position").asInt()).isZero();
        assertThat(place().path("stage").asString()).isEqualTo("offered");
        assertThat(place().path("queueName").asString()).isEqualTo("Fares & booking");
        assertThat(place().path("facts").path(0).path("value").asString()).isEqualTo("Something else");

        assertThat(visitor.says("Are there fares for groups?").statusCode()).isEqualTo(201);
        desk("accept", "").ok();
        assertThat(visitor.view().path("stage").asString()).isEqualTo("chat");
        assertThat(visitor.view().path("operator").path("name").asString()).isEqualTo("Ana R.");
        reply("From ten people on.");
        visitor.says("Thank you");
        assertThat(texts(visitor.view().path("lines")))
                .containsExactly(
                        "visitor: Are there fares for groups?", "operator: From ten people on.", "visitor: Thank you");
        assertThat(texts(place().path("lines")))
                .containsExactlyElementsOf(texts(visitor.view().path("lines")));

        desk("end", "").ok();
        assertThat(visitor.view().path("stage").asString()).isEqualTo("ended");
        assertThat(visitor.view().path("outcome").asString()).isEqualTo("ended-by-operator");
        assertThat(visitor.says("Hello?").statusCode()).isEqualTo(410);

        var planner = server.planner();
        var list = planner.get("/api/v1/plans/tarnwick/records").ok().body().path("lines");
        assertThat(list.path(0).path("chat").asLong()).isEqualTo(visitor.chat());
        var record = planner.get("/api/v1/plans/tarnwick/records/" + visitor.chat())
                .ok()
                .body();
        assertThat(record.path("line").path("operator").asString()).isEqualTo("Ana R.");
        var consents = record.path("consents");
        assertThat(consents.path(0).path("text").asString()).contains("90 days");
        assertThat(consents.path(0).path("agreed").asBoolean()).isTrue();
        assertThat(consents.path(1).path("id").asString()).isEqualTo("news");
        assertThat(consents.path(1).path("agreed").asBoolean())
                .as("news that they did not ask for")
                .isFalse();
        assertThat(record.path("entries")
                        .valueStream()
                        .map(entry -> entry.path("event").asString()))
                .containsSubsequence("arrived", "queued", "offered", "said", "assigned", "said", "said", "ended");
        assertThat(record.path("line")
                        .path("life")
                        .valueStream()
                        .map(stretch -> stretch.path("holder").asString()))
                .contains("queue", "operator");
    }

    @Test
    void whatIsSentAgainIsSaidOnce() {
        var key = UUID.randomUUID();
        visitor.start("booking-site", "en", FARES, key);
        long chat = visitor.chat();
        String token = visitor.token();
        visitor.start("booking-site", "en", FARES, key);
        assertThat(visitor.chat()).isEqualTo(chat);
        assertThat(visitor.token()).isNotEqualTo(token);

        var message = UUID.randomUUID();
        assertThat(visitor.says("Once", message).statusCode()).isEqualTo(201);
        assertThat(visitor.says("Once", message).statusCode()).isEqualTo(201);
        assertThat(texts(visitor.view().path("lines"))).containsExactly("visitor: Once");
        assertThat(visitor.view().path("lines").path(0).path("key").asString()).isEqualTo(message.toString());
    }

    @Test
    void aTokenOpensItsOwnChatOnly() {
        visitor.start("booking-site", "en", FARES);
        var other = new VisitorClient(server.address(), "tarnwick", SITE);
        other.start("booking-site", "en", FARES);
        var thief = new VisitorClient(server.address(), "tarnwick", SITE);
        thief.claims(visitor.chat(), other.token());
        assertThat(thief.get("/chats/" + visitor.chat()).statusCode()).isEqualTo(404);
        assertThat(thief.says("Let me in").statusCode()).isEqualTo(404);
        thief.claims(visitor.chat(), "");
        assertThat(thief.get("/chats/" + visitor.chat()).statusCode()).isEqualTo(404);
        other.does("leave", "");
    }

    @Test
    void onlyAllowedSitesShowADoor() {
        var stranger = new VisitorClient(server.address(), "tarnwick", "https://elsewhere.example");
        var refused = stranger.get("/doors/booking-site?language=en");
        assertThat(refused.statusCode()).isEqualTo(403);
        assertThat(refused.body()).contains("https://elsewhere.example").contains("allowed sites");
        assertThat(refused.headers().firstValue("Access-Control-Allow-Origin")).hasValue("https://elsewhere.example");
        assertThat(stranger.start("booking-site", "en", FARES).statusCode()).isEqualTo(403);
        assertThat(visitor.get("/doors/booking-site?language=en").statusCode()).isEqualTo(200);
        assertThat(visitor.get("/doors/no-such-door?language=en").statusCode()).isEqualTo(404);
    }

    @Test
    void aPausedDoorIsClosedAtOnceAndOpensAgain() {
        var planner = server.planner();
        assertThat(isOpen()).isTrue();
        planner.post("/api/v1/plans/tarnwick/doors/booking-site/pause", "{\"paused\":true}")
                .ok();
        try {
            assertThat(isOpen()).isFalse();
            assertThat(planner.get("/api/v1/plans/tarnwick/doors/pauses")
                            .ok()
                            .body()
                            .path(0)
                            .asString())
                    .isEqualTo("booking-site");
            visitor.start("booking-site", "en", FARES);
            assertThat(visitor.view().path("stage").asString()).isEqualTo("form");
        } finally {
            planner.post("/api/v1/plans/tarnwick/doors/booking-site/pause", "{\"paused\":false}")
                    .ok();
        }
        assertThat(isOpen()).isTrue();
        visitor.does("choose", "{\"way\":\"message\",\"answers\":{}}");
        assertThat(visitor.view().path("outcome").asString()).isEqualTo("left-message");
    }

    private boolean isOpen() {
        return Api.json(visitor.get("/doors/booking-site/now?language=en").body())
                .path("open")
                .asBoolean();
    }

    @Test
    void ofTwoDesksOfOneOperatorOneTakesTheChatAndTheOtherIsTold() {
        var otherDesk = server.signedIn("operator");
        visitor.start("booking-site", "en", FARES);
        desk("accept", "").ok();
        var second = otherDesk.postWithCsrf(DESK + "/chats/" + visitor.chat() + "/accept", "");
        second.problem(409, "not-possible", null);
        assertThat(second.detail()).contains("is not offered this chat now");
        otherDesk
                .postWithCsrf(
                        DESK + "/chats/" + visitor.chat() + "/messages",
                        "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":\"From the other desk\"}")
                .ok();
        assertThat(texts(place().path("lines"))).containsExactly("operator: From the other desk");
    }

    @Test
    void whoeverIsInNoPlanHasNoDesk() {
        server.signedIn("admin").get(DESK).problem(403, "not-allowed", null);
        server.signedIn("viewer").get(DESK).problem(403, "not-allowed", null);
        operator.get("/api/v1/plans/tarnwick/records").problem(403, "not-allowed", null);
    }

    @Test
    void aTransferWithNobodyThereIsRefusedSayingWhoWouldBe() {
        visitor.start("booking-site", "en", FARES);
        desk("accept", "").ok();
        var refused = desk("transfer", "{\"operator\":\"ciara-h\"}").problem(409, "not-possible", null);
        assertThat(refused.detail()).contains("Ciara H. is not present");
        desk("transfer", "{}").problem(400, "invalid-document", null);
        assertThat(visitor.view().path("stage").asString()).isEqualTo("chat");
    }

    @Test
    void whatWasSentOnIsTakenBackWhileNobodyHasIt() {
        visitor.start("booking-site", "en", FARES);
        desk("accept", "").ok();
        var colleague = server.signedIn("colleague");
        colleague.postWithCsrf(DESK + "/presence", "{\"state\":\"present\"}").ok();
        try {
            desk("transfer", "{\"operator\":\"ciara-h\"}").ok();
            var sentOn = operator.get(DESK).ok().body().path("sentOn");
            assertThat(sentOn.path(0).path("chat").asLong()).isEqualTo(visitor.chat());
            assertThat(sentOn.path(0).path("operatorName").asString()).isEqualTo("Ciara H.");
            desk("take-back", "").ok();
            assertThat(place().path("stage").asString()).isEqualTo("held");
            assertThat(operator.get(DESK).ok().body().path("sentOn")).isEmpty();
        } finally {
            colleague.postWithCsrf(DESK + "/presence", "{\"state\":\"gone\"}").ok();
        }
    }

    @Test
    void whoLeavesAQueueIsOfferedNoneOfItsChatsUntilTheyJoinAgain() {
        operator.postWithCsrf(DESK + "/queues/fares", "{\"takes\":false}").ok();
        try {
            assertThat(takes("fares")).isFalse();
            visitor.start("booking-site", "en", FARES);
            assertThat(operator.get(DESK).ok().body().path("places")).isEmpty();
            operator.postWithCsrf(DESK + "/queues/no-such-queue", "{\"takes\":true}")
                    .problem(409, "not-possible", null);
        } finally {
            operator.postWithCsrf(DESK + "/queues/fares", "{\"takes\":true}").ok();
        }
        assertThat(takes("fares")).isTrue();
        assertThat(place().path("stage").asString()).isEqualTo("offered");
    }

    private boolean takes(String queue) {
        return operator.get(DESK)
                .ok()
                .body()
                .path("queues")
                .valueStream()
                .anyMatch(found -> found.path("id").asString().equals(queue)
                        && found.path("takes").asBoolean());
    }

    @Test
    void aChatIsSentToWhoeverHasASkill() {
        visitor.start("booking-site", "en", FARES);
        desk("accept", "").ok();
        var refused = desk("transfer", "{\"skill\":\"lost-property\"}").problem(409, "not-possible", null);
        assertThat(refused.detail()).contains("Lost property");
        assertThat(visitor.view().path("stage").asString()).isEqualTo("chat");
    }

    /** PostgreSQL tells a full disk by SQLSTATE 53100 (its manual, appendix A); here a trigger does. */
    @Test
    void aFullDiskIsToldAndNothingIsHalfStored() {
        visitor.start("booking-site", "en", FARES);
        var sql = server.bean(JdbcTemplate.class);
        sql.execute("""
                create function disk_is_full() returns trigger language plpgsql as
                $$ begin raise exception 'could not extend file: No space left on device' using errcode = '53100'; end $$""");
        sql.execute("create trigger disk_is_full before insert on live_words execute function disk_is_full()");
        try {
            var refused = visitor.says("Does it fit?");
            assertThat(refused.statusCode()).isEqualTo(503);
            assertThat(refused.body()).contains("Nothing was stored");
        } finally {
            sql.execute("drop function disk_is_full() cascade");
        }
        assertThat(visitor.view().path("lines")).isEmpty();
        assertThat(visitor.says("Now it does").statusCode()).isEqualTo(201);
        assertThat(texts(visitor.view().path("lines"))).containsExactly("visitor: Now it does");
    }

    /** Counted by the day, of invitations that the door has, and nothing else. */
    @Test
    void invitationsAreCounted() {
        var before = invitation();
        var visitor = new VisitorClient(server.address(), "tarnwick", SITE);
        for (String fate : List.of("shown", "shown", "opened", "dismissed")) {
            assertThat(visitor.post("/doors/booking-site/invitations/group-fares/" + fate, "")
                            .statusCode())
                    .isEqualTo(204);
        }
        assertThat(visitor.post("/doors/booking-site/invitations/no-such/shown", "")
                        .statusCode())
                .isEqualTo(404);
        assertThat(visitor.post("/doors/booking-site/invitations/group-fares/eaten", "")
                        .statusCode())
                .isEqualTo(400);

        var after = invitation();
        assertThat(after.path("shown").asInt(0) - before.path("shown").asInt(0)).isEqualTo(2);
        assertThat(after.path("opened").asInt(0) - before.path("opened").asInt(0))
                .isEqualTo(1);
        assertThat(after.path("dismissed").asInt(0) - before.path("dismissed").asInt(0))
                .isEqualTo(1);
    }

    private JsonNode invitation() {
        return server.planner()
                .get("/api/v1/plans/tarnwick/doors/booking-site/invitations")
                .ok()
                .body()
                .path(0);
    }

    @Test
    void whatNobodyWouldSendIsRefusedAndHarmsNobody() {
        visitor.start("booking-site", "en", FARES);
        assertThat(visitor.says("   ").statusCode()).isEqualTo(400);
        assertThat(visitor.says("x".repeat(5000)).statusCode()).isEqualTo(400);
        assertThat(visitor.does("messages", "{\"key\":\"no uuid\",\"text\":\"x\"}")
                        .statusCode())
                .isEqualTo(400);
        assertThat(visitor.does("messages", "{").statusCode()).isEqualTo(400);
        assertThat(visitor.says("x".repeat(100_000)).statusCode()).isEqualTo(413);
        assertThat(visitor.does("choose", "{\"way\":\"window\",\"answers\":{}}").statusCode())
                .isEqualTo(400);
        assertThat(visitor.does("choose", "{\"way\":\"message\",\"answers\":{}}")
                        .statusCode())
                .isEqualTo(409);
        assertThat(visitor.says("a\u0000b").statusCode()).isEqualTo(400);
        visitor.says("<script>alert(1)</script> b\u202ec");
        assertThat(texts(visitor.view().path("lines"))).containsExactly("visitor: <script>alert(1)</script> bc");
        for (int i = 0; i < 30; i++) {
            visitor.says("again " + i);
        }
        assertThat(visitor.says("one more").statusCode()).isEqualTo(429);
        desk("accept", "").ok();
        reply("One at a time, please.");
        assertThat(visitor.view().path("stage").asString()).isEqualTo("chat");
    }
}
