package io.kinetarch.server.forecast;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.Forecaster.Choice;
import io.kinetarch.core.forecast.IntervalSeries;
import io.kinetarch.core.forecast.Method;
import io.kinetarch.core.forecast.SpecialDays;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Four weeks of half-hours, asked for again and again. */
class SeriesModelsTest {
    private static final int WEEK = 7 * 48;

    private final SeriesModels models = new SeriesModels();
    private final double[] values = new double[4 * WEEK];

    SeriesModelsTest() {
        Arrays.setAll(values, i -> i % 48 > 16 ? 1 + i / 48 % 7 : 0);
    }

    @Test
    void whatIsAskedForAgainIsNotWorkedOutAgain() {
        var first = models.expected(series(values), WEEK, SpecialDays.NONE, Choice.UNTRIED);
        assertThat(models.expected(series(values.clone()), WEEK, SpecialDays.of(Map.of()), Choice.UNTRIED))
                .as("of other arrays with the same chats")
                .isSameAs(first);
        assertThat(first.model())
                .isEqualTo(Forecaster.expected(series(values), WEEK, SpecialDays.NONE, Choice.UNTRIED)
                        .model());
        assertThat(models.daily(series(values.clone()), SpecialDays.NONE))
                .isSameAs(models.daily(series(values), SpecialDays.NONE));
    }

    @Test
    void whateverGoesIntoItMakesAnotherOne() {
        var first = models.expected(series(values), WEEK, SpecialDays.NONE, Choice.UNTRIED);
        var special = SpecialDays.of(Map.of(LocalDate.of(2026, 3, 10), "Spring fair"));
        assertThat(models.expected(series(values), WEEK, special, Choice.UNTRIED))
                .isNotSameAs(first);
        assertThat(models.expected(series(values), 2 * WEEK, SpecialDays.NONE, Choice.UNTRIED))
                .isNotSameAs(first);
        var wanted = new Choice(Method.WEEKLY_PROFILE, Map.of(), 0.1);
        assertThat(models.expected(series(values), WEEK, SpecialDays.NONE, wanted))
                .isNotSameAs(first);
        values[30] = Double.NaN;
        assertThat(models.expected(series(values), WEEK, SpecialDays.NONE, Choice.UNTRIED))
                .isNotSameAs(first);
        assertThat(models.daily(series(values), special)).isNotSameAs(models.daily(series(values), SpecialDays.NONE));
    }

    private static IntervalSeries series(double[] values) {
        return new IntervalSeries(ZoneOffset.UTC, Instant.parse("2026-03-02T00:00:00Z"), 30, values);
    }
}
