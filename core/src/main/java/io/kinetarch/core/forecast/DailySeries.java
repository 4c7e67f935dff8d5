package io.kinetarch.core.forecast;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;

/**
 * A value for each day from a first one on.
 *
 * @param values at least 0; NaN where the day is not known
 */
@SuppressWarnings("ArrayRecordComponent") // a series is handed on, never compared
public record DailySeries(LocalDate start, double[] values) {
    /** Refuses negative and infinite values. */
    public DailySeries {
        for (int i = 0; i < values.length; i++) {
            if (values[i] < 0 || Double.isInfinite(values[i])) {
                throw new IllegalArgumentException(
                        "The value of " + start.plusDays(i) + " must be a number from 0, not " + values[i]);
            }
        }
    }

    /** The sum of series, at least one, that end on the same day; where a day of one is not known, that of the sum is not. */
    public static DailySeries sum(List<DailySeries> parts) {
        var start =
                parts.stream().map(DailySeries::start).min(LocalDate::compareTo).orElseThrow();
        var first = parts.getFirst();
        var sum = new double[Math.toIntExact(ChronoUnit.DAYS.between(start, first.day(first.length())))];
        for (var part : parts) {
            int from = sum.length - part.length();
            for (int i = 0; i < part.length(); i++) {
                sum[from + i] += part.values[i];
            }
        }
        return new DailySeries(start, sum);
    }

    public int length() {
        return values.length;
    }

    /** The day of a value. */
    public LocalDate day(int index) {
        return start.plusDays(index);
    }

    /** The place of a day, which may lie outside the series. */
    public int index(LocalDate day) {
        return Math.toIntExact(ChronoUnit.DAYS.between(start, day));
    }

    /** The first days of the series. */
    public DailySeries first(int days) {
        return new DailySeries(start, Arrays.copyOf(values, days));
    }

    /** The last days of the series, or all where it is shorter. */
    public DailySeries last(int days) {
        int from = Math.max(0, values.length - days);
        return new DailySeries(day(from), Arrays.copyOfRange(values, from, values.length));
    }

    /** How many days are known. */
    int known() {
        return (int) Arrays.stream(values).filter(value -> !Double.isNaN(value)).count();
    }

    /** The mean of what is known; 0 where nothing is. */
    public double mean() {
        return Arrays.stream(values)
                .filter(value -> !Double.isNaN(value))
                .average()
                .orElse(0);
    }
}
