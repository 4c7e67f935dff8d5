package io.kinetarch.core.roster;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Which rules a roster breaks. */
public final class RosterCheck {
    private final List<Breach> breaches = new ArrayList<>();
    private final RosterRules rules;
    private final Roster roster;

    private RosterCheck(RosterRules rules, Roster roster) {
        this.rules = rules;
        this.roster = roster;
    }

    /**
     * Looks at everybody's week.
     *
     * @param around for rest and days in a row
     */
    public static List<Breach> of(Plan plan, RosterRules rules, Roster roster, Around around) {
        var check = new RosterCheck(rules, roster);
        for (var operator : plan.operators()) {
            check.person(new PersonWeek(plan, rules, operator, roster, around), around);
        }
        return List.copyOf(check.breaches);
    }

    /** The same for one person. */
    public static List<Breach> of(Plan plan, RosterRules rules, Roster roster, Around around, Operator operator) {
        var check = new RosterCheck(rules, roster);
        check.person(new PersonWeek(plan, rules, operator, roster, around), around);
        return List.copyOf(check.breaches);
    }

    private void person(PersonWeek week, Around around) {
        var shifts = roster.of(week.operator.id());
        hours(week, shifts);
        shifts.forEach(shift -> one(week, shift));
        rest(week, shifts, around);
        daysInARow(week, shifts);
    }

    private void add(Rule rule, PersonWeek week, List<LocalDate> dates, String words) {
        breaches.add(new Breach(rule, week.operator.id(), dates, words));
    }

    private void hours(PersonWeek week, List<Shift> shifts) {
        int paid = shifts.stream().mapToInt(Shift::paidMinutes).sum();
        if (paid > week.terms.mostMinutes()) {
            add(
                    Rule.MOST_HOURS,
                    week,
                    List.of(),
                    RosterWords.hours(paid) + " are paid, the contract allows "
                            + RosterWords.hours(week.terms.mostMinutes()));
        }
        if (paid < week.terms.leastMinutes()) {
            add(
                    Rule.LEAST_HOURS,
                    week,
                    List.of(),
                    RosterWords.hours(paid) + " are given, the contract asks for "
                            + RosterWords.hours(week.terms.leastMinutes()));
        }
    }

    private void one(PersonWeek week, Shift shift) {
        int from = week.minute(shift.startsAt());
        int to = week.minute(shift.endsAt());
        int day = from / PersonWeek.A_DAY;
        var dates = List.of(shift.date());
        if (week.absent(day)) {
            add(Rule.ABSENCE, week, dates, "absent on " + RosterWords.date(shift.date()) + reason(week, shift));
        }
        if (!week.available(from, to)) {
            add(Rule.AVAILABILITY, week, dates, said(shift) + " is not wholly within the time they can work");
        }
        if (!week.openThroughout(from, to)) {
            add(
                    Rule.OPENING,
                    week,
                    dates,
                    week.servesNothing()
                            ? "they can serve no queue: none takes them with the skills they hold"
                            : said(shift) + " runs on while no queue is open that they can serve");
        }
        kind(week, shift).ifPresent(words -> add(Rule.KINDS, week, dates, words));
        if (week.against(day, from - day * PersonWeek.A_DAY, shift.minutes())) {
            add(
                    Rule.WISH,
                    week,
                    dates,
                    said(shift) + " goes against a wish for "
                            + RosterWords.day(shift.date().getDayOfWeek()));
        }
    }

    private static String reason(PersonWeek week, Shift shift) {
        return week.terms.absences().stream()
                .filter(absence -> absence.on(shift.date()))
                .map(absence -> ": " + absence.reason())
                .findFirst()
                .orElse("");
    }

    /** What a shift has that its kind does not allow. */
    private Optional<String> kind(PersonWeek week, Shift shift) {
        var kind = Optional.ofNullable(shift.kind()).flatMap(rules::kind);
        if (kind.isEmpty()) {
            return Optional.of(said(shift) + " is of no kind of shift");
        }
        var is = kind.get();
        if (!rules.kindsOf(week.terms).contains(is)) {
            return Optional.of("they do not work the kind “" + is.name() + "”");
        }
        if (is.minutes() != shift.minutes()) {
            return Optional.of(said(shift) + " lasts " + RosterWords.hours(shift.minutes()) + ", the kind “" + is.name()
                    + "” " + RosterWords.hours(is.minutes()));
        }
        if (!is.startsAt(shift.start())) {
            return Optional.of(said(shift) + " starts outside what “" + is.name() + "” allows, " + is.earliestStart()
                    + "–" + is.latestStart() + " every " + is.stepMinutes() + " minutes");
        }
        return breaks(is, shift)
                ? Optional.empty()
                : Optional.of("the breaks of " + said(shift) + " are not those of “" + is.name() + "”");
    }

    private static boolean breaks(ShiftKind kind, Shift shift) {
        if (kind.breaks().size() != shift.pauses().size()) {
            return false;
        }
        for (int i = 0; i < kind.breaks().size(); i++) {
            var wanted = kind.breaks().get(i);
            var taken = shift.pauses().get(i);
            if (wanted.minutes() != taken.minutes()
                    || wanted.paid() != taken.paid()
                    || !wanted.beginnings().contains(taken.afterMinutes())) {
                return false;
            }
        }
        return true;
    }

    private void rest(PersonWeek week, List<Shift> shifts, Around around) {
        var earlier = around.before(week.operator.id());
        var later = around.after(week.operator.id());
        if (shifts.isEmpty()) {
            return; // what stored weeks have between them is not this one's to mend
        }
        Shift last = earlier.isEmpty() ? null : earlier.getLast();
        for (var shift : shifts) {
            if (last != null) {
                rest(week, last, shift);
            }
            last = shift;
        }
        if (!later.isEmpty()) {
            rest(week, shifts.getLast(), later.getFirst());
        }
    }

    private void rest(PersonWeek week, Shift last, Shift next) {
        int end = week.minute(last.endsAt());
        int start = week.minute(next.startsAt());
        if (!week.rested(end, start)) {
            long rest = week.restMinutes(end, start);
            add(
                    Rule.REST,
                    week,
                    List.of(last.date(), next.date()),
                    (rest < 0
                                    ? said(next) + " begins before " + said(last) + " has ended"
                                    : RosterWords.hours(rest) + " of rest between " + said(last) + " and " + said(next))
                            + "; " + RosterWords.hours(rules.restMinutes()) + " are due");
        }
    }

    private void daysInARow(PersonWeek week, List<Shift> shifts) {
        int row = week.daysBefore;
        LocalDate expected = week.monday;
        var dates = new ArrayList<LocalDate>();
        for (var shift : shifts) {
            if (!shift.date().equals(expected)) {
                row = 0;
            }
            row++;
            expected = shift.date().plusDays(1);
            if (row > rules.daysInARow()) {
                dates.add(shift.date());
            }
        }
        var next = week.monday.plusWeeks(1);
        boolean goesOn = !shifts.isEmpty() && expected.equals(next) && week.daysAfter > 0;
        if (goesOn && row <= rules.daysInARow() && row + week.daysAfter > rules.daysInARow()) {
            dates.add(next.minusDays(1));
        }
        if (!dates.isEmpty()) {
            add(
                    Rule.DAYS_IN_A_ROW,
                    week,
                    dates,
                    "more than " + rules.daysInARow() + " days in a row"
                            + (week.daysBefore > 0 ? ", counting " + week.daysBefore + " before Monday" : "")
                            + (goesOn ? ", counting " + week.daysAfter + " of the week after" : ""));
        }
    }

    private static String said(Shift shift) {
        return RosterWords.time(shift.startsAt()) + "–" + shift.endsAt().toLocalTime();
    }
}
