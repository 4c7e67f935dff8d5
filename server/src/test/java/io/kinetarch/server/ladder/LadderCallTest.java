package io.kinetarch.server.ladder;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import org.junit.jupiter.api.Test;

class LadderCallTest {
    private final Api planner = TestServer.running().planner();

    @Test
    void everyQueueHasItsWaitsAndItsLongestSilence() {
        var ladders = planner.get("/api/v1/plans/tarnwick/ladders").ok().body();

        assertThat(ladders.size()).isEqualTo(6);
        var sailings = ladders.path(2);
        assertThat(sailings.path("queue").asString()).isEqualTo("sailings");
        double step = sailings.path("stepSeconds").asDouble();
        assertThat(sailings.path("patient").path(10).asDouble()).isCloseTo(Math.exp(-10 * step / 90), within(1e-9));
        assertThat(sailings.path("waiting").path(0).asDouble()).isBetween(0.0, 1.0);
        assertThat(sailings.path("waiting").path(20).asDouble())
                .isLessThan(sailings.path("waiting").path(0).asDouble());
        var silence = sailings.path("longestSilence");
        assertThat(silence.path("queues").toString()).isEqualTo("[\"sailings\",\"rebooking\"]");
        assertThat(silence.path("seconds").asInt()).isEqualTo(180);
        assertThat(silence.path("end").isNull()).isTrue();
    }

    /** The demo's volumes say what visitors came for; every rule that asks for it takes its share. */
    @Test
    void theSharesOfRealChatsAreKnown() {
        var shares =
                planner.get("/api/v1/plans/tarnwick-before/rules/shares").ok().body();

        assertThat(shares.path("unknown").asInt()).isZero();
        assertThat(shares.path("chats").asInt()).isGreaterThan(5_000);
        assertThat(shares.path("rules").path(3).path("share").asDouble()).isBetween(0.1, 0.5);
        assertThat(shares.path("rules").path(7).path("chats").asInt())
                .as("the dead rule")
                .isZero();
        assertThat(shares.path("rules").path(8).path("chats").asInt())
                .as("German")
                .isPositive();
        assertThat(shares.path("moved").isNull()).as("never live").isTrue();
    }

    /** A chat of the demo's status page in German, by rule, and what the analysis says of the plan as it was before. */
    @Test
    void theAnalysisOfTheRulesIsReachableWithoutAScreen() {
        var analysis =
                planner.get("/api/v1/plans/tarnwick-before/rules/analysis").ok().body();

        assertThat(analysis.path("dead").path(0).path("rule").asString()).isEqualTo("status-page");
        assertThat(analysis.path("dead").path(0).path("covering").toString()).isEqualTo("[\"is-it-sailing\"]");
        assertThat(analysis.path("overlaps").size()).isGreaterThan(5);
        assertThat(analysis.path("rest").path("words").asString()).contains("Booking site");
    }
}
