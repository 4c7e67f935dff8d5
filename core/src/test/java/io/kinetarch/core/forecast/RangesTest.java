package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import java.util.stream.IntStream;
import org.hipparchus.distribution.discrete.PascalDistribution;
import org.hipparchus.distribution.discrete.PoissonDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RangesTest {
    private static final int COUNT = 6000;

    @Test
    void theSpreadIsThatOfALibrary() {
        // hipparchus' Pascal distribution: failures before r successes of chance p.
        int r = 4;
        double p = 0.3;
        double mean = r * (1 - p) / p;
        var pascal = new PascalDistribution(r, p);
        for (int k = 0; k < 40; k++) {
            assertThat(CountSpread.atMost(k, mean, mean / p)).isCloseTo(pascal.cumulativeProbability(k), within(1e-9));
        }
        for (double chance : new double[] {0.025, 0.1, 0.5, 0.9, 0.975}) {
            assertThat(CountSpread.quantile(chance, mean, mean / p))
                    .isEqualTo(pascal.inverseCumulativeProbability(chance));
        }
        var poisson = new PoissonDistribution(6);
        assertThat(CountSpread.atMost(7, 6, 6)).isCloseTo(poisson.cumulativeProbability(7), within(1e-4));
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.05, 0.5, 4, 60, 3000})
    void holdWhatTheySay(double mean) {
        var random = new Random(3);
        double[] actual = new double[COUNT];
        double[] forecast = new double[COUNT];
        for (int i = 0; i < COUNT; i++) {
            forecast[i] = mean * (0.5 + random.nextDouble());
            // Counts that vary more than chance, and are missed by more on the high side.
            double rate = forecast[i] * Math.exp(0.3 * Math.abs(random.nextGaussian()) - 0.2);
            actual[i] = new PoissonDistribution(rate).inverseCumulativeProbability(random.nextDouble());
        }
        int[] step = IntStream.range(0, COUNT).map(i -> i % 100).toArray();
        int[] trial = IntStream.range(0, COUNT).map(i -> i / 500).toArray();
        var ranges = Ranges.of(actual, forecast, step, trial, 100, 1, 1);
        double within80 = share(actual, forecast, step, ranges, 0.1);
        // A range of whole numbers cannot hold less than the commonest count.
        assertThat(within80).isBetween(0.78, mean < 10 ? 1 : 0.83);
        assertThat(share(actual, forecast, step, ranges, 0.025)).isBetween(0.935, mean < 10 ? 1 : 0.965);
        assertThat(ranges.coverage(0.8, 0, Integer.MAX_VALUE))
                .as("as judged from the other trials")
                .isCloseTo(within80, within(0.03));
    }

    @Test
    void widenWithTheHorizonWhereErrorsDo() {
        var random = new Random(4);
        int[] step = IntStream.range(0, COUNT).map(i -> i % 100).toArray();
        double[] forecast = new double[COUNT];
        double[] actual = new double[COUNT];
        for (int i = 0; i < COUNT; i++) {
            forecast[i] = 1000;
            actual[i] = Math.max(0, 1000 + (10 + step[i]) * random.nextGaussian());
        }
        var ranges = Ranges.of(actual, forecast, step, new int[COUNT], 100, 1, 1);
        double near = ranges.quantile(0.9, 1000, 2) - ranges.quantile(0.1, 1000, 2);
        double far = ranges.quantile(0.9, 1000, 97) - ranges.quantile(0.1, 1000, 97);
        assertThat(far).isGreaterThan(2.5 * near);
    }

    @Test
    void aStormThatTheTrialsMetAtOneDistanceDoesNotWidenThatDistance() {
        var random = new Random(6);
        int horizon = 28;
        int[] step = IntStream.range(0, COUNT).map(i -> i % horizon).toArray();
        int[] trial = IntStream.range(0, COUNT).map(i -> i / horizon).toArray();
        double[] forecast = new double[COUNT];
        double[] actual = new double[COUNT];
        for (int i = 0; i < COUNT; i++) {
            boolean storm = trial[i] % 8 == 0 && step[i] >= 14 && step[i] < 21;
            forecast[i] = 200;
            actual[i] = Math.max(0, Math.rint((storm ? 600 : 200) + 20 * random.nextGaussian()));
        }
        var ranges = Ranges.of(actual, forecast, step, trial, horizon, 1, 1);
        double week3 = ranges.quantile(0.9, 200, 17);
        assertThat(week3).isBetween(215.0, 245.0);
        assertThat(ranges.quantile(0.9, 200, 3) / week3).isBetween(0.9, 1.0 + 1e-9);
        assertThat(ranges.coverage(0.95, 0, horizon)).isBetween(0.92, 0.98);
    }

    @Test
    void neverNarrowAhead() {
        var random = new Random(7);
        int[] step = IntStream.range(0, COUNT).map(i -> i % 100).toArray();
        double[] forecast = new double[COUNT];
        double[] actual = new double[COUNT];
        for (int i = 0; i < COUNT; i++) {
            forecast[i] = 1000;
            actual[i] = 1000 + (step[i] < 25 ? 60 : step[i] < 50 ? 20 : 90) * random.nextGaussian();
        }
        var ranges = Ranges.of(actual, forecast, step, new int[COUNT], 100, 1, 1);
        double[] upper = IntStream.of(10, 30, 60, 90)
                .mapToDouble(at -> ranges.quantile(0.9, 1000, at))
                .toArray();
        assertThat(upper).isSorted();
        assertThat(upper[0]).isEqualTo(upper[1]);
        assertThat(upper[2]).isGreaterThan(1.5 * (upper[0] - 1000) + 1000);
    }

    @Test
    void areAGuessWhereNothingIsLearnt() {
        var ranges = Ranges.unlearnt();
        assertThat(ranges.quantile(0.1, 20, 0)).isBetween(8.0, 14.0);
        assertThat(ranges.quantile(0.9, 20, 0)).isBetween(26.0, 34.0);
        assertThat(ranges.quantile(0.9, 0, 0)).isZero();
    }

    private static double share(double[] actual, double[] forecast, int[] step, Ranges ranges, double tail) {
        return IntStream.range(0, COUNT)
                        .filter(i -> actual[i] >= ranges.quantile(tail, forecast[i], step[i])
                                && actual[i] <= ranges.quantile(1 - tail, forecast[i], step[i]))
                        .count()
                / (double) COUNT;
    }
}
