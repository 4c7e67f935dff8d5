package io.kinetarch.server.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What the demo's coming week lacks, and what would mend it. */
class AdviceTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private final Api api = TestServer.running().planner();

    @Test
    void whatIsShortIsToldByQueuesAndSkillsAndWhoCouldLearn() {
        double shortHours = shortHours("");
        JsonNode gaps = api.get(PLAN + "/skill-gaps").ok().body();

        assertThat(gaps.path("queues")
                        .valueStream()
                        .mapToDouble(queues -> queues.path("hours").asDouble())
                        .sum())
                .isCloseTo(shortHours, within(1e-6));
        assertThat(gaps.path("skills").size()).isPositive();
        assertThat(gaps.path("skills").path(0).path("lacking").size()).isEqualTo(336);
        JsonNode best = gaps.path("training").path(0);
        assertThat(best.path("hours").asDouble()).isPositive().isLessThanOrEqualTo(shortHours);
    }

    @Test
    void departmentsAddUpToTheWeekAndSkillsToTheirQueues() {
        JsonNode week = api.get(PLAN + "/week").ok().body();
        JsonNode groups = api.get(PLAN + "/groups").ok().body();

        for (int i = 0; i < 336; i++) {
            int at = i;
            assertThat(sum(groups, "required", at))
                    .isCloseTo(week.path("required").get(at).asDouble(), within(1e-9));
            assertThat(sum(groups, "shortOf", at))
                    .isCloseTo(week.path("shortOf").get(at).asDouble(), within(1e-9));
        }
        for (JsonNode group : groups) {
            assertThat(group.path("queues").size()).isPositive();
            assertThat(group.path("week").path("available").size()).isEqualTo(336);
        }
        assertThat(groups.valueStream().map(group -> group.path("by").asString()))
                .contains("SKILL");
    }

    private static double sum(JsonNode groups, String field, int at) {
        return groups.valueStream()
                .filter(group -> group.path("by").asString().equals("DEPARTMENT"))
                .mapToDouble(group -> group.path("week").path(field).get(at).asDouble())
                .sum();
    }

    @Test
    void everyWayLeavesAsMuchShortAsItSays() {
        JsonNode ways = api.get(PLAN + "/ways").ok().body();

        assertThat(ways.path("paidHours").asDouble())
                .isGreaterThan(ways.path("shortHours").asDouble());
        assertThat(ways.path("cost").asDouble())
                .isEqualTo(24.5 * ways.path("paidHours").asDouble());
        for (JsonNode way : ways.path("levers")) {
            String wish = switch (way.path("lever").asString()) {
                case "CHATS_AT_ONCE" -> "\"chatsAtOnce\":" + way.path("value").asInt();
                case "BOT_SHARE" -> "\"botShare\":" + way.path("value");
                case "HANDLING" -> "\"handling\":" + way.path("value");
                default -> "\"answerShare\":" + way.path("value");
            };
            assertThat(shortHours(wish))
                    .as(wish)
                    .isCloseTo(way.path("shortHours").asDouble(), within(1e-6));
        }
        for (JsonNode queue : ways.path("queues")) {
            assertThat(queue.path("overTheWeek").asDouble())
                    .isLessThanOrEqualTo(queue.path("everyHalfHour").asDouble())
                    .isGreaterThanOrEqualTo(queue.path("bound").asDouble());
        }
    }

    private double shortHours(String wish) {
        return api.post(PLAN + "/what-if", "{" + wish + "}")
                .ok()
                .body()
                .path("changed")
                .path("shortHours")
                .asDouble();
    }
}
