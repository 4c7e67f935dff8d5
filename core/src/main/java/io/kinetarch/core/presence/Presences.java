package io.kinetarch.core.presence;

import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.DayWindow;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/**
 * When operators are present: as is set for a date, else as they usually are.
 *
 * @param dated what is set, by operator and date
 */
public record Presences(Map<OperatorId, NavigableMap<LocalDate, Day>> dated) {
    /** Nothing is set for any date. */
    public static final Presences USUAL = new Presences(Map.of());

    /** Farther away than this nothing is asked of a date. */
    private static final int DAYS_LOOKED_AT = 21;

    public Presences {
        dated = Map.copyOf(dated);
    }

    /**
     * A date of an operator.
     *
     * @param windows in which they are present; one may run on over midnight
     * @param whole whether they are all; if not, they come on top of the usual ones
     */
    public record Day(List<DayWindow> windows, boolean whole) {
        public Day {
            windows = List.copyOf(windows);
        }
    }

    /** The hours that an operator is present, right for the three weeks before and after a date. */
    public OpeningHours of(Operator operator, ZoneId zone, LocalDate around) {
        var usual = OpeningHours.weekly(zone, operator.presence());
        var days = dated.getOrDefault(operator.id(), new TreeMap<>())
                .subMap(around.minusDays(DAYS_LOOKED_AT), true, around.plusDays(DAYS_LOOKED_AT), true);
        return usual.withExceptions(days.entrySet().stream()
                .map(entry ->
                        new DatedHours(entry.getKey(), "the roster", windows(entry.getValue(), usual, entry.getKey())))
                .toList());
    }

    /** Whether a date of an operator is set as a whole, as by a roster. */
    public boolean sets(OperatorId operator, LocalDate date) {
        var days = dated.get(operator);
        var day = days == null ? null : days.get(date);
        return day != null && day.whole();
    }

    /** Whether a date is set for anybody. */
    public boolean sets(LocalDate date) {
        return dated.values().stream().anyMatch(days -> {
            var day = days.get(date);
            return day != null && day.whole();
        });
    }

    private static List<DayWindow> windows(Day day, OpeningHours usual, LocalDate date) {
        if (day.whole()) {
            return day.windows();
        }
        var both = new ArrayList<>(usual.on(date).windows());
        both.addAll(day.windows());
        return both;
    }
}
