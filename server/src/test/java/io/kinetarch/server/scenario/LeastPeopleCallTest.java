package io.kinetarch.server.scenario;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.time.Duration;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.node.ObjectNode;

/** The fewest people of a week of the demo, by simulation, and the roster that is searched for them. */
class LeastPeopleCallTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String MONDAY = "2026-12-14";
    private static final String LEAST = PLAN + "/least-people?monday=" + MONDAY;
    private static final String RULES = PLAN + "/roster/rules";
    private static final Duration PATIENCE = Duration.ofMinutes(4);

    private final Api api = TestServer.running().planner();

    @Test
    void theFewestPeopleMeetTheTargetsAndARosterIsSearchedForThem() {
        assertThat(api.get(LEAST).ok().body().path("found").isNull()).isTrue();
        requiredBy("SIMULATION");
        try {
            api.post(PLAN + "/roster/search?monday=" + MONDAY, "").ok();
            ended("SEARCH_ROSTER");

            var answer = api.get(LEAST).ok().body();
            assertThat(answer.path("outdated").asBoolean()).isFalse();
            var found = answer.path("found");
            assertThat(found.path("hours").asDouble())
                    .isLessThan(found.path("hoursByFormula").asDouble());
            assertThat(found.path("halfHours").size()).isEqualTo(7 * 48);
            for (var queue : found.path("queues")) {
                var inTime = queue.path("least").path("answeredInTime");
                assertThat(inTime.path("mean").asDouble()
                                + inTime.path("halfWidth95").asDouble())
                        .as(queue.path("name").asString())
                        .isGreaterThan(queue.path("target").asDouble() - 0.02);
            }

            var roster = api.get(PLAN + "/roster?monday=" + MONDAY).ok().body().path("found");
            assertThat(roster.path("simulatedHours").asDouble())
                    .isEqualTo(found.path("hours").asDouble());
        } finally {
            requiredBy("FORMULA");
            api.delete(PLAN + "/roster?monday=" + MONDAY);
        }
    }

    @Test
    void onlyWhoMaySearchDoesAndOnlyForAWeek() {
        api.post(PLAN + "/least-people?monday=2026-12-15", "").problem(400, "invalid-parameter", null);
        TestServer.running().signedIn("viewer").post(LEAST, "").problem(403, "not-allowed", null);
    }

    private void requiredBy(String by) {
        var view = api.get(RULES).ok().body();
        ((ObjectNode) view.path("rules")).put("requiredBy", by);
        api.put(RULES, """
                {"version": %d, "rules": %s}""".formatted(view.path("version").asInt(), view.path("rules")))
                .ok();
    }

    private void ended(String kind) {
        await().atMost(PATIENCE)
                .pollInterval(Duration.ofMillis(200))
                .untilAsserted(() -> assertThat(
                                api.get(PLAN + "/jobs").ok().body().valueStream())
                        .anySatisfy(job -> {
                            assertThat(job.path("kind").asString()).isEqualTo(kind);
                            assertThat(job.path("subject").asString()).isEqualTo(MONDAY);
                            assertThat(job.path("state").asString()).isEqualTo("DONE");
                        }));
    }
}
