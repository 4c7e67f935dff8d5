package io.kinetarch.core.hours;

import java.time.LocalDate;
import java.util.List;

/**
 * A stretch of dates with a week of its own, such as a summer timetable.
 *
 * @param from first date
 * @param to last date, included
 * @param weekly the open windows of its weeks in the place of the usual ones; none means closed throughout
 */
public record Season(String name, LocalDate from, LocalDate to, List<WeeklyWindow> weekly) {
    public Season {
        if (name.isBlank()) {
            throw new IllegalArgumentException("a season needs a name");
        }
        if (to.isBefore(from)) {
            throw new IllegalArgumentException(
                    "the season \"" + name + "\" ends on " + to + ", before it starts on " + from);
        }
        weekly = WeekOrder.sorted(weekly);
    }

    boolean holds(LocalDate date) {
        return !date.isBefore(from) && !date.isAfter(to);
    }
}
