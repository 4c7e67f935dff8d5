package io.kinetarch.core.volume;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;

/**
 * Which half-hours without a count had no chats, and which are not known. A half-hour in which nothing at all was counted is a
 * gap if on most days of its weekday something was counted at that time; else it lies outside the hours in which chats come.
 */
public final class KnownSlots {
    private static final int WEEKDAYS = 7;
    private static final int SLOTS = 48;
    private static final double USUALLY = 0.5;

    private final Instant start;
    private final boolean[] gap;

    /**
     * Learns from all counts of a plan.
     *
     * @param from the first day
     * @param until the end of the last half-hour of which something is known
     * @param counted starts of half-hours in which something was counted, as seconds since 1970, in any order, some perhaps
     *     more than once
     */
    public KnownSlots(ZoneId zone, LocalDate from, Instant until, long[] counted) {
        start = from.atStartOfDay(zone).toInstant();
        int steps = Math.toIntExact(Duration.between(start, until).dividedBy(ChatCount.INTERVAL));
        var seen = new boolean[steps];
        for (long second : counted) {
            seen[index(second)] = true;
        }
        var days = new int[WEEKDAYS * SLOTS];
        var with = new int[WEEKDAYS * SLOTS];
        var place = new int[steps];
        for (int i = 0; i < steps; i++) {
            var local = start.plus(ChatCount.INTERVAL.multipliedBy(i)).atZone(zone);
            place[i] = (local.getDayOfWeek().getValue() - 1) * SLOTS + local.getHour() * 2 + local.getMinute() / 30;
            days[place[i]]++;
            with[place[i]] += seen[i] ? 1 : 0;
        }
        gap = new boolean[steps];
        for (int i = 0; i < steps; i++) {
            gap[i] = !seen[i] && with[place[i]] > USUALLY * days[place[i]];
        }
    }

    /** The start of the first half-hour. */
    public Instant start() {
        return start;
    }

    /** The place of a half-hour by its start in seconds since 1970. */
    public int index(long second) {
        return Math.toIntExact((second - start.getEpochSecond()) / ChatCount.INTERVAL.toSeconds());
    }

    /** A series without chats: 0 where that is known, NaN in gaps. */
    public double[] empty() {
        var values = new double[gap.length];
        for (int i = 0; i < values.length; i++) {
            values[i] = gap[i] ? Double.NaN : 0;
        }
        return values;
    }
}
