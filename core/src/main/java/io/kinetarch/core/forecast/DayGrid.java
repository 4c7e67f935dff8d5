package io.kinetarch.core.forecast;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;

/**
 * The intervals of a series and of some time after it, by local day and slot of the day. An hour that a clock change repeats
 * has its slots twice, one that is skipped has none.
 */
final class DayGrid {
    private static final int NONE = -1;

    private final LocalDate firstDay;
    private final int slots;
    private final int[] dayOf;
    private final int[] slotOf;
    /** By day, its first step; one entry more than there are days. */
    private final int[] firstStep;
    /** By day and slot, the first step there. */
    private final int[] stepAt;

    /**
     * Lays out a series and the days to come.
     *
     * @param days counted from the day the series starts on
     */
    DayGrid(IntervalSeries series, int days) {
        var zone = series.zone();
        firstDay = series.start().atZone(zone).toLocalDate();
        slots = 24 * 60 / series.minutes();
        var end = firstDay.plusDays(days).atStartOfDay(zone).toInstant();
        int steps = Math.toIntExact(
                Math.ceilDiv(Duration.between(series.start(), end).toMinutes(), (long) series.minutes()));
        dayOf = new int[steps];
        slotOf = new int[steps];
        firstStep = new int[days + 1];
        stepAt = new int[days * slots];
        Arrays.fill(stepAt, NONE);
        var rules = zone.getRules();
        long second = series.start().getEpochSecond();
        int day = 0;
        for (int i = 0; i < steps; i++, second += 60L * series.minutes()) {
            long local = second + rules.getOffset(Instant.ofEpochSecond(second)).getTotalSeconds();
            dayOf[i] = Math.toIntExact(Math.floorDiv(local, 86_400) - firstDay.toEpochDay());
            slotOf[i] = Math.toIntExact(Math.floorMod(local, 86_400) / (60L * series.minutes()));
            while (day < dayOf[i]) {
                firstStep[++day] = i;
            }
            int at = dayOf[i] * slots + slotOf[i];
            if (stepAt[at] == NONE) {
                stepAt[at] = i;
            }
        }
        while (day < days) {
            firstStep[++day] = steps;
        }
    }

    int slots() {
        return slots;
    }

    LocalDate day(int index) {
        return firstDay.plusDays(index);
    }

    int dayOf(int step) {
        return dayOf[step];
    }

    int slotOf(int step) {
        return slotOf[step];
    }

    /** The first step of a day; of the day after the last, the number of steps. */
    int firstStep(int day) {
        return firstStep[day];
    }

    /** The first step of a slot, or -1 where the day has none. */
    int stepAt(int day, int slot) {
        return stepAt[day * slots + slot];
    }
}
