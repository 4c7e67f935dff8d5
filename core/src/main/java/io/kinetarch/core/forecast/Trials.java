package io.kinetarch.core.forecast;

import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;

/**
 * What trials from several points of the past (rolling origins: Tashman 2000) say of the methods. The combination weighs the
 * better methods by one over their squared error, which is close to equal, since few trials tell little of small differences; in
 * each trial, by their errors in the other trials, so that it is judged as honestly as the rest.
 */
final class Trials {
    /** Methods worse than the best by more than this factor do not join a combination. */
    private static final double WORTH_JOINING = 1.2;
    /** Below this mean count, absolute errors would reward forecasting none. */
    private static final double FEW = 5;

    private static final double LEAST_MEAN = 0.005;
    private static final int ALL = -1;
    /** A single method must be better than the combination by this share to be chosen: it is the surer bet. */
    private static final double CLEARLY = 0.1;

    private final List<Trial> trials;
    private final double scale;
    private final int stepsOfDay;
    private final double apart;
    private final int horizon;
    private final Map<Method, Double> weights;
    private final Map<Method, double[]> forecasts = new EnumMap<>(Method.class);
    private final double[] actual;
    private final int[] step;
    private final int[] trialOf;
    private final boolean few;

    /**
     * Judges trials.
     *
     * @param trials at least one, all with the same methods
     * @param scale mean absolute difference to the week before, within the history
     * @param stepsOfDay 1 for series of days
     * @param apart the share of a trial's days that no other trial has, 0–1
     */
    Trials(List<Trial> trials, double scale, int stepsOfDay, double apart) {
        this.stepsOfDay = stepsOfDay;
        this.apart = apart;
        this.trials = List.copyOf(trials);
        this.scale = scale;
        horizon = trials.stream().mapToInt(trial -> trial.actual().length).max().orElse(1);
        actual = trials.stream()
                .flatMapToDouble(trial -> Arrays.stream(trial.actual()))
                .toArray();
        step = trials.stream()
                .flatMapToInt(trial -> IntStream.range(0, trial.actual().length))
                .toArray();
        trialOf = IntStream.range(0, trials.size())
                .flatMap(t -> IntStream.range(0, trials.get(t).actual().length).map(_ -> t))
                .toArray();
        for (Method method : trials.getFirst().forecasts().keySet()) {
            forecasts.put(
                    method,
                    trials.stream()
                            .flatMapToDouble(trial -> Arrays.stream(trial.forecast(method)))
                            .toArray());
        }
        few = Arrays.stream(actual)
                        .filter(value -> !Double.isNaN(value))
                        .average()
                        .orElse(0)
                < FEW;
        weights = weights(ALL);
        forecasts.put(
                Method.COMBINATION,
                IntStream.range(0, trials.size())
                        .boxed()
                        .flatMapToDouble(
                                t -> Arrays.stream(combined(trials.get(t).forecasts(), weights(t))))
                        .toArray());
    }

    /** The methods that were tried, and their combination. */
    Set<Method> methods() {
        return forecasts.keySet();
    }

    int count() {
        return trials.size();
    }

    int horizon() {
        return horizon;
    }

    /** The method that did best. */
    Method best() {
        double combination = loss(Method.COMBINATION, ALL);
        var single = singles().stream()
                .min(Comparator.comparingDouble(method -> loss(method, ALL)))
                .orElse(Method.COMBINATION);
        return loss(single, ALL) < combination * (1 - CLEARLY) ? single : Method.COMBINATION;
    }

    /** The scores of a method over part of the horizon, in steps. */
    Scores scores(Method method, int from, int until) {
        int[] own = IntStream.range(0, actual.length)
                .filter(i -> step[i] >= from && step[i] < until)
                .toArray();
        double[] forecast = Trial.of(forecasts, method);
        return Scores.of(
                Arrays.stream(own).mapToDouble(i -> actual[i]).toArray(),
                Arrays.stream(own).mapToDouble(i -> forecast[i]).toArray(),
                scale);
    }

    /** The scores with how often ranges learnt from the other trials held what came. */
    Scores scoresWithCoverage(Method method) {
        return scoresWithCoverage(method, ranges(method), 0, horizon);
    }

    /** The same over part of the horizon, in steps. */
    Scores scoresWithCoverage(Method method, Ranges ranges, int from, int until) {
        var scores = scores(method, from, until);
        return trials.size() < 2
                ? scores
                : scores.with(ranges.coverage(0.8, from, until), ranges.coverage(0.95, from, until));
    }

    /** The ranges around a method's forecasts. */
    Ranges ranges(Method method) {
        return Ranges.of(actual, Trial.of(forecasts, method), step, trialOf, horizon, stepsOfDay, apart);
    }

    /** By the first day of each trial, how many more came on each of its days than a method forecast; NaN where that is not known. */
    Map<Integer, double[]> dayErrors(Method method) {
        double[] forecast = Trial.of(forecasts, method);
        var errors = new TreeMap<Integer, double[]>();
        for (int i = 0; i < actual.length; i++) {
            int day = step[i] / stepsOfDay;
            var trial = trials.get(trialOf[i]);
            double[] own = errors.computeIfAbsent(
                    trial.day(), _ -> new double[Math.ceilDiv(trial.actual().length, stepsOfDay)]);
            own[day] += actual[i] - forecast[i];
        }
        return errors;
    }

    /** How strongly the counts of a day move together: the coefficient of variation of days beyond what chance gives. */
    double together(Method method) {
        double[] forecast = Trial.of(forecasts, method);
        double beyond = 0;
        double squares = 0;
        for (int i = 0; i < actual.length; ) {
            double error = 0;
            double expected = 0;
            int first = i;
            for (; i < actual.length && sameDay(first, i); i++) {
                if (!Double.isNaN(actual[i])) {
                    error += actual[i] - forecast[i];
                    expected += forecast[i];
                }
            }
            beyond += error * error - expected;
            squares += expected * expected;
        }
        return squares == 0 ? 0 : Math.sqrt(Math.max(0, beyond / squares));
    }

    private boolean sameDay(int one, int other) {
        return trialOf[one] == trialOf[other] && step[one] / stepsOfDay == step[other] / stepsOfDay;
    }

    /** The methods of the combination, with shares that make 1. */
    Map<Method, Double> combination() {
        return weights;
    }

    /** The combination of forecasts that the methods make. */
    double[] combined(Map<Method, double[]> of) {
        return combined(of, weights);
    }

    /** The sum of forecasts by their shares. */
    static double[] combined(Map<Method, double[]> of, Map<Method, Double> weights) {
        var sum = new double[of.values().iterator().next().length];
        weights.forEach((method, weight) -> {
            double[] forecast = Trial.of(of, method);
            for (int i = 0; i < sum.length; i++) {
                sum[i] += weight * forecast[i];
            }
        });
        return sum;
    }

    private List<Method> singles() {
        return trials.getFirst().forecasts().keySet().stream().sorted().toList();
    }

    /**
     * What the choice of a method goes by, over all trials but one: absolute errors, which a few wild days hardly move; where
     * most steps have hardly a chat those would reward forecasting none, so there it is the deviance of Poisson counts.
     */
    private double loss(Method method, int leftOut) {
        double[] forecast = Trial.of(forecasts, method);
        double sum = 0;
        for (int i = 0; i < actual.length; i++) {
            if (Double.isNaN(actual[i]) || trialOf[i] == leftOut) {
                continue;
            }
            if (few) {
                double mu = Math.max(forecast[i], LEAST_MEAN);
                sum += (actual[i] == 0 ? 0 : actual[i] * Math.log(actual[i] / mu)) - actual[i] + mu;
            } else {
                sum += Math.abs(actual[i] - forecast[i]);
            }
        }
        return Math.max(sum, Double.MIN_NORMAL);
    }

    private Map<Method, Double> weights(int leftOut) {
        var losses = new EnumMap<Method, Double>(Method.class);
        singles().forEach(method -> losses.put(method, loss(method, trials.size() == 1 ? ALL : leftOut)));
        double least = losses.values().stream().min(Double::compare).orElse(1.0);
        var shares = new EnumMap<Method, Double>(Method.class);
        losses.forEach((method, loss) -> {
            if (loss <= WORTH_JOINING * least) {
                double ratio = least / loss;
                shares.put(method, ratio * ratio);
            }
        });
        double all = shares.values().stream().mapToDouble(Double::doubleValue).sum();
        shares.replaceAll((_, share) -> share / all);
        return shares;
    }
}
