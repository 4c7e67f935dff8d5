package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.Set;
import org.junit.jupiter.api.Test;

class WeeklyMeanTest {
    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");

    @Test
    void isTheMeanOfTheSameHalfHourOverSixWeeksWithoutSpecialDays() {
        LocalDate until = LocalDate.of(2026, 11, 30);
        var mean = new WeeklyMean(DUBLIN, until, Set.of(LocalDate.of(2026, 10, 26)));
        for (int week = 1; week <= 8; week++) {
            // Mondays 09:00: 1, 2, … 8, the fifth a holiday, the last two too old; clocks change in between.
            mean.observe(local(until.minusWeeks(week), 9), week);
        }
        mean.observe(local(until, 9), 100); // not past yet

        assertThat(mean.at(local(until, 9))).hasValue((1 + 2 + 3 + 4 + 6) / 5.0);
        assertThat(mean.at(local(until, 10))).isEmpty();
    }

    private static Instant local(LocalDate date, int hour) {
        return date.atTime(LocalTime.of(hour, 0)).atZone(DUBLIN).toInstant();
    }
}
