package io.kinetarch.core.forecast;

import java.util.Arrays;
import java.util.BitSet;
import java.util.stream.IntStream;

/**
 * Days that are so far from all around them that they can only be errors, such as a column read a hundredfold: they are found by
 * medians, which no single day moves (Hampel 1974), and taken as unknown before anything is learnt. Storms and sales are not: those
 * come and may come again.
 */
final class WildDays {
    /** Times the median of its weekday, and of the days around it. */
    private static final double FAR = 12;

    /** Counts as small as this are many times another by chance. */
    private static final double LEAST = 20;

    private static final int AROUND = 10;
    private static final int WEEK = 7;
    private static final int WEEKS = 6;
    private static final int LEAST_AROUND = 5;
    private static final int LEAST_OF_WEEKDAY = 2;

    private WildDays() {}

    /** The places of such days; days that have a name are known to be unlike others. */
    static BitSet in(DailySeries series, SpecialDays special) {
        var wild = new BitSet(series.length());
        double[] values = series.values();
        for (int day = 0; day < values.length; day++) {
            if (values[day] >= LEAST && special.on(series.day(day)).isEmpty()) {
                int at = day;
                double[] around = known(
                        values,
                        IntStream.rangeClosed(day - AROUND, day + AROUND).filter(other -> other != at));
                double[] weekday = known(
                        values,
                        IntStream.rangeClosed(-WEEKS, WEEKS)
                                .filter(week -> week != 0)
                                .map(week -> at + WEEK * week));
                wild.set(
                        day,
                        around.length >= LEAST_AROUND
                                && weekday.length >= LEAST_OF_WEEKDAY
                                && values[day] > FAR * Math.max(1, Math.max(median(around), median(weekday))));
            }
        }
        return wild;
    }

    /** A series without them. */
    static DailySeries without(DailySeries series, BitSet wild) {
        if (wild.isEmpty()) {
            return series;
        }
        double[] values = series.values().clone();
        wild.stream().forEach(day -> values[day] = Double.NaN);
        return new DailySeries(series.start(), values);
    }

    private static double[] known(double[] values, IntStream places) {
        return places.filter(place -> place >= 0 && place < values.length)
                .mapToDouble(place -> values[place])
                .filter(value -> !Double.isNaN(value))
                .sorted()
                .toArray();
    }

    private static double median(double[] sorted) {
        int n = sorted.length;
        return (sorted[(n - 1) / 2] + sorted[n / 2]) / 2;
    }

    /** The intervals of a grid without those of such days. */
    static double[] without(DayGrid grid, double[] values, BitSet wild) {
        double[] tame = values.clone();
        wild.stream()
                .forEach(day -> Arrays.fill(
                        tame,
                        Math.min(tame.length, grid.firstStep(day)),
                        Math.min(tame.length, grid.firstStep(day + 1)),
                        Double.NaN));
        return tame;
    }
}
