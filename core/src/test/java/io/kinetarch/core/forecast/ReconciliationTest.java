package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.CholeskyDecomposition;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.RealMatrix;
import org.junit.jupiter.api.Test;

/** Against the formulas of Wickramasuriya, Athanasopoulos, Hyndman 2019 and of Hyndman, Ahmed, Athanasopoulos, Shang 2011. */
class ReconciliationTest {
    /** Four series, two sums of two and the sum of all. */
    private static final List<List<Integer>> SUMS = List.of(List.of(0, 1), List.of(2, 3), List.of(0, 1, 2, 3));

    private static final int SERIES = 4;

    @Test
    void errorsThatAreAlikeShareAGapAlike() {
        // Ordinary least squares: a total of 100 over parts of 40 and 50 leaves 10, a third of it for each of the
        // three.
        var weights = Reconciliation.weights(2, List.of(List.of(0, 1)), MatrixUtils.createRealIdentityMatrix(3));
        assertThat(Reconciliation.series(weights, new double[] {40, 50, 100}))
                .containsExactly(new double[] {40 + 10 / 3.0, 50 + 10 / 3.0}, within(1e-12));
    }

    @Test
    void whoIsOffMoreGivesWayMore() {
        var variances = MatrixUtils.createRealDiagonalMatrix(new double[] {1, 3, 6});
        var weights = Reconciliation.weights(2, List.of(List.of(0, 1)), variances);
        assertThat(Reconciliation.series(weights, new double[] {40, 50, 100}))
                .containsExactly(new double[] {41, 53}, within(1e-12));
    }

    @Test
    void isTheSameAsGeneralisedLeastSquares() {
        // Formula 9 of 2019: G = (S' W^-1 S)^-1 S' W^-1.
        var covariance = covariance(7);
        var summing = summing();
        var inverse = inverse(covariance);
        var expected = inverse(summing.transposeMultiply(inverse).multiply(summing))
                .multiply(summing.transposeMultiply(inverse));
        assertThat(difference(weights(covariance), expected)).isLessThan(1e-9);
    }

    @Test
    void whatAddsUpIsLeftAlone() {
        var kept = weights(covariance(3)).multiply(summing());
        assertThat(difference(kept, MatrixUtils.createRealIdentityMatrix(SERIES)))
                .isLessThan(1e-9);
    }

    @Test
    void noOtherWayVariesLess() {
        var covariance = covariance(11);
        var least = variance(weights(covariance), covariance);
        var bySeries = new Array2DRowRealMatrix(new double[SERIES][SERIES + SUMS.size()]);
        for (int i = 0; i < SERIES; i++) {
            bySeries.setEntry(i, i, 1);
        }
        assertThat(least).isLessThan(variance(bySeries, covariance));
        assertThat(least)
                .isLessThan(variance(weights(MatrixUtils.createRealIdentityMatrix(SERIES + SUMS.size())), covariance));
    }

    @Test
    void errorsTellTheirOwnVarianceOnceTheyAreMany() {
        var covariance = covariance(5);
        var known = weights(covariance);
        assertThat(difference(ofErrors(covariance, 20_000), known)).isLessThan(0.05);
        assertThat(difference(ofErrors(covariance, 8), known)).isGreaterThan(0.05);
    }

    @Test
    void whatWasNeverOffIsBelieved() {
        var errors = new double[20][];
        var random = new Random(2);
        for (int i = 0; i < errors.length; i++) {
            errors[i] = new double[] {random.nextGaussian(), random.nextGaussian(), 0};
        }
        double[] series = Reconciliation.series(
                Reconciliation.weights(2, List.of(List.of(0, 1)), errors), new double[] {40, 50, 100});
        assertThat(series[0] + series[1]).isCloseTo(100, within(1e-3));
    }

    @Test
    void forecastsThatAddUpByThemselvesAreNoTrouble() {
        // Methods that only add and multiply are off in a sum by what they are off in its series; here always alike,
        // too.
        for (double size : new double[] {1e-9, 1, 1e10}) {
            var errors = new double[30][];
            Arrays.setAll(errors, _ -> new double[] {size, 2 * size, 3 * size});
            double[] series = Reconciliation.series(
                    Reconciliation.weights(2, List.of(List.of(0, 1)), errors), new double[] {40, 50, 90});
            assertThat(series).containsExactly(new double[] {40, 50}, within(1e-6));
        }
    }

    @Test
    void manySeriesAndSumsThatOverlapAddUp() {
        // 20 doors of 12 topics: 240 series, sums by door, by topic and of all, from errors that move together.
        int doors = 20;
        int topics = 12;
        var sums = Stream.of(
                        IntStream.range(0, doors)
                                .mapToObj(door -> IntStream.range(0, topics)
                                        .mapToObj(topic -> door * topics + topic)
                                        .toList()),
                        IntStream.range(0, topics)
                                .mapToObj(topic -> IntStream.range(0, doors)
                                        .mapToObj(door -> door * topics + topic)
                                        .toList()),
                        Stream.of(IntStream.range(0, doors * topics).boxed().toList()))
                .flatMap(own -> own)
                .toList();
        int nodes = doors * topics + sums.size();
        var random = new Random(6);
        var errors = new double[364][nodes];
        for (double[] sample : errors) {
            double shared = random.nextGaussian();
            Arrays.setAll(sample, i -> shared * (1 + i % 7) + 3 * random.nextGaussian());
        }
        double[] series = Reconciliation.series(
                Reconciliation.weights(doors * topics, sums, errors),
                random.doubles(nodes, 50, 60).toArray());
        assertThat(series).hasSize(240).doesNotContain(Double.NaN, Double.POSITIVE_INFINITY, Double.NEGATIVE_INFINITY);
    }

    private static RealMatrix ofErrors(RealMatrix covariance, int samples) {
        var random = new Random(1);
        var root = new CholeskyDecomposition(covariance).getL();
        var errors = new double[samples][];
        for (int i = 0; i < samples; i++) {
            errors[i] = root.operate(random.doubles(SERIES + SUMS.size(), -Math.sqrt(3), Math.sqrt(3))
                    .toArray());
        }
        return new Array2DRowRealMatrix(Reconciliation.weights(SERIES, SUMS, errors));
    }

    private static RealMatrix weights(RealMatrix covariance) {
        return new Array2DRowRealMatrix(Reconciliation.weights(SERIES, SUMS, covariance));
    }

    /** Series, and then sums, of series. */
    private static RealMatrix summing() {
        var summing = new Array2DRowRealMatrix(SERIES + SUMS.size(), SERIES);
        for (int i = 0; i < SERIES; i++) {
            summing.setEntry(i, i, 1);
        }
        for (int s = 0; s < SUMS.size(); s++) {
            for (int part : SUMS.get(s)) {
                summing.setEntry(SERIES + s, part, 1);
            }
        }
        return summing;
    }

    private static RealMatrix covariance(long seed) {
        int nodes = SERIES + SUMS.size();
        var random = new Random(seed);
        var factors = new Array2DRowRealMatrix(nodes, 2 * nodes);
        for (int i = 0; i < nodes; i++) {
            factors.setRow(i, random.doubles(2L * nodes, -1, 1.5).toArray());
        }
        return factors.multiplyTransposed(factors);
    }

    private static double variance(RealMatrix weights, RealMatrix covariance) {
        return weights.multiply(covariance).multiplyTransposed(weights).getTrace();
    }

    private static RealMatrix inverse(RealMatrix matrix) {
        return new LUDecomposition(matrix).getSolver().getInverse();
    }

    private static double difference(RealMatrix one, RealMatrix other) {
        return one.subtract(other).getNorm1();
    }
}
