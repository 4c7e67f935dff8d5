package io.kinetarch.core.roster;

import static io.kinetarch.core.roster.Weeks.ANA;
import static io.kinetarch.core.roster.Weeks.BEN;
import static io.kinetarch.core.roster.Weeks.LONG;
import static io.kinetarch.core.roster.Weeks.MONDAY;
import static io.kinetarch.core.roster.Weeks.SHORT;
import static io.kinetarch.core.roster.Weeks.fixed;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.SamplePlan;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class ClashTest {
    private static PersonWeek week(RosterRules rules, Shift... set) {
        return new PersonWeek(
                SamplePlan.plan(),
                rules,
                SamplePlan.plan().operators().getFirst(),
                new Roster(MONDAY, List.of(set)),
                Around.NOTHING);
    }

    @Test
    void aContractThatTheAvailabilityCannotHoldClashesWithItAlone() {
        var terms = new Terms(
                ANA,
                20 * 60,
                40 * 60,
                List.of(
                        new WeeklyWindow(DayOfWeek.MONDAY, LocalTime.of(8, 0), LocalTime.of(18, 0)),
                        new WeeklyWindow(DayOfWeek.FRIDAY, LocalTime.of(8, 0), LocalTime.of(12, 0))),
                List.of(),
                List.of(),
                List.of());

        var clash = Clash.of(week(Weeks.rules(terms))).orElseThrow();

        assertThat(clash.rules()).containsExactly(Rule.LEAST_HOURS, Rule.AVAILABILITY);
        assertThat(clash.words())
                .containsExactly(
                        "at least 20 h a week by contract", "available only Monday 08:00–18:00, Friday 08:00–12:00");
    }

    @Test
    void shiftsSetByHandCanBreakTheContractByThemselves() {
        var clash = Clash.of(week(
                        Weeks.rules(Weeks.hours(ANA, 0, 8)),
                        fixed(ANA, 0, SHORT, "08:00"),
                        fixed(ANA, 1, LONG, "08:00")))
                .orElseThrow();

        assertThat(clash.rules()).containsExactly(Rule.FIXED, Rule.MOST_HOURS);
        assertThat(clash.words().getFirst()).isEqualTo("the shifts set by hand: Mon 08:00–12:00, Tue 08:00–14:00");
    }

    @Test
    void somebodyWhoCanServeNothingCannotBeGivenTheirHours() {
        var week = new PersonWeek(
                SamplePlan.plan(),
                Weeks.rules(Weeks.hours(BEN, 8, 40)),
                SamplePlan.plan().operators().get(1),
                Roster.empty(MONDAY),
                Around.NOTHING);

        var clash = Clash.of(week).orElseThrow();

        assertThat(clash.rules()).containsExactly(Rule.LEAST_HOURS, Rule.OPENING);
        assertThat(clash.words().getLast()).contains("they hold no skill that a queue needs");
    }

    @Test
    void aKindLongerThanTheOpeningHoursFitsNowhere() {
        var endless =
                new ShiftKind("endless", "Endless", 12 * 60, LocalTime.of(6, 0), LocalTime.of(10, 0), 30, List.of());
        var rules = new RosterRules(List.of(endless), 660, 5, List.of(Weeks.hours(ANA, 12, 40)));

        assertThat(Clash.of(week(rules)).orElseThrow().rules()).containsExactly(Rule.LEAST_HOURS, Rule.OPENING);
    }

    /** Against every week there is: whether one keeps to the rules, and that no rule of a clash could be left out of it. */
    @Test
    void isTheSmallestSetByEnumeration() {
        int clashes = 0;
        for (int seed = 0; seed < 40; seed++) {
            var chance = new Random(seed);
            var rules = rules(chance);
            var set = chance.nextBoolean() ? new Shift[] {fixed(ANA, 1, LONG, "12:00")} : new Shift[0];
            var week = week(rules, set);
            var all = EnumSet.complementOf(EnumSet.of(Rule.WISH));

            var clash = Clash.of(week);

            assertThat(clash.isEmpty()).as("seed %d", seed).isEqualTo(some(week, all));
            if (clash.isPresent()) {
                clashes++;
                var those = EnumSet.copyOf(clash.get().rules());
                assertThat(some(week, those)).as("seed %d", seed).isFalse();
                those.forEach(rule -> {
                    var fewer = EnumSet.copyOf(those);
                    fewer.remove(rule);
                    assertThat(some(week, fewer)).as("seed without %s", rule).isTrue();
                });
            }
        }
        assertThat(clashes).isBetween(5, 35);
    }

    private static RosterRules rules(Random chance) {
        var windows = Stream.of(DayOfWeek.values())
                .limit(2 + chance.nextInt(3))
                .map(day -> new WeeklyWindow(day, LocalTime.of(8, 0), LocalTime.of(12 + chance.nextInt(7), 0)))
                .toList();
        var absences = List.of(new Terms.Absence(MONDAY, MONDAY.plusDays(chance.nextInt(2)), "leave"));
        int least = chance.nextInt(14);
        var terms = new Terms(
                ANA,
                least * 60,
                (least + chance.nextInt(3)) * 60,
                windows,
                absences,
                chance.nextBoolean() ? List.of("short") : List.of(),
                List.of());
        return new RosterRules(
                List.of(SHORT, LONG), (11 + chance.nextInt(10)) * 60, 1 + chance.nextInt(3), List.of(terms));
    }

    /** Whether some week of all that there are keeps to some rules; days after Thursday only add more of the same. */
    private static boolean some(PersonWeek week, Set<Rule> holding) {
        return some(week, holding, 0, week.lastEnd, week.daysBefore, 0);
    }

    private static boolean some(PersonWeek week, Set<Rule> holding, int day, int end, int row, int paid) {
        if (holding.contains(Rule.MOST_HOURS) && paid > week.terms.mostMinutes()) {
            return false;
        }
        if (day == PersonWeek.DAYS) {
            return !holding.contains(Rule.LEAST_HOURS) || paid >= week.terms.leastMinutes();
        }
        if (!holding.contains(Rule.MOST_HOURS) && paid >= week.terms.leastMinutes() && !holding.contains(Rule.FIXED)) {
            return true;
        }
        var fixed = holding.contains(Rule.FIXED) ? week.fixed.get(day) : Optional.<Shift>empty();
        if (fixed.isEmpty() && some(week, holding, day + 1, end, 0, paid)) {
            return true;
        }
        int from = day * PersonWeek.A_DAY;
        var spans = fixed.isPresent()
                ? Stream.of(new int[] {
                    week.minute(fixed.get().startsAt()),
                    week.minute(fixed.get().endsAt()),
                    fixed.get().paidMinutes()
                })
                : Stream.of(SHORT, LONG)
                        .filter(kind -> !holding.contains(Rule.KINDS)
                                || week.terms.kinds().isEmpty()
                                || week.terms.kinds().contains(kind.id()))
                        .flatMap(kind -> kind.starts().stream().map(start ->
                                new int[] {from + start, from + start + kind.minutes(), kind.paidMinutes()}));
        return spans.filter(span -> allowed(week, holding, day, span))
                .filter(span -> !holding.contains(Rule.REST) || span[0] - end >= week.rules.restMinutes())
                .filter(_ -> !holding.contains(Rule.DAYS_IN_A_ROW) || row < week.rules.daysInARow())
                .anyMatch(span -> some(week, holding, day + 1, span[1], row + 1, paid + span[2]));
    }

    private static boolean allowed(PersonWeek week, Set<Rule> holding, int day, int[] span) {
        boolean available = IntStream.iterate(span[0], at -> at < span[1], at -> at + 30)
                .allMatch(at -> week.terms.availability().stream()
                        .anyMatch(window -> window.day().getValue() - 1 == at / PersonWeek.A_DAY
                                && window.from().toSecondOfDay() / 60 <= at % PersonWeek.A_DAY
                                && at % PersonWeek.A_DAY < window.to().toSecondOfDay() / 60));
        boolean absent = week.terms.absences().getFirst().on(MONDAY.plusDays(day));
        // the sample plan is open every day from 8 to 18 o'clock
        boolean open = span[0] % PersonWeek.A_DAY >= 480 && (span[1] - 1) % PersonWeek.A_DAY < 1080;
        return !(holding.contains(Rule.AVAILABILITY) && !available)
                && !(holding.contains(Rule.ABSENCE) && absent)
                && !(holding.contains(Rule.OPENING) && !open);
    }
}
