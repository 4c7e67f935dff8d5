package io.kinetarch.core.roster;

import static io.kinetarch.core.roster.Weeks.ANA;
import static io.kinetarch.core.roster.Weeks.CLEO;
import static io.kinetarch.core.roster.Weeks.DARA;
import static io.kinetarch.core.roster.Weeks.LONG;
import static io.kinetarch.core.roster.Weeks.MONDAY;
import static io.kinetarch.core.roster.Weeks.SHORT;
import static io.kinetarch.core.roster.Weeks.fixed;
import static io.kinetarch.core.roster.Weeks.hours;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.staffing.Coverage;
import io.kinetarch.core.staffing.Need;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class RosterSearchTest {
    private static RosterSearch.Found search(RosterRules rules, List<Need> required, Shift... set) {
        return RosterSearch.search(
                SamplePlan.plan(),
                rules,
                required,
                Shrinkage.NONE,
                new Roster(MONDAY, List.of(set)),
                Around.NOTHING,
                1,
                (_, _) -> true);
    }

    @Test
    void coversWhatIsRequiredWithPeopleWhoCanServeIt() {
        var found = search(
                Weeks.rules(hours(ANA, 0, 40), hours(CLEO, 0, 40), hours(DARA, 0, 40)),
                Weeks.required(Map.of(1, new int[] {2, 1}), 8, 12));

        assertThat(found.standing().shortHalfHours()).isZero();
        assertThat(found.roster().shifts())
                .extracting(shift -> shift.operator().value() + " " + shift.date() + " " + shift.start())
                .containsExactly("ana 2026-12-01 08:00", "cleo 2026-12-01 08:00", "dara 2026-12-01 08:00");
        assertThat(found.standing().paidHalfHours()).isEqualTo(24);
        assertThat(found.clashes()).isEmpty();
    }

    /** Somebody who answers for 92.5 % of a shift leaves a twelfth of a place open, for which nobody more is put to work. */
    @Test
    void sharesOfAShiftThatAreNotSpentAnsweringCount() {
        var shrinkage = new Shrinkage(List.of(
                new Shrinkage.Part("Breaks", 0.2, null, true), new Shrinkage.Part("Meetings", 0.06, null, false)));
        var required = Weeks.required(Map.of(1, new int[] {2, 1}), 8, 12);

        var found = RosterSearch.search(
                SamplePlan.plan(),
                Weeks.rules(hours(ANA, 0, 40), hours(CLEO, 0, 40), hours(DARA, 0, 40)),
                required,
                shrinkage,
                Roster.empty(MONDAY),
                Around.NOTHING,
                1,
                (_, _) -> true);

        assertThat(found.standing().shortHalfHours()).isCloseTo(8 * 3 * (1 - 0.925), within(1e-9));
        assertThat(found.standing().paidHalfHours()).isEqualTo(24);
    }

    /** Queues are open from 8 to 18 o'clock, and every kind of shift takes eleven hours. */
    @Test
    void whereNoKindOfShiftFitsTheOpeningHoursThatIsTheReason() {
        var tooLong = new ShiftKind("long", "Long", 660, LocalTime.of(8, 0), LocalTime.of(12, 0), 60, List.of());
        var found = search(
                new RosterRules(List.of(tooLong), 11 * 60, 5, List.of()),
                Weeks.required(Map.of(1, new int[] {1, 0}), 8, 9));

        assertThat(found.unfit())
                .containsExactly(
                        MONDAY.plusDays(1).atTime(8, 0), MONDAY.plusDays(1).atTime(8, 30));
        assertThat(search(Weeks.rules(), Weeks.required(Map.of(1, new int[] {1, 0}), 8, 9))
                        .unfit())
                .isEmpty();
    }

    /** Whoever works on the Monday after at six does not work until late on Sunday. */
    @Test
    void restTowardsTheWeekAfterIsKept() {
        var monday = Weeks.shift(ANA, 7, "06:00", 240);
        var found = RosterSearch.search(
                SamplePlan.plan(),
                new RosterRules(List.of(SHORT), 15 * 60, 5, List.of(hours(ANA, 0, 40))),
                Weeks.required(Map.of(6, new int[] {1, 0}), 14, 18),
                Shrinkage.NONE,
                new Roster(MONDAY, List.of()),
                new Around(List.of(), List.of(monday)),
                1,
                (_, _) -> true);

        assertThat(found.roster().of(ANA))
                .noneMatch(shift -> shift.endsAt().isAfter(MONDAY.plusDays(6).atTime(15, 0)));
    }

    @Test
    void whatNobodyCanServeStaysShortAndTheBoundSaysSo() {
        var found = search(Weeks.rules(), Weeks.required(Map.of(1, new int[] {4, 0}), 8, 12));

        assertThat(found.standing().shortHalfHours()).isEqualTo(16);
        assertThat(found.standing().shortBound()).isEqualTo(16);
    }

    @Test
    void contractsThatHoldTooLittleTimeAreTheBound() {
        var found = search(
                Weeks.rules(hours(ANA, 0, 8), hours(CLEO, 0, 0), hours(DARA, 0, 0)),
                Weeks.required(Map.of(0, new int[] {1, 0}, 1, new int[] {1, 0}, 2, new int[] {1, 0}), 8, 12));

        assertThat(found.standing().shortHalfHours()).isEqualTo(8);
        assertThat(found.standing().shortBound()).isEqualTo(8);
    }

    @Test
    void shiftsSetByHandStayAndOthersGoAroundThem() {
        var set = fixed(CLEO, 1, SHORT, "08:00");

        var found = search(Weeks.rules(), Weeks.required(Map.of(1, new int[] {1, 0}, 2, new int[] {1, 0}), 8, 12), set);

        assertThat(found.roster().shifts()).hasSize(2).contains(set);
        assertThat(found.standing().shortHalfHours()).isZero();
    }

    @Test
    void aWishIsKeptWhereItCostsNothingAndBrokenWhereSomebodyWouldLack() {
        var dayOff = new Terms(
                ANA,
                0,
                600,
                List.of(),
                List.of(),
                List.of(),
                List.of(new Terms.ShiftWish(DayOfWeek.TUESDAY, null, null)));
        var one = Weeks.required(Map.of(1, new int[] {1, 0}), 8, 12);
        var two = Weeks.required(Map.of(1, new int[] {2, 0}), 8, 12);

        var kept = search(Weeks.rules(dayOff, hours(CLEO, 0, 10)), one);
        var broken = search(Weeks.rules(dayOff, hours(CLEO, 0, 10)), two);

        assertThat(kept.roster().of(ANA)).isEmpty();
        assertThat(kept.standing().againstWishes()).isZero();
        assertThat(broken.roster().of(ANA)).hasSize(1);
        assertThat(broken.standing().againstWishes()).isEqualTo(1);
    }

    @Test
    void whoseRulesClashIsLeftWithoutShiftsAndTheRestGoesOn() {
        var absent = new Terms(
                ANA,
                8 * 60,
                40 * 60,
                List.of(),
                List.of(new Terms.Absence(MONDAY, MONDAY.plusDays(6), "leave")),
                List.of(),
                List.of());

        var found = search(Weeks.rules(absent), Weeks.required(Map.of(1, new int[] {1, 0}), 8, 12));

        assertThat(found.clashes()).containsOnlyKeys(ANA);
        assertThat(found.clashes().values().iterator().next().rules()).containsExactly(Rule.LEAST_HOURS, Rule.ABSENCE);
        assertThat(found.standing().shortHalfHours()).isZero();
    }

    @Test
    void theBreaksOfPeopleWhoServeTheSameDoNotCoincide() {
        var found = search(
                new RosterRules(List.of(LONG), 660, 5, List.of(hours(CLEO, 0, 40))),
                Weeks.required(Map.of(1, new int[] {1, 0}), 8, 14));
        // one person's break leaves a half-hour short, for which another is not worked a whole shift of twelve
        // half-hours
        assertThat(found.standing().shortHalfHours()).isZero();
        assertThat(found.roster().shifts()).hasSize(2);
        assertThat(found.roster().shifts().stream()
                        .map(shift -> shift.pauses().getFirst().afterMinutes())
                        .distinct())
                .hasSize(2);
    }

    /** Three days, two people, random needs and contracts: against every roster that breaks no rule. */
    @Test
    void isAsGoodAsTheBestOfAllRostersThatThereAre() {
        for (int seed = 0; seed < 6; seed++) {
            var chance = new Random(seed);
            var required = Weeks.required(
                    Map.of(
                            0, new int[] {chance.nextInt(3), chance.nextInt(2)},
                            1, new int[] {chance.nextInt(3), chance.nextInt(2)},
                            2, new int[] {chance.nextInt(3), chance.nextInt(2)}),
                    8 + chance.nextInt(3),
                    13 + chance.nextInt(4));
            var rules = new RosterRules(
                    List.of(SHORT, LONG),
                    chance.nextBoolean() ? 11 * 60 : 19 * 60,
                    1 + chance.nextInt(3),
                    List.of(threeDays(ANA, chance), threeDays(CLEO, chance), hours(DARA, 0, 0)));

            var found = search(rules, required);

            assertThat(found.clashes()).as("seed %d", seed).isEmpty();
            assertThat(found.standing().cost()).as("seed %d", seed).isEqualTo(best(rules, required));
            assertThat(RosterCheck.of(SamplePlan.plan(), rules, found.roster(), Around.NOTHING))
                    .filteredOn(breach -> breach.rule().binds())
                    .as("seed %d", seed)
                    .isEmpty();
        }
    }

    private static Terms threeDays(OperatorId operator, Random chance) {
        var windows = Stream.of(DayOfWeek.MONDAY, DayOfWeek.TUESDAY, DayOfWeek.WEDNESDAY)
                .map(day -> new WeeklyWindow(day, LocalTime.of(8, 0), LocalTime.of(18, 0)))
                .toList();
        var wishes = List.of(new Terms.ShiftWish(DayOfWeek.of(1 + chance.nextInt(3)), null, null));
        return new Terms(operator, 0, (4 + chance.nextInt(10)) * 60, windows, List.of(), List.of(), wishes);
    }

    /** Ana serves only the first queue, Cleo both: she goes where nobody else is. */
    private static int best(RosterRules rules, List<Need> required) {
        var needing = required.stream().filter(slot -> slot.people() > 0).toList();
        var weeksOfCleo = weeks(CLEO, rules).stream()
                .map(week -> Worked.of(week, rules, needing))
                .toList();
        int best = Integer.MAX_VALUE;
        for (var week : weeks(ANA, rules)) {
            var ana = Worked.of(week, rules, needing);
            int[] open = IntStream.range(0, needing.size())
                    .map(slot -> {
                        int[] places = needing.get(slot).places();
                        int booking = places[0] / Coverage.PLACE - (ana.slots.get(slot) ? 1 : 0);
                        return Math.max(0, booking) + places[1] / Coverage.PLACE;
                    })
                    .toArray();
            for (var cleo : weeksOfCleo) {
                int cost = RosterSearch.PAID * (ana.cost + cleo.cost);
                for (int slot = 0; slot < open.length && cost < best; slot++) {
                    cost += Coverage.PLACE * Math.max(0, open[slot] - (cleo.slots.get(slot) ? 1 : 0));
                }
                best = Math.min(best, cost);
            }
        }
        return best;
    }

    /** A week of one person: in which of some half-hours they work, and what it costs. */
    private record Worked(BitSet slots, int cost) {
        static Worked of(List<Shift> week, RosterRules rules, List<Need> needing) {
            var slots = new BitSet();
            for (int slot = 0; slot < needing.size(); slot++) {
                var at = needing.get(slot).startsAt().atZone(SamplePlan.DUBLIN).toLocalDateTime();
                slots.set(
                        slot,
                        week.stream()
                                .flatMap(shift -> shift.stretches().stream())
                                .anyMatch(stretch -> !at.isBefore(stretch.from()) && at.isBefore(stretch.to())));
            }
            int paid = week.stream().mapToInt(Shift::paidMinutes).sum() / 30;
            long against = week.stream()
                    .filter(shift -> rules.terms().stream()
                            .filter(terms -> terms.operator().equals(shift.operator()))
                            .flatMap(terms -> terms.wishes().stream())
                            .anyMatch(wish -> wish.day() == shift.date().getDayOfWeek()))
                    .count();
            return new Worked(slots, paid + (int) against * RosterSearch.WISH);
        }
    }

    /** Every week of somebody that breaks no binding rule; what a shift breaks here is not mended by another. */
    private static List<List<Shift>> weeks(OperatorId operator, RosterRules rules) {
        var plan = SamplePlan.plan();
        var person = plan.operators().stream()
                .filter(one -> one.id().equals(operator))
                .findFirst()
                .orElseThrow();
        var weeks = List.of(List.<Shift>of());
        for (int day = 0; day < 3; day++) {
            int date = day;
            weeks = weeks.stream()
                    .flatMap(before -> Stream.concat(
                            Stream.of(before), shifts(operator, date).map(shift -> {
                                var with = new ArrayList<>(before);
                                with.add(shift);
                                return List.copyOf(with);
                            })))
                    .filter(week ->
                            RosterCheck.of(plan, rules, new Roster(MONDAY, week), Around.NOTHING, person).stream()
                                    .noneMatch(breach -> breach.rule().binds()))
                    .toList();
        }
        return weeks;
    }

    private static Stream<Shift> shifts(OperatorId operator, int day) {
        return WorkPattern.of(List.of(SHORT, LONG), 48).stream()
                .map(pattern -> new Shift(
                        operator,
                        MONDAY.plusDays(day),
                        pattern.start(),
                        pattern.kind().equals("short") ? 240 : 360,
                        pattern.pauses(),
                        pattern.kind(),
                        false));
    }
}
