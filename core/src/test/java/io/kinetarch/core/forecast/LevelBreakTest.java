package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LevelBreakTest {
    private static final LocalDate MONDAY = LocalDate.of(2024, 1, 1);
    private static final double[] WEEK = {1.1, 1.15, 1.05, 1, 0.95, 0.45, 0.4};
    private static final int DAYS = 280;

    @ParameterizedTest
    @CsvSource({"7, 2", "10, 2", "21, 2", "35, 2", "10, 0.5", "14, 1.6"})
    void aLevelThatStayedForAWeekIsBelieved(int days, double factor) {
        var found = LevelBreak.of(series(DAYS, i -> i < DAYS - days ? 1 : factor), SpecialDays.NONE);
        assertThat(found.day()).isBetween(DAYS - days - 3, DAYS - days + 1);
        assertThat(found.factor()).isCloseTo(factor, within(0.12 * factor));
        var evened = found.evened(series(DAYS, _ -> 1));
        assertThat(evened.values()[0] / series(DAYS, _ -> 1).values()[0]).isCloseTo(found.factor(), within(1e-9));
        assertThat(found.on(DAYS - 1)).isEqualTo(1);
    }

    @Test
    void whatIsNoNewLevelIsNotTakenForOne() {
        assertThat(LevelBreak.of(series(DAYS, _ -> 1), SpecialDays.NONE)).isEqualTo(LevelBreak.NONE);
        assertThat(LevelBreak.of(series(DAYS, i -> i < DAYS - 5 ? 1 : 2), SpecialDays.NONE))
                .as("five days may pass")
                .isEqualTo(LevelBreak.NONE);
        assertThat(LevelBreak.of(series(DAYS, i -> i >= DAYS - 20 && i < DAYS - 12 ? 3 : 1), SpecialDays.NONE))
                .as("a storm that is over")
                .isEqualTo(LevelBreak.NONE);
        assertThat(LevelBreak.of(series(DAYS, i -> Math.exp(0.004 * i)), SpecialDays.NONE))
                .as("growth")
                .isEqualTo(LevelBreak.NONE);
        assertThat(LevelBreak.of(series(800, i -> i % 364 >= 64 && i % 364 < 120 ? 1.8 : 1), SpecialDays.NONE))
                .as("summer, as a year ago")
                .isEqualTo(LevelBreak.NONE);
        assertThat(LevelBreak.of(new DailySeries(MONDAY, new double[] {3, 4, 100}), SpecialDays.NONE))
                .as("three days")
                .isEqualTo(LevelBreak.NONE);
    }

    @Test
    void daysThatHaveANameSayNothingOfTheLevel() {
        var names = new TreeMap<LocalDate, String>();
        IntStream.range(DAYS - 9, DAYS).forEach(i -> names.put(MONDAY.plusDays(i), "Fair"));
        assertThat(LevelBreak.of(series(DAYS, i -> i < DAYS - 9 ? 1 : 2), SpecialDays.of(Map.copyOf(names))))
                .isEqualTo(LevelBreak.NONE);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void aWanderingLevelIsNoBreak(long seed) {
        var random = new Random(seed);
        double[] level = new double[DAYS];
        for (int i = 1; i < DAYS; i++) {
            level[i] = level[i - 1] + 0.05 * random.nextGaussian();
        }
        assertThat(LevelBreak.of(series(DAYS, i -> Math.exp(level[i])), SpecialDays.NONE))
                .isEqualTo(LevelBreak.NONE);
    }

    @Test
    void afterABreakForecastsAreRightWithinAWeekAndRangesGrowFirst() {
        var usual = Forecaster.days(series(DAYS, _ -> 1), 28, SpecialDays.NONE, null);
        var afterFive = Forecaster.days(series(DAYS, i -> i < DAYS - 5 ? 1 : 2), 28, SpecialDays.NONE, null);
        var afterTen = Forecaster.days(series(DAYS, i -> i < DAYS - 10 ? 1 : 2), 28, SpecialDays.NONE, null);
        assertThat(relativeWidth(afterFive)).isGreaterThan(2 * relativeWidth(usual));
        assertThat(afterFive.findings()).anyMatch(words -> words.contains("something may have changed"));
        assertThat(Arrays.stream(afterTen.mean()).sum()
                        / Arrays.stream(usual.mean()).sum())
                .isCloseTo(2, within(0.12));
        assertThat(afterTen.findings()).anyMatch(words -> words.contains("taken for the level now"));
        var days = afterTen.effects();
        assertThat(days.get(DAYS - 1).level() / days.get(DAYS - 30).level())
                .as("the page of a day shows the level that was")
                .isCloseTo(2, within(0.2));
    }

    private static double relativeWidth(Forecast forecast) {
        return IntStream.range(0, 28)
                .mapToDouble(h -> (forecast.upper80()[h] - forecast.lower80()[h]) / forecast.mean()[h])
                .average()
                .orElseThrow();
    }

    /** Counts with a week, which vary by chance and a little more. */
    private static DailySeries series(int days, IntToDoubleFunction level) {
        var random = new Random(11);
        return new DailySeries(
                MONDAY,
                IntStream.range(0, days)
                        .mapToDouble(i -> {
                            double mean =
                                    150 * WEEK[i % 7] * level.applyAsDouble(i) * Math.exp(0.06 * random.nextGaussian());
                            return Math.max(0, Math.rint(mean + Math.sqrt(mean) * random.nextGaussian()));
                        })
                        .toArray());
    }
}
