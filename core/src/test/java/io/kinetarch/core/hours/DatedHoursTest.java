package io.kinetarch.core.hours;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.groups.Tuple.tuple;

import io.kinetarch.core.hours.HolidayProposals.Decision;
import io.kinetarch.core.hours.HolidayProposals.Proposal;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Seasons, exceptions and public holidays. */
class DatedHoursTest {
    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
    private static final LocalDate CHRISTMAS_EVE = LocalDate.of(2026, 12, 24);
    private static final LocalDate CHRISTMAS = LocalDate.of(2026, 12, 25);

    @Test
    void anExceptionComesBeforeASeasonAndASeasonBeforeTheWeek() {
        var hours = hours(
                List.of(new Season("Winter", LocalDate.of(2026, 12, 1), LocalDate.of(2027, 2, 28), everyDay(10, 14))),
                List.of(
                        new DatedHours(CHRISTMAS, "Christmas Day", List.of()),
                        new DatedHours(CHRISTMAS_EVE, "Christmas Eve", List.of(window(8, 12)))));

        assertThat(hours.at(at("2026-11-30T09:00:00Z")).because())
                .isEqualTo("Open: Monday 09:00–17:00 (Europe/Dublin).");
        assertThat(hours.at(at("2026-12-01T09:00:00Z")).because())
                .isEqualTo("Closed: Tuesday 09:00 (Europe/Dublin) is outside Tuesday 10:00–14:00 of “Winter”;"
                        + " opens Tuesday 10:00.");
        assertThat(hours.at(at("2026-12-24T09:00:00Z")).because())
                .isEqualTo("Open: 08:00–12:00 on 24 December 2026, Christmas Eve (Europe/Dublin).");
        var closed = hours.at(at("2026-12-25T11:00:00Z"));
        assertThat(closed.because())
                .isEqualTo("Closed: 25 December 2026 is Christmas Day (Europe/Dublin); opens Saturday 10:00.");
        assertThat(closed.nextChange()).contains(at("2026-12-26T10:00:00Z"));
        assertThat(hours.since(at("2026-12-25T11:00:00Z"))).contains(at("2026-12-24T12:00:00Z"));
    }

    @Test
    void aWindowBelongsToTheDayThatItBeginsOn() {
        var hours = new OpeningHours(
                DUBLIN,
                false,
                List.of(new WeeklyWindow(DayOfWeek.THURSDAY, LocalTime.of(22, 0), LocalTime.of(2, 0))),
                List.of(),
                List.of(new DatedHours(CHRISTMAS, "Christmas Day", List.of())),
                null);

        assertThat(hours.isOpen(at("2026-12-25T01:00:00Z")))
                .as("Thursday's window runs on")
                .isTrue();
        assertThat(hours.at(at("2026-12-25T02:00:00Z")).because())
                .startsWith("Closed: 25 December 2026 is Christmas Day");
    }

    @Test
    void theNextOpeningIsFoundHoweverFarItIs() {
        var closedForLong = hours(
                List.of(new Season("Refit", LocalDate.of(2026, 12, 1), LocalDate.of(2027, 10, 31), List.of())),
                List.of());

        var state = closedForLong.at(at("2026-12-03T12:00:00Z"));
        assertThat(state.nextChange()).contains(at("2027-11-01T09:00:00Z"));
        assertThat(state.because())
                .isEqualTo(
                        "Closed: Thursday 12:00 (Europe/Dublin) is outside every window of “Refit”, and that day has none;"
                                + " opens Monday 1 November 09:00.");
        assertThat(closedForLong.since(at("2027-10-01T00:00:00Z"))).contains(at("2026-11-30T17:00:00Z"));
        assertThat(OpeningHours.weekly(DUBLIN, List.of()).nextChange(at("2026-12-03T12:00:00Z")))
                .isEmpty();
    }

    @Test
    void roundTheClockHasExceptionsToo() {
        var hours = new OpeningHours(
                DUBLIN,
                true,
                List.of(),
                List.of(),
                List.of(new DatedHours(CHRISTMAS, "Christmas Day", List.of())),
                null);

        assertThat(hours.at(at("2026-12-20T12:00:00Z")).because()).isEqualTo("Open round the clock.");
        assertThat(hours.nextChange(at("2026-12-20T12:00:00Z"))).contains(at("2026-12-25T00:00:00Z"));
        assertThat(hours.nextChange(at("2026-12-25T12:00:00Z"))).contains(at("2026-12-26T00:00:00Z"));
        assertThat(hours.openTime(at("2026-12-25T00:00:00Z"), at("2026-12-27T00:00:00Z")))
                .isEqualTo(Duration.ofDays(1));
    }

    @Test
    void anExceptionOfEveryYearHoldsUntilOneOfALaterYearSaysOtherwise() {
        var hours = hours(
                List.of(),
                List.of(
                        new DatedHours(CHRISTMAS, "Christmas Day", List.of(), true),
                        new DatedHours(CHRISTMAS.plusYears(2), "On call", List.of(window(10, 12)), false),
                        new DatedHours(CHRISTMAS.plusYears(4), "Half a day", List.of(window(9, 13)), true)));

        assertThat(hours.on(CHRISTMAS.minusYears(1)).source()).isEqualTo(OpeningHours.Source.WEEK);
        assertThat(IntStream.rangeClosed(0, 6)
                        .mapToObj(years -> hours.on(CHRISTMAS.plusYears(years)).name()))
                .containsExactly(
                        "Christmas Day",
                        "Christmas Day",
                        "On call",
                        "Christmas Day",
                        "Half a day",
                        "Half a day",
                        "Half a day");
        assertThat(hours.at(at("2027-12-25T11:00:00Z")).because())
                .isEqualTo("Closed: 25 December 2027 is Christmas Day (Europe/Dublin); opens Sunday 09:00.");
        assertThat(hours.exceptionOn(CHRISTMAS.plusYears(3)))
                .map(DatedHours::date)
                .contains(CHRISTMAS);
    }

    /** The day that is none in other years is left out in them (RFC 5545, 3.3.10); the years 1900 and 2100 have none. */
    @Test
    void theLastOfFebruaryComesEachLeapYear() {
        var leapDay = LocalDate.of(2024, 2, 29);
        var open = new OpeningHours(
                DUBLIN,
                false,
                List.of(),
                List.of(),
                List.of(new DatedHours(leapDay, "Leap day", List.of(window(9, 10)), true)),
                null);

        assertThat(open.nextChange(at("2024-03-01T00:00:00Z"))).contains(at("2028-02-29T09:00:00Z"));
        assertThat(open.nextChange(at("2096-03-01T00:00:00Z"))).contains(at("2104-02-29T09:00:00Z"));
        assertThat(open.since(at("2103-03-01T00:00:00Z"))).contains(at("2096-02-29T10:00:00Z"));
    }

    @Test
    void aHolidayOfEveryYearIsDecidedForAllOfThem() {
        var hours = new OpeningHours(
                DUBLIN,
                false,
                everyDay(9, 17),
                List.of(),
                List.of(new DatedHours(CHRISTMAS, "Christmas Day", List.of(), true)),
                new HolidayCalendar("IE", null, List.of()));

        assertThat(HolidayProposals.of(hours, CHRISTMAS.plusYears(9), CHRISTMAS.plusYears(9)))
                .extracting(Proposal::decision)
                .containsExactly(Decision.KEPT);
    }

    @Test
    void whatCannotBeIsRefused() {
        assertThatThrownBy(() -> new Season("Summer", LocalDate.of(2026, 9, 1), LocalDate.of(2026, 6, 1), List.of()))
                .hasMessage("the season \"Summer\" ends on 2026-06-01, before it starts on 2026-09-01");
        var june = new Season("June", LocalDate.of(2026, 6, 1), LocalDate.of(2026, 6, 30), List.of());
        var late = new Season("Late June", LocalDate.of(2026, 6, 30), LocalDate.of(2026, 7, 2), List.of());
        assertThatThrownBy(() -> hours(List.of(late, june), List.of()))
                .hasMessage("the seasons \"June\" and \"Late June\" overlap; let one end before the other starts");
        var twice = new DatedHours(CHRISTMAS, "Again", List.of());
        assertThatThrownBy(() -> hours(List.of(), List.of(twice, twice)))
                .hasMessage("there are two exceptions on 2026-12-25; put their windows into one");
        var many = CHRISTMAS
                .datesUntil(CHRISTMAS.plusDays(4_001))
                .map(date -> new DatedHours(date, "Each", List.of()))
                .toList();
        assertThatThrownBy(() -> hours(List.of(), many)).hasMessageContaining("at most 4000 can be");
        assertThatThrownBy(() -> new HolidayCalendar("XX", null, List.of()))
                .hasMessageContaining("no holiday calendar");
        assertThatThrownBy(() -> new HolidayCalendar("DE", "zz", List.of())).hasMessageContaining("no region \"zz\"");
    }

    /** Ireland's St Patrick's Day and the October holiday (last Monday): Organisation of Working Time Act 1997. */
    @Test
    void holidaysComeFromTheCalendar() {
        var holidays = PublicHolidays.between("IE", LocalDate.of(2026, 1, 1), LocalDate.of(2026, 12, 31));

        assertThat(holidays)
                .containsKeys(LocalDate.of(2026, 3, 17), LocalDate.of(2026, 10, 26), LocalDate.of(2026, 12, 25));
        assertThat(PublicHolidays.between(null, LocalDate.of(2026, 1, 1), LocalDate.of(2026, 12, 31)))
                .isEmpty();
    }

    /** Corpus Christi is a holiday in Bavaria and not in Berlin; St Patrick's Day is one in Ireland: common knowledge. */
    @Test
    void holidaysAreProposedAndEachDecided() {
        assertThat(PublicHolidays.regions("DE")).containsKeys("by", "be");
        assertThat(PublicHolidays.between("DE", "by", LocalDate.of(2026, 6, 4), LocalDate.of(2026, 6, 4)))
                .hasSize(1);
        assertThat(PublicHolidays.between("DE", "be", LocalDate.of(2026, 6, 4), LocalDate.of(2026, 6, 4)))
                .isEmpty();

        var hours = new OpeningHours(
                DUBLIN,
                false,
                everyDay(9, 17),
                List.of(),
                List.of(new DatedHours(CHRISTMAS, "Christmas Day", List.of())),
                new HolidayCalendar("IE", null, List.of(LocalDate.of(2026, 10, 26))));
        assertThat(HolidayProposals.of(hours, LocalDate.of(2026, 10, 1), LocalDate.of(2026, 12, 26)))
                .extracting(Proposal::date, Proposal::decision)
                .containsExactly(
                        tuple(LocalDate.of(2026, 10, 26), Decision.DECLINED),
                        tuple(CHRISTMAS, Decision.KEPT),
                        tuple(LocalDate.of(2026, 12, 26), Decision.UNDECIDED));
        assertThat(HolidayProposals.of(hours(List.of(), List.of()), CHRISTMAS, CHRISTMAS))
                .isEmpty();
    }

    private static OpeningHours hours(List<Season> seasons, List<DatedHours> exceptions) {
        return new OpeningHours(DUBLIN, false, everyDay(9, 17), seasons, exceptions, null);
    }

    private static List<WeeklyWindow> everyDay(int from, int to) {
        return Stream.of(DayOfWeek.values())
                .map(day -> new WeeklyWindow(day, LocalTime.of(from, 0), LocalTime.of(to, 0)))
                .toList();
    }

    private static DayWindow window(int from, int to) {
        return new DayWindow(LocalTime.of(from, 0), LocalTime.of(to, 0));
    }

    private static Instant at(String instant) {
        return Instant.parse(instant);
    }
}
