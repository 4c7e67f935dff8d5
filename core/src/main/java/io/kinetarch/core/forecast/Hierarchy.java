package io.kinetarch.core.forecast;

import io.kinetarch.core.forecast.Forecaster.Choice;
import io.kinetarch.core.forecast.Forecaster.Tried;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Series with sums of some of them that are forecast as well: what is seen better in a sum than in its parts, a trend or a season
 * that single series are too noisy to show, is given back to the parts. Days are brought to add up; the shape of a day is that of
 * its series.
 *
 * @param sums of which series, and how each is forecast
 * @param weights a row a series: by how much the forecast of each series, then each sum, counts for it
 * @param before what the sum of all series was off by in trials, as a share of it, when only series were forecast
 * @param after the same, brought to add up; weights were learnt from the other trials
 */
@SuppressWarnings("ArrayRecordComponent") // a result is handed on, never compared
public record Hierarchy(List<Sum> sums, double[][] weights, double before, double after) {
    /** Fewer trials do not tell by how much to trust what. */
    private static final int LEAST_TRIALS = 3;
    /** By how much the series together may be worse. */
    private static final double BORNE = 0.01;

    private static final int NONE = -1;
    private static final int TOTAL = 0;
    private static final int TOTAL_AFTER = 1;
    private static final int PARTS = 2;
    private static final int PARTS_AFTER = 3;

    /** The sum of series, by their places, and how it is forecast. */
    public record Sum(List<Integer> series, Choice choice) {}

    /** Errors of one trial: by day, of each series and then each sum. */
    private record Errors(List<double[]> days) {}

    /**
     * Finds out by trials whether forecasting sums as well is worth it.
     *
     * @param series that end on the same day
     * @param tried what was found of each
     * @param sums the series of each sum, by their places
     * @param horizon days ahead, as each series was tried
     * @return nothing where it is not, or where too little is known
     */
    public static Optional<Hierarchy> choose(
            List<DailySeries> series, List<Tried> tried, List<List<Integer>> sums, int horizon, SpecialDays special) {
        if (sums.isEmpty()) {
            return Optional.empty();
        }
        var sumsTried = sums.parallelStream()
                .map(parts -> Forecaster.choose(sum(series, parts), horizon, special))
                .toList();
        var trials = errors(Stream.concat(tried.stream(), sumsTried.stream()).toList());
        if (trials.size() < LEAST_TRIALS) {
            return Optional.empty();
        }
        double[] moved = moved(series.size(), sums, trials);
        boolean better = moved[TOTAL_AFTER] < moved[TOTAL] && moved[PARTS_AFTER] < (1 + BORNE) * moved[PARTS];
        if (!better) {
            return Optional.empty();
        }
        int days = trials.stream().mapToInt(trial -> trial.days.size()).sum();
        double all = days
                * series.stream()
                        .mapToDouble(own -> own.last(horizon * trials.size()).mean())
                        .sum();
        return Optional.of(new Hierarchy(
                IntStream.range(0, sums.size())
                        .mapToObj(s -> new Sum(sums.get(s), sumsTried.get(s).choice()))
                        .toList(),
                Reconciliation.weights(series.size(), sums, samples(trials, NONE)),
                moved[TOTAL] / all,
                moved[TOTAL_AFTER] / all));
    }

    /**
     * Absolute errors of the sum of all series and of each by itself, before and after. What adds up is off by the weighted errors
     * of what it was made of, since the weights leave alone what adds up already.
     */
    private static double[] moved(int series, List<List<Integer>> sums, List<Errors> trials) {
        var moved = new double[4];
        for (int trial = 0; trial < trials.size(); trial++) {
            double[][] weights = Reconciliation.weights(series, sums, samples(trials, trial));
            for (double[] errors : trials.get(trial).days) {
                double[] after = Reconciliation.series(weights, errors);
                moved[TOTAL] += Math.abs(Arrays.stream(errors, 0, series).sum());
                moved[TOTAL_AFTER] += Math.abs(Arrays.stream(after).sum());
                moved[PARTS] += Arrays.stream(errors, 0, series).map(Math::abs).sum();
                moved[PARTS_AFTER] += Arrays.stream(after).map(Math::abs).sum();
            }
        }
        return moved;
    }

    private static double[][] samples(List<Errors> trials, int leftOut) {
        return IntStream.range(0, trials.size())
                .filter(trial -> trial != leftOut)
                .mapToObj(trials::get)
                .flatMap(trial -> trial.days.stream())
                .toArray(double[][]::new);
    }

    /** The errors on the days on which those of all are known, of the trials that all were tried in. */
    private static List<Errors> errors(List<Tried> all) {
        var shared = new TreeMap<>(all.getFirst().dayErrors());
        all.forEach(tried -> shared.keySet().retainAll(tried.dayErrors().keySet()));
        var trials = new ArrayList<Errors>();
        for (LocalDate first : shared.keySet()) {
            var own = all.stream()
                    .map(tried -> Objects.requireNonNull(tried.dayErrors().get(first)))
                    .toList();
            int days = own.stream().mapToInt(errors -> errors.length).min().orElse(0);
            var known = IntStream.range(0, days)
                    .mapToObj(day ->
                            own.stream().mapToDouble(errors -> errors[day]).toArray())
                    .filter(errors -> Arrays.stream(errors).noneMatch(Double::isNaN))
                    .toList();
            if (!known.isEmpty()) {
                trials.add(new Errors(known));
            }
        }
        return trials;
    }

    private static DailySeries sum(List<DailySeries> series, List<Integer> parts) {
        return DailySeries.sum(parts.stream().map(series::get).toList());
    }

    /**
     * Expectations of the series that add up to what is expected of their sums.
     *
     * @param series as those that were tried, grown by what came since
     * @param expected of each, all as far ahead
     */
    public List<Expectation> reconciled(List<DailySeries> series, List<Expectation> expected, SpecialDays special) {
        double[][] own = expected.stream().map(Expectation::days).toArray(double[][]::new);
        int days = own[0].length;
        double[][] ofSums = sums.parallelStream()
                .map(sum -> Forecaster.expected(sum(series, sum.series()), days, special, sum.choice()))
                .toArray(double[][]::new);
        var moved = new double[own.length][days];
        for (int day = 0; day < days; day++) {
            int at = day;
            double[] forecasts = Stream.concat(Arrays.stream(own), Arrays.stream(ofSums))
                    .mapToDouble(forecast -> forecast[at])
                    .toArray();
            double[] adding = Reconciliation.series(weights, forecasts);
            for (int i = 0; i < adding.length; i++) {
                moved[i][day] = Math.max(0, adding[i]);
            }
        }
        return IntStream.range(0, own.length)
                .mapToObj(i -> expected.get(i).with(moved[i]))
                .toList();
    }
}
