package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.IntStream;
import org.hipparchus.special.Gamma;
import org.junit.jupiter.api.Test;

/** Histories that mislead: walks without a season, gaps, wild days, huge counts. The truth of each is known. */
class MisledForecastTest {
    private static final LocalDate START = LocalDate.of(2024, 1, 1);
    private static final int AHEAD = 28;

    private static Forecast days(double[] values) {
        return Forecaster.days(new DailySeries(START, values), AHEAD, SpecialDays.NONE, null);
    }

    private static double[] walk(int days, long seed) {
        var random = new Random(seed);
        var values = new double[days];
        double level = 400;
        for (int day = 0; day < days; day++) {
            level *= Math.exp(0.02 * random.nextGaussian());
            values[day] = Math.rint(level * (1 + 0.05 * random.nextGaussian()));
        }
        return values;
    }

    /** Twelve walks without any season of the year: one day more of history must not turn the forecast. */
    @Test
    void aYearlySeasonIsNotLetInFromOneDayToTheNext() {
        for (int edge : new int[] {350, 728, 730}) {
            double before = 0;
            double after = 0;
            int held = 0;
            for (int seed = 0; seed < 12; seed++) {
                double[] all = walk(edge + 2 + AHEAD, seed);
                before += error(all, edge - 1, days(Arrays.copyOf(all, edge - 1)));
                var forecast = days(Arrays.copyOf(all, edge + 1));
                after += error(all, edge + 1, forecast);
                held += held(all, edge + 1, forecast);
            }
            assertThat(after).as("mean error at %s days", edge).isLessThan(before * 1.25 + 0.12);
            assertThat(held / (12.0 * AHEAD))
                    .as("share in the 80 %% ranges at %s days", edge)
                    .isBetween(0.6, 0.97);
        }
    }

    private static double error(double[] all, int known, Forecast forecast) {
        return IntStream.range(0, AHEAD)
                        .mapToDouble(h -> Math.abs(forecast.mean()[h] - all[known + h]))
                        .sum()
                / IntStream.range(0, AHEAD).mapToDouble(h -> all[known + h]).sum();
    }

    private static int held(double[] all, int known, Forecast forecast) {
        return (int) IntStream.range(0, AHEAD)
                .filter(h -> all[known + h] >= forecast.lower80()[h] && all[known + h] <= forecast.upper80()[h])
                .count();
    }

    @Test
    void whatIsUnknownIsNotReadAsNothing() {
        double[] some = constant(60, 4);
        for (int day = 40; day < 60; day++) {
            Arrays.fill(some, day * 48 + 20, day * 48 + 30, Double.NaN);
        }
        var forecast = halfHours(some);
        assertThat(forecast.mean()[24]).as("slots unknown for 20 days").isCloseTo(4, within(0.1));

        for (double known : new double[] {0.7, 0.3}) {
            var random = new Random(7);
            double[] holes = constant(60, 4);
            for (int i = 0; i < holes.length; i++) {
                holes[i] = random.nextDouble() < known ? holes[i] : Double.NaN;
            }
            assertThat(Arrays.stream(halfHours(holes).mean()).boxed())
                    .as("%s of it known", known)
                    .allSatisfy(value -> assertThat(value).isCloseTo(4, within(0.15)));
        }
    }

    private static double[] constant(int days, double value) {
        var values = new double[days * 48];
        Arrays.fill(values, value);
        return values;
    }

    private static Forecast halfHours(double[] values) {
        ZoneId zone = ZoneOffset.UTC;
        return Forecaster.intervals(
                new IntervalSeries(zone, START.atStartOfDay(zone).toInstant(), 30, values), 48, SpecialDays.NONE, null);
    }

    @Test
    void oneWildDayIsFoundAndMovesNothing() {
        var random = new Random(3);
        double[] usual = IntStream.range(0, 40)
                .mapToDouble(_ -> 180 + random.nextInt(40))
                .toArray();
        double[] wild = usual.clone();
        wild[33] *= 100;

        var forecast = days(wild);
        var without = days(usual);

        assertThat(forecast.findings()).anyMatch(finding -> finding.startsWith("2024-02-03 is more than twelve times"));
        assertThat(Arrays.stream(forecast.mean()).sum())
                .isCloseTo(
                        Arrays.stream(without.mean()).sum(),
                        within(0.05 * Arrays.stream(without.mean()).sum()));
        assertThat(UnusualDays.in(new DailySeries(START, wild), SpecialDays.NONE)
                        .runs())
                .extracting(UnusualDays.Run::first)
                .containsExactly(LocalDate.of(2024, 2, 3));
    }

    /** The gamma law of such counts once took half a minute; it must end long before a caller gives up. */
    @Test
    void hugeCountsEndInBoundedTime() {
        assertTimeoutPreemptively(
                Duration.ofSeconds(20),
                () -> assertThat(halfHours(constant(40, 1e9)).mean()[0]).isCloseTo(1e9, within(1e7)));
    }

    /** Wilson and Hilferty against the exact law where both can be had. */
    @Test
    void theNearlyNormalLawOfLargeShapesIsTheGammaLaw() {
        double mean = 1e6;
        for (double shape : new double[] {10_001, 40_000}) {
            double variance = mean * mean / shape;
            for (double off = -3; off <= 3; off += 0.5) {
                double value = mean + off * Math.sqrt(variance);
                assertThat(CountSpread.atMost(value, mean, variance))
                        .isCloseTo(Gamma.regularizedGammaP(shape, value * mean / variance), within(1e-4));
            }
        }
    }
}
