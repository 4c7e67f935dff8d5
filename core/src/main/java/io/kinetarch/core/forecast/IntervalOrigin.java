package io.kinetarch.core.forecast;

import io.kinetarch.core.forecast.CalendarRegression.Part;
import java.util.Arrays;

/**
 * The intervals up to a midnight, and what each method makes of the days after it: days are forecast as days and spread by
 * their shape, but where a method knows intervals of its own.
 */
final class IntervalOrigin {
    private static final int WEEK = 7;
    private static final int SMOOTHED_DAYS = 8 * WEEK;
    /** A day of which less is known is not known. */
    private static final double LEAST_KNOWN = 0.5;

    private final DayGrid grid;
    private final double[] values;
    private final int days;
    private final DayShape shape;
    private final DailySeries daily;
    private final DayOrigin whole;

    /**
     * A point in time.
     *
     * @param values by step of the grid; NaN where unknown
     * @param days of the grid before it
     */
    IntervalOrigin(DayGrid grid, double[] values, int days, SpecialDays special) {
        this.grid = grid;
        this.values = Arrays.copyOf(values, Math.min(values.length, grid.firstStep(days)));
        this.days = days;
        shape = DayShape.of(grid, this.values, days, special);
        daily = sums();
        whole = new DayOrigin(daily, special);
    }

    /** The sums of the days. */
    DailySeries daily() {
        return daily;
    }

    DayOrigin whole() {
        return whole;
    }

    /** The intervals of so many days after the point in time. */
    double[] forecast(Method method, int ahead) {
        var forecast = new double[grid.firstStep(days + ahead) - grid.firstStep(days)];
        boolean ownIntervals = method == Method.SMOOTHING && days >= SMOOTHED_DAYS;
        double[] smoothed = ownIntervals ? smoothed(ahead) : new double[0];
        double[] sums = ownIntervals ? new double[ahead] : whole.forecast(method, ahead);
        int first = grid.firstStep(days);
        for (int day = 0; day < ahead; day++) {
            double[] shares = shape.of(grid.day(days + day));
            for (int step = grid.firstStep(days + day); step < grid.firstStep(days + day + 1); step++) {
                int slot = grid.slotOf(step);
                forecast[step - first] = switch (method) {
                    case SAME_WEEKDAY -> lastWeek(day, slot, sums[day] * shares[slot]);
                    case SMOOTHING -> !ownIntervals ? sums[day] * shares[slot] : smoothed[day * grid.slots() + slot];
                    default -> sums[day] * shares[slot];
                };
            }
        }
        return forecast;
    }

    /** Sums of the days after the point in time, spread over their intervals. */
    double[] spread(double[] sums) {
        int first = grid.firstStep(days);
        var spread = new double[grid.firstStep(days + sums.length) - first];
        for (int i = 0; i < spread.length; i++) {
            int day = grid.dayOf(first + i);
            spread[i] = sums[day - days] * shape.of(grid.day(day))[grid.slotOf(first + i)];
        }
        return spread;
    }

    /** The same slot of the newest such weekday, special days evened out. */
    private double lastWeek(int day, int slot, double otherwise) {
        int model = days - WEEK + day % WEEK;
        int step = model < 0 ? -1 : grid.stepAt(model, slot);
        if (step < 0 || Double.isNaN(values[step])) {
            return otherwise;
        }
        return values[step] * special(days + day) / special(model);
    }

    private double special(int day) {
        return whole.regression().factor(Part.SPECIAL, grid.day(day));
    }

    /** Double seasonal smoothing over slots, a day having all of them whatever its clocks did. */
    private double[] smoothed(int ahead) {
        int slots = grid.slots();
        var even = new double[SMOOTHED_DAYS * slots];
        double[] levels = whole.withoutSpecial();
        for (int d = 0; d < SMOOTHED_DAYS; d++) {
            int day = days - SMOOTHED_DAYS + d;
            double[] shares = shape.of(grid.day(day));
            double factor = special(day);
            for (int slot = 0; slot < slots; slot++) {
                int step = grid.stepAt(day, slot);
                even[d * slots + slot] =
                        step < 0 || Double.isNaN(values[step]) ? levels[day] * shares[slot] : values[step] / factor;
            }
        }
        double[] forecast = DoubleSeasonal.forecast(even, slots, WEEK * slots, ahead * slots);
        for (int d = 0; d < ahead; d++) {
            double factor = special(days + d);
            for (int slot = 0; slot < slots; slot++) {
                forecast[d * slots + slot] = Math.max(0, forecast[d * slots + slot] * factor);
            }
        }
        return forecast;
    }

    /** The sums of days; where part of a day is unknown, in proportion to the share of such a day that is known. */
    private DailySeries sums() {
        var sums = new double[days];
        for (int day = 0; day < days; day++) {
            double[] shares = shape.of(grid.day(day));
            double known = 0;
            double sum = 0;
            for (int slot = 0; slot < grid.slots(); slot++) {
                int step = grid.stepAt(day, slot);
                if (step >= 0 && step < values.length && !Double.isNaN(values[step])) {
                    known += shares[slot];
                    sum += values[step];
                } else if (step < 0 && day > 0) {
                    known += shares[slot]; // the clocks skipped it: it could have no chats
                }
            }
            sums[day] = known < LEAST_KNOWN ? Double.NaN : sum / Math.min(1, known);
        }
        return new DailySeries(grid.day(0), sums);
    }
}
