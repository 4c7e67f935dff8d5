package io.kinetarch.core.forecast;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;

/**
 * Finds days far from what the calendar and the weeks around them let expect, and lasting changes of the level. Deviations are
 * logarithms of what came over what the regression expects; the level around a day is their running median, their usual size
 * the median absolute deviation, neither of which a few wild days can move (Hampel 1974; Leys et al. 2013).
 */
public final class UnusualDays {
    /** So many usual deviations off is far: about one ordinary day in 20,000. */
    private static final double FAR = 4;

    private static final double LEAST_CHANGE = Math.log(1.25);
    private static final int AROUND = 28;
    private static final int LONGEST_RUN = 21;
    private static final double TO_STANDARD_DEVIATION = 1.4826;
    private static final double LEAST_SPREAD = 0.02;
    private static final int LEAST_DAYS = 56;

    private UnusualDays() {}

    /**
     * Days in a row that were unusual in the same direction.
     *
     * @param last included
     * @param factor what came over what was expected
     */
    public record Run(LocalDate first, LocalDate last, double factor) {}

    /**
     * A lasting change.
     *
     * @param from the first day of the new level
     * @param factor of the new level over the old one
     */
    public record Shift(LocalDate from, double factor) {}

    /** What was found. */
    public record Found(List<Run> runs, List<Shift> shifts) {}

    /** Searches a series; in one of less than {@value #LEAST_DAYS} days only what can be nothing but an error is unusual yet. */
    public static Found in(DailySeries series, SpecialDays special) {
        var wild = WildDays.in(series, special);
        if (series.known() < LEAST_DAYS || series.mean() == 0) {
            return new Found(
                    wild.stream()
                            .mapToObj(day -> new Run(
                                    series.day(day), series.day(day), series.values()[day] / tame(series, wild)))
                            .toList(),
                    List.of());
        }
        double[] off = deviations(series, CalendarRegression.of(WildDays.without(series, wild), special));
        double[] level = new double[off.length];
        for (int i = 0; i < off.length; i++) {
            level[i] = median(off, i - AROUND, i + AROUND + 1).orElse(0);
        }
        double[] around = new double[off.length];
        for (int i = 0; i < off.length; i++) {
            around[i] = Math.abs(off[i] - level[i]);
        }
        double spread = Math.max(
                LEAST_SPREAD,
                TO_STANDARD_DEVIATION * median(around, 0, around.length).orElse(LEAST_SPREAD));
        return new Found(runs(series, special, off, level, spread), shifts(series, off, spread));
    }

    private static double tame(DailySeries series, BitSet wild) {
        return Math.max(1, WildDays.without(series, wild).mean());
    }

    /** Half a chat is added on both sides, so that days without chats have a logarithm. */
    private static double[] deviations(DailySeries series, CalendarRegression regression) {
        return IntStream.range(0, series.length())
                .mapToDouble(i -> Math.log((series.values()[i] + 0.5) / (regression.regular(series.day(i)) + 0.5)))
                .toArray();
    }

    private static List<Run> runs(
            DailySeries series, SpecialDays special, double[] off, double[] level, double spread) {
        var runs = new ArrayList<Run>();
        int i = 0;
        while (i < off.length) {
            int sign = far(off[i] - level[i], spread, series, i, special);
            if (sign == 0) {
                i++;
                continue;
            }
            int last = i;
            // A day between two unusual ones belongs to them.
            for (int k = i + 1; k < off.length && k <= last + 2 && k - i < LONGEST_RUN; k++) {
                if (far(off[k] - level[k], spread, series, k, special) == sign) {
                    last = k;
                }
            }
            int first = i;
            double factor = Math.exp(IntStream.rangeClosed(first, last)
                    .mapToDouble(k -> off[k] - level[k])
                    .filter(deviation -> !Double.isNaN(deviation))
                    .average()
                    .orElse(0));
            runs.add(new Run(series.day(first), series.day(last), factor));
            i = last + 1;
        }
        return runs;
    }

    /** 1 where a day is far above, -1 where far below. Days that have a name already are known to be unlike others. */
    private static int far(double deviation, double spread, DailySeries series, int index, SpecialDays special) {
        if (Double.isNaN(deviation) || !special.on(series.day(index)).isEmpty()) {
            return 0;
        }
        // Rare chats vary by chance beyond what the usual size tells.
        double chance = 1 / Math.sqrt(Math.max(1, Math.min(series.mean(), series.values()[index] + 1)));
        double limit = Math.max(LEAST_CHANGE, FAR * Math.max(spread, chance));
        return deviation > limit ? 1 : deviation < -limit ? -1 : 0;
    }

    private static List<Shift> shifts(DailySeries series, double[] off, double spread) {
        var change = new double[off.length];
        for (int i = AROUND; i + AROUND <= off.length; i++) {
            change[i] = median(off, i, i + AROUND).orElse(0)
                    - median(off, i - AROUND, i).orElse(0);
        }
        double limit = Math.max(LEAST_CHANGE, FAR * spread / Math.sqrt(AROUND / 2.0));
        var shifts = new ArrayList<Shift>();
        for (int i = AROUND; i + AROUND <= off.length; i++) {
            double size = Math.abs(change[i]);
            int from = Math.max(0, i - AROUND);
            if (size > limit
                    && size
                            == Arrays.stream(change, from, Math.min(change.length, i + AROUND))
                                    .map(Math::abs)
                                    .max()
                                    .orElse(0)) {
                int at = Math.clamp(sharpest(off, i), AROUND, off.length - AROUND);
                double factor = change(series.values(), at);
                if (Math.abs(Math.log(factor)) > LEAST_CHANGE) {
                    shifts.add(new Shift(series.day(at), factor));
                }
                i += AROUND;
            }
        }
        return shifts;
    }

    /** The day near another from which two levels fit the weeks around best, by absolute deviations. */
    private static int sharpest(double[] off, int near) {
        int from = Math.max(0, near - AROUND);
        int until = Math.min(off.length, near + AROUND);
        return IntStream.rangeClosed(near - AROUND / 2, near + AROUND / 2)
                .boxed()
                .min(Comparator.comparingDouble(day -> misfit(off, from, day) + misfit(off, day, until)))
                .orElse(near);
    }

    private static double misfit(double[] off, int from, int until) {
        double level = median(off, from, until).orElse(0);
        return Arrays.stream(off, Math.max(0, from), Math.min(off.length, Math.max(from, until)))
                .filter(deviation -> !Double.isNaN(deviation))
                .map(deviation -> Math.abs(deviation - level))
                .sum();
    }

    /** The median of four weeks over the four before, weekday by weekday: the regression may have taken part of the change. */
    private static double change(double[] values, int at) {
        double[] ratios = IntStream.range(0, AROUND)
                .mapToDouble(k -> (values[at + k] + 0.5) / (values[at - AROUND + k] + 0.5))
                .toArray();
        return median(ratios, 0, AROUND).orElse(1);
    }

    private static OptionalDouble median(double[] values, int from, int until) {
        double[] known = Arrays.stream(values, Math.max(0, from), Math.min(values.length, until))
                .filter(value -> !Double.isNaN(value))
                .sorted()
                .toArray();
        int n = known.length;
        return n == 0 ? OptionalDouble.empty() : OptionalDouble.of((known[(n - 1) / 2] + known[n / 2]) / 2);
    }
}
