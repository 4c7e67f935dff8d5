package io.kinetarch.core.roster;

import static io.kinetarch.core.roster.Weeks.ANA;
import static io.kinetarch.core.roster.Weeks.BEN;
import static io.kinetarch.core.roster.Weeks.LONG;
import static io.kinetarch.core.roster.Weeks.MONDAY;
import static io.kinetarch.core.roster.Weeks.SHORT;
import static io.kinetarch.core.roster.Weeks.fixed;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.SamplePlan;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class RosterCheckTest {
    private static List<Breach> check(RosterRules rules, Around around, Shift... shifts) {
        return RosterCheck.of(SamplePlan.plan(), rules, new Roster(MONDAY, List.of(shifts)), around).stream()
                .filter(breach -> breach.operator().equals(ANA))
                .toList();
    }

    private static List<Breach> check(RosterRules rules, Shift... shifts) {
        return check(rules, Around.NOTHING, shifts);
    }

    @Test
    void aRosterThatKeepsToTheRulesBreaksNone() {
        assertThat(check(
                        Weeks.rules(Weeks.hours(ANA, 8, 10)),
                        fixed(ANA, 0, SHORT, "08:00"),
                        fixed(ANA, 1, LONG, "12:00")))
                .isEmpty();
    }

    @Test
    void aLateShiftBeforeAnEarlyOneBreaksTheRest() {
        var rules = new RosterRules(List.of(SHORT), 15 * 60, 5, List.of());

        var breaches = check(rules, fixed(ANA, 0, SHORT, "14:00"), fixed(ANA, 1, SHORT, "08:00"));

        assertThat(breaches)
                .containsExactly(new Breach(
                        Rule.REST,
                        ANA,
                        List.of(MONDAY, MONDAY.plusDays(1)),
                        "14 h of rest between Mon 14:00–18:00 and Tue 08:00–12:00; 15 h are due"));
    }

    @Test
    void restAndDaysInARowCountWhatWentBeforeMonday() {
        var before = new Roster(
                MONDAY.minusWeeks(1),
                IntStream.range(3, 7)
                        .mapToObj(day -> Weeks.shift(ANA, day - 7, day == 6 ? "20:00" : "08:00", 240))
                        .toList());

        var breaches = check(
                Weeks.rules(),
                Around.of(MONDAY, List.of(before)),
                fixed(ANA, 0, SHORT, "08:00"),
                fixed(ANA, 1, SHORT, "08:00"));

        assertThat(breaches).extracting(Breach::rule).containsExactly(Rule.REST, Rule.DAYS_IN_A_ROW);
        assertThat(breaches.getLast().dates()).containsExactly(MONDAY.plusDays(1));
        assertThat(breaches.getLast().words()).isEqualTo("more than 5 days in a row, counting 4 before Monday");
    }

    /** The measured case: a shift to 23:00 on Sunday before one at 06:00 that is stored for Monday. */
    @Test
    void restAndDaysInARowCountWhatComesAfterSunday() {
        var after = new Roster(
                MONDAY.plusWeeks(1), List.of(Weeks.shift(ANA, 7, "06:00", 240), Weeks.shift(ANA, 8, "08:00", 240)));

        var breaches = check(
                Weeks.rules(),
                Around.of(MONDAY, List.of(after)),
                fixed(ANA, 3, SHORT, "08:00"),
                fixed(ANA, 4, SHORT, "08:00"),
                fixed(ANA, 5, SHORT, "08:00"),
                Weeks.shift(ANA, 6, "19:00", 240));

        assertThat(breaches)
                .filteredOn(breach -> breach.rule() == Rule.REST)
                .extracting(Breach::words)
                .containsExactly("7 h of rest between Sun 19:00–23:00 and Mon 06:00–10:00; 11 h are due");
        assertThat(breaches)
                .filteredOn(breach -> breach.rule() == Rule.DAYS_IN_A_ROW)
                .extracting(Breach::words)
                .containsExactly("more than 5 days in a row, counting 2 of the week after");
    }

    /** Twelve days without one off, over two stored weeks, by rules that allow eleven. */
    @Test
    void daysInARowAreCountedAsFarBackAsTheyGo() {
        var rules = new RosterRules(List.of(SHORT), 11 * 60, 11, List.of());
        var before = IntStream.range(-11, 0)
                .mapToObj(day -> Weeks.shift(ANA, day, "08:00", 240))
                .toList();

        assertThat(check(rules, new Around(before, List.of()), fixed(ANA, 0, SHORT, "08:00")))
                .extracting(Breach::words)
                .containsExactly("more than 11 days in a row, counting 11 before Monday");
        assertThat(check(rules, new Around(before.subList(1, 11), List.of()), fixed(ANA, 0, SHORT, "08:00")))
                .isEmpty();
    }

    /** In the night to 28 March 2027 clocks go forward: from 21:00 to 08:00 ten hours pass, not eleven. */
    @Test
    void restIsCountedAsTimePasses() {
        var monday = LocalDate.of(2027, 3, 22);
        var late = new Shift(ANA, monday.plusDays(5), LocalTime.of(17, 0), 240, List.of(), "short", true);
        var early = new Shift(ANA, monday.plusDays(6), LocalTime.of(8, 0), 240, List.of(), "short", true);

        assertThat(
                        RosterCheck.of(
                                        SamplePlan.plan(),
                                        Weeks.rules(),
                                        new Roster(monday, List.of(late, early)),
                                        Around.NOTHING)
                                .stream()
                                .filter(breach -> breach.rule() == Rule.REST)
                                .map(Breach::words))
                .containsExactly("10 h of rest between Sat 17:00–21:00 and Sun 08:00–12:00; 11 h are due");
    }

    @Test
    void contractHoursAreThoseThatArePaid() {
        var shifts = new Shift[] {fixed(ANA, 0, LONG, "08:00"), fixed(ANA, 1, LONG, "08:00")};

        assertThat(check(Weeks.rules(Weeks.hours(ANA, 11, 11)), shifts)).isEmpty();
        assertThat(check(Weeks.rules(Weeks.hours(ANA, 0, 10)), shifts))
                .extracting(Breach::words)
                .containsExactly("11 h are paid, the contract allows 10 h");
        assertThat(check(Weeks.rules(Weeks.hours(ANA, 12, 40)), shifts))
                .extracting(Breach::words)
                .containsExactly("11 h are given, the contract asks for 12 h");
    }

    @Test
    void availabilityAbsenceAndWishesAreLookedAt() {
        var terms = new Terms(
                ANA,
                0,
                40 * 60,
                List.of(new WeeklyWindow(DayOfWeek.MONDAY, LocalTime.of(8, 0), LocalTime.of(11, 0))),
                List.of(new Terms.Absence(MONDAY, MONDAY, "training")),
                List.of("long"),
                List.of(new Terms.ShiftWish(DayOfWeek.MONDAY, LocalTime.of(10, 0), LocalTime.of(18, 0))));

        var breaches = check(Weeks.rules(terms), fixed(ANA, 0, SHORT, "08:00"));

        assertThat(breaches)
                .extracting(Breach::rule)
                .containsExactly(Rule.ABSENCE, Rule.AVAILABILITY, Rule.KINDS, Rule.WISH);
        assertThat(breaches.getFirst().words()).isEqualTo("absent on Mon 30 Nov: training");
    }

    @Test
    void aShiftMustBeOfItsKindAndWithinOpeningHours() {
        var early = new Shift(ANA, MONDAY, LocalTime.of(7, 0), 240, List.of(), "short", false);
        var noBreak = new Shift(ANA, MONDAY, LocalTime.of(8, 0), 360, List.of(), "long", false);
        var longer = new Shift(ANA, MONDAY, LocalTime.of(8, 0), 300, List.of(), "short", false);

        assertThat(check(Weeks.rules(), early))
                .extracting(Breach::words)
                .containsExactly(
                        "Mon 07:00–11:00 runs on while no queue is open that they can serve",
                        "Mon 07:00–11:00 starts outside what “Short” allows, 08:00–14:00 every 120 minutes");
        assertThat(check(Weeks.rules(), noBreak))
                .extracting(Breach::words)
                .containsExactly("the breaks of Mon 08:00–14:00 are not those of “Long”");
        assertThat(check(Weeks.rules(), longer))
                .extracting(Breach::words)
                .containsExactly("Mon 08:00–13:00 lasts 5 h, the kind “Short” 4 h");
        assertThat(check(Weeks.rules(), Weeks.shift(ANA, 0, "08:00", 240)))
                .extracting(Breach::words)
                .containsExactly("Mon 08:00–12:00 is of no kind of shift");
    }

    @Test
    void somebodyWithoutASkillThatAQueueNeedsIsNamed() {
        var breaches = RosterCheck.of(
                SamplePlan.plan(),
                Weeks.rules(),
                new Roster(MONDAY, List.of(fixed(BEN, 0, SHORT, "08:00"))),
                Around.NOTHING);

        assertThat(breaches)
                .extracting(Breach::words)
                .containsExactly("they can serve no queue: none takes them with the skills they hold");
    }

    @Test
    void presenceFollowsTheRosterInItsWeekAndTheUsualHoursInOthers() {
        var roster = new Roster(MONDAY, List.of(fixed(ANA, 2, LONG, "08:00")));
        var presences = Roster.presences(Map.of(roster, List.of(ANA)));
        var plan = SamplePlan.plan();
        var ana = plan.operators().getFirst();
        var hours = presences.of(ana, plan.timeZone(), MONDAY);

        assertThat(present(hours, MONDAY, "10:00")).isFalse();
        assertThat(present(hours, MONDAY.plusDays(2), "08:00")).isTrue();
        assertThat(present(hours, MONDAY.plusDays(2), "10:30")).isFalse();
        assertThat(present(hours, MONDAY.plusDays(2), "11:00")).isTrue();
        assertThat(present(hours, MONDAY.plusDays(2), "14:00")).isFalse();
        assertThat(present(hours, MONDAY.plusDays(7), "10:00")).isTrue();
        var dara = plan.operators().getLast();
        assertThat(present(presences.of(dara, plan.timeZone(), MONDAY), MONDAY, "10:00"))
                .isTrue();
    }

    /** A night from Sunday runs on into a Monday that no roster sets, whose usual hours stay. */
    @Test
    void aNightRunsOnIntoTheNextWeek() {
        var night = new Shift(
                ANA,
                MONDAY.plusDays(6),
                LocalTime.of(22, 0),
                480,
                List.of(new Shift.Pause(180, 30, false)),
                null,
                true);
        var presences = Roster.presences(Map.of(new Roster(MONDAY, List.of(night)), List.of(ANA)));
        var plan = SamplePlan.plan();
        var hours = presences.of(plan.operators().getFirst(), plan.timeZone(), MONDAY);
        var next = MONDAY.plusWeeks(1);

        assertThat(present(hours, next, "00:30")).isTrue();
        assertThat(present(hours, next, "01:00")).isFalse();
        assertThat(present(hours, next, "05:30")).isTrue();
        assertThat(present(hours, next, "06:00")).isFalse();
        assertThat(present(hours, next, "10:00")).isTrue();
    }

    private static boolean present(io.kinetarch.core.hours.OpeningHours hours, LocalDate date, String time) {
        return hours.isOpen(
                date.atTime(LocalTime.parse(time)).atZone(SamplePlan.DUBLIN).toInstant());
    }

    @Test
    void aRosterHasAtMostOneShiftForAPersonAndDay() {
        var shifts = new ArrayList<>(List.of(fixed(ANA, 0, SHORT, "08:00"), fixed(ANA, 0, SHORT, "14:00")));

        assertThatThrownBy(() -> new Roster(MONDAY, shifts))
                .hasMessageContaining("\"ana\" has two shifts on 2026-11-30");
        assertThat(new Roster(MONDAY, shifts.subList(0, 1))
                        .with(shifts.get(1))
                        .on(new OperatorId("ana"), MONDAY)
                        .orElseThrow()
                        .start())
                .isEqualTo(LocalTime.of(14, 0));
    }
}
