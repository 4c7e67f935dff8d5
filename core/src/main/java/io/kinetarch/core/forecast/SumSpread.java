package io.kinetarch.core.forecast;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;

/**
 * How far the sum of counts of several times may lie from what was expected of them. Counts of a day move together, by half-hour and by
 * series, so that a sum's range is wider than chance gives and narrower than the ranges of its parts added up: its variance is what comes
 * by chance, and by day the square of what moves all of that day.
 */
public final class SumSpread {
    private final Map<LocalDate, Double> deviations = new HashMap<>();
    private double mean;

    /**
     * What the sum may come to.
     *
     * @param lower80 with a chance of one in ten, less comes
     */
    public record Range(double lower80, double upper80, double lower95, double upper95) {}

    /**
     * Takes a count into the sum.
     *
     * @param expected at least 0
     * @param together how strongly the counts of a day move together: {@link Expectation#together()}
     */
    public void add(LocalDate day, double expected, double together) {
        mean += expected;
        deviations.merge(day, together * expected, Double::sum);
    }

    /** The range of the sum; without counts, nothing but 0. */
    public Range range() {
        double variance = mean;
        for (double deviation : deviations.values()) {
            variance += deviation * deviation;
        }
        return new Range(
                quantile(0.1, variance), quantile(0.9, variance), quantile(0.025, variance), quantile(0.975, variance));
    }

    private double quantile(double chance, double variance) {
        return mean == 0 ? 0 : CountSpread.quantile(chance, mean, variance);
    }
}
