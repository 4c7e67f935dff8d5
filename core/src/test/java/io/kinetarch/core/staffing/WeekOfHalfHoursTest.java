package io.kinetarch.core.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WeekOfHalfHoursTest {
    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");

    /** Days around the turn of years with their weeks, as examples of ISO 8601 have them (from memory). */
    @ParameterizedTest
    @CsvSource({
        "2005-01-01, 2004-W53",
        "2005-12-31, 2005-W52",
        "2006-01-01, 2005-W52",
        "2006-01-02, 2006-W01",
        "2007-12-31, 2008-W01",
        "2008-12-28, 2008-W52",
        "2008-12-29, 2009-W01",
        "2009-12-31, 2009-W53",
        "2010-01-03, 2009-W53",
        "2010-01-04, 2010-W01"
    })
    void weeksAreNumberedByIso8601(LocalDate day, String week) {
        assertThat(WeekOfHalfHours.of(day, DUBLIN).iso()).isEqualTo(week);
    }

    @Test
    void clockChangesMakeAWeekShorterOrLonger() {
        assertThat(WeekOfHalfHours.of(LocalDate.of(2026, 3, 29), DUBLIN).slots())
                .hasSize(334);
        assertThat(WeekOfHalfHours.of(LocalDate.of(2026, 10, 25), DUBLIN).slots())
                .hasSize(338);
        assertThat(WeekOfHalfHours.of(LocalDate.of(2026, 11, 25), DUBLIN).slots())
                .hasSize(336);
    }

    @Test
    void theWeekAfterAnInstantBeginsOnTheNextMonday() {
        var sundayNight = Instant.parse("2026-11-29T23:59:00Z");
        assertThat(WeekOfHalfHours.after(sundayNight, DUBLIN).monday()).isEqualTo(LocalDate.of(2026, 11, 30));
        var monday = Instant.parse("2026-11-30T00:00:00Z");
        assertThat(WeekOfHalfHours.after(monday, DUBLIN).monday()).isEqualTo(LocalDate.of(2026, 12, 7));
        assertThatIllegalArgumentException()
                .isThrownBy(() -> new WeekOfHalfHours(DUBLIN, LocalDate.of(2026, 12, 1)))
                .withMessageContaining("starts on Monday");
    }
}
