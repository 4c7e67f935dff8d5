package io.kinetarch.server.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Why half-hours of the demo's coming week take so many people. */
class HalfHourTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private final Api api = TestServer.running().planner();
    private final JsonNode week = api.get(PLAN + "/week").ok().body();

    private int busiest() {
        return IntStream.range(0, week.path("chats").size())
                .reduce((one, other) -> chats(other) > chats(one) ? other : one)
                .orElseThrow();
    }

    private double chats(int index) {
        return week.path("chats").get(index).asDouble();
    }

    private JsonNode halfHour(int index) {
        return api.get(PLAN + "/half-hour?at="
                        + week.path("startsAt").get(index).asString())
                .ok()
                .body();
    }

    @Test
    void onePersonIsToldForTheOpenQueues() {
        JsonNode queues = halfHour(busiest());
        assertThat(queues.size()).isPositive();
        for (JsonNode queue : queues) {
            assertThat(queue.path("more").path("answeredInTime").asDouble())
                    .isGreaterThanOrEqualTo(
                            queue.path("same").path("answeredInTime").asDouble());
            assertThat(queue.path("fewer").isNull())
                    .isEqualTo(queue.path("staffed").asDouble() == 0);
        }
    }

    @Test
    void everyFigureOfARequirementIsToldAndAddsUp() {
        int index = busiest();
        JsonNode queues = halfHour(index);
        assertThat(queues.valueStream()
                        .mapToDouble(queue -> queue.path("chats").asDouble())
                        .sum())
                .isCloseTo(chats(index), within(1e-9));
        for (JsonNode queue : queues) {
            JsonNode why = queue.path("why");
            assertThat(why.path("load").asDouble())
                    .isCloseTo(
                            queue.path("chats").asDouble()
                                    * why.path("handlingSeconds").asDouble()
                                    / 1800,
                            within(1e-9));
            assertThat(why.path("handlingError").asDouble()).isBetween(0.1, 20.0);
            assertThat(why.path("slowdown").size())
                    .isEqualTo(why.path("chatsAtOnce").asInt());
            if (why.path("required").asInt() > 0) {
                assertThat(why.path("missed").path(0).asString()).isIn("ANSWERED_IN_TIME", "APART");
            }
        }
        // the bot is planned to finish a quarter of the questions after sailings
        assertThat(queues.valueStream()
                        .filter(queue -> queue.path("queue").asString().equals("sailings"))
                        .mapToDouble(queue -> queue.path("byBot").asDouble()
                                / queue.path("chats").asDouble())
                        .findFirst()
                        .orElseThrow())
                .isBetween(0.2, 0.34);
    }

    @Test
    void theHistoryTellsWorkloadsWithTheirErrors() {
        JsonNode workloads = api.get(PLAN + "/workloads").ok().body();
        assertThat(workloads.path("queues").size()).isEqualTo(6);
        JsonNode rebooking = workloads.path("queues").path(1);
        assertThat(rebooking.path("queue").asString()).isEqualTo("rebooking");
        // the demo's history was made with 440 and 430 s, 13 % more for each chat besides, and nine tenths of 150 s of
        // patience
        near(rebooking.path("handlingSeconds"), 435, 15);
        near(rebooking.path("slowdown"), 0.13, 0.05);
        near(rebooking.path("patienceSeconds"), 135, 20);
    }

    private static void near(JsonNode estimate, double value, double far) {
        assertThat(estimate.path("value").asDouble()).isCloseTo(value, within(far));
        assertThat(estimate.path("standardError").asDouble()).isPositive().isLessThan(far);
        assertThat(estimate.path("chats").asDouble()).isGreaterThan(500);
    }
}
