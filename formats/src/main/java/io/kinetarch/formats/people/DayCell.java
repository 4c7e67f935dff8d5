package io.kinetarch.formats.people;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.formats.table.UnusableLine;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** When somebody is there on a day of the week, as it stands in a cell: "08:00-12:00; 13:00-17:00"; nothing where they are not. */
final class DayCell {
    private static final Pattern BETWEEN = Pattern.compile("[;,]");
    private static final Pattern WINDOW =
            Pattern.compile("(\\d{1,2})(?:[:.](\\d{2}))?\\s*(?:-|–|to|bis|à)\\s*(\\d{1,2})(?:[:.](\\d{2}))?");

    /** Midnight as the end of a day, which people write as an hour of its own. */
    private static final int END_OF_DAY = 24;

    private DayCell() {}

    static String write(List<WeeklyWindow> week, DayOfWeek day) {
        return week.stream()
                .filter(window -> window.day() == day)
                .map(window -> window.from() + "-" + window.to())
                .collect(Collectors.joining("; "));
    }

    static List<WeeklyWindow> read(String cell, DayOfWeek day) throws UnusableLine {
        var windows = new ArrayList<WeeklyWindow>();
        for (String part : BETWEEN.splitAsStream(cell).toList()) {
            if (!part.isBlank()) {
                windows.add(window(part.strip(), day));
            }
        }
        return windows;
    }

    private static WeeklyWindow window(String text, DayOfWeek day) throws UnusableLine {
        var parts = WINDOW.matcher(text);
        try {
            if (parts.matches()) {
                return new WeeklyWindow(
                        day, time(parts.group(1), parts.group(2)), time(parts.group(3), parts.group(4)));
            }
        } catch (DateTimeException e) {
            throw new UnusableLine("hours", "\"" + text + "\" is no time of day: " + e.getMessage());
        }
        throw new UnusableLine(
                "hours",
                "\"" + text + "\" are no hours; write them such as 08:00-12:00; 13:00-17:00, or leave the day empty");
    }

    private static LocalTime time(String hour, String minute) {
        int hours = Integer.parseInt(hour);
        int minutes = minute == null ? 0 : Integer.parseInt(minute);
        return hours == END_OF_DAY && minutes == 0 ? LocalTime.MIDNIGHT : LocalTime.of(hours, minutes);
    }
}
