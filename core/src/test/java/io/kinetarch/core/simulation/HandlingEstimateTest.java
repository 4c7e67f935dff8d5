package io.kinetarch.core.simulation;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.routing.RuleShares.Seen;
import io.kinetarch.core.simulation.Behaviour.Differences.About;
import io.kinetarch.core.simulation.HandlingEstimate.Handled;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class HandlingEstimateTest {
    private static final Instant NOON = Instant.parse("2026-12-01T12:00:00Z");
    /** Of booking ana holds level 4, cleo level 3. */
    private static final String[] ABLE = {"ana", "cleo"};

    private static Handled handled(String topic, QueueId queue, String operator, double seconds) {
        return new Handled(new Seen(SITE, "en", topic, NOON, 1), queue, new OperatorId(operator), seconds);
    }

    /** What goes in comes out: refunds take twice as long as bicycles, level 4 two thirds of level 3; the rest is log-normal. */
    @Test
    void whatWasPutInIsFoundAgain() {
        var chance = new Random(11);
        var shape = new Behaviour.Handling.LogNormal(0.6);
        var chats = new ArrayList<Handled>();
        for (int i = 0; i < 20_000; i++) {
            boolean refund = chance.nextBoolean();
            boolean ana = chance.nextBoolean();
            double mean = 300 * (refund ? 4.0 / 3 : 2.0 / 3) * (ana ? 0.8 : 1.2);
            chats.add(handled(
                    refund ? "refunds" : "bicycles",
                    BOOKING,
                    ana ? "ana" : "cleo",
                    mean * shape.of(chance.nextDouble() * (1 - 1e-12) + 1e-13)));
        }

        var found = HandlingEstimate.of(SamplePlan.plan(), chats).orElseThrow();

        var topics = found.differences().topics();
        assertThat(topics.get(new About(BOOKING, "refunds"))).isCloseTo(4.0 / 3, within(0.03));
        assertThat(topics.get(new About(BOOKING, "bicycles"))).isCloseTo(2.0 / 3, within(0.03));
        assertThat(found.differences().levels()).containsOnlyKeys(3, 4);
        assertThat(found.differences().levels().get(4)).isCloseTo(0.8, within(0.03));
        assertThat(found.differences().levels().get(3)).isCloseTo(1.2, within(0.03));
        assertThat(found.spread().mean()).isCloseTo(1, within(0.01));
        var measured = new Behaviour.Handling.Measured(found.spread());
        for (double share : new double[] {0.05, 0.25, 0.5, 0.75, 0.95}) {
            // a share of those who still hold it, and one of those who are done
            assertThat(measured.of(1 - share)).isCloseTo(shape.of(share), within(0.05));
        }
        assertThat(found.chats()).isEqualTo(20_000);
    }

    @Test
    void fewChatsOfATopicSayLittleOfIt() {
        var chats = new ArrayList<Handled>();
        for (int i = 0; i < 300; i++) {
            chats.add(handled("fares", BOOKING, ABLE[i % 2], 100 + i % 7));
        }
        chats.add(handled("harbour", BOOKING, "ana", 1_000));

        var found = HandlingEstimate.of(SamplePlan.plan(), chats).orElseThrow();

        // The one chat took almost ten times the mean; 30 that took just that stand against it.
        assertThat(found.differences().topics().get(new About(BOOKING, "harbour")))
                .isBetween(1.2, 1.3);
        assertThat(found.differences().topics().get(new About(BOOKING, "fares")))
                .isBetween(0.95, 1.0);
    }

    @Test
    void chatsThatWentElsewhereSayNothingOfLevels() {
        var chats = new ArrayList<Handled>();
        for (int i = 0; i < 300; i++) {
            // by today's rules it is booking that fares go to
            chats.add(handled("fares", CARGO, "dara", 200));
        }

        var found = HandlingEstimate.of(SamplePlan.plan(), chats).orElseThrow();

        assertThat(found.differences().levels()).isEmpty();
    }

    @Test
    void tooFewTellNothing() {
        var one = handled("fares", BOOKING, "ana", 100);
        var ofNobody = handled("fares", BOOKING, "gone", 100);
        var chats = new ArrayList<>(Collections.nCopies(199, one));
        assertThat(HandlingEstimate.of(SamplePlan.plan(), chats)).isEmpty();
        chats.add(ofNobody);
        assertThat(HandlingEstimate.of(SamplePlan.plan(), chats)).isEmpty();
        chats.add(one);
        assertThat(HandlingEstimate.of(SamplePlan.plan(), List.copyOf(chats))).isPresent();
    }
}
