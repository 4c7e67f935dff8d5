package io.kinetarch.core.forecast;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * The plainest honest forecast of a half-hour: the mean of the same half-hour of the week over the last
 * {@value #WEEKS} weeks, special days left out.
 */
public final class WeeklyMean {
    /** How many weeks are looked back on. */
    public static final int WEEKS = 6;

    private final ZoneId zone;
    private final LocalDate from;
    private final LocalDate until;
    private final Set<LocalDate> leftOut;
    private final Map<SlotOfWeek, Sum> sums = new HashMap<>();

    private record SlotOfWeek(DayOfWeek day, LocalTime time) {}

    private static final class Sum {
        private double total;
        private int count;
    }

    /**
     * A forecast that has seen nothing yet.
     *
     * @param zone whose weeks are meant
     * @param until the day after the last one that counts
     * @param leftOut dates that do not count, such as public holidays
     */
    public WeeklyMean(ZoneId zone, LocalDate until, Set<LocalDate> leftOut) {
        this.zone = zone;
        this.from = until.minusWeeks(WEEKS);
        this.until = until;
        this.leftOut = Set.copyOf(leftOut);
    }

    /** Takes one observed half-hour; those outside the weeks looked back on are passed over. */
    public void observe(Instant startsAt, double value) {
        var local = startsAt.atZone(zone);
        LocalDate date = local.toLocalDate();
        if (date.isBefore(from) || !date.isBefore(until) || leftOut.contains(date)) {
            return;
        }
        var sum = sums.computeIfAbsent(slot(startsAt), _ -> new Sum());
        sum.total += value;
        sum.count++;
    }

    /** The expected value of the half-hour that starts then; none if its like was never observed. */
    public OptionalDouble at(Instant startsAt) {
        var sum = sums.get(slot(startsAt));
        return sum == null ? OptionalDouble.empty() : OptionalDouble.of(sum.total / sum.count);
    }

    private SlotOfWeek slot(Instant startsAt) {
        var local = startsAt.atZone(zone);
        return new SlotOfWeek(local.getDayOfWeek(), local.toLocalTime());
    }
}
