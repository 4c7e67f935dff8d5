package io.kinetarch.core.forecast;

import io.kinetarch.core.forecast.CalendarRegression.Part;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;

/**
 * The intervals up to a midnight, and what each method makes of the days after it: days are forecast as days and spread by
 * their shape, but where a method knows intervals of its own.
 */
final class IntervalOrigin implements Origin {
    private static final int WEEK = 7;
    /** Seasons of day and week are known from three weeks on. */
    private static final int LEAST_BY_INTERVAL = 3 * WEEK;

    private static final int MOST_SMOOTHED = 8 * WEEK;
    private static final int MOST_DECOMPOSED = 26 * WEEK;
    /** A day of which less is known is not known. */
    private static final double LEAST_KNOWN = 0.2;

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

    @Override
    public double[] forecast(Method method, int ahead) {
        if (method.ofIntervals() && !methods().contains(method)) {
            throw Method.Unfit.tooShort(method);
        }
        if (method == Method.INTERVAL_SMOOTHING) {
            return smoothed(ahead);
        }
        if (method == Method.INTERVAL_DECOMPOSITION) {
            return decomposed(ahead);
        }
        double[] forecast = spread(whole.forecast(method, ahead));
        if (method == Method.SAME_WEEKDAY) {
            int first = grid.firstStep(days);
            for (int i = 0; i < forecast.length; i++) {
                forecast[i] = lastWeek(grid.dayOf(first + i), grid.slotOf(first + i), forecast[i]);
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
        int model = days - WEEK + (day - days) % WEEK;
        int step = model < 0 ? -1 : grid.stepAt(model, slot);
        if (step < 0 || Double.isNaN(values[step])) {
            return otherwise;
        }
        return values[step] * whole.levelBreak().on(model) * special(day) / special(model);
    }

    private double special(int day) {
        return whole.regression().factor(Part.SPECIAL, grid.day(day));
    }

    /** The methods for which the days before are enough. */
    Set<Method> methods() {
        var methods = EnumSet.copyOf(whole.methods());
        if (daily.known() >= LEAST_BY_INTERVAL && days >= LEAST_BY_INTERVAL) {
            methods.add(Method.INTERVAL_SMOOTHING);
            methods.add(Method.INTERVAL_DECOMPOSITION);
        }
        return methods;
    }

    private double[] smoothed(int ahead) {
        int slots = grid.slots();
        double[] even = even(Math.min(days / WEEK * WEEK, MOST_SMOOTHED));
        var scale = new Scale(even);
        return onGrid(scale.back(DoubleSeasonal.forecast(scale.to(even), slots, WEEK * slots, ahead * slots)), ahead);
    }

    private double[] decomposed(int ahead) {
        int slots = grid.slots();
        double[] even = even(Math.min(days, MOST_DECOMPOSED));
        var scale = new Scale(even);
        return onGrid(scale.back(CarriedRest.forecast(scale.to(even), ahead * slots, slots, WEEK * slots)), ahead);
    }

    /** The last days by slot, as if none were special and a day had all of them whatever its clocks did, without gaps. */
    private double[] even(int known) {
        int slots = grid.slots();
        var even = new double[known * slots];
        double[] levels = whole.withoutSpecial();
        for (int d = 0; d < known; d++) {
            int day = days - known + d;
            double[] shares = shape.of(grid.day(day));
            double factor = special(day) / whole.levelBreak().on(day);
            for (int slot = 0; slot < slots; slot++) {
                int step = grid.stepAt(day, slot);
                even[d * slots + slot] =
                        step < 0 || Double.isNaN(values[step]) ? levels[day] * shares[slot] : values[step] / factor;
            }
        }
        return even;
    }

    /** What is expected of the slots of days to come, on the steps that they have and with what is special of them. */
    private double[] onGrid(double[] bySlot, int ahead) {
        int slots = grid.slots();
        int first = grid.firstStep(days);
        var forecast = new double[grid.firstStep(days + ahead) - first];
        for (int i = 0; i < forecast.length; i++) {
            int day = grid.dayOf(first + i);
            forecast[i] = Math.max(0, bySlot[(day - days) * slots + grid.slotOf(first + i)] * special(day));
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
