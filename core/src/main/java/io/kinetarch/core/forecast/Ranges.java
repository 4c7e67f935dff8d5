package io.kinetarch.core.forecast;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.DoubleSummaryStatistics;
import java.util.HashMap;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.hipparchus.distribution.continuous.NormalDistribution;
import org.hipparchus.distribution.continuous.TDistribution;

/**
 * How far the future may lie from a forecast, learnt from how far it lay in trials. The variance of a count grows as φ·mean +
 * c²·mean² (chance, and what moves all counts of a time together), and wider ahead as the usual errors do; around it the
 * spread of counts is corrected by where the trials' values truly fell within it, so that ranges hold what they say
 * (recalibration by the probability integral transform: Czado, Gneiting and Held 2009, for counts). How much wider it is ahead
 * is learnt from medians and never less than before: a week of storms that the trials met at one distance says nothing of that
 * distance. Hours of a day whose errors are usually larger than the mean lets expect have wider ranges. Errors of one trial are
 * alike, and trials overlap where a history is short: ranges are wider by as much as Student's law is for so few that are
 * independent.
 */
final class Ranges {
    private static final int ROUNDS = 6;
    /** Fewer errors than this tell too little of a part of the horizon by itself. */
    private static final int LEAST_ERRORS = 80;

    /** What moves counts of a time together, where nothing is known of it. */
    private static final double GUESSED = 0.3;

    private static final int MOST_PARTS = 4;
    private static final int PARTS_OF_DAY = 8;
    private static final int NEWEST_DAYS = 7;
    private static final int LEAST_NEWEST = 5;
    private static final double MOST_WIDER = 4;
    /** The median error of a week is this much larger than usual now and then. */
    private static final double BY_CHANCE = 1.6;

    private static final double MOST_BY_TIME = 3;
    /** Chances beyond are not told apart. */
    private static final double END = 1e-4;
    /** With fewer degrees, Student's law has no variance. */
    private static final double LEAST_FREEDOM = 2.5;

    private static final NormalDistribution NORMAL = new NormalDistribution();
    /** For spreading the values that share a count evenly over its chance. */
    private static final double GOLDEN = 0.6180339887498949;

    private final Spread spread;
    private final List<Fallen> errors;
    private final double[] transforms;
    /** How many errors that have nothing to do with each other tell as much. */
    private final double independent;

    /**
     * The variance of a count.
     *
     * @param least of what comes by chance, over the mean
     * @param widths by part of the horizon, how much wider than overall
     * @param times by part of the day, how much wider than overall
     */
    @SuppressWarnings("ArrayRecordComponent") // never compared
    private record Spread(
            double chance,
            double together,
            double least,
            int horizon,
            double[] widths,
            int stepsOfDay,
            double[] times) {
        double variance(double mean, int step) {
            double mu = Math.max(1e-6, mean);
            double width = widths[(int) Math.min(widths.length - 1L, (long) step * widths.length / horizon)]
                    * times[timeOf(step, stepsOfDay, times.length)];
            return Math.max(least * mu, width * width * (chance * mu + together * mu * mu));
        }
    }

    /**
     * Where a value fell within the spread around its forecast.
     *
     * @param step how many steps ahead it was
     * @param below the chance of less; the same as {@code upTo} where counts are many
     * @param upTo the chance of at most so many
     * @param transform between the two
     */
    private record Fallen(int trial, int step, double below, double upTo, double transform) {
        boolean within(double low, double high) {
            return upTo >= low && below <= high;
        }
    }

    /** How much further off the newest days were than usual. */
    private final double wider;

    private Ranges(Spread spread, List<Fallen> errors, double independent, double wider) {
        this.wider = wider;
        this.spread = spread;
        this.errors = errors;
        this.independent = independent;
        transforms = errors.stream().mapToDouble(Fallen::transform).sorted().toArray();
    }

    /**
     * Learns from trials.
     *
     * @param actual NaN where unknown
     * @param forecast as long
     * @param step of each, how many steps ahead it was, from 0
     * @param trial of each
     * @param horizon how many steps were looked ahead
     * @param stepsOfDay 1 for series of days
     * @param apart the share of a trial's days that no other trial has, 0–1
     */
    static Ranges of(
            double[] actual, double[] forecast, int[] step, int[] trial, int horizon, int stepsOfDay, double apart) {
        int[] known = IntStream.range(0, actual.length)
                .filter(i -> !Double.isNaN(actual[i]))
                .toArray();
        var overall = overall(
                Arrays.stream(known).mapToDouble(i -> actual[i]).toArray(),
                Arrays.stream(known).mapToDouble(i -> forecast[i]).toArray());
        int parts = Math.clamp(known.length / LEAST_ERRORS, 1, Math.min(MOST_PARTS, Math.max(1, horizon)));
        var usual = new double[parts];
        for (int p = 0; p < parts; p++) {
            int part = p;
            usual[p] = median(Arrays.stream(known)
                    .filter(i -> (long) step[i] * parts / horizon == part)
                    .mapToDouble(i ->
                            Math.abs(actual[i] - forecast[i]) / Math.sqrt(overall.variance(forecast[i], step[i]))));
        }
        int parted = stepsOfDay < PARTS_OF_DAY || known.length < PARTS_OF_DAY * LEAST_ERRORS ? 1 : PARTS_OF_DAY;
        var byTime = new double[parted];
        for (int p = 0; p < parted; p++) {
            int part = p;
            byTime[p] = median(Arrays.stream(known)
                    .filter(i -> timeOf(step[i], stepsOfDay, parted) == part)
                    .mapToDouble(i ->
                            Math.abs(actual[i] - forecast[i]) / Math.sqrt(overall.variance(forecast[i], step[i]))));
        }
        var spread = new Spread(
                overall.chance, overall.together, overall.least, horizon, widths(usual), stepsOfDay, overMean(byTime));
        var errors = new ArrayList<Fallen>(known.length);
        for (int i : known) {
            double variance = spread.variance(forecast[i], step[i]);
            double upTo = CountSpread.atMost(actual[i], forecast[i], variance);
            double below = CountSpread.discrete(forecast[i], variance)
                    ? CountSpread.atMost(actual[i] - 1, forecast[i], variance)
                    : upTo;
            errors.add(new Fallen(trial[i], step[i], below, upTo, below + (i * GOLDEN) % 1 * (upTo - below)));
        }
        return new Ranges(spread, errors, independent(errors, apart), 1);
    }

    private static int timeOf(int step, int stepsOfDay, int parts) {
        return step % stepsOfDay * parts / stepsOfDay;
    }

    private static double[] overMean(double[] usual) {
        double mean = Arrays.stream(usual).average().orElse(0);
        return Arrays.stream(usual)
                .map(one -> mean == 0 ? 1 : Math.clamp(one / mean, 1 / MOST_BY_TIME, MOST_BY_TIME))
                .toArray();
    }

    /**
     * Means of trials vary the less, the more independent errors each has: by how much less, tells how many these are (the
     * design effect of clusters: Kish 1965).
     */
    private static double independent(List<Fallen> errors, double apart) {
        var byTrial = new HashMap<Integer, DoubleSummaryStatistics>();
        var all = new DoubleSummaryStatistics();
        double squares = 0;
        for (var error : errors) {
            double score = score(error.transform);
            byTrial.computeIfAbsent(error.trial, _ -> new DoubleSummaryStatistics())
                    .accept(score);
            all.accept(score);
            squares += score * score;
        }
        int trials = byTrial.size();
        if (trials < 2) {
            return trials;
        }
        double mean = all.getAverage();
        double variance = squares / errors.size() - mean * mean;
        double between = byTrial.values().stream()
                        .mapToDouble(trial -> (trial.getAverage() - mean) * (trial.getAverage() - mean))
                        .sum()
                / (trials - 1);
        double each = (double) errors.size() / trials;
        return trials * apart * Math.clamp(variance / Math.max(between, 1e-12), 1, each);
    }

    /** The normal score of a chance. */
    private static double score(double chance) {
        return NORMAL.inverseCumulativeProbability(Math.clamp(chance, END, 1 - END));
    }

    /** Nothing is learnt: chance, and a guess of what moves counts together. */
    static Ranges unlearnt() {
        return new Ranges(
                new Spread(1, GUESSED * GUESSED, 1, 1, new double[] {1}, 1, new double[] {1}), List.of(), 0, 1);
    }

    /**
     * As wide as the newest days of the last trial ask for: where something has changed and no method knows it yet, ranges grow
     * first.
     */
    Ranges asOfLate() {
        int last = errors.stream().mapToInt(Fallen::trial).max().orElse(0);
        int newest = spread.horizon - NEWEST_DAYS * spread.stepsOfDay;
        double[] off = errors.stream()
                .filter(error -> error.trial == last && error.step >= newest)
                .mapToDouble(error -> Math.abs(score(error.transform)))
                .sorted()
                .toArray();
        if (newest < 0 || off.length < LEAST_NEWEST) {
            return this;
        }
        double usual = median(errors.stream().mapToDouble(error -> Math.abs(score(error.transform))));
        return new Ranges(
                spread,
                errors,
                independent,
                usual == 0 ? 1 : Math.clamp(off[off.length / 2] / usual / BY_CHANCE, 1, MOST_WIDER));
    }

    /** How many errors that have nothing to do with each other the ranges were learnt from. */
    double independent() {
        return independent;
    }

    /** How much further off the newest days were than usual; 1 where no more. */
    double wider() {
        return wider;
    }

    /** Whether counts so few are expected that a range holds more than it says: between whole numbers there is none. */
    boolean discrete(double mean, int step) {
        return CountSpread.discrete(mean, spread.variance(mean, step));
    }

    /** The value that is not exceeded with such a chance, so many steps ahead. */
    double quantile(double chance, double mean, int step) {
        return quantiles(chance, new double[] {mean}, step)[0];
    }

    /** The values that are not exceeded with such a chance, from so many steps ahead on. */
    double[] quantiles(double chance, double[] means, int from) {
        double wide = wider(transformed(transforms, chance), wider * student(chance));
        var quantiles = new double[means.length];
        for (int h = 0; h < means.length; h++) {
            quantiles[h] = CountSpread.quantile(wide, means[h], spread.variance(means[h], from + h));
        }
        return quantiles;
    }

    /**
     * How often a range held what came in a trial, had it been learnt from the other trials; NaN where nothing came.
     *
     * @param from the first step ahead that is looked at
     * @param until the one after the last
     */
    double coverage(double nominal, int from, int until) {
        double tail = (1 - nominal) / 2;
        double student = student(tail);
        int all = 0;
        int within = 0;
        for (int trial : errors.stream().mapToInt(Fallen::trial).distinct().toArray()) {
            double[] others = errors.stream()
                    .filter(error -> error.trial != trial)
                    .mapToDouble(Fallen::transform)
                    .sorted()
                    .toArray();
            double low = wider(transformed(others, tail), student);
            double high = wider(transformed(others, 1 - tail), student);
            for (var error : errors) {
                if (error.trial == trial && error.step >= from && error.step < until) {
                    all++;
                    within += error.within(low, high) ? 1 : 0;
                }
            }
        }
        return (double) within / all;
    }

    /** Usual errors of parts of the horizon over their mean, none less than those before: neighbours out of order are pooled. */
    private static double[] widths(double[] usual) {
        double mean = Arrays.stream(usual).average().orElse(0);
        if (mean == 0) {
            return Arrays.stream(usual).map(_ -> 1).toArray();
        }
        double[] widths = usual.clone();
        for (int p = 1; p < widths.length; p++) {
            int first = p;
            double pooled = widths[p];
            while (first > 0 && widths[first - 1] > pooled) {
                first--;
                pooled = Arrays.stream(usual, first, p + 1).average().orElse(pooled);
            }
            Arrays.fill(widths, first, p + 1, pooled);
        }
        return Arrays.stream(widths).map(width -> width / mean).toArray();
    }

    private static double median(DoubleStream values) {
        double[] sorted = values.sorted().toArray();
        return sorted.length == 0 ? 0 : (sorted[(sorted.length - 1) / 2] + sorted[sorted.length / 2]) / 2;
    }

    /** φ and c² by weighted least squares of the squared errors, neither below what a count can have. */
    private static Spread overall(double[] actual, double[] forecast) {
        // Whole numbers are counts of chats that come by chance; other figures may vary less.
        double least = Arrays.stream(actual).allMatch(value -> value == Math.rint(value)) ? 1 : 0.05;
        double chance = 1;
        double together = 0.01;
        for (int round = 0; round < ROUNDS; round++) {
            double mm = 0;
            double mq = 0;
            double qq = 0;
            double me = 0;
            double qe = 0;
            for (int i = 0; i < actual.length; i++) {
                double mu = Math.max(1e-6, forecast[i]);
                double error = actual[i] - mu;
                double variance = chance * mu + together * mu * mu;
                double squared = Math.min(error * error, 16 * variance);
                double weight = 1 / (variance * variance);
                mm += weight * mu * mu;
                mq += weight * mu * mu * mu;
                qq += weight * mu * mu * mu * mu;
                me += weight * mu * squared;
                qe += weight * mu * mu * squared;
            }
            double determinant = mm * qq - mq * mq;
            double both = determinant <= 1e-9 * mm * qq ? -1 : (mm * qe - mq * me) / determinant;
            together = Math.clamp(both, 0, 4);
            chance = mm == 0 ? 1 : Math.clamp((me - together * mq) / mm, least, 100_000);
            if (chance == least && qq > 0) {
                together = Math.clamp((qe - chance * mq) / qq, 0, 4);
            }
        }
        return new Spread(chance, together, least, 1, new double[] {1}, 1, new double[] {1});
    }

    /** How much further out a chance lies for so few independent errors than for many; the same for both ends of a range. */
    private double student(double chance) {
        return independent == 0
                ? 1
                : new TDistribution(Math.max(LEAST_FREEDOM, independent - 1)).inverseCumulativeProbability(chance)
                        / score(chance);
    }

    /** A chance so many times as far from a half, in normal scores. */
    private static double wider(double chance, double times) {
        return times == 1 ? chance : Math.clamp(NORMAL.cumulativeProbability(times * score(chance)), END, 1 - END);
    }

    /** The chance under the spread that truly had the wanted one: a quantile of the transforms, with the ends kept open. */
    private static double transformed(double[] sorted, double chance) {
        int n = sorted.length;
        if (n < 10) {
            return chance;
        }
        double place = chance * (n + 1) - 1;
        if (place <= 0 || place >= n - 1) {
            double end = place <= 0 ? sorted[0] : sorted[n - 1];
            return place <= 0 ? Math.min(end, chance) : Math.max(end, chance);
        }
        int low = (int) place;
        double found = sorted[low] + (place - low) * (sorted[low + 1] - sorted[low]);
        return Math.clamp(found, END, 1 - END);
    }
}
