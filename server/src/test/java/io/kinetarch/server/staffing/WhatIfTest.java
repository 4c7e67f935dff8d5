package io.kinetarch.server.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The demo's coming week, if it came otherwise. */
class WhatIfTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private final Api api = TestServer.running().planner();

    @Test
    void nothingChangedChangesNothing() {
        JsonNode answer = ask("{}");
        assertThat(answer.path("changed")).isEqualTo(answer.path("planned"));
        JsonNode week = api.get(PLAN + "/week").ok().body();
        assertThat(answer.path("required")).isEqualTo(week.path("required"));
        assertThat(answer.path("planned")).isEqualTo(week.path("totals"));
    }

    @Test
    void moreChatsTakeMorePeopleAndAFasterBotFewer() {
        double planned = hours(ask("{}"));
        assertThat(hours(ask("{\"volume\":1.3}"))).isGreaterThan(1.1 * planned);
        assertThat(hours(ask("{\"botShare\":0.3}"))).isLessThan(planned);
        assertThat(hours(ask("{\"handling\":0.8}"))).isLessThan(planned);
        assertThat(hours(ask("{\"chatsAtOnce\":1}"))).isGreaterThan(planned);
        assertThat(hours(ask("{\"answerShare\":0.95,\"withinSeconds\":10}"))).isGreaterThan(planned);
        JsonNode half = ask("{\"shrinkage\":0.5}").path("changed");
        assertThat(half.path("paidHours").asDouble())
                .isCloseTo(2 * half.path("requiredHours").asDouble(), within(1e-6));
        JsonNode queues = ask("{\"volume\":2}").path("queues");
        assertThat(queues.size()).isEqualTo(6);
        for (JsonNode queue : queues) {
            assertThat(queue.path("changedHours").asDouble())
                    .isGreaterThanOrEqualTo(queue.path("requiredHours").asDouble());
        }
    }

    @Test
    void betterServiceCostsMore() {
        JsonNode prices =
                api.post(PLAN + "/what-if/prices", "{\"shrinkage\":0.2}").ok().body();
        assertThat(prices.size()).isEqualTo(11);
        for (int i = 1; i < prices.size(); i++) {
            assertThat(prices.get(i).path("requiredHours").asDouble())
                    .isGreaterThanOrEqualTo(
                            prices.get(i - 1).path("requiredHours").asDouble());
        }
        JsonNode best = prices.get(10);
        assertThat(best.path("paidHours").asDouble())
                .isCloseTo(best.path("requiredHours").asDouble() / 0.8, within(1e-9));
        assertThat(best.path("requiredHours").asDouble())
                .isGreaterThan(1.2 * prices.get(0).path("requiredHours").asDouble());
        assertThat(hours(ask("{\"answerShare\":0.99}")))
                .isEqualTo(best.path("requiredHours").asDouble());
    }

    @Test
    void whatMakesNoSenseIsRefused() {
        wrong("{\"volume\":11}", "#/volume");
        wrong("{\"chatsAtOnce\":0}", "#/chatsAtOnce");
        wrong("{\"answerShare\":1}", "#/answerShare");
        wrong("{\"shrinkage\":1}", "#/shrinkage");
        wrong("{\"mood\":1}", "#/mood");
        TestServer.running()
                .signedIn("viewer")
                .withCsrf("POST", PLAN + "/what-if", "{}")
                .ok();
    }

    private void wrong(String wish, String pointer) {
        api.post(PLAN + "/what-if", wish).problem(400, "invalid-document", pointer);
    }

    private static double hours(JsonNode answer) {
        return answer.path("changed").path("requiredHours").asDouble();
    }

    private JsonNode ask(String wish) {
        return api.post(PLAN + "/what-if", wish).ok().body();
    }
}
