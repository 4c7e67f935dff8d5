package io.kinetarch.core.forecast;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.CholeskyDecomposition;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.RealMatrix;

/**
 * Forecasts of series and of their sums, each made by itself, brought to add up with the least variance of what they are off by
 * (minimum trace, MinT: Wickramasuriya, Athanasopoulos, Hyndman 2019, "Optimal forecast reconciliation for hierarchical and grouped
 * time series through trace minimization", JASA 114, formula 10: G = J − J W U (U′ W U)⁻¹ U′). How errors vary together is taken
 * from errors of the past, drawn towards independence as far as they are few (Schäfer and Strimmer 2005).
 */
final class Reconciliation {
    /** Keep what was never off, or always off alike, from being told apart without end; far below what errors decide. */
    private static final double LEAST_VARIANCE = 1e-6;

    private static final double LEAST_OF_MEAN = 1e-9;

    /** A product of matrices is symmetric but for that. */
    private static final double ROUNDING = 1e-9;

    private Reconciliation() {}

    /**
     * By how much the forecast of each series and sum counts for each series.
     *
     * @param series how many
     * @param sums the series of each sum
     * @param errors by sample, of each series and then each sum; at least two samples, all known
     * @return a row a series, a column for each series and then each sum
     */
    static double[][] weights(int series, List<List<Integer>> sums, double[][] errors) {
        return weights(series, sums, new Array2DRowRealMatrix(covariance(errors), false));
    }

    /** The same for errors that vary together as known: a matrix of series and then sums, positive definite. */
    static double[][] weights(int series, List<List<Integer>> sums, RealMatrix covariance) {
        int nodes = series + sums.size();
        var keep = MatrixUtils.createRealMatrix(series, nodes);
        for (int i = 0; i < series; i++) {
            keep.setEntry(i, i, 1);
        }
        // Each sum less its series is 0 where forecasts add up.
        var gaps = MatrixUtils.createRealMatrix(nodes, sums.size());
        for (int s = 0; s < sums.size(); s++) {
            gaps.setEntry(series + s, s, 1);
            for (int part : sums.get(s)) {
                gaps.setEntry(part, s, -1);
            }
        }
        var spread = covariance.multiply(gaps);
        var between = gaps.transposeMultiply(spread);
        var share = new CholeskyDecomposition(between, ROUNDING, 0).getSolver().solve(gaps.transpose());
        return keep.subtract(
                        spread.getSubMatrix(0, series - 1, 0, sums.size() - 1).multiply(share))
                .getData();
    }

    /** Second moments about 0, their correlations shrunk by the share that makes the squared error of them least. */
    private static double[][] covariance(double[][] errors) {
        int samples = errors.length;
        int nodes = errors[0].length;
        double[] variance = IntStream.range(0, nodes)
                .mapToDouble(node -> {
                    double squares = 0;
                    for (double[] sample : errors) {
                        squares += sample[node] * sample[node];
                    }
                    return squares / samples;
                })
                .toArray();
        double least = LEAST_VARIANCE
                + LEAST_OF_MEAN * Arrays.stream(variance).average().orElse(0);
        double[] deviation =
                Arrays.stream(variance).map(own -> Math.sqrt(own + least)).toArray();
        var correlation = new double[nodes][nodes];
        double uncertain = 0;
        double size = 0;
        for (int i = 0; i < nodes; i++) {
            for (int j = 0; j < i; j++) {
                double sum = 0;
                double squares = 0;
                for (double[] sample : errors) {
                    double product = sample[i] / deviation[i] * (sample[j] / deviation[j]);
                    sum += product;
                    squares += product * product;
                }
                correlation[i][j] = sum / samples;
                uncertain += (squares - sum * sum / samples) / samples / (samples - 1);
                size += correlation[i][j] * correlation[i][j];
            }
        }
        double kept = size == 0 ? 0 : 1 - Math.min(1, uncertain / size);
        var covariance = new double[nodes][nodes];
        for (int i = 0; i < nodes; i++) {
            covariance[i][i] = deviation[i] * deviation[i];
            for (int j = 0; j < i; j++) {
                covariance[i][j] = kept * correlation[i][j] * deviation[i] * deviation[j];
                covariance[j][i] = covariance[i][j];
            }
        }
        return covariance;
    }

    /** What the series come to when all forecasts, of series and then sums, are brought to add up. */
    static double[] series(double[][] weights, double[] forecasts) {
        var series = new double[weights.length];
        for (int i = 0; i < series.length; i++) {
            for (int j = 0; j < forecasts.length; j++) {
                series[i] += weights[i][j] * forecasts[j];
            }
        }
        return series;
    }
}
