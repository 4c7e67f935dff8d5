package io.kinetarch.core.forecast;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.forecast.Forecaster.Tried;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.hipparchus.distribution.discrete.PoissonDistribution;
import org.junit.jupiter.api.Test;

class HierarchyTest {
    private static final LocalDate START = LocalDate.of(2026, 1, 5);
    private static final int HORIZON = 14;
    private static final int PARTS = 12;
    private static final List<Integer> ALL = IntStream.range(0, PARTS).boxed().toList();
    private static final SpecialDays NONE = SpecialDays.of(Map.of());

    @Test
    void aLevelThatPartsAreTooNoisyToShowIsSeenInTheirSum() {
        double alone = 0;
        double together = 0;
        int worthwhile = 0;
        for (int seed = 1; seed <= 6; seed++) {
            // All have one level, which wanders; beside chance it is hard to see in each of them.
            var random = new Random(seed);
            double[] level = new double[400];
            double exponent = 0;
            for (int day = 0; day < 400; day++) {
                exponent += 0.01 * random.nextGaussian();
                level[day] = 20 * Math.exp(exponent);
            }
            var series = series(Collections.nCopies(PARTS, level), 400 - HORIZON, 100 + seed);
            var tried = series.stream()
                    .map(own -> Forecaster.choose(own, HORIZON, NONE))
                    .toList();
            var found = Hierarchy.choose(series, tried, List.of(ALL), HORIZON, NONE);
            if (found.isPresent()) {
                worthwhile++;
                var hierarchy = found.get();
                assertThat(hierarchy.after()).isLessThan(hierarchy.before());
                double[] own = total(series, tried, Optional.empty());
                double[] added = total(series, tried, found);
                for (int day = 0; day < HORIZON; day++) {
                    double came = PARTS * level[400 - HORIZON + day];
                    alone += Math.abs(own[day] - came);
                    together += Math.abs(added[day] - came);
                }
            }
        }
        assertThat(worthwhile).as("of six").isGreaterThanOrEqualTo(4);
        assertThat(together).as("what is off from the truth").isLessThan(0.9 * alone);
    }

    @Test
    void seriesThatWereNotTriedTogetherAreNotComparedWithEachOther() {
        var series = series(List.of(level(30), level(40)), 200, 3);
        var tried = series.stream()
                .map(own -> Forecaster.choose(own, HORIZON, NONE))
                .toList();
        var late = new Tried(tried.get(1).choice(), Map.of(START.plusDays(180), new double[] {1, 2, 3}));
        assertThat(Hierarchy.choose(series, List.of(tried.get(0), late), List.of(List.of(0, 1)), HORIZON, NONE))
                .isEmpty();
        assertThat(Hierarchy.choose(series, tried, List.of(), HORIZON, NONE)).isEmpty();
    }

    @Test
    void daysAddUpAndKeepTheirShape() {
        var choice = Forecaster.Choice.UNTRIED;
        var weights = new double[][] {{0.5, -0.5, 0.5}, {-0.5, 0.5, 0.5}};
        var hierarchy = new Hierarchy(List.of(new Hierarchy.Sum(List.of(0, 1), choice)), weights, 0.1, 0.08);
        var intervals = series(List.of(level(30), level(40)), 70, 5).stream()
                .map(HierarchyTest::byHour)
                .toList();
        var daily = intervals.stream().map(own -> Forecaster.daily(own, NONE)).toList();
        var own = intervals.stream()
                .map(values -> Forecaster.expected(values, 24 * HORIZON, NONE, choice))
                .toList();
        var added = hierarchy.reconciled(daily, own, NONE);
        double[] sum = Forecaster.expected(DailySeries.sum(daily), HORIZON, NONE, choice);
        for (int day = 0; day < HORIZON; day++) {
            assertThat(added.get(0).days()[day] + added.get(1).days()[day]).isCloseTo(sum[day], within(1e-9));
        }
        double[] before = own.get(0).model();
        double[] after = added.get(0).model();
        assertThat(after[9] / after[4]).isCloseTo(before[9] / before[4], within(1e-9));
    }

    private static IntervalSeries byHour(DailySeries days) {
        var zone = ZoneOffset.UTC;
        return new IntervalSeries(
                zone,
                START.atStartOfDay(zone).toInstant(),
                60,
                IntStream.range(0, 24 * days.length())
                        .mapToDouble(i -> days.values()[i / 24] * (i % 24) / 276)
                        .toArray());
    }

    /** What all series come to, by day. */
    private static double[] total(List<DailySeries> series, List<Tried> tried, Optional<Hierarchy> hierarchy) {
        double[][] own = IntStream.range(0, series.size())
                .mapToObj(i -> Forecaster.expected(
                        series.get(i), HORIZON, NONE, tried.get(i).choice()))
                .toArray(double[][]::new);
        double[] all = hierarchy
                .map(h -> Forecaster.expected(
                        DailySeries.sum(series),
                        HORIZON,
                        NONE,
                        h.sums().getFirst().choice()))
                .orElseGet(() -> new double[HORIZON]);
        var total = new double[HORIZON];
        for (int day = 0; day < HORIZON; day++) {
            int at = day;
            double[] ofSeries =
                    Arrays.stream(own).mapToDouble(values -> values[at]).toArray();
            double[] parts = hierarchy
                    .map(h -> Reconciliation.series(
                            h.weights(),
                            IntStream.rangeClosed(0, PARTS)
                                    .mapToDouble(i -> i < PARTS ? ofSeries[i] : all[at])
                                    .toArray()))
                    .orElse(ofSeries);
            total[day] = Arrays.stream(parts).sum();
        }
        return total;
    }

    private static double[] level(double level) {
        var days = new double[200];
        Arrays.fill(days, level);
        return days;
    }

    private static List<DailySeries> series(List<double[]> truth, int days, int seed) {
        var random = new Random(seed);
        return truth.stream()
                .map(means -> new DailySeries(
                        START,
                        Arrays.stream(means)
                                .limit(days)
                                .map(mean ->
                                        new PoissonDistribution(mean).inverseCumulativeProbability(random.nextDouble()))
                                .toArray()))
                .toList();
    }
}
