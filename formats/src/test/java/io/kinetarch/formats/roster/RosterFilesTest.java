package io.kinetarch.formats.roster;

import static io.kinetarch.core.roster.Weeks.ANA;
import static io.kinetarch.core.roster.Weeks.CLEO;
import static io.kinetarch.core.roster.Weeks.LONG;
import static io.kinetarch.core.roster.Weeks.MONDAY;
import static io.kinetarch.core.roster.Weeks.SHORT;
import static io.kinetarch.core.roster.Weeks.fixed;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import biweekly.Biweekly;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.roster.Roster;
import io.kinetarch.core.roster.RosterRules;
import io.kinetarch.core.roster.Shift;
import io.kinetarch.core.roster.Weeks;
import io.kinetarch.formats.calendar.CalendarFile.Unused;
import io.kinetarch.formats.table.Faults.Fault;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import org.junit.jupiter.api.Test;

class RosterFilesTest {
    private static final RosterRules RULES = Weeks.rules();
    private static final Operator OPERATOR = SamplePlan.plan().operators().getFirst();
    private static final Shift NIGHT = new Shift(
            ANA, MONDAY.plusDays(2), LocalTime.of(22, 0), 480, List.of(new Shift.Pause(150, 30, true)), null, true);

    private static RosterFile.Reading read(String csv) {
        return RosterFile.read(csv.getBytes(StandardCharsets.UTF_8), SamplePlan.plan(), RULES, MONDAY);
    }

    @Test
    void aRosterComesBackFromItsCsv() {
        var roster = new Roster(MONDAY, List.of(fixed(ANA, 0, SHORT, "08:00"), NIGHT, fixed(CLEO, 6, LONG, "12:00")));

        String csv = RosterFile.write(SamplePlan.plan(), roster);

        assertThat(csv.lines())
                .startsWith(
                        "operator,name,date,start,end,kind,breaks,paid hours",
                        "ana,Op ana,2026-11-30,08:00,12:00,short,,4.0",
                        "ana,Op ana,2026-12-02,22:00,06:00,,00:30-01:00 paid,8.0");
        assertThat(new Roster(MONDAY, read(csv).shifts())).isEqualTo(roster);
    }

    @Test
    void whatAFileLeavesOutIsThatOfTheKindThatLastsAsLong() {
        var reading = read("operator;date;start;end\nOp ana;2026-12-01;8:00;14:00\n");

        assertThat(reading.faults()).isEmpty();
        assertThat(reading.shifts()).containsExactly(fixed(ANA, 1, LONG, "08:00"));
    }

    @Test
    void linesThatCannotBeUsedAreNamedWithTheReason() {
        var reading = read("""
                operator,date,start,end,kind,breaks
                zed,2026-12-01,08:00,12:00,,
                ana,1.12.2026,08:00,12:00,,
                ana,2026-12-08,08:00,12:00,,
                ana,2026-12-01,08:10,12:00,,
                ana,2026-12-01,08:00,,,
                ana,2026-12-01,08:00,12:00,long night,
                ana,2026-12-01,08:00,12:00,,lunch
                ana,2026-12-01,08:00,12:00,,12:00-12:30 unpaid
                ana,2026-12-01,08:00,12:00,short,
                ana,2026-12-01,14:00,18:00,short,
                """);

        assertThat(reading.shifts()).hasSize(1);
        assertThat(reading.faults())
                .extracting(Fault::reason)
                .containsExactly(
                        "the plan has no operator \"zed\"",
                        "\"1.12.2026\" is no date; write one such as 2026-11-30",
                        "2026-12-08 is not in the week from Monday 2026-11-30",
                        "shifts start on half-hours; 08:10 is none",
                        "end is missing",
                        "there is no kind of shift \"long night\"",
                        "\"lunch\" is no break; write one such as 12:00-12:30 unpaid",
                        "a break of 30 minutes, 240 minutes after the start, lies outside the shift or in another break",
                        "\"ana\" has a shift on 2026-12-01 in an earlier line");
        assertThatThrownBy(() -> read("who,when\nana,today\n")).hasMessageContaining("has no column \"operator\"");
    }

    /** Read by another library; RFC 5545, 3.6.1 and 3.8. */
    @Test
    void aCalendarHoldsAnEventForEachShiftInUtc() {
        var roster = new Roster(MONDAY, List.of(fixed(ANA, 0, LONG, "08:00"), NIGHT, fixed(CLEO, 1, SHORT, "08:00")));

        String text =
                RosterCalendar.write(roster, RULES, OPERATOR, SamplePlan.DUBLIN, Instant.parse("2026-11-25T12:00:00Z"));

        var events = Biweekly.parse(text).first().getEvents();
        assertThat(events).hasSize(2);
        assertThat(events.getFirst().getSummary().getValue()).isEqualTo("Long");
        assertThat(events.getFirst().getDateStart().getValue().toInstant())
                .isEqualTo(Instant.parse("2026-11-30T08:00:00Z"));
        assertThat(events.getFirst().getDateEnd().getValue().toInstant())
                .isEqualTo(Instant.parse("2026-11-30T14:00:00Z"));
        assertThat(events.getFirst().getDescription().getValue()).isEqualTo("Break 10:30–11:00 (unpaid)");
        assertThat(events.getFirst().getUid().getValue()).isEqualTo("2026-11-30-ana@kinetarch");
        assertThat(text.lines()).allMatch(line -> line.getBytes(StandardCharsets.UTF_8).length <= 75);
    }

    @Test
    void aCalendarComesBackAsThePersonsShifts() {
        var shifts = List.of(fixed(ANA, 0, LONG, "08:00"), NIGHT);
        String text = RosterCalendar.write(
                new Roster(MONDAY, shifts), RULES, OPERATOR, SamplePlan.DUBLIN, Instant.parse("2026-11-25T12:00:00Z"));

        var reading = RosterCalendar.read(text, RULES, OPERATOR, MONDAY, SamplePlan.DUBLIN);

        assertThat(reading.shifts()).isEqualTo(shifts);
        assertThat(reading.unused()).isEmpty();
    }

    @Test
    void eventsOfOtherProgramsBecomeShiftsOfTheKindThatFits() {
        String text = String.join(
                "\r\n",
                "BEGIN:VCALENDAR",
                "VERSION:2.0",
                "PRODID:-//x//y//EN",
                event(
                        "1",
                        "Work",
                        "DTSTART;TZID=Europe/Berlin:20261130T090000",
                        "DTEND;TZID=Europe/Berlin:20261130T150000"),
                event("2", "Again", "DTSTART:20261130T150000Z", "DTEND:20261130T190000Z"),
                event("3", "Holiday", "DTSTART;VALUE=DATE:20261201", "DTEND;VALUE=DATE:20261202"),
                event("4", "Later", "DTSTART:20261207T080000Z", "DURATION:PT4H"),
                event("5", "Odd", "DTSTART:20261202T081000Z", "DURATION:PT4H"),
                "END:VCALENDAR",
                "");

        var reading = RosterCalendar.read(text, RULES, OPERATOR, MONDAY, SamplePlan.DUBLIN);

        assertThat(reading.shifts()).containsExactly(fixed(ANA, 0, LONG, "08:00"));
        assertThat(reading.unused())
                .extracting(Unused::why)
                .containsExactlyInAnyOrder(
                        "it lasts all day",
                        "there is another shift on that day already",
                        "it is not in the week from 2026-11-30",
                        "shifts start on half-hours; 08:10 is none");
    }

    private static String event(String uid, String name, String start, String end) {
        return String.join(
                "\r\n",
                "BEGIN:VEVENT",
                "UID:" + uid,
                "DTSTAMP:20261101T000000Z",
                "SUMMARY:" + name,
                start,
                end,
                "END:VEVENT");
    }
}
