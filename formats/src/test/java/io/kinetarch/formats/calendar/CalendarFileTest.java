package io.kinetarch.formats.calendar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import biweekly.Biweekly;
import biweekly.component.VEvent;
import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.DayWindow;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.RandomHours;
import io.kinetarch.core.hours.WeeklyWindow;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TimeZone;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class CalendarFileTest {
    private static final LocalDate START = LocalDate.of(2026, 1, 1);
    private static final Instant NOW = Instant.parse("2025-12-15T12:00:00Z");
    private static final OpeningHours NONE = OpeningHours.weekly(ZoneId.of("Europe/Dublin"), List.of());

    @Test
    void whatIsWrittenIsReadBackTheSame() {
        for (int seed = 0; seed < 60; seed++) {
            var hours = RandomHours.of(new Random(seed), START);
            if (hours.weekly().isEmpty()) {
                continue;
            }
            var read = CalendarFile.read(CalendarFile.write(hours, "Usual", NOW), NONE);

            assertThat(read.unused()).as("seed %s", seed).isEmpty();
            for (LocalDate date = START; date.isBefore(START.plusYears(5)); date = date.plusDays(1)) {
                assertThat(read.hours().on(date).windows())
                        .as("seed %s on %s", seed, date)
                        .isEqualTo(hours.on(date).windows());
            }
            assertThat(read.hours().timeZone()).isEqualTo(hours.timeZone());
        }
    }

    /** Five years in zones with odd rules, expanded by an iCalendar library that is neither ours nor the one that writes. */
    @Test
    void anIndependentLibraryFindsTheSameOpenTimes() {
        for (int seed = 0; seed < 25; seed++) {
            var hours = RandomHours.of(new Random(seed), START);
            var until = START.plusYears(5).atStartOfDay(hours.timeZone()).toInstant();
            var from = START.atStartOfDay(hours.timeZone()).toInstant();

            assertThat(expanded(CalendarFile.write(hours, "Usual", NOW), hours.timeZone(), from, until))
                    .as("seed %s, %s", seed, hours.timeZone())
                    .containsExactlyEntriesOf(starts(hours, from, until));
        }
    }

    /** The rules of RFC 5545, 3.8.5.3 ("Recurrence Rule", examples) that repeat each day or week. */
    @Test
    void theStandardsOwnExamplesThatCanBeKeptAreKept() {
        var tenDays = read("DTSTART;TZID=America/New_York:19970902T090000", "RRULE:FREQ=DAILY;COUNT=10");
        assertThat(openDates(tenDays, "1997-08-25", "1997-10-01")).isEqualTo("1997-09-02..1997-09-11");
        var untilChristmas =
                read("DTSTART;TZID=America/New_York:19970902T090000", "RRULE:FREQ=DAILY;UNTIL=19971224T000000Z");
        assertThat(openDates(untilChristmas, "1997-08-25", "1998-01-05")).isEqualTo("1997-09-02..1997-12-23");
        var tuesdaysAndThursdays = read(
                "DTSTART;TZID=America/New_York:19970902T090000",
                "RRULE:FREQ=WEEKLY;UNTIL=19971007T000000Z;WKST=SU;BYDAY=TU,TH");
        assertThat(openDates(tuesdaysAndThursdays, "1997-08-25", "1997-11-01"))
                .isEqualTo("1997-09-02 1997-09-04 1997-09-09 1997-09-11 1997-09-16 1997-09-18 1997-09-23 1997-09-25"
                        + " 1997-09-30 1997-10-02");
        var tenTimes = read("DTSTART;TZID=America/New_York:19970902T090000", "RRULE:FREQ=WEEKLY;COUNT=10");
        assertThat(openDates(tenTimes, "1997-08-25", "1997-12-01"))
                .startsWith("1997-09-02 1997-09-09")
                .endsWith("1997-11-04");
    }

    @Test
    void theStandardsOwnExamplesThatCannotBeKeptAreListed() {
        for (String rule : List.of(
                "FREQ=DAILY;INTERVAL=2",
                "FREQ=WEEKLY;INTERVAL=2;WKST=SU",
                "FREQ=MONTHLY;COUNT=10;BYDAY=1FR",
                "FREQ=MONTHLY;BYMONTHDAY=-3",
                "FREQ=YEARLY;COUNT=10;BYMONTH=6,7",
                "FREQ=YEARLY;BYDAY=20MO",
                "FREQ=DAILY;BYMONTH=1",
                "FREQ=MINUTELY;INTERVAL=20")) {
            var reading = CalendarFile.read(
                    calendar(event("DTSTART;TZID=America/New_York:19970902T090000", "RRULE:" + rule)), NONE);
            assertThat(reading.unused()).as(rule).singleElement().satisfies(unused -> {
                assertThat(unused.what()).isEqualTo("“Open”, 19970902T090000");
                assertThat(unused.why())
                        .startsWith("it repeats by FREQ=")
                        .endsWith("; only what repeats each week or day, or each year on its date, can be kept");
            });
            assertThat(reading.hours().weekly()).isEmpty();
        }
    }

    /** The yearly event that RFC 5545, 3.6.1, shows (from memory), and rules of such as end. */
    @Test
    void whatComesEachYearIsAnExceptionOfEveryYear() {
        String anniversary = """
                BEGIN:VEVENT
                UID:19970901T130000Z-123403@example.com
                DTSTART;VALUE=DATE:19971102
                SUMMARY:Our Blissful Anniversary
                TRANSP:TRANSPARENT
                CLASS:CONFIDENTIAL
                CATEGORIES:ANNIVERSARY,PERSONAL,SPECIAL OCCASION
                RRULE:FREQ=YEARLY
                END:VEVENT
                """.replace("\n", "\r\n");
        var reading = CalendarFile.read(
                calendar(
                        event("DTSTART;TZID=Europe/Dublin:19970101T090000", "RRULE:FREQ=DAILY"),
                        anniversary,
                        event(
                                "DTSTART;TZID=Europe/Dublin:20240229T100000",
                                "RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29;COUNT=3"),
                        event(
                                "DTSTART;TZID=Europe/Dublin:20261224T080000",
                                "RRULE:FREQ=YEARLY;UNTIL=20291224T080000Z",
                                "EXDATE;TZID=Europe/Dublin:20281224T080000")),
                NONE);

        assertThat(reading.unused()).isEmpty();
        assertThat(reading.hours().exceptions())
                .filteredOn(DatedHours::yearly)
                .containsExactly(
                        new DatedHours(LocalDate.of(1997, 11, 2), "Our Blissful Anniversary", List.of(), true));
        assertThat(reading.hours().exceptions())
                .filteredOn(exception -> !exception.yearly())
                .extracting(exception -> exception.date().toString())
                .containsExactly("2024-02-29", "2026-12-24", "2027-12-24", "2028-02-29", "2029-12-24", "2032-02-29");
        assertThat(reading.hours().on(LocalDate.of(2040, 11, 2)).windows()).isEmpty();
    }

    @Test
    void yearsThatCannotBeKeptAreListed() {
        for (String rule :
                List.of("FREQ=YEARLY;COUNT=200", "FREQ=YEARLY;UNTIL=22001224T000000Z", "FREQ=YEARLY;INTERVAL=2")) {
            assertThat(CalendarFile.read(calendar(event("DTSTART:20261224T080000", "RRULE:" + rule)), NONE)
                            .unused())
                    .as(rule)
                    .hasSize(1);
        }
    }

    @Test
    void oneDateOfWhatRepeatsMayBeLeftOutOrMoved() {
        var hours = CalendarFile.read(
                        calendar(
                                event(
                                        "DTSTART;TZID=Europe/Dublin:20260105T090000",
                                        "RRULE:FREQ=WEEKLY;BYDAY=MO,TU",
                                        "EXDATE;TZID=Europe/Dublin:20260112T090000"),
                                event(
                                                "RECURRENCE-ID;TZID=Europe/Dublin:20260119T090000",
                                                "DTSTART;TZID=Europe/Dublin:20260119T110000",
                                                "DURATION:PT4H")
                                        .replace("Open", "Late start"),
                                "BEGIN:VEVENT\r\nUID:2\r\nSUMMARY:Stocktaking\r\nDTSTART;VALUE=DATE:20260120\r\nEND:VEVENT\r\n"),
                        NONE)
                .hours();

        assertThat(hours.weekly())
                .extracting(WeeklyWindow::toString)
                .containsExactly("Monday 09:00–17:00", "Tuesday 09:00–17:00");
        assertThat(hours.exceptions())
                .containsExactly(
                        new DatedHours(LocalDate.of(2026, 1, 12), "Closed", List.of()),
                        new DatedHours(
                                LocalDate.of(2026, 1, 19),
                                "Late start",
                                List.of(new DayWindow(LocalTime.of(11, 0), LocalTime.of(15, 0)))),
                        new DatedHours(LocalDate.of(2026, 1, 20), "Stocktaking", List.of()));
    }

    @Test
    void zonesOfOtherProgramsAndTimesInUtcAreUnderstood() {
        var hours = CalendarFile.read(
                        calendar(
                                event(
                                        "DTSTART;TZID=/example.org/Olson/Europe/Dublin:20260706T090000",
                                        "RRULE:FREQ=WEEKLY"),
                                "BEGIN:VEVENT\r\nSUMMARY:Extra\r\nDTSTART:20260708T080000Z\r\nDURATION:PT2H\r\nEND:VEVENT\r\n"),
                        NONE)
                .hours();
        assertThat(hours.timeZone()).isEqualTo(ZoneId.of("Europe/Dublin"));
        assertThat(hours.on(LocalDate.of(2026, 7, 8)).windows())
                .containsExactly(new DayWindow(LocalTime.of(9, 0), LocalTime.of(11, 0)));

        var unused = CalendarFile.read(
                        calendar(
                                event("DTSTART;TZID=Europe/Dublin:20260706T090000", "RRULE:FREQ=WEEKLY"),
                                event("DTSTART;TZID=Europe/Dublin:20260707T090000", "RRULE:FREQ=WEEKLY"),
                                event("DTSTART;TZID=Asia/Tokyo:20260706T090000", "RRULE:FREQ=WEEKLY"),
                                event("DTSTART;TZID=Mars/Olympus:20260706T090000", "RRULE:FREQ=WEEKLY")),
                        NONE)
                .unused();
        assertThat(unused)
                .extracting(CalendarFile.Unused::why)
                .containsExactly(
                        "its time zone \"Mars/Olympus\" is not known",
                        "it repeats in Asia/Tokyo, most of the others are in Europe/Dublin");
    }

    @Test
    void whatIsNoCalendarIsRefused() {
        for (String wrong :
                List.of("", "time,queue\n", "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nEND:VCALENDAR\r\n", "\u0000\u0001")) {
            assertThatExceptionOfType(CalendarRefusal.class).as(wrong).isThrownBy(() -> CalendarFile.read(wrong, NONE));
        }
    }

    @Test
    void tenThousandEventsAreRead() {
        var events = new StringBuilder();
        for (int i = 0; i < 10_000; i++) {
            String day = START.plusDays(i % 3_000).toString().replace("-", "");
            events.append(
                    event("DTSTART;TZID=Europe/Dublin:%sT%02d0000".formatted(day, i / 3_000 + 8), "DURATION:PT30M"));
        }
        var reading = CalendarFile.read(calendar(events.toString()), NONE);

        assertThat(reading.unused()).isEmpty();
        assertThat(reading.hours().exceptions()).hasSize(3_000);
    }

    private static OpeningHours read(String... lines) {
        var reading = CalendarFile.read(calendar(event(lines)), NONE);
        assertThat(reading.unused()).isEmpty();
        return reading.hours();
    }

    /** Where it opens and for how long, from each midnight on. */
    private static Map<Instant, Duration> starts(OpeningHours hours, Instant from, Instant until) {
        var starts = new TreeMap<Instant, Duration>();
        for (LocalDate date = START; date.isBefore(START.plusYears(5)); date = date.plusDays(1)) {
            for (DayWindow window : hours.on(date).windows()) {
                var start = window.start(date).atZone(hours.timeZone()).toInstant();
                var end = window.end(date).atZone(hours.timeZone()).toInstant();
                starts.merge(start, Duration.between(start, end), (one, two) -> one);
            }
        }
        return starts.subMap(from, until);
    }

    private static Map<Instant, Duration> expanded(String text, ZoneId zone, Instant from, Instant until) {
        // the library takes the zone from the IANA database, as the hours do, not from the file's own copy of it
        var calendar = Biweekly.parse(text.replaceAll("(?s)BEGIN:VTIMEZONE.*END:VTIMEZONE\r\n", ""))
                .first();
        var starts = new TreeMap<Instant, Duration>();
        for (VEvent event : calendar.getEvents()) {
            if (event.getDateStart().getValue().hasTime()) {
                var dates = event.getDateIterator(TimeZone.getTimeZone(zone));
                var wall = Duration.between(
                        event.getDateStart().getValue().toInstant(),
                        event.getDateEnd().getValue().toInstant());
                while (dates.hasNext()) {
                    Instant start = dates.next().toInstant();
                    if (!start.isBefore(until)) {
                        break;
                    }
                    // RFC 5545, 3.3.6: an end by DTEND is a wall-clock time too
                    var end = start.atZone(zone)
                            .toLocalDateTime()
                            .plus(wallLength(event, zone, wall))
                            .atZone(zone);
                    if (!start.isBefore(from)) {
                        starts.put(start, Duration.between(start, end.toInstant()));
                    }
                }
            }
        }
        return starts;
    }

    private static Duration wallLength(VEvent event, ZoneId zone, Duration real) {
        var start = event.getDateStart().getValue().toInstant().atZone(zone);
        return Duration.between(start.toLocalDateTime(), start.plus(real).toLocalDateTime());
    }

    private static String openDates(OpeningHours hours, String from, String to) {
        var dates = LocalDate.parse(from)
                .datesUntil(LocalDate.parse(to))
                .filter(date -> !hours.on(date).windows().isEmpty())
                .toList();
        boolean together = dates.size() > 1
                && dates.getLast().toEpochDay() - dates.getFirst().toEpochDay() == dates.size() - 1;
        return together
                ? dates.getFirst() + ".." + dates.getLast()
                : dates.stream().map(LocalDate::toString).collect(Collectors.joining(" "));
    }

    private static String event(String... lines) {
        boolean ends = String.join("", lines).contains("DURATION");
        return "BEGIN:VEVENT\r\nUID:1\r\nSUMMARY:Open\r\n" + String.join("\r\n", lines) + "\r\n"
                + (ends ? "" : "DURATION:PT8H\r\n") + "END:VEVENT\r\n";
    }

    private static String calendar(String... events) {
        return "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Test//EN\r\n" + String.join("", events)
                + "END:VCALENDAR\r\n";
    }
}
