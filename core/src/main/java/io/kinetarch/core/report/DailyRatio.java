package io.kinetarch.core.report;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.hipparchus.distribution.continuous.TDistribution;

/**
 * A mean or a share over some days: the sum of what was counted each day over the sum of how many it was counted of. Chats of one day are
 * not independent of each other (one short hour makes many wait), so days are what its error is told from: the ratio estimator of cluster
 * sampling, Cochran, "Sampling Techniques", 3rd edition, 1977, sections 6.3 and 9A.1, without the correction for finite populations.
 */
public final class DailyRatio {
    private record Day(double counted, double of) {}

    private final List<Day> days = new ArrayList<>();
    private double counted;
    private double of;

    /** A day on which something was counted of so many; one of none tells nothing. */
    public void add(double dayCounted, double dayOf) {
        if (dayOf > 0) {
            days.add(new Day(dayCounted, dayOf));
            counted += dayCounted;
            of += dayOf;
        }
    }

    /** Of how many it was counted. */
    public double of() {
        return of;
    }

    /** The ratio; not a number where nothing was counted. */
    public double value() {
        return of > 0 ? counted / of : Double.NaN;
    }

    /** The square of its standard error; none of fewer than two days. */
    public Optional<Double> variance() {
        int count = days.size();
        if (count < 2) {
            return Optional.empty();
        }
        double ratio = value();
        double squares = 0;
        for (Day day : days) {
            double error = day.counted - ratio * day.of;
            squares += error * error;
        }
        return Optional.of(count * squares / (count - 1) / (of * of));
    }

    /**
     * How two of them differ.
     *
     * @param difference the other less this
     * @param lower, upper where the true difference lies with 95 %
     * @param byChance how often a difference as large would come about if there were none
     */
    public record Difference(double difference, double lower, double upper, double byChance) {
        /** Whether it is more than chance would bring once in twenty times. */
        public boolean isReal() {
            return byChance < 0.05;
        }
    }

    /**
     * How another differs from this one: Welch's test (1947), its degrees of freedom as Satterthwaite (1946) has them, days being what is
     * counted. None where either has fewer than two days.
     */
    public Optional<Difference> to(DailyRatio other) {
        var mine = variance();
        var theirs = other.variance();
        if (mine.isEmpty() || theirs.isEmpty()) {
            return Optional.empty();
        }
        double a = mine.get();
        double b = theirs.get();
        double difference = other.value() - value();
        double error = Math.sqrt(a + b);
        if (error == 0) {
            return Optional.of(new Difference(difference, difference, difference, difference == 0 ? 1 : 0));
        }
        double freedom = (a + b) * (a + b) / (a * a / (days.size() - 1) + b * b / (other.days.size() - 1));
        var student = new TDistribution(freedom);
        double reach = student.inverseCumulativeProbability(0.975) * error;
        double byChance = 2 * student.cumulativeProbability(-Math.abs(difference) / error);
        return Optional.of(new Difference(difference, difference - reach, difference + reach, byChance));
    }
}
