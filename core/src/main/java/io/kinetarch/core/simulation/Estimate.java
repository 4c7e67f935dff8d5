package io.kinetarch.core.simulation;

import java.util.List;
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

    static final Estimate UNKNOWN = new Estimate(Double.NaN, Double.NaN);

    /** Whether the true value can be told from nothing: 0 lies outside. */
    public boolean isCertain() {
        return Math.abs(mean) > halfWidth;
    }

    /** The mean of what each run says; of runs that say nothing, nothing is taken. */
    static Estimate mean(List<Run> runs, ToDoubleFunction<Run> figure) {
        double[] values = runs.stream()
                .mapToDouble(figure)
                .filter(value -> !Double.isNaN(value))
                .toArray();
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
    static Estimate ratio(List<Run> runs, ToDoubleFunction<Run> amount, ToDoubleFunction<Run> over) {
        return difference(runs, List.of(), amount, over);
    }

    /** By how much a ratio of some runs is above that of others that met the same visitors one by one. */
    static Estimate difference(
            List<Run> runs, List<Run> others, ToDoubleFunction<Run> amount, ToDoubleFunction<Run> over) {
        double[] first = distances(runs, amount, over);
        double[] second = others.isEmpty() ? new double[first.length] : distances(others, amount, over);
        double squares = 0;
        for (int i = 0; i < first.length; i++) {
            squares += (first[i] - second[i]) * (first[i] - second[i]);
        }
        double mean = ratioOf(runs, amount, over) - (others.isEmpty() ? 0 : ratioOf(others, amount, over));
        return new Estimate(mean, Double.isNaN(mean) ? Double.NaN : halfWidth(squares, first.length));
    }

    private static double ratioOf(List<Run> runs, ToDoubleFunction<Run> amount, ToDoubleFunction<Run> over) {
        double sum = runs.stream().mapToDouble(over).sum();
        return sum == 0 ? Double.NaN : runs.stream().mapToDouble(amount).sum() / sum;
    }

    /** By how much each run is above the ratio of all, so that the mean of all is 0. */
    private static double[] distances(List<Run> runs, ToDoubleFunction<Run> amount, ToDoubleFunction<Run> over) {
        double ratio = ratioOf(runs, amount, over);
        double mean = runs.stream().mapToDouble(over).sum() / runs.size();
        return runs.stream()
                .mapToDouble(run -> (amount.applyAsDouble(run) - ratio * over.applyAsDouble(run)) / mean)
                .toArray();
    }

    private static double halfWidth(double squares, int runs) {
        return runs < 2
                ? Double.NaN
                : new TDistribution(runs - 1).inverseCumulativeProbability(SURE)
                        * Math.sqrt(squares / (runs - 1) / runs);
    }
}
