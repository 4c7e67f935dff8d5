package io.kinetarch.core.presence;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.WeeklyWindow;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShiftEndTest {
    /** Mondays from 8 to 12 and from 13 to 17 o'clock. */
    private static final OpeningHours MONDAYS = OpeningHours.weekly(
            ZoneOffset.UTC,
            List.of(
                    new WeeklyWindow(DayOfWeek.MONDAY, LocalTime.of(8, 0), LocalTime.of(12, 0)),
                    new WeeklyWindow(DayOfWeek.MONDAY, LocalTime.of(13, 0), LocalTime.of(17, 0))));

    private static Instant at(String time) {
        return Instant.parse("2026-12-07T" + time + ":00Z");
    }

    @ParameterizedTest
    @CsvSource({
        "08:05, 11:59, ''",
        "08:05, 12:00, BREAK",
        "08:05, 12:30, BREAK",
        "13:00, 16:59, ''",
        "13:00, 17:00, OFF",
        "13:00, 18:30, OFF",
        // before the shift, in the break, and again after the end
        "07:50, 12:10, ''",
        "12:20, 12:40, ''",
        "17:01, 19:00, ''",
    })
    void comesWithThePlannedHours(String since, String now, String end) {
        assertThat(ShiftEnd.of(MONDAYS, at(since), at(now)).map(Enum::name).orElse(""))
                .isEqualTo(end);
    }

    @Test
    void ofAPreviousShiftIsTakenUpLater() {
        var from = at("08:05");
        assertThat(ShiftEnd.of(MONDAYS, from, at("14:00")))
                .as("whoever overslept their break while nothing looked is in the next shift")
                .isEmpty();
        assertThat(ShiftEnd.of(MONDAYS, from, at("20:00"))).contains(ShiftEnd.OFF);
        assertThat(ShiftEnd.of(OpeningHours.aroundTheClock(ZoneOffset.UTC), from, at("20:00")))
                .isEmpty();
    }
}
