package io.kinetarch.core.roster;

import io.kinetarch.core.plan.OperatorId;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Why no week of somebody keeps to all rules: fewest of them that cannot be kept together.
 *
 * @param rules any of which, given up, would let the others be kept
 * @param words each rule as it stands for this person, in the order of the rules
 */
public record Clash(OperatorId operator, List<Rule> rules, List<String> words) {
    private static final List<Rule> BINDING = List.of(
            Rule.LEAST_HOURS,
            Rule.FIXED,
            Rule.MOST_HOURS,
            Rule.REST,
            Rule.DAYS_IN_A_ROW,
            Rule.ABSENCE,
            Rule.AVAILABILITY,
            Rule.OPENING,
            Rule.KINDS);

    /** Looks whether a week is possible, and if not, why. */
    static Optional<Clash> of(PersonWeek week) {
        if (possible(week, EnumSet.copyOf(BINDING))) {
            return Optional.empty();
        }
        for (int size = 1; size <= BINDING.size(); size++) {
            var found = smallest(week, size, 0, new ArrayList<>());
            if (found.isPresent()) {
                var words = found.get().stream().map(rule -> words(rule, week)).toList();
                return Optional.of(new Clash(week.operator.id(), found.get(), words));
            }
        }
        throw new IllegalStateException("all rules together clash, so some set of them does");
    }

    private static Optional<List<Rule>> smallest(PersonWeek week, int size, int from, List<Rule> chosen) {
        if (chosen.size() == size) {
            return possible(week, Set.copyOf(chosen)) ? Optional.empty() : Optional.of(List.copyOf(chosen));
        }
        for (int i = from; i < BINDING.size(); i++) {
            chosen.add(BINDING.get(i));
            var found = smallest(week, size, i + 1, chosen);
            chosen.removeLast();
            if (found.isPresent()) {
                return found;
            }
        }
        return Optional.empty();
    }

    /**
     * How a week stands after some days.
     *
     * @param end of the last shift
     * @param row days worked in a row
     */
    private record Standing(int end, int row) {}

    /** Whether there is a week that keeps to some rules: day by day, every standing with the paid half-hours it can have. */
    static boolean possible(PersonWeek week, Set<Rule> holding) {
        Map<Standing, BitSet> reached = new HashMap<>();
        var nothing = new BitSet();
        nothing.set(0);
        reached.put(new Standing(week.lastEnd, week.daysBefore), nothing);
        for (int day = 0; day < PersonWeek.DAYS; day++) {
            reached = afterDay(reached, day, week, holding);
        }
        reached.keySet().removeIf(standing -> !fitsWhatComes(standing, week, holding));
        int least = holding.contains(Rule.LEAST_HOURS) ? week.terms.leastMinutes() : 0;
        int most = holding.contains(Rule.MOST_HOURS) ? week.terms.mostMinutes() : Integer.MAX_VALUE;
        return reached.values().stream().anyMatch(paid -> {
            int some = paid.nextSetBit((least + ShiftKind.STEP - 1) / ShiftKind.STEP);
            return some >= 0 && some <= most / ShiftKind.STEP;
        });
    }

    /** Whether a week that ends like this leaves rest, and days off, towards the week after. */
    private static boolean fitsWhatComes(Standing standing, PersonWeek week, Set<Rule> holding) {
        return (!holding.contains(Rule.REST) || week.rested(standing.end, week.nextStart))
                && (!holding.contains(Rule.DAYS_IN_A_ROW)
                        || week.daysAfter == 0
                        || standing.row + week.daysAfter <= week.rules.daysInARow()
                        || standing.row == 0);
    }

    private static Map<Standing, BitSet> afterDay(
            Map<Standing, BitSet> reached, int day, PersonWeek week, Set<Rule> holding) {
        var next = new HashMap<Standing, BitSet>();
        var fixed = holding.contains(Rule.FIXED) ? week.fixed.get(day) : Optional.<Shift>empty();
        if (fixed.isPresent()) {
            if (allowed(week, day, fixed.get(), holding)) {
                work(reached, span(week, fixed.get()), week, holding, next);
            }
            return next;
        }
        reached.forEach((standing, paid) -> merge(next, new Standing(standing.end, 0), paid, 0));
        for (var choice : week.choices(day, holding)) {
            work(reached, new Span(choice.start(), choice.end(), choice.paid()), week, holding, next);
        }
        return next;
    }

    private record Span(int start, int end, int paid) {}

    private static Span span(PersonWeek week, Shift shift) {
        return new Span(week.minute(shift.startsAt()), week.minute(shift.endsAt()), shift.paidMinutes());
    }

    private static boolean allowed(PersonWeek week, int day, Shift shift, Set<Rule> holding) {
        var span = span(week, shift);
        return !(holding.contains(Rule.ABSENCE) && week.absent(day))
                && !(holding.contains(Rule.AVAILABILITY) && !week.available(span.start, span.end))
                && !(holding.contains(Rule.OPENING) && !week.openThroughout(span.start, span.end));
    }

    private static void work(
            Map<Standing, BitSet> reached, Span span, PersonWeek week, Set<Rule> holding, Map<Standing, BitSet> next) {
        reached.forEach((standing, paid) -> {
            boolean rested = !holding.contains(Rule.REST) || week.rested(standing.end, span.start);
            boolean fresh = !holding.contains(Rule.DAYS_IN_A_ROW) || standing.row < week.rules.daysInARow();
            if (rested && fresh) {
                merge(next, new Standing(span.end, standing.row + 1), paid, span.paid / ShiftKind.STEP);
            }
        });
    }

    private static void merge(Map<Standing, BitSet> into, Standing standing, BitSet paid, int more) {
        var there = into.computeIfAbsent(standing, _ -> new BitSet());
        paid.stream().forEach(halfHours -> there.set(halfHours + more));
    }

    private static String words(Rule rule, PersonWeek week) {
        var terms = week.terms;
        return switch (rule) {
            case LEAST_HOURS -> "at least " + RosterWords.hours(terms.leastMinutes()) + " a week by contract";
            case MOST_HOURS -> "at most " + RosterWords.hours(terms.mostMinutes()) + " a week by contract";
            case REST -> RosterWords.hours(week.rules.restMinutes()) + " of rest between shifts";
            case DAYS_IN_A_ROW ->
                "at most " + week.rules.daysInARow() + " days in a row"
                        + (week.daysBefore > 0 ? ", " + week.daysBefore + " of them worked before Monday" : "");
            case AVAILABILITY -> "available " + windows(terms);
            case ABSENCE -> "absent " + absences(week);
            case KINDS ->
                "only shifts of the kind "
                        + String.join(
                                ", ",
                                week.rules.kindsOf(terms).stream()
                                        .map(ShiftKind::name)
                                        .toList());
            case OPENING ->
                week.servesNothing()
                        ? "nothing they can serve is ever open: they hold no skill that a queue needs"
                        : "only while a queue is open that they can serve";
            case FIXED -> "the shifts set by hand: " + fixed(week);
            case WISH -> "wishes";
        };
    }

    private static String windows(Terms terms) {
        return "only "
                + String.join(
                        ", ",
                        terms.availability().stream()
                                .map(window -> window.toString())
                                .toList());
    }

    private static String absences(PersonWeek week) {
        return String.join(
                ", ",
                week.terms.absences().stream()
                        .filter(absence -> absence.on(week.monday)
                                || (absence.from().isAfter(week.monday)
                                        && absence.from().isBefore(week.monday.plusWeeks(1))))
                        .map(absence -> RosterWords.date(absence.from()) + " to " + RosterWords.date(absence.to())
                                + " (" + absence.reason() + ")")
                        .toList());
    }

    private static String fixed(PersonWeek week) {
        return String.join(
                ", ",
                week.fixed.stream()
                        .flatMap(Optional::stream)
                        .map(shift -> RosterWords.time(shift.startsAt()) + "–"
                                + shift.endsAt().toLocalTime())
                        .toList());
    }
}
