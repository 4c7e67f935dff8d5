package io.kinetarch.server.staffing;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Each choice in the demo's plan moves people between queues and half-hours of the week, and back when it is undone. */
class PlanChangesTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private final Api api = TestServer.running().planner();

    /** What a change does to the people that queues require in each half-hour. */
    private Moves changed(Consumer<ObjectNode> change) {
        JsonNode before = week();
        var document = (ObjectNode) api.get(PLAN + "/document").ok().body();
        change.accept(document);
        long version = api.get(PLAN + "/draft").ok().body().path("change").asLong();
        api.put(PLAN + "/document?change=" + version, document.toString()).ok();
        try {
            return new Moves(before, week());
        } finally {
            api.post(PLAN + "/draft/undo", "").ok();
            assertThat(week().path("totals")).isEqualTo(before.path("totals"));
        }
    }

    private JsonNode week() {
        return api.get(PLAN + "/week").ok().body();
    }

    private record Moves(JsonNode before, JsonNode after) {
        /** Half-hours in which a queue requires more people than before, less those in which it requires fewer. */
        int up(String queue) {
            return IntStream.range(0, 336)
                    .map(i -> Integer.signum(required(after, queue, i) - required(before, queue, i)))
                    .sum();
        }

        private static int required(JsonNode week, String queue, int i) {
            return week.path("queues")
                    .valueStream()
                    .filter(one -> one.path("id").asString().equals(queue))
                    .mapToInt(one -> one.path("required").get(i).asInt())
                    .findFirst()
                    .orElseThrow();
        }

        boolean peopleMoved() {
            return !staffed(before).equals(staffed(after));
        }

        private static String staffed(JsonNode week) {
            return week.path("queues")
                    .valueStream()
                    .map(queue -> queue.path("staffed"))
                    .toList()
                    .toString();
        }
    }

    private static ObjectNode queue(ObjectNode plan, String id) {
        return plan.path("queues")
                .valueStream()
                .filter(queue -> queue.path("id").asString().equals(id))
                .map(ObjectNode.class::cast)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aHeavierChatTakesMorePeople() {
        var moves = changed(plan -> queue(plan, "rebooking").put("weight", 3));

        assertThat(moves.up("rebooking")).isPositive();
        assertThat(moves.up("fares")).isZero();
        assertThat(moves.peopleMoved()).isTrue();
    }

    @Test
    void moreChatsAtOnceTakeFewer() {
        var moves = changed(plan -> {
            queue(plan, "fares").put("weight", 1);
            ((ArrayNode) queue(plan, "fares").path("workload").path("slowdown"))
                    .add(1.4)
                    .add(1.5);
        });

        assertThat(moves.up("fares")).isNegative();
        assertThat(moves.peopleMoved()).isTrue();
    }

    @Test
    void aStricterTargetTakesMore() {
        var share = changed(plan -> ((ObjectNode) queue(plan, "sailings").path("target")).put("share", 0.97));
        assertThat(share.up("sailings")).isPositive();
        assertThat(share.peopleMoved()).isTrue();
        var wait = changed(plan -> ((ObjectNode) queue(plan, "sailings").path("target")).put("meanWaitSeconds", 0.5));
        assertThat(wait.up("sailings")).isPositive();
        var busy = changed(plan -> ((ObjectNode) queue(plan, "sailings").path("target")).put("occupancy", 0.3));
        assertThat(busy.up("sailings")).isPositive();
        var least = changed(plan -> ((ObjectNode) queue(plan, "lost").path("target")).put("leastOperators", 3));
        assertThat(least.up("lost")).isPositive();
    }

    @Test
    void anotherRuleSendsThePeopleElsewhere() {
        var moves = changed(plan -> plan.path("rules")
                .valueStream()
                .filter(rule -> rule.path("queue").asString().equals("lost"))
                .forEach(rule -> ((ObjectNode) rule).put("queue", "assisted")));

        assertThat(moves.up("lost")).isNegative();
        assertThat(moves.up("assisted")).isPositive();
        assertThat(moves.peopleMoved()).isTrue();
    }

    @Test
    void whatTheBotTakesNeedsNobody() {
        var moves = changed(plan -> ((ArrayNode) plan.path("settings").path("botShares"))
                .addObject()
                .put("topic", "Fares and booking")
                .put("share", 0.6)
                .putNull("language")
                .putNull("source"));

        assertThat(moves.up("fares")).isNegative();
        assertThat(moves.after().path("totals").path("byBot").asDouble())
                .isGreaterThan(moves.before().path("totals").path("byBot").asDouble() + 500);
    }
}
