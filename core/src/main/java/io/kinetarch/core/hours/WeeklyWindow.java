package io.kinetarch.core.hours;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.time.format.TextStyle;
import java.util.Locale;

/**
 * A stretch of every week, in local time: from {@code from} (inclusive) on {@code day} to {@code to} (exclusive). Where
 * {@code to} is not after {@code from} the window runs over midnight; 00:00 to 00:00 is the whole day.
 */
public record WeeklyWindow(DayOfWeek day, LocalTime from, LocalTime to) {

    public WeeklyWindow {
        var _ = new DayWindow(from, to);
    }

    /** The same on one day. */
    public DayWindow onItsDay() {
        return new DayWindow(from, to);
    }

    /** The window's length on a wall clock that never changes. */
    public Duration length() {
        return onItsDay().length();
    }

    /** Its times as people write them: "07:00–21:00". */
    public String times() {
        return onItsDay().toString();
    }

    /** As people write it: "Tuesday 07:00–21:00". */
    @Override
    public String toString() {
        return day.getDisplayName(TextStyle.FULL, Locale.ENGLISH) + " " + times();
    }
}
