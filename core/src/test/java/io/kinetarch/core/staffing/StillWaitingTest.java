package io.kinetarch.core.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.DoubleStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StillWaitingTest {
    private static final double FOR_EVER = Double.POSITIVE_INFINITY;

    /** Without patience this is Erlang C, whose wait has the tail C(n, a) · exp(−(n − a) t / s) (Erlang 1917). */
    @Test
    void withoutPatienceTheTailIsThatOfErlangC() {
        var queue = ChatQueue.arriving(0.02, 400).build();
        double load = 8;
        double waits = queue.evaluate(10, 0).waitProbability();

        var share = StillWaiting.of(queue, 10, FOR_EVER, 10, 40);

        for (int i = 0; i <= 40; i++) {
            assertThat(share[i]).isCloseTo(waits * Math.exp(-(10 - load) * i * 10 / 400), within(1e-9));
        }
    }

    /** Where nobody answers, only patience ends. */
    @Test
    void withoutOperatorsOnlyPatienceEnds() {
        var queue = ChatQueue.arriving(0.02, 400).patience(180).build();

        var share = StillWaiting.of(queue, 0, 180, 15, 40);

        for (int i = 0; i <= 40; i++) {
            assertThat(share[i]).isCloseTo(Math.exp(-i * 15 / 180.0), within(1e-9));
        }
    }

    /** The area under the curve is the mean time in the queue, which the queue knows from its states: rate × time = number. */
    @ParameterizedTest
    @CsvSource({"0.02, 400, 180, 6", "0.02, 400, 180, 8", "0.05, 300, 60, 12", "0.01, 600, 900, 5"})
    void theAreaUnderTheCurveIsTheMeanWait(double perSecond, double handling, double patience, int operators) {
        var queue = ChatQueue.arriving(perSecond, handling).patience(patience).build();

        var share = StillWaiting.of(queue, operators, patience, patience / 200, 4000);

        double area = (DoubleStream.of(share).sum() - share[0] / 2) * patience / 200;
        assertThat(area).isCloseTo(queue.evaluate(operators, 0).meanWaitSeconds(), within(1e-3 * patience / 100));
        for (int i = 1; i < share.length; i++) {
            assertThat(share[i]).isLessThanOrEqualTo(share[i - 1] + 1e-9);
        }
    }
}
