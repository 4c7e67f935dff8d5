package io.kinetarch.server.now;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.VisitorClient;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** The live plan as those see it who watch over it. */
class NowTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String NOW = PLAN + "/now";
    private static final String DESK = PLAN + "/desk";
    private static final Duration SOON = Duration.ofSeconds(10);

    private final TestServer server = TestServer.running();
    private final Api planner = server.signedIn("planner");
    private final Api operator = server.signedIn("operator");
    private final VisitorClient visitor =
            new VisitorClient(server.address(), "tarnwick", "https://tarnwick-sound.example");

    @BeforeEach
    void somebodyIsThere() {
        presence(operator, "present");
    }

    @AfterEach
    void everybodyIsGone() {
        for (Api one : List.of(operator, planner)) {
            for (JsonNode place : one.get(DESK).ok().body().path("places")) {
                String chat = DESK + "/chats/" + place.path("chat").asLong();
                if (place.path("stage").asString().equals("offered")) {
                    one.postWithCsrf(chat + "/accept", "");
                }
                one.postWithCsrf(chat + "/end", "");
            }
            presence(one, "gone");
        }
    }

    private static void presence(Api who, String state) {
        who.postWithCsrf(DESK + "/presence", "{\"state\":\"" + state + "\"}").ok();
    }

    private static JsonNode of(JsonNode list, String id) {
        return list.valueStream()
                .filter(one -> one.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private void comes(String says) {
        assertThat(visitor.start("booking-site", "en", "{\"topic\":\"Something else\"}")
                        .statusCode())
                .isEqualTo(201);
        visitor.says(says);
    }

    @Test
    void tellsWhoWaitsAndWhoAnswers() {
        var before = of(planner.get(NOW).ok().body().path("queues"), "fares");
        comes("Do you sell kites?");
        await().atMost(SOON).untilAsserted(() -> {
            var now = planner.get(NOW).ok().body();
            var queue = of(now.path("queues"), "fares");
            assertThat(queue.path("waiting").asInt()).isEqualTo(1);
            assertThat(queue.path("longestSince").asString()).isNotBlank();
            assertThat(queue.path("takers").asInt()).isEqualTo(1);
        });
        operator.postWithCsrf(DESK + "/chats/" + visitor.chat() + "/accept", "").ok();
        await().atMost(SOON).untilAsserted(() -> {
            var now = planner.get(NOW).ok().body();
            var queue = of(now.path("queues"), "fares");
            assertThat(queue.path("waiting").asInt()).isZero();
            assertThat(queue.path("running").asInt()).isEqualTo(1);
            assertThat(queue.path("waitedToday").asLong())
                    .isGreaterThan(before.path("waitedToday").asLong());
            assertThat(queue.path("inTimeToday").asLong())
                    .isGreaterThan(before.path("inTimeToday").asLong());
            var chat = now.path("chats")
                    .valueStream()
                    .filter(one -> one.path("chat").asLong() == visitor.chat())
                    .findFirst()
                    .orElseThrow();
            assertThat(chat.path("stage").asString()).isEqualTo("HELD");
            assertThat(chat.path("unansweredSince").asString()).isNotBlank();
            var person = of(now.path("people"), chat.path("operator").asString());
            assertThat(person.path("state").asString()).isEqualTo("present");
            assertThat(person.path("chats").toString()).contains(String.valueOf(visitor.chat()));
        });
        var today = planner.get(NOW).ok().body();
        assertThat(today.path("expected").size()).isEqualTo(48);
        assertThat(today.path("came").valueStream().mapToInt(JsonNode::asInt).sum())
                .as("what came is what the log says")
                .isEqualTo(server.bean(JdbcTemplate.class)
                        .queryForObject(
                                "select count(*)::int from live_call where plan_id = 'tarnwick' and kind = 'arrive'"
                                        + " and refusal is null and at >= '2026-12-02T00:00Z'",
                                Integer.class));
    }

    @Test
    void letsReadAlongAndKeepsThatSomebodyDid() {
        comes("May I bring a tandem?");
        var read = planner.get(NOW + "/chats/" + visitor.chat()).ok().body();
        planner.get(NOW + "/chats/" + visitor.chat()).ok();
        assertThat(read.path("entries")
                        .valueStream()
                        .map(entry -> entry.path("text").asString()))
                .contains("May I bring a tandem?");
        assertThat(read.path("over").asBoolean()).isFalse();
        var kept = planner.get(PLAN + "/records/readings?chat=" + visitor.chat())
                .ok()
                .body();
        assertThat(kept.size()).as("whoever goes on reading reads once").isEqualTo(1);
        assertThat(kept.path(0).path("account").asString()).isEqualTo("planner");
        assertThat(kept.path(0).path("what").asString()).isEqualTo("read along");
        planner.get(NOW + "/chats/999999999").problem(404, "not-found", null);
        operator.get(NOW + "/chats/" + visitor.chat()).problem(403, "not-allowed", null);
        server.signedIn("viewer").get(NOW).problem(403, "not-allowed", null);
    }

    @Test
    void movesAPersonIntoAQueueForToday() {
        String self = operator.get(DESK).ok().body().path("self").path("id").asString();
        String queues = NOW + "/people/" + self + "/queues";
        assertThat(taken(self)).doesNotContain("lost");
        planner.postWithCsrf(queues, "{\"queue\":\"lost\",\"takes\":true}").ok();
        assertThat(taken(self)).contains("lost");
        planner.postWithCsrf(queues, "{\"queue\":\"lost\",\"takes\":false}").ok();
        assertThat(taken(self)).doesNotContain("lost");
        planner.postWithCsrf(queues, "{\"queue\":\"nowhere\",\"takes\":true}")
                .problem(400, "invalid-document", "#/queue");
        planner.postWithCsrf(NOW + "/people/nobody/queues", "{\"queue\":\"fares\",\"takes\":true}")
                .problem(404, "not-found", null);
    }

    private List<String> taken(String person) {
        return of(planner.get(NOW).ok().body().path("people"), person)
                .path("queues")
                .valueStream()
                .map(JsonNode::asString)
                .toList();
    }

    @Test
    void takesAChatOver() {
        comes("I was promised a call.");
        await().atMost(SOON)
                .until(() -> !operator.get(DESK).ok().body().path("places").isEmpty());
        operator.postWithCsrf(DESK + "/chats/" + visitor.chat() + "/accept", "").ok();
        presence(planner, "present");
        planner.postWithCsrf(NOW + "/chats/" + visitor.chat() + "/take-over", "")
                .ok();
        planner.postWithCsrf(DESK + "/chats/" + visitor.chat() + "/accept", "").ok();
        planner.postWithCsrf(
                        DESK + "/chats/" + visitor.chat() + "/messages",
                        "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":\"I have it now.\"}")
                .ok();
        assertThat(operator.get(DESK).ok().body().path("places").isEmpty()).isTrue();
    }

    /** What the drawing of the passage shows of the last hour is what the log has of it. */
    @Test
    void thePassageOfTheLastHourIsThatOfTheLog() {
        visitor.start("booking-site", "en", "{\"topic\":\"Fares and booking\"}");
        visitor.says("How much is a car?");
        await().atMost(SOON).untilAsserted(() -> {
            var passage = planner.get(NOW + "/passage").ok().body();
            var fares = of(passage.path("queues"), "fares");
            assertThat(fares.path("staffed").asInt()).isEqualTo(1);
            assertThat(of(passage.path("doors"), "booking-site").path("perHour").asLong())
                    .isPositive()
                    .isEqualTo(came(passage, "c.door_id = 'booking-site'"));
            assertThat(fares.path("perHour").asLong())
                    .isPositive()
                    .isEqualTo(came(passage, "coalesce(n.first_queue, c.queue_id) = 'fares'"));
            assertThat(passage.path("ends")
                            .valueStream()
                            .mapToLong(end -> end.path("perHour").asLong())
                            .sum())
                    .isEqualTo(came(passage, "c.outcome is not null or c.stage in ('HELD', 'WRAP_UP', 'ASIDE')"));
        });
        visitor.does("leave", "{}");
        server.signedIn("viewer").get(NOW + "/passage").problem(403, "not-allowed", null);
    }

    private long came(JsonNode passage, String which) {
        return Objects.requireNonNull(server.bean(JdbcTemplate.class)
                .queryForObject(
                        "select count(*) from live_chat c left join live_count n on n.plan_id = c.plan_id and n.chat = c.id"
                                + " where c.plan_id = 'tarnwick' and coalesce(c.outcome, '') <> 'REFUSED'"
                                + " and c.arrived_at >= ?::timestamptz - interval '1 hour' and (" + which + ")",
                        Long.class,
                        passage.path("at").asString()));
    }
}
