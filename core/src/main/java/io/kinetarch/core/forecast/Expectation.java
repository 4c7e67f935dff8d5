package io.kinetarch.core.forecast;

import java.util.Arrays;

/** What a model expects of the intervals after a series, kept so that it can be adjusted in no time. */
public final class Expectation {
    private final DayGrid grid;
    private final int firstDay;
    private final double[] whole;
    private final double[] shares;
    private final double[] today;
    private final int horizon;
    private final double together;

    /**
     * Puts together what is expected.
     *
     * @param firstDay of the grid after the last whole day that is known
     * @param whole by the model, in each step from the start of that day
     * @param shares of each step in its day
     * @param today what came in the steps of that day that are known already; NaN where unknown
     * @param horizon steps after those
     * @param together how strongly the counts of a day move together
     */
    Expectation(
            DayGrid grid, int firstDay, double[] whole, double[] shares, double[] today, int horizon, double together) {
        this.grid = grid;
        this.firstDay = firstDay;
        this.whole = whole;
        this.shares = shares;
        this.today = today;
        this.horizon = horizon;
        this.together = together;
    }

    /** What the model expects of each day, from the first on that is not known as a whole. */
    double[] days() {
        var days = new double
                [whole.length == 0 ? 0 : grid.dayOf(grid.firstStep(firstDay) + whole.length - 1) - firstDay + 1];
        for (int i = 0; i < whole.length; i++) {
            days[day(i)] += whole[i];
        }
        return days;
    }

    /** The same expectation with other sums of days; a day of nothing stays so. */
    Expectation with(double[] days) {
        double[] own = days();
        var moved = new double[whole.length];
        Arrays.setAll(moved, i -> own[day(i)] > 0 ? whole[i] * days[day(i)] / own[day(i)] : 0);
        return new Expectation(grid, firstDay, moved, shares, today, horizon, together);
    }

    private int day(int step) {
        return grid.dayOf(grid.firstStep(firstDay) + step) - firstDay;
    }

    /** How strongly the counts of a day move together: what a day is above or below what was expected, as deviation over mean. */
    public double together() {
        return together;
    }

    /** What the model alone expects of each interval. */
    public double[] model() {
        return Arrays.copyOfRange(whole, today.length, today.length + horizon);
    }

    /** What is expected with what planners know, and for the rest of a day begun with what has come of it. */
    public double[] with(Adjustments adjustments) {
        double[] adjusted = adjustments.on(whole, shares, grid, firstDay);
        double factor = restOfDay(today, adjusted, together);
        int left = grid.firstStep(firstDay + 1) - grid.firstStep(firstDay);
        for (int i = today.length; i < left && today.length > 0; i++) {
            adjusted[i] *= factor;
        }
        return Arrays.copyOfRange(adjusted, today.length, today.length + horizon);
    }

    /**
     * By what factor the rest of a day begun is more or less than expected: chats of a day move together by a factor thought of
     * as gamma distributed beforehand, for which the rest follows from Poisson counts (conjugate prior).
     */
    static double restOfDay(double[] came, double[] expected, double together) {
        double sum = 0;
        double due = 0;
        for (int i = 0; i < came.length; i++) {
            if (!Double.isNaN(came[i])) {
                sum += came[i];
                due += expected[i];
            }
        }
        double prior = 1 / Math.max(1e-4, together * together);
        return (prior + sum) / (prior + due);
    }
}
