package io.kinetarch.core.staffing;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.IsoFields;
import java.time.temporal.TemporalAdjusters;
import java.util.List;
import java.util.stream.Stream;

/**
 * A week from Monday to Sunday in half-hours: 336 of them, two less or more when the clocks change.
 *
 * @param monday its first day
 */
public record WeekOfHalfHours(ZoneId zone, LocalDate monday) {
    /** The length of a slot. */
    public static final Duration SLOT = Duration.ofMinutes(30);

    public WeekOfHalfHours {
        if (monday.getDayOfWeek() != DayOfWeek.MONDAY) {
            throw new IllegalArgumentException("a week starts on Monday; " + monday + " is a " + monday.getDayOfWeek());
        }
    }

    /** The first whole week after an instant. */
    public static WeekOfHalfHours after(Instant instant, ZoneId zone) {
        return new WeekOfHalfHours(
                zone, instant.atZone(zone).toLocalDate().with(TemporalAdjusters.next(DayOfWeek.MONDAY)));
    }

    /** The week that a day is in. */
    public static WeekOfHalfHours of(LocalDate day, ZoneId zone) {
        return new WeekOfHalfHours(zone, day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY)));
    }

    /** Its number by ISO 8601, such as 2026-W48: the week is of the year that its Thursday is in. */
    public String iso() {
        return iso(monday);
    }

    /** The number of the week from a Monday. */
    public static String iso(LocalDate monday) {
        return "%d-W%02d"
                .formatted(monday.get(IsoFields.WEEK_BASED_YEAR), monday.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR));
    }

    /** The starts of its half-hours. */
    public List<Instant> slots() {
        Instant end = monday.plusWeeks(1).atStartOfDay(zone).toInstant();
        return Stream.iterate(
                        monday.atStartOfDay(zone).toInstant(), slot -> slot.isBefore(end), slot -> slot.plus(SLOT))
                .toList();
    }
}
