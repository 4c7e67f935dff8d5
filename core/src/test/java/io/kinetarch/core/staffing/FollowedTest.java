package io.kinetarch.core.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;

class FollowedTest {
    private static final double HALF_HOUR = 1800;

    private static ChatQueue random(Random random) {
        double handling = 60 + 500 * random.nextDouble();
        var queue = ChatQueue.arriving(8 * random.nextDouble() / handling, handling)
                .slowdown(random.nextBoolean() ? new double[] {1} : new double[] {1, 1.1, 1.3})
                .patience(20 + 400 * random.nextDouble());
        return (random.nextInt(3) == 0 ? queue.waitingLimit(random.nextInt(5)) : queue).build();
    }

    /** What has settled stays as it is: each half-hour brings what the steady state does. */
    @Test
    void aSettledQueueStaysAsItIs() {
        for (int seed = 0; seed < 100; seed++) {
            var random = new Random(seed);
            var queue = random(random);
            int operators = random.nextInt(8);
            double limit = 90 * random.nextDouble();
            var steady = queue.evaluate(operators, limit);
            var settled = Followed.settled(queue, operators);

            var next = settled.next(queue, operators, HALF_HOUR, limit);

            same(next.seen(), steady, within(1e-7), "seed " + seed);
            assertThat(settled.waiting()).isCloseTo(steady.meanWaiting(), within(1e-7));
            assertThat(next.end().waiting()).isCloseTo(steady.meanWaiting(), within(1e-7));
        }
    }

    @Test
    void everyQueueWithPatienceSettlesAsTimeGoesBy() {
        for (int seed = 0; seed < 40; seed++) {
            var random = new Random(seed);
            var queue = random(random);
            int operators = random.nextInt(8);
            var followed = Followed.empty();
            Performance seen = Performance.NOBODY_COMES;
            for (int i = 0; i < 30; i++) {
                var halfHour = followed.next(queue, operators, HALF_HOUR, 30);
                followed = halfHour.end();
                seen = halfHour.seen();
            }
            same(seen, queue.evaluate(operators, 30), within(1e-5), "seed " + seed);
        }
    }

    /** The oracle walks the chain in a great many tiny steps of time. */
    @Test
    void agreesWithTinySteps() {
        var queue = ChatQueue.arriving(6 / 600.0, 300)
                .slowdown(1, 1.2)
                .patience(200)
                .build();
        int operators = 1;
        int states = 40;
        double seconds = 600;
        int steps = 400_000;
        double dt = seconds / 300 / steps;
        double[] now = new double[states];
        now[0] = 1;
        double waitingSum = 0;
        for (int k = 0; k < steps; k++) {
            double[] next = now.clone();
            for (int j = 0; j < states; j++) {
                double up = j == states - 1 ? 0 : queue.load() * dt * now[j];
                double down = j == 0 ? 0 : queue.departures(j, operators) * dt * now[j];
                next[j] -= up + down;
                if (up > 0) {
                    next[j + 1] += up;
                }
                if (down > 0) {
                    next[j - 1] += down;
                }
            }
            for (int j = 3; j < states; j++) {
                waitingSum += (j - 2) * now[j] / steps;
            }
            now = next;
        }
        double end = 0;
        for (int j = 3; j < states; j++) {
            end += (j - 2) * now[j];
        }

        var followed = Followed.empty().next(queue, operators, seconds, 30);

        assertThat(Arrays.stream(now).sum()).isCloseTo(1, within(1e-9));
        assertThat(followed.end().waiting()).isCloseTo(end, within(1e-4));
        assertThat(followed.seen().meanWaiting()).isCloseTo(waitingSum, within(1e-4));
    }

    /** Where nobody gives up and everybody is busy, as many more wait as come and are not finished. */
    @Test
    void whereNobodyGivesUpTheRestWaits() {
        var queue = ChatQueue.arriving(60 / HALF_HOUR, 300).build();
        var begin = Followed.empty().next(queue, 4, HALF_HOUR, 30).end();

        var next = begin.next(queue, 4, HALF_HOUR, 30);

        assertThat(next.end().waiting() - begin.waiting()).isCloseTo(60 - 4 * 6, within(0.01));
        assertThat(next.seen().meanWaitSeconds()).isBetween(HALF_HOUR, 3 * HALF_HOUR);
        assertThat(queue.evaluate(4, 30).meanWaitSeconds()).isInfinite();
        var relieved = next.end().next(queue, 30, HALF_HOUR, 30);
        assertThat(relieved.end().waiting()).isLessThan(0.1);
    }

    /** Where nobody answers, those who were there have given up by the end and those who came later wait as if it had ever been so. */
    @Test
    void whereNobodyAnswersAllGiveUp() {
        var queue = ChatQueue.arriving(30 / HALF_HOUR, 300).patience(100).build();
        var crowd = Followed.settled(
                ChatQueue.arriving(200 / HALF_HOUR, 300).patience(100).build(), 0);
        assertThat(crowd.waiting()).isCloseTo(200 / 18.0, within(1e-6));

        var next = crowd.next(queue, 0, HALF_HOUR, 30);

        assertThat(next.seen().abandonment()).isEqualTo(1);
        assertThat(next.seen().serviceLevel()).isZero();
        assertThat(next.end().waiting()).isCloseTo(30 / 18.0, within(1e-3));
        // five minutes are not enough to forget them
        var soon = crowd.next(queue, 0, 300, 30);
        double stayed = Math.exp(-3);
        assertThat(soon.end().waiting()).isCloseTo(stayed * 200 / 18 + (1 - stayed) * 30 / 18, within(1e-6));
        assertThat(soon.seen().abandonment()).isCloseTo(1, within(1e-9));
    }

    @Test
    void whoGoesFinishesTheChatsTheyHold() {
        var queue = ChatQueue.arriving(0, 300).patience(60).build();
        var busy = ChatQueue.arriving(1, 300).patience(60).build();
        var full = Followed.settled(busy, 10);

        var next = full.next(queue, 2, 1, 0);

        // of some 60 who wait hardly any give up in a second; the chats of the eight who went are not among them
        assertThat(next.end().waiting()).isCloseTo(full.waiting(), within(1.0));
    }

    private static void same(Performance seen, Performance expected, Offset<Double> near, String as) {
        assertThat(seen.serviceLevel()).as(as).isCloseTo(expected.serviceLevel(), near);
        assertThat(seen.waitProbability()).as(as).isCloseTo(expected.waitProbability(), near);
        assertThat(seen.turnedAway()).as(as).isCloseTo(expected.turnedAway(), near);
        assertThat(seen.abandonment()).as(as).isCloseTo(expected.abandonment(), near);
        assertThat(seen.meanWaitSeconds())
                .as(as)
                .isCloseTo(expected.meanWaitSeconds(), within(near.value * Math.max(1, expected.meanWaitSeconds())));
        assertThat(seen.meanWaiting()).as(as).isCloseTo(expected.meanWaiting(), within(near.value * 100));
        assertThat(seen.occupancy()).as(as).isCloseTo(expected.occupancy(), near);
    }
}
