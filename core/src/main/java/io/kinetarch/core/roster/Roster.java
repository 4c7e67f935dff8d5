package io.kinetarch.core.roster;

import io.kinetarch.core.hours.DayWindow;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.presence.Presences;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * The shifts of a week.
 *
 * @param monday its first day
 * @param shifts that start in it, by person and date; at most one each
 */
public record Roster(LocalDate monday, List<Shift> shifts) {
    public Roster {
        shifts = shifts.stream()
                .sorted(Comparator.comparing((Shift shift) -> shift.operator().value())
                        .thenComparing(Shift::date))
                .toList();
        var seen = new HashSet<>();
        for (var shift : shifts) {
            if (shift.date().isBefore(monday) || !shift.date().isBefore(monday.plusWeeks(1))) {
                throw new PlanRefusal(
                        "/date", "a shift on " + shift.date() + " is not in the week from Monday " + monday);
            }
            if (!seen.add(List.of(shift.operator(), shift.date()))) {
                throw new PlanRefusal(
                        "/date",
                        "\"" + shift.operator().value() + "\" has two shifts on " + shift.date()
                                + "; make one of them, with a break between");
            }
        }
    }

    /** A week without a shift. */
    public static Roster empty(LocalDate monday) {
        return new Roster(monday, List.of());
    }

    /** What people usually work, as shifts: each of their windows is one, set by hand; of windows on one day, the first. */
    public static Roster usual(Plan plan, RosterRules rules, LocalDate monday) {
        var shifts = new ArrayList<Shift>();
        for (var operator : plan.operators()) {
            var days = new HashSet<DayOfWeek>();
            for (var window : operator.presence()) {
                int minutes = (int) Math.min(window.length().toMinutes(), 24 * 60 - ShiftKind.STEP);
                if (days.add(window.day())) {
                    shifts.add(Shift.guessed(
                            rules,
                            operator.id(),
                            monday.plusDays(window.day().getValue() - 1L)
                                    .atTime(window.from().truncatedTo(ChronoUnit.HOURS))
                                    .plusMinutes(window.from().getMinute() < ShiftKind.STEP ? 0 : ShiftKind.STEP),
                            Math.max(ShiftKind.STEP, minutes / ShiftKind.STEP * ShiftKind.STEP)));
                }
            }
        }
        return new Roster(monday, shifts);
    }

    /** The same shifts in the week after. */
    public Roster aWeekLater() {
        return new Roster(
                monday.plusWeeks(1),
                shifts.stream()
                        .map(shift -> new Shift(
                                shift.operator(),
                                shift.date().plusWeeks(1),
                                shift.start(),
                                shift.minutes(),
                                shift.pauses(),
                                shift.kind(),
                                shift.fixed()))
                        .toList());
    }

    /** The shifts of somebody, in their order. */
    public List<Shift> of(OperatorId operator) {
        return shifts.stream()
                .filter(shift -> shift.operator().equals(operator))
                .toList();
    }

    /** The shift of somebody on a date. */
    public Optional<Shift> on(OperatorId operator, LocalDate date) {
        return shifts.stream()
                .filter(shift ->
                        shift.operator().equals(operator) && shift.date().equals(date))
                .findFirst();
    }

    /** This roster with another shift for somebody's day. */
    public Roster with(Shift shift) {
        return new Roster(
                monday,
                Stream.concat(without(shift.operator(), shift.date()).shifts.stream(), Stream.of(shift))
                        .toList());
    }

    /** This roster with somebody's day off. */
    public Roster without(OperatorId operator, LocalDate date) {
        return new Roster(
                monday,
                shifts.stream()
                        .filter(shift -> !shift.operator().equals(operator)
                                || !shift.date().equals(date))
                        .toList());
    }

    /** Somebody's date. */
    public record Day(OperatorId operator, LocalDate date) {}

    /** The days on which this roster and another of the same week differ. */
    public Set<Day> differences(Roster other) {
        var days = new LinkedHashSet<Day>();
        Stream.concat(
                        shifts.stream().filter(shift -> !other.shifts.contains(shift)),
                        other.shifts.stream().filter(shift -> !shifts.contains(shift)))
                .forEach(shift -> days.add(shift.day()));
        return days;
    }

    /** This roster with the days given as another of the same week has them. */
    public Roster withDaysOf(Roster other, Set<Day> days) {
        return new Roster(
                monday,
                Stream.concat(
                                shifts.stream().filter(shift -> !days.contains(shift.day())),
                                other.shifts.stream().filter(shift -> days.contains(shift.day())))
                        .toList());
    }

    /**
     * Presence by rosters: a person is present while they work in a week that they are rostered in, and not otherwise; in other
     * weeks, as usual.
     *
     * @param people whom each of the rosters is about
     */
    public static Presences presences(Map<Roster, ? extends Collection<OperatorId>> people) {
        var dated = new HashMap<OperatorId, NavigableMap<LocalDate, List<DayWindow>>>();
        var whole = new HashMap<OperatorId, HashSet<LocalDate>>();
        people.forEach((roster, rostered) -> {
            for (var operator : rostered) {
                var windows = dated.computeIfAbsent(operator, _ -> new TreeMap<>());
                roster.monday.datesUntil(roster.monday.plusWeeks(1)).forEach(date -> {
                    whole.computeIfAbsent(operator, _ -> new HashSet<>()).add(date);
                    windows.computeIfAbsent(date, _ -> new ArrayList<>());
                });
                for (var shift : roster.of(operator)) {
                    for (var stretch : shift.stretches()) {
                        // what follows a break after midnight begins on the next date
                        windows.computeIfAbsent(stretch.from().toLocalDate(), _ -> new ArrayList<>())
                                .add(new DayWindow(
                                        stretch.from().toLocalTime(),
                                        stretch.to().toLocalTime()));
                    }
                }
            }
        });
        var days = new HashMap<OperatorId, NavigableMap<LocalDate, Presences.Day>>();
        dated.forEach((operator, windows) -> {
            var known = whole.getOrDefault(operator, new HashSet<>());
            var byDate = new TreeMap<LocalDate, Presences.Day>();
            windows.forEach((date, list) -> byDate.put(date, new Presences.Day(list, known.contains(date))));
            days.put(operator, byDate);
        });
        return new Presences(days);
    }
}
