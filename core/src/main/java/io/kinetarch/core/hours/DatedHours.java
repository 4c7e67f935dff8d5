package io.kinetarch.core.hours;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;

/**
 * One date that is otherwise than its week.
 *
 * @param name why, such as "Christmas Day"
 * @param windows those of that date in the place of all others; none means closed. A window that began the day before runs on
 */
public record DatedHours(LocalDate date, String name, List<DayWindow> windows) {
    public DatedHours {
        if (name.isBlank()) {
            throw new IllegalArgumentException("the exception on " + date + " needs a name");
        }
        windows = windows.stream()
                .sorted(Comparator.comparing(DayWindow::from).thenComparing(DayWindow::to))
                .toList();
    }
}
