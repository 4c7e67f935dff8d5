package io.kinetarch.server.scenario;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.time.Duration;
import java.time.Instant;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Questions to the demo's plan, answered by simulation and kept with it. */
class QuestionsTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String QUESTIONS = PLAN + "/questions";
    private static final Duration PATIENCE = Duration.ofMinutes(3);

    private final Api api = TestServer.running().planner();

    private static String asked(String scenarios, String sweep) {
        return """
                {"name": "What if", "monday": "2026-12-07", "of": "draft", "scenarios": [%s], "sweep": %s}""".formatted(scenarios, sweep);
    }

    @Test
    void scenariosStandBesideThePlanAsItIs() {
        long id = ask(asked("""
                {"name": "A storm", "volume": 2, "on": "2026-12-11"},
                {"name": "Without the bot", "withoutBot": true},
                {"name": "Short days", "opensLater": 60, "closesEarlier": 60},
                {"name": "One queue less", "merged": [{"from": "lost", "to": "fares"}]},
                {"name": "Three are ill", "ill": ["ana-r", "bram-o", "ciara-h"]}""", "null"));

        var answer = answered(id);

        assertThat(answer.path("replications").asInt()).isEqualTo(10);
        var rows = answer.path("rows");
        assertThat(rows.valueStream().map(row -> row.path("name").asString()))
                .containsExactly(
                        "As planned", "A storm", "Without the bot", "Short days", "One queue less", "Three are ill");
        assertThat(rows.get(0).path("difference").isNull()).isTrue();
        assertThat(certainly(rows.get(1), "arrived")).isPositive();
        assertThat(certainly(rows.get(1), "answeredInTime")).isNegative();
        assertThat(mean(rows.get(2).path("figures"), "finishedByBot")).isZero();
        assertThat(certainly(rows.get(3), "answered")).isNegative();
        assertThat(rows.get(4).path("queues").size())
                .isEqualTo(rows.get(0).path("queues").size() - 1);
        assertThat(certainly(rows.get(5), "answeredInTime")).isNegative();
        assertThat(answer.path("notes").toString()).contains("Assumed");

        assertThat(question(id).path("outdated").asBoolean()).isFalse();
        weighMore();
        try {
            assertThat(question(id).path("outdated").asBoolean())
                    .as("the plan is another now")
                    .isTrue();
        } finally {
            api.post(PLAN + "/draft/undo", "").ok();
        }
        api.delete(QUESTIONS + "/" + id).ok();
        assertThat(api.delete(QUESTIONS + "/" + id).status()).isEqualTo(404);
    }

    @Test
    void aNumberIsTurnedAndTheBestRangeTold() {
        long id = ask(asked("", """
                {"dial": {"kind": "WEIGHT", "element": "fares"}, "values": [1, 2, 4, 8]}"""));

        var answer = answered(id);

        var rows = answer.path("rows");
        assertThat(rows.size()).isEqualTo(5);
        assertThat(rows.get(0).path("value").asInt()).as("where it stands").isEqualTo(2);
        assertThat(mean(rows.get(2).path("difference"), "answeredInTime"))
                .as("turned to where it stands, nothing changes")
                .isZero();
        assertThat(certainly(rows.get(4), "answeredInTime")).isNegative();
        var best = answer.path("best").path("answeredInTime");
        assertThat(best.path("at").asInt()).isLessThan(8);
        assertThat(best.path("from").asInt())
                .isLessThanOrEqualTo(best.path("at").asInt());
        assertThat(best.path("to").asInt()).isLessThan(8);
        api.delete(QUESTIONS + "/" + id).ok();
    }

    @Test
    void whatCannotBeTriedIsRefusedAtOnce() {
        api.post(QUESTIONS, asked("{\"name\": \"x\", \"ill\": [\"nobody\"]}", "null"))
                .problem(400, "invalid-document", "#/scenarios/0/ill");
        api.post(QUESTIONS, asked("{\"name\": \"x\", \"volume\": 11}", "null"))
                .problem(400, "invalid-document", "#/scenarios/0/volume");
        api.post(QUESTIONS, asked("", "null")).problem(400, "invalid-document", "#/scenarios");
        api.post(QUESTIONS, asked("", "{\"dial\": {\"kind\": \"WEIGHT\", \"element\": \"fares\"}, \"values\": [2, 1]}"))
                .problem(400, "invalid-document", "#/sweep/values/1");
        api.post(QUESTIONS, asked("", "{\"dial\": {\"kind\": \"RUNG\", \"element\": \"nowhere\"}, \"values\": [1, 2]}"))
                .problem(400, "invalid-document", "#/sweep/dial/element");
        api.post(QUESTIONS + "/999999/answer", "").problem(404, "not-found", null);
        TestServer.running()
                .signedIn("viewer")
                .post(QUESTIONS, asked("{\"name\": \"x\"}", "null"))
                .problem(403, "not-allowed", null);
    }

    @Test
    void aQuestionThatIsStoppedStaysAndCanBeAskedAgain() {
        long id = ask(asked("", """
                {"dial": {"kind": "VOLUME"}, "values": [50, 60, 70, 80, 90, 100, 110, 120, 130, 140, 150, 160]}"""));
        var job = await(() -> {
            var newest = job(id);
            return newest.path("state").asString().equals("RUNNING") ? newest : null;
        });
        api.post(PLAN + "/jobs/" + job.path("id").asLong() + "/cancellation", "")
                .ok();
        await(() -> job(id).path("state").asString().equals("CANCELLED") ? job(id) : null);
        assertThat(question(id).path("answer").isNull()).isTrue();

        api.post(QUESTIONS + "/" + id + "/answer", "").ok();
        var again = await(() -> {
            var newest = job(id);
            return newest.path("id").asLong() > job.path("id").asLong() ? newest : null;
        });
        api.post(PLAN + "/jobs/" + again.path("id").asLong() + "/cancellation", "")
                .ok();
        api.delete(QUESTIONS + "/" + id).ok();
    }

    private void weighMore() {
        var document = (ObjectNode) api.get(PLAN + "/document").ok().body();
        ((ObjectNode) document.path("queues").get(0)).put("weight", 9);
        long version = api.get(PLAN + "/draft").ok().body().path("change").asLong();
        api.put(PLAN + "/document?change=" + version, document.toString()).ok();
    }

    private long ask(String question) {
        return api.post(QUESTIONS, question).ok().body().path("id").asLong();
    }

    private JsonNode question(long id) {
        return api.get(QUESTIONS)
                .ok()
                .body()
                .valueStream()
                .filter(one -> one.path("id").asLong() == id)
                .findFirst()
                .orElseThrow();
    }

    private JsonNode job(long question) {
        return api.get(PLAN + "/jobs")
                .ok()
                .body()
                .valueStream()
                .filter(one -> one.path("kind").asString().equals("ANSWER_QUESTION")
                        && one.path("subject").asString().equals(Long.toString(question)))
                .findFirst()
                .orElseThrow();
    }

    private JsonNode answered(long id) {
        return await(() -> {
            var answer = question(id).path("answer");
            assertThat(job(id).path("failure").asString("")).isEmpty();
            return answer.isNull() ? null : answer;
        });
    }

    private static JsonNode await(Supplier<@Nullable JsonNode> known) {
        var until = Instant.now().plus(PATIENCE);
        while (Instant.now().isBefore(until)) {
            var answer = known.get();
            if (answer != null) {
                return answer;
            }
            try {
                Thread.sleep(200);
            } catch (InterruptedException interrupted) {
                Thread.currentThread().interrupt();
            }
        }
        throw new AssertionError("it did not come about within " + PATIENCE);
    }

    /** A difference that chance cannot have made. */
    private static double certainly(JsonNode row, String figure) {
        var change = row.path("difference").path(figure);
        assertThat(Math.abs(change.path("mean").asDouble()))
                .as("%s of %s changes by %s", figure, row.path("name"), change)
                .isGreaterThan(change.path("halfWidth95").asDouble());
        return change.path("mean").asDouble();
    }

    private static double mean(JsonNode figures, String figure) {
        return figures.path(figure).path("mean").asDouble();
    }
}
