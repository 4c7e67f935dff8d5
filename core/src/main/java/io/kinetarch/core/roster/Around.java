package io.kinetarch.core.roster;

import io.kinetarch.core.plan.OperatorId;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * The shifts on both sides of a week that is rostered, for rest and days in a row.
 *
 * @param before of earlier weeks, as far back as people may work in a row
 * @param after of the week after it
 */
public record Around(List<Shift> before, List<Shift> after) {
    /** Nobody works before or after. */
    public static final Around NOTHING = new Around(List.of(), List.of());

    /** So many weeks before one have to be known, since people may work up to two weeks in a row. */
    public static final int WEEKS_BEFORE = 3;

    public Around {
        before = inOrder(before);
        after = inOrder(after);
    }

    /** What some rosters have on both sides of a week. */
    public static Around of(LocalDate monday, List<Roster> rosters) {
        return new Around(
                shifts(rosters).filter(shift -> shift.date().isBefore(monday)).toList(),
                shifts(rosters)
                        .filter(shift -> !shift.date().isBefore(monday.plusWeeks(1)))
                        .toList());
    }

    private static Stream<Shift> shifts(List<Roster> rosters) {
        return rosters.stream().flatMap(roster -> roster.shifts().stream());
    }

    private static List<Shift> inOrder(List<Shift> shifts) {
        return shifts.stream().sorted(Comparator.comparing(Shift::startsAt)).toList();
    }

    List<Shift> before(OperatorId operator) {
        return of(before, operator);
    }

    List<Shift> after(OperatorId operator) {
        return of(after, operator);
    }

    private static List<Shift> of(List<Shift> shifts, OperatorId operator) {
        return shifts.stream()
                .filter(shift -> shift.operator().equals(operator))
                .toList();
    }
}
