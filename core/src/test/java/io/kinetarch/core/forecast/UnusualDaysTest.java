package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.forecast.UnusualDays.Run;
import java.time.LocalDate;
import java.util.Map;
import java.util.Random;
import java.util.function.IntToDoubleFunction;
import org.hipparchus.distribution.discrete.PoissonDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class UnusualDaysTest {
    private static final LocalDate FIRST = LocalDate.of(2025, 1, 6); // a Monday
    private static final int DAYS = 500;

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void ordinaryDaysAreNotUnusual(long seed) {
        var found = UnusualDays.in(drawn(seed, 200, _ -> 1), SpecialDays.NONE);
        assertThat(found.runs()).isEmpty();
        assertThat(found.shifts()).isEmpty();
    }

    @Test
    void aStormAndAnOutageAreFoundWithTheirDays() {
        var found = UnusualDays.in(
                drawn(4, 200, day -> day >= 200 && day < 207 ? 2.5 : day == 300 ? 0.1 : 1), SpecialDays.NONE);
        assertThat(found.runs()).extracting(Run::first).containsExactly(FIRST.plusDays(200), FIRST.plusDays(300));
        assertThat(found.runs()).extracting(Run::last).containsExactly(FIRST.plusDays(206), FIRST.plusDays(300));
        assertThat(found.runs().getFirst().factor()).isCloseTo(2.5, within(0.4));
        assertThat(found.runs().getLast().factor()).isLessThan(0.3);
        assertThat(found.shifts()).isEmpty();
    }

    @Test
    void daysThatHaveANameAreNotFoundAgain() {
        var series = drawn(4, 200, day -> day == 200 ? 3 : 1);
        assertThat(UnusualDays.in(series, SpecialDays.NONE).runs()).hasSize(1);
        assertThat(UnusualDays.in(series, SpecialDays.of(Map.of(FIRST.plusDays(200), "Fair")))
                        .runs())
                .isEmpty();
    }

    @Test
    void aLastingChangeIsAShiftNotARun() {
        var found = UnusualDays.in(drawn(5, 200, day -> day < 250 ? 1 : 1.8), SpecialDays.NONE);
        assertThat(found.shifts()).hasSize(1);
        assertThat(found.shifts().getFirst().from()).isBetween(FIRST.plusDays(244), FIRST.plusDays(256));
        assertThat(found.shifts().getFirst().factor()).isCloseTo(1.8, within(0.3));
    }

    @Test
    void amongRareChatsAFewMoreAreNothing() {
        assertThat(UnusualDays.in(drawn(6, 2, _ -> 1), SpecialDays.NONE).runs()).isEmpty();
    }

    @Test
    void tooShortOrEmptyHistoriesHaveNothingUnusual() {
        assertThat(UnusualDays.in(new DailySeries(FIRST, new double[] {1, 50, 1}), SpecialDays.NONE)
                        .runs())
                .isEmpty();
        assertThat(UnusualDays.in(new DailySeries(FIRST, new double[100]), SpecialDays.NONE)
                        .runs())
                .isEmpty();
    }

    private static DailySeries drawn(long seed, double mean, IntToDoubleFunction factor) {
        var random = new Random(seed);
        var values = new double[DAYS];
        for (int day = 0; day < DAYS; day++) {
            double rate = mean
                    * (day % 7 >= 5 ? 0.5 : 1)
                    * factor.applyAsDouble(day)
                    * Math.exp(0.05 * random.nextGaussian());
            values[day] = new PoissonDistribution(rate).inverseCumulativeProbability(random.nextDouble());
        }
        return new DailySeries(FIRST, values);
    }
}
