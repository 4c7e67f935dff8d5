package io.kinetarch.server.simulation;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.time.Duration;
import java.time.Instant;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** What edits of the demo's draft do to its week, by simulation. */
class ConsequencesTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String WEEK = PLAN + "/simulated?monday=2026-12-07";
    private static final Duration PATIENCE = Duration.ofMinutes(2);

    private final Api api = TestServer.running().planner();

    @Test
    void aDraftThatNobodyChangedDoesWhatTheLivePlanDoes() {
        var answer = ended();

        assertThat(answer.path("failure").isNull()).isTrue();
        assertThat(answer.path("replications").asInt()).isGreaterThanOrEqualTo(10);
        var sides = answer.path("sides");
        assertThat(sides.path("same").asBoolean()).isTrue();
        assertThat(sides.path("draft")).isEqualTo(sides.path("live"));
        assertThat(mean(sides.path("difference"), "answeredInTime")).isZero();
        assertThat(mean(sides.path("draft"), "arrived")).isBetween(5_000.0, 10_000.0);
        assertThat(sides.path("draft")
                        .path("answeredInTime")
                        .path("halfWidth95")
                        .asDouble())
                .isLessThan(0.01);
        assertThat(answer.path("notes").toString()).contains("Assumed");
    }

    @Test
    void aHeavierQueueLetsMoreVisitorsWait() {
        var sides = changed(plan -> queue(plan).put("weight", 6));

        assertThat(sides.path("same").asBoolean()).isFalse();
        assertThat(certainly(sides, "answeredInTime")).isNegative();
        assertThat(certainly(sides, "gaveUp")).isPositive();
        var fares = find(sides.path("queues"), "queue", "fares");
        assertThat(mean(fares.path("difference"), "answeredInTime"))
                .as("there most of all")
                .isLessThan(mean(sides.path("difference"), "answeredInTime"));
    }

    @Test
    void shorterHoursTurnVisitorsAway() {
        var sides = changed(plan -> plan.path("hours")
                .forEach(set ->
                        set.path("hours").path("weekly").forEach(window -> ((ObjectNode) window).put("to", "17:00"))));

        assertThat(certainly(sides, "answered")).isNegative();
    }

    @Test
    void aRungThatEndsChatsEndsThem() {
        var sides = changed(plan -> queue(plan)
                .putArray("ladder")
                .addObject()
                .put("seconds", 20)
                .putObject("action")
                .put("kind", "end")
                .putObject("text")
                .put("en", "Please write to us."));

        assertThat(certainly(sides, "endedByLadder")).isPositive();
        assertThat(certainly(sides, "gaveUp")).isNegative();
    }

    @Test
    void aRuleThatIsGoneSendsItsChatsElsewhere() {
        var sides = changed(plan -> plan.withArray("rules").remove(0));

        assertThat(sides.path("queues")
                        .valueStream()
                        .map(queue -> queue.path("difference").path("arrived"))
                        .anyMatch(change -> Math.abs(change.path("mean").asDouble())
                                > change.path("halfWidth95").asDouble()))
                .isTrue();
    }

    @Test
    void aBotThatMayTryLessFinishesLess() {
        var sides =
                changed(plan -> plan.path("bots").forEach(bot -> ((ObjectNode) bot.path("handoff")).put("turns", 1)));

        assertThat(certainly(sides, "finishedByBot")).isNegative();
    }

    /** Only the last of many edits counts; what was asked of those before ends without an answer. */
    @Test
    void editsInQuickSuccessionEndWithTheLast() {
        for (int weight = 3; weight <= 6; weight++) {
            int next = weight;
            var sides = changed(plan -> queue(plan).put("weight", next), false);
            assertThat(sides.path("replications").asInt()).isGreaterThanOrEqualTo(0);
        }
        assertThat(ended().path("sides").path("same").asBoolean()).isTrue();
    }

    private JsonNode changed(Consumer<ObjectNode> change) {
        return changed(change, true).path("sides");
    }

    private JsonNode changed(Consumer<ObjectNode> change, boolean awaited) {
        var document = (ObjectNode) api.get(PLAN + "/document").ok().body();
        change.accept(document);
        long version = api.get(PLAN + "/draft").ok().body().path("change").asLong();
        api.put(PLAN + "/document?change=" + version, document.toString()).ok();
        try {
            return awaited ? ended() : api.get(WEEK).ok().body();
        } finally {
            api.post(PLAN + "/draft/undo", "").ok();
        }
    }

    private JsonNode ended() {
        var until = Instant.now().plus(PATIENCE);
        while (Instant.now().isBefore(until)) {
            var answer = api.get(WEEK).ok().body();
            if (answer.path("ended").asBoolean()) {
                return answer;
            }
            waitALittle();
        }
        throw new AssertionError("the week was not simulated within " + PATIENCE);
    }

    private static void waitALittle() {
        try {
            Thread.sleep(200);
        } catch (InterruptedException interrupted) {
            Thread.currentThread().interrupt();
        }
    }

    private static ObjectNode queue(ObjectNode plan) {
        return (ObjectNode) find(plan.path("queues"), "id", "fares");
    }

    private static JsonNode find(JsonNode all, String field, String value) {
        return Stream.of(all)
                .flatMap(JsonNode::valueStream)
                .filter(one -> one.path(field).asString().equals(value))
                .findFirst()
                .orElseThrow();
    }

    /** A difference that chance cannot have made. */
    private static double certainly(JsonNode sides, String figure) {
        var change = sides.path("difference").path(figure);
        assertThat(Math.abs(change.path("mean").asDouble()))
                .as("%s changes by %s", figure, change)
                .isGreaterThan(change.path("halfWidth95").asDouble());
        return change.path("mean").asDouble();
    }

    private static double mean(JsonNode figures, String figure) {
        return figures.path(figure).path("mean").asDouble();
    }
}
