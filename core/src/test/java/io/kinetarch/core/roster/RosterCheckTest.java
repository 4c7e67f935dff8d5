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
    private static final Roster NOTHING_BEFORE = Roster.empty(MONDAY.minusWeeks(1));

    private static List<Breach> check(RosterRules rules, Roster before, Shift... shifts) {
        return RosterCheck.of(SamplePlan.plan(), rules, new Roster(MONDAY, List.of(shifts)), before).stream()
                .filter(breach -> breach.operator().equals(ANA))
                .toList();
    }

    private static List<Breach> check(RosterRules rules, Shift... shifts) {
        return check(rules, NOTHING_BEFORE, shifts);
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

        var breaches = check(Weeks.rules(), before, fixed(ANA, 0, SHORT, "08:00"), fixed(ANA, 1, SHORT, "08:00"));

        assertThat(breaches).extracting(Breach::rule).containsExactly(Rule.REST, Rule.DAYS_IN_A_ROW);
        assertThat(breaches.getLast().dates()).containsExactly(MONDAY.plusDays(1));
        assertThat(breaches.getLast().words()).isEqualTo("more than 5 days in a row, counting 4 before Monday");
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
                NOTHING_BEFORE);

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
