package io.kinetarch.core.roster;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** One person's week: what they may work on each day, and what went before. Minutes count from Monday 0:00 by the wall clock. */
final class PersonWeek {
    static final int DAYS = 7;
    static final int A_DAY = 24 * 60;
    private static final int NEVER = Integer.MIN_VALUE / 2;

    final Operator operator;
    final Terms terms;
    final RosterRules rules;
    final LocalDate monday;
    /** Shifts set by hand, by day; empty where the day is free. */
    final List<Optional<Shift>> fixed;
    /** End of the last shift of the week before, in minutes before Monday as a negative number; far back if there is none. */
    final int lastEnd;
    /** Days worked in a row up to the Sunday before. */
    final int daysBefore;
    /** Start of the first shift of the week after; far ahead if there is none. */
    final int nextStart;
    /** Days worked in a row from the Monday after. */
    final int daysAfter;

    private final ZoneId zone;

    private final boolean[] canWork;
    private final boolean[] open;

    PersonWeek(Plan plan, RosterRules rules, Operator operator, Roster set, Around around) {
        this.operator = operator;
        this.rules = rules;
        this.terms = rules.of(operator);
        this.monday = set.monday();
        this.fixed = IntStream.range(0, DAYS)
                .mapToObj(day -> set.on(operator.id(), monday.plusDays(day)).filter(Shift::fixed))
                .toList();
        this.zone = plan.timeZone();
        var earlier = around.before(operator.id());
        var later = around.after(operator.id());
        this.lastEnd = earlier.isEmpty() ? NEVER : minute(earlier.getLast().endsAt());
        this.daysBefore = row(earlier.stream().map(Shift::date).collect(Collectors.toSet()), monday.minusDays(1), -1);
        this.nextStart = later.isEmpty() ? -NEVER : minute(later.getFirst().startsAt());
        this.daysAfter = row(later.stream().map(Shift::date).collect(Collectors.toSet()), monday.plusWeeks(1), 1);
        var available = OpeningHours.weekly(plan.timeZone(), terms.availability());
        canWork = halfHours(at -> terms.availability().isEmpty() || covers(available, at));
        var hours = plan.queues().stream()
                .filter(queue -> CompiledPlan.of(plan).canServe(operator.id(), queue.id()))
                .map(queue -> plan.hoursOf(queue).hours())
                .distinct()
                .toList();
        open = halfHours(at -> hours.stream().anyMatch(one -> covers(one, at)));
    }

    private interface Holds {
        boolean at(LocalDateTime local);
    }

    private boolean[] halfHours(Holds holds) {
        var holding = new boolean[(DAYS + 1) * A_DAY / ShiftKind.STEP];
        for (int slot = 0; slot < holding.length; slot++) {
            holding[slot] = holds.at(monday.atStartOfDay().plusMinutes((long) slot * ShiftKind.STEP));
        }
        return holding;
    }

    private static boolean covers(OpeningHours hours, LocalDateTime local) {
        return hours.isOpen(local.atZone(hours.timeZone()).toInstant());
    }

    private static int row(Set<LocalDate> worked, LocalDate from, int step) {
        int days = 0;
        while (worked.contains(from.plusDays((long) step * days))) {
            days++;
        }
        return days;
    }

    /** Whether there is enough rest from an end to a start: in time as it passes, also where clocks are changed between. */
    boolean rested(int end, int start) {
        if (end == NEVER || start == -NEVER || start - end >= rules.restMinutes() + A_DAY) {
            return true;
        }
        return restMinutes(end, start) >= rules.restMinutes();
    }

    /** Minutes that pass from an end to a start; negative where the one comes after the other. */
    long restMinutes(int end, int start) {
        return Duration.between(at(end), at(start)).toMinutes();
    }

    private ZonedDateTime at(int minute) {
        return monday.atStartOfDay().plusMinutes(minute).atZone(zone);
    }

    int minute(LocalDateTime local) {
        return (int) Duration.between(monday.atStartOfDay(), local).toMinutes();
    }

    /**
     * A shift they could work.
     *
     * @param startMinute after midnight of its day
     */
    record Choice(ShiftKind kind, int day, int startMinute) {
        int start() {
            return day * A_DAY + startMinute;
        }

        int end() {
            return start() + kind.minutes();
        }

        int paid() {
            return kind.paidMinutes();
        }
    }

    /** The shifts of a day that some rules allow, one by one; those set by hand not looked at. */
    List<Choice> choices(int day, Set<Rule> holding) {
        var choices = new ArrayList<Choice>();
        if (holding.contains(Rule.ABSENCE) && absent(day)) {
            return choices;
        }
        var kinds = holding.contains(Rule.KINDS) ? rules.kindsOf(terms) : rules.kinds();
        for (var kind : kinds) {
            for (int start : kind.starts()) {
                var choice = new Choice(kind, day, start);
                if ((!holding.contains(Rule.AVAILABILITY) || all(canWork, choice.start(), choice.end()))
                        && (!holding.contains(Rule.OPENING) || all(open, choice.start(), choice.end()))) {
                    choices.add(choice);
                }
            }
        }
        return choices;
    }

    boolean absent(int day) {
        return terms.absences().stream().anyMatch(absence -> absence.on(monday.plusDays(day)));
    }

    boolean available(int from, int to) {
        return all(canWork, from, to);
    }

    boolean openThroughout(int from, int to) {
        return all(open, from, to);
    }

    boolean servesNothing() {
        for (boolean one : open) {
            if (one) {
                return false;
            }
        }
        return true;
    }

    boolean against(int day, int startMinute, int minutes) {
        return terms.wishes().stream().anyMatch(wish -> wish.isAgainst(DayOfWeek.of(day + 1), startMinute, minutes));
    }

    private static boolean all(boolean[] holding, int from, int to) {
        for (int slot = from / ShiftKind.STEP; slot * ShiftKind.STEP < to; slot++) {
            if (!holding[slot]) {
                return false;
            }
        }
        return true;
    }
}
