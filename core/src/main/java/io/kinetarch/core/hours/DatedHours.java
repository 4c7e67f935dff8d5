package io.kinetarch.core.hours;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;

/**
 * One date that is otherwise than its week.
 *
 * @param name why, such as "Christmas Day"
 * @param windows those of that date in the place of all others; none means closed. A window that began the day before runs on
 * @param yearly whether the same day of each later year is so too, until an exception of a later year says otherwise. The 29th of
 *     February comes in leap years only, as a yearly event of iCalendar does (RFC 5545, 3.3.10: dates that are none are left out)
 */
public record DatedHours(LocalDate date, String name, List<DayWindow> windows, boolean yearly) {
    /** Of this one date only. */
    public DatedHours(LocalDate date, String name, List<DayWindow> windows) {
        this(date, name, windows, false);
    }

    public DatedHours {
        if (name.isBlank()) {
            throw new IllegalArgumentException("the exception on " + date + " needs a name");
        }
        windows = windows.stream()
                .sorted(Comparator.comparing(DayWindow::from).thenComparing(DayWindow::to))
                .toList();
    }

    /** The same with other windows. */
    public DatedHours with(List<DayWindow> others) {
        return new DatedHours(date, name, others, yearly);
    }
}
