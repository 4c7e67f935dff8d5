package io.kinetarch.core.hours;

import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;

/**
 * A stretch of a day in local time: {@code from} (inclusive) to {@code to} (exclusive). Where {@code to} is not after
 * {@code from} the window runs over midnight; 00:00 to 00:00 is the whole day. It belongs to the day that it begins on.
 */
public record DayWindow(LocalTime from, LocalTime to) {
    public static final DayWindow WHOLE_DAY = new DayWindow(LocalTime.MIDNIGHT, LocalTime.MIDNIGHT);

    public DayWindow {
        if (from.equals(to) && !from.equals(LocalTime.MIDNIGHT)) {
            throw new IllegalArgumentException(
                    "a window from " + from + " to " + to + " has no length; for a whole day write 00:00 to 00:00");
        }
    }

    /** The window's length on a wall clock that never changes. */
    public Duration length() {
        var length = Duration.between(from, to);
        return length.isPositive() ? length : length.plusDays(1);
    }

    /** When it begins if it belongs to a date. */
    public LocalDateTime start(LocalDate date) {
        return date.atTime(from);
    }

    /** When it ends if it belongs to a date, perhaps on the next one. */
    public LocalDateTime end(LocalDate date) {
        return start(date).plus(length());
    }

    boolean covers(LocalDate date, LocalDateTime local) {
        return !local.isBefore(start(date)) && local.isBefore(end(date));
    }

    /** As people write it: "07:00–21:00". */
    @Override
    public String toString() {
        return from + "–" + (to.equals(LocalTime.MIDNIGHT) ? "24:00" : to);
    }
}
