package io.kinetarch.core.forecast;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * A level that has changed and stayed: the newest days are all far above (or below) the same weekdays of the weeks before, by more
 * than such runs of days ever were, and were not a year ago. What came before is then thought of at the new level, so that nobody
 * waits for weeks until methods have learnt it. What {@link UnusualDays} calls a shift is seen in hindsight, with four weeks on
 * either side.
 *
 * @param day the first of the new level; 0 where none has changed
 * @param factor new level over old, above 0
 */
record LevelBreak(int day, double factor) {
    /** Nothing has changed. */
    static final LevelBreak NONE = new LevelBreak(0, 1);

    private static final int WEEK = 7;
    private static final int YEAR_OF_WEEKS = 52 * WEEK;
    /** A level is believed after a week; older changes the methods have learnt. */
    private static final int LEAST_DAYS = WEEK;

    private static final int MOST_DAYS = 6 * WEEK;
    private static final int COMPARED_DAYS = 4 * WEEK;
    /** Runs of days that a change is compared with, at least. */
    private static final int LEAST_RUNS = 30;

    private static final double LEAST_CHANGE = Math.log(1.35);
    private static final double LEAST_DEVIATIONS = 6;
    /** The median of absolute deviations of a normal law is this share of its deviation. */
    private static final double MEDIAN_DEVIATION = 0.6745;
    /** Each of the days has this share of the change, but for one in so many. */
    private static final double LEAST_SHARE = 0.4;

    private static final int ONE_IN = 8;
    /** Days with fewer chats tell too little by themselves. */
    private static final double FEW = 10;

    /** Looks at the end of a series. */
    static LevelBreak of(DailySeries series, SpecialDays special) {
        double[] values = series.values();
        int n = values.length;
        if (series.mean() < FEW) {
            return NONE;
        }
        double[] logs = IntStream.range(0, n)
                .mapToDouble(i -> special.on(series.day(i)).isEmpty() ? Math.log(Math.max(0.5, values[i])) : Double.NaN)
                .toArray();
        var found = NONE;
        double clearest = LEAST_DEVIATIONS;
        for (int run = LEAST_DAYS; run <= MOST_DAYS; run++) {
            if (n < run + COMPARED_DAYS + LEAST_RUNS) {
                break;
            }
            double change = change(logs, n - run, run);
            if (Double.isNaN(change) || Math.abs(change) < LEAST_CHANGE || !stayed(logs, n - run, run, change)) {
                continue;
            }
            double deviations = Math.abs(change) / usual(logs, run);
            if (deviations > clearest && !sameLastYear(logs, n - run, run, change)) {
                clearest = deviations;
                found = new LevelBreak(n - run, Math.exp(change));
            }
        }
        return found;
    }

    /** A series at its new level. */
    DailySeries evened(DailySeries series) {
        if (day == 0) {
            return series;
        }
        double[] values = series.values().clone();
        for (int i = 0; i < day; i++) {
            values[i] *= factor;
        }
        return new DailySeries(series.start(), values);
    }

    /** What a day's count is multiplied by to be at the new level. */
    double on(int index) {
        return index < day ? factor : 1;
    }

    /** The mean of a run of days less that of the same weekdays in the weeks before it, as logarithms; NaN where too few are known. */
    private static double change(double[] logs, int from, int run) {
        double sum = 0;
        int known = 0;
        for (int i = from; i < from + run; i++) {
            double before = before(logs, from, i);
            if (!Double.isNaN(logs[i] - before)) {
                sum += logs[i] - before;
                known++;
            }
        }
        return known < LEAST_DAYS - 1 ? Double.NaN : sum / known;
    }

    private static double before(double[] logs, int from, int day) {
        double sum = 0;
        int known = 0;
        int newest = day - Math.ceilDiv(day - from + 1, WEEK) * WEEK;
        for (int i = newest; i >= Math.max(0, newest - COMPARED_DAYS + WEEK); i -= WEEK) {
            if (!Double.isNaN(logs[i])) {
                sum += logs[i];
                known++;
            }
        }
        return known == 0 ? Double.NaN : sum / known;
    }

    private static boolean stayed(double[] logs, int from, int run, double change) {
        long less = IntStream.range(from, from + run)
                .filter(i -> (logs[i] - before(logs, from, i)) / change < LEAST_SHARE)
                .count();
        return less <= run / ONE_IN;
    }

    /** How far runs of so many days before were from the weeks before them, by the median, which a change or two do not move. */
    private static double usual(double[] logs, int run) {
        double[] sizes = IntStream.rangeClosed(COMPARED_DAYS, logs.length - 2 * run)
                .mapToDouble(from -> Math.abs(change(logs, from, run)))
                .filter(size -> !Double.isNaN(size))
                .sorted()
                .toArray();
        return sizes.length < LEAST_RUNS / 2
                ? Double.POSITIVE_INFINITY
                : Math.max(
                        1e-3,
                        Arrays.stream(sizes).skip(sizes.length / 2).findFirst().orElse(1) / MEDIAN_DEVIATION);
    }

    private static boolean sameLastYear(double[] logs, int from, int run, double change) {
        int then = from - YEAR_OF_WEEKS;
        return then >= COMPARED_DAYS && Math.abs(change(logs, then, run) - change) < Math.abs(change) / 2;
    }
}
