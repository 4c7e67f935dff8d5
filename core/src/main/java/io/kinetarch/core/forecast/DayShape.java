package io.kinetarch.core.forecast;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * How the chats of a day spread over its slots: for each weekday from the last weeks, newer ones counting more, by as much as
 * would have foretold the newest days best; for special days from earlier ones of their name, the more so the more chats those
 * had.
 */
final class DayShape {
    private static final int WEEKDAYS = 7;
    private static final int MOST_DAYS = 26 * WEEKDAYS;
    /** A day of such an age counts half: from shapes that change within a few weeks to those that stay. */
    private static final double[] HALF_LIVES = {10, 20, 40, 80};

    private static final int JUDGED_DAYS = 8 * WEEKDAYS;
    /** So many chats of all weekdays stand behind each weekday's own. */
    private static final double SHARED_CHATS = 30;

    private static final double LEAST_SHARE = 1e-6;

    private final SpecialDays special;
    private final double[][] weekdays;
    private final Map<String, double[]> names = new HashMap<>();
    private final double oneDay;

    private DayShape(SpecialDays special, double[][] weekdays, double oneDay) {
        this.special = special;
        this.weekdays = weekdays;
        this.oneDay = oneDay;
    }

    /**
     * Learns from the days up to a day, which is not included.
     *
     * @param values by step of the grid; NaN where unknown
     */
    static DayShape of(DayGrid grid, double[] values, int untilDay, SpecialDays special) {
        double best = HALF_LIVES[0];
        double least = Double.POSITIVE_INFINITY;
        for (double halfLife : HALF_LIVES) {
            double deviance = deviance(grid, values, untilDay, special, halfLife);
            if (deviance <= least) {
                least = deviance;
                best = halfLife;
            }
        }
        return of(grid, values, untilDay, special, best);
    }

    /**
     * How far the shapes known before each of the newest days were from it: the deviance of multinomial counts, up to what is
     * the same for all half-lives.
     */
    private static double deviance(DayGrid grid, double[] values, int untilDay, SpecialDays special, double halfLife) {
        int slots = grid.slots();
        var sums = new double[WEEKDAYS][slots];
        var all = new double[slots];
        double kept = Math.pow(0.5, 1 / halfLife);
        double deviance = 0;
        for (int day = Math.max(0, untilDay - MOST_DAYS); day < untilDay; day++) {
            for (double[] sum : sums) {
                scale(sum, kept);
            }
            scale(all, kept);
            var date = grid.day(day);
            if (!special.on(date).isEmpty()) {
                continue;
            }
            double[] own = sums[weekday(date)];
            double ownAll = Arrays.stream(own).sum();
            double everything = Arrays.stream(all).sum();
            boolean judged = day >= untilDay - JUDGED_DAYS && ownAll > 0;
            for (int step = grid.firstStep(day); step < Math.min(grid.firstStep(day + 1), values.length); step++) {
                double came = values[step];
                int slot = grid.slotOf(step);
                if (Double.isNaN(came)) {
                    continue;
                }
                if (judged && came > 0) {
                    double share = (own[slot] + SHARED_CHATS * all[slot] / everything) / (ownAll + SHARED_CHATS);
                    deviance -= came * Math.log(Math.max(LEAST_SHARE, share));
                }
                own[slot] += came;
                all[slot] += came;
            }
        }
        return deviance;
    }

    private static void scale(double[] values, double by) {
        for (int i = 0; i < values.length; i++) {
            values[i] *= by;
        }
    }

    private static DayShape of(DayGrid grid, double[] values, int untilDay, SpecialDays special, double halfLife) {
        int slots = grid.slots();
        var sums = new double[WEEKDAYS][slots];
        var known = new double[WEEKDAYS][slots];
        var all = new double[slots];
        var allKnown = new double[slots];
        double chats = 0;
        int days = 0;
        for (int day = Math.max(0, untilDay - MOST_DAYS); day < untilDay; day++) {
            var date = grid.day(day);
            if (!special.on(date).isEmpty()) {
                continue;
            }
            double weight = Math.pow(0.5, (untilDay - day) / halfLife);
            double[] sum = sums[weekday(date)];
            for (int step = grid.firstStep(day); step < Math.min(grid.firstStep(day + 1), values.length); step++) {
                if (!Double.isNaN(values[step])) {
                    sum[grid.slotOf(step)] += weight * values[step];
                    known[weekday(date)][grid.slotOf(step)] += weight;
                    all[grid.slotOf(step)] += weight * values[step];
                    allKnown[grid.slotOf(step)] += weight;
                    chats += values[step];
                }
            }
            days++;
        }
        asIfKnown(all, allKnown);
        toShares(all);
        for (int weekday = 0; weekday < WEEKDAYS; weekday++) {
            double[] sum = sums[weekday];
            asIfKnown(sum, known[weekday]);
            fillUp(sum, known[weekday], all);
            double own = Arrays.stream(sum).sum();
            for (int slot = 0; slot < slots; slot++) {
                sum[slot] = (sum[slot] + SHARED_CHATS * all[slot]) / (own + SHARED_CHATS);
            }
            toShares(sum);
        }
        var shape = new DayShape(special, sums, Math.max(1, chats / Math.max(1, days)));
        shape.learnSpecial(grid, values, untilDay);
        return shape;
    }

    /** What is not known of a slot is thought to be like what is: its sum as if it were known as often as the slot known best. */
    private static void asIfKnown(double[] sums, double[] known) {
        double best = Arrays.stream(known).max().orElse(0);
        for (int slot = 0; slot < sums.length; slot++) {
            sums[slot] = known[slot] == 0 ? 0 : sums[slot] * best / known[slot];
        }
    }

    /** Slots of which a weekday knows nothing are thought to be as on all weekdays. */
    private static void fillUp(double[] sums, double[] known, double[] shares) {
        double sum = 0;
        double share = 0;
        for (int slot = 0; slot < sums.length; slot++) {
            sum += sums[slot];
            share += known[slot] == 0 ? 0 : shares[slot];
        }
        for (int slot = 0; slot < sums.length && share > 0; slot++) {
            sums[slot] = known[slot] == 0 ? sum / share * shares[slot] : sums[slot];
        }
    }

    private void learnSpecial(DayGrid grid, double[] values, int untilDay) {
        for (int day = 0; day < untilDay; day++) {
            for (String name : special.on(grid.day(day))) {
                double[] sum = names.computeIfAbsent(name, _ -> new double[grid.slots()]);
                for (int step = grid.firstStep(day); step < Math.min(grid.firstStep(day + 1), values.length); step++) {
                    sum[grid.slotOf(step)] += Double.isNaN(values[step]) ? 0 : values[step];
                }
            }
        }
    }

    /** The shares of a day's slots, which make 1 on a day whose clocks stand still. */
    double[] of(LocalDate day) {
        double[] usual = weekdays[weekday(day)];
        for (String name : special.on(day)) {
            double[] own = names.get(name);
            if (own != null) {
                var mixed = new double[usual.length];
                for (int slot = 0; slot < mixed.length; slot++) {
                    mixed[slot] = own[slot] + oneDay * usual[slot];
                }
                toShares(mixed);
                return mixed;
            }
        }
        return usual;
    }

    private static int weekday(LocalDate day) {
        return day.getDayOfWeek().getValue() - 1;
    }

    private static void toShares(double[] sums) {
        double all = Arrays.stream(sums).sum();
        for (int slot = 0; slot < sums.length; slot++) {
            sums[slot] = all == 0 ? 1.0 / sums.length : sums[slot] / all;
        }
    }
}
