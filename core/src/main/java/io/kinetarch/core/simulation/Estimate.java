package io.kinetarch.core.simulation;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.ToDoubleFunction;
import org.hipparchus.distribution.continuous.TDistribution;

/**
 * A figure of several runs, and how sure it is.
 *
 * @param mean not a number where no run says anything of it
 * @param halfWidth the true value lies no farther from the mean, in 95 of 100 such estimates; not a number after a single run
 */
public record Estimate(double mean, double halfWidth) {
    private static final double SURE = 0.975;

    /** By number of runs; they take long to work out, and are asked for in each half-hour of a week. */
    private static final Map<Integer, Double> QUANTILES = new ConcurrentHashMap<>();

    static final Estimate UNKNOWN = new Estimate(Double.NaN, Double.NaN);

    /** Whether the true value can be told from nothing: 0 lies outside. */
    public boolean isCertain() {
        return Math.abs(mean) > halfWidth;
    }

    /** The mean of what each run says; of runs that say nothing, nothing is taken. */
    static Estimate mean(List<Run> runs, ToDoubleFunction<Run> figure) {
        return mean(runs.stream().mapToDouble(figure).toArray());
    }

    /** By how much runs are above others that met the same visitors, one by one. */
    static Estimate meanDifference(
            List<Run> runs, List<Run> others, ToDoubleFunction<Run> figure, ToDoubleFunction<Run> ofOthers) {
        double[] values = new double[Math.min(runs.size(), others.size())];
        Arrays.setAll(values, i -> figure.applyAsDouble(runs.get(i)) - ofOthers.applyAsDouble(others.get(i)));
        return mean(values);
    }

    private static Estimate mean(double[] all) {
        double[] values =
                Arrays.stream(all).filter(value -> !Double.isNaN(value)).toArray();
        if (values.length == 0) {
            return UNKNOWN;
        }
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        double mean = sum / values.length;
        double squares = 0;
        for (double value : values) {
            squares += (value - mean) * (value - mean);
        }
        return new Estimate(mean, halfWidth(squares, values.length));
    }

    /**
     * One amount over another, each summed over all runs: runs in which little happened say little. How sure it is follows from how far
     * each run is from the ratio (Law, Simulation Modeling and Analysis, 5th ed., 2015, sec. 9.3; Cochran, Sampling Techniques, 1977,
     * ch. 6).
     */
    static Estimate ratio(Ratio ratio) {
        double[] distances = ratio.distances();
        double squares = 0;
        for (double distance : distances) {
            squares += distance * distance;
        }
        return new Estimate(ratio.value(), halfWidth(squares, distances.length));
    }

    /** By how much a ratio of some runs is above that of others that met the same visitors, one by one. */
    static Estimate ratioDifference(Ratio ratio, Ratio other) {
        double[] distances = ratio.distances();
        double[] others = other.distances();
        double squares = 0;
        for (int i = 0; i < distances.length; i++) {
            squares += (distances[i] - others[i]) * (distances[i] - others[i]);
        }
        return new Estimate(ratio.value() - other.value(), halfWidth(squares, distances.length));
    }

    /** One amount over another in some runs. */
    record Ratio(List<Run> runs, ToDoubleFunction<Run> amount, ToDoubleFunction<Run> over) {
        double value() {
            double sum = runs.stream().mapToDouble(over).sum();
            return sum == 0 ? Double.NaN : runs.stream().mapToDouble(amount).sum() / sum;
        }

        /** By how much each run is above the ratio of all, so that the mean of all is 0. */
        double[] distances() {
            double ratio = value();
            double mean = runs.stream().mapToDouble(over).sum() / runs.size();
            return runs.stream()
                    .mapToDouble(run -> (amount.applyAsDouble(run) - ratio * over.applyAsDouble(run)) / mean)
                    .toArray();
        }
    }

    private static double quantile(int runs) {
        return new TDistribution(runs - 1).inverseCumulativeProbability(SURE);
    }

    private static double halfWidth(double squares, int runs) {
        return runs < 2
                ? Double.NaN
                : QUANTILES.computeIfAbsent(runs, Estimate::quantile) * Math.sqrt(squares / (runs - 1) / runs);
    }
}
