package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.forecast.CalendarRegression.Part;
import java.time.LocalDate;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class CalendarRegressionTest {
    private static final LocalDate FIRST = LocalDate.of(2023, 1, 2); // a Monday

    @Test
    void findsTheEffectsThatMadeASeries() {
        var fairs = new TreeMap<LocalDate, String>();
        for (int year = 2023; year <= 2026; year++) {
            fairs.put(LocalDate.of(year, 5, 20), "Fair");
        }
        var random = new Random(1);
        var series = new DailySeries(
                FIRST,
                IntStream.range(0, 3 * 365)
                        .mapToDouble(i -> regular(FIRST.plusDays(i), fairs) * Math.exp(0.05 * random.nextGaussian()))
                        .toArray());
        var regression = CalendarRegression.of(series, SpecialDays.of(fairs));
        var fair = LocalDate.of(2026, 5, 20);
        assertThat(regression.factor(Part.SPECIAL, fair)).isCloseTo(2.5, within(0.2));
        assertThat(regression.factor(Part.SPECIAL, fair.plusDays(2))).isEqualTo(1);
        double sunday = regression.factor(Part.WEEK, LocalDate.of(2026, 5, 24));
        double monday = regression.factor(Part.WEEK, LocalDate.of(2026, 5, 25));
        assertThat(sunday / monday).isCloseTo(0.4, within(0.03));
        var day = FIRST.plusDays(3 * 365);
        double[] forecast = regression.forecast(150);
        for (int h = 0; h < 150; h++) {
            double expected = regular(day.plusDays(h), fairs);
            assertThat(forecast[h]).as("%s", day.plusDays(h)).isCloseTo(expected, within(0.12 * expected));
        }
    }

    @Test
    void aDaySeenOnceTeachesWithCare() {
        var special = SpecialDays.of(Map.of(FIRST.plusDays(50), "Storm", FIRST.plusDays(110), "Storm"));
        double[] rare =
                IntStream.range(0, 100).mapToDouble(i -> i == 50 ? 6 : i % 2).toArray();
        double learnt =
                CalendarRegression.of(new DailySeries(FIRST, rare), special).factor(Part.SPECIAL, FIRST.plusDays(110));
        assertThat(learnt).isBetween(1.5, 11.0);
        double[] many =
                IntStream.range(0, 100).mapToDouble(i -> i == 50 ? 6000 : 500).toArray();
        assertThat(CalendarRegression.of(new DailySeries(FIRST, many), special)
                        .factor(Part.SPECIAL, FIRST.plusDays(110)))
                .isCloseTo(12, within(2.0));
    }

    @Test
    void aDayFarOffHardlyMovesTheRest() {
        double[] values = IntStream.range(0, 140).mapToDouble(_ -> 100).toArray();
        values[70] = 5000;
        double[] forecast = CalendarRegression.of(new DailySeries(FIRST, values), SpecialDays.NONE)
                .forecast(14);
        for (double day : forecast) {
            assertThat(day).isCloseTo(100, within(8.0));
        }
    }

    @Test
    void followsALevelThatMovedLately() {
        double[] values =
                IntStream.range(0, 140).mapToDouble(i -> i < 110 ? 100 : 150).toArray();
        double[] forecast = CalendarRegression.of(new DailySeries(FIRST, values), SpecialDays.NONE)
                .forecast(7);
        for (double day : forecast) {
            assertThat(day).isBetween(135.0, 160.0);
        }
    }

    private static double regular(LocalDate day, Map<LocalDate, String> fairs) {
        double week = day.getDayOfWeek().getValue() == 7 ? 0.4 : 1;
        double year = 1 + 0.3 * Math.sin(2 * Math.PI * day.getDayOfYear() / 365.25);
        return 800 * week * year * (fairs.containsKey(day) ? 2.5 : 1);
    }
}
