package io.kinetarch.core.forecast;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * How far the future may lie from a forecast, learnt from how far it lay in trials. The variance of a count grows as φ·mean +
 * c²·mean² (chance, and what moves all counts of a time together); around it the spread of counts is corrected by where the
 * trials' values truly fell within it, so that ranges hold what they say (recalibration by the probability integral transform:
 * Czado, Gneiting and Held 2009, for counts). Both are learnt for near and far horizons apart.
 */
final class Ranges {
    private static final int ROUNDS = 6;
    /** Fewer errors than this tell too little of a part of the horizon by itself. */
    private static final int LEAST_ERRORS = 80;

    /** What moves counts of a time together, where nothing is known of it. */
    private static final double GUESSED = 0.3;

    private static final int MOST_PARTS = 4;
    /** For spreading the values that share a count evenly over its chance. */
    private static final double GOLDEN = 0.6180339887498949;

    private final int horizon;
    private final Part[] parts;

    /**
     * A part of the horizon.
     *
     * @param errors where trials' values fell within the spread
     * @param transforms the same, sorted
     */
    @SuppressWarnings("ArrayRecordComponent") // never compared
    private record Part(double chance, double together, List<Fallen> errors, double[] transforms) {
        double variance(double mean) {
            double mu = Math.max(1e-6, mean);
            return chance * mu + together * mu * mu;
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

    private Ranges(int horizon, Part[] parts) {
        this.horizon = horizon;
        this.parts = parts;
    }

    /**
     * Learns from trials.
     *
     * @param actual NaN where unknown
     * @param forecast as long
     * @param step of each, how many steps ahead it was, from 0
     * @param trial of each
     * @param horizon how many steps were looked ahead
     */
    static Ranges of(double[] actual, double[] forecast, int[] step, int[] trial, int horizon) {
        int known = (int) Arrays.stream(actual).filter(v -> !Double.isNaN(v)).count();
        int count = Math.clamp(known / LEAST_ERRORS, 1, Math.min(MOST_PARTS, Math.max(1, horizon)));
        var parts = new Part[count];
        for (int p = 0; p < count; p++) {
            int part = p;
            int[] own = IntStream.range(0, actual.length)
                    .filter(i -> !Double.isNaN(actual[i]) && (long) step[i] * count / horizon == part)
                    .toArray();
            parts[p] = part(
                    Arrays.stream(own).mapToDouble(i -> actual[i]).toArray(),
                    Arrays.stream(own).mapToDouble(i -> forecast[i]).toArray(),
                    Arrays.stream(own).map(i -> trial[i]).toArray(),
                    Arrays.stream(own).map(i -> step[i]).toArray());
        }
        return new Ranges(horizon, parts);
    }

    /** Nothing is learnt: chance, and a guess of what moves counts together. */
    static Ranges unlearnt() {
        return new Ranges(1, new Part[] {new Part(1, GUESSED * GUESSED, List.of(), new double[0])});
    }

    /** The value that is not exceeded with such a chance, so many steps ahead. */
    double quantile(double chance, double mean, int step) {
        var part = parts[(int) Math.min(parts.length - 1L, (long) step * parts.length / horizon)];
        return CountSpread.quantile(transformed(part.transforms, chance), mean, part.variance(mean));
    }

    /**
     * How often a range held what came in a trial, had it been learnt from the other trials; NaN where nothing came.
     *
     * @param from the first step ahead that is looked at
     * @param until the one after the last
     */
    double coverage(double nominal, int from, int until) {
        double tail = (1 - nominal) / 2;
        int all = 0;
        int within = 0;
        for (var part : parts) {
            for (int trial :
                    part.errors.stream().mapToInt(Fallen::trial).distinct().toArray()) {
                double[] others = part.errors.stream()
                        .filter(error -> error.trial != trial)
                        .mapToDouble(Fallen::transform)
                        .sorted()
                        .toArray();
                double low = transformed(others, tail);
                double high = transformed(others, 1 - tail);
                for (var error : part.errors) {
                    if (error.trial == trial && error.step >= from && error.step < until) {
                        all++;
                        within += error.within(low, high) ? 1 : 0;
                    }
                }
            }
        }
        return (double) within / all;
    }

    private static Part part(double[] actual, double[] forecast, int[] trial, int[] step) {
        double[] variances = variances(actual, forecast);
        var spread = new Part(variances[0], variances[1], List.of(), new double[0]);
        var errors = new ArrayList<Fallen>(actual.length);
        for (int i = 0; i < actual.length; i++) {
            double variance = spread.variance(forecast[i]);
            double upTo = CountSpread.atMost(actual[i], forecast[i], variance);
            double below = CountSpread.discrete(forecast[i], variance)
                    ? CountSpread.atMost(actual[i] - 1, forecast[i], variance)
                    : upTo;
            errors.add(new Fallen(trial[i], step[i], below, upTo, below + (i * GOLDEN) % 1 * (upTo - below)));
        }
        double[] transforms =
                errors.stream().mapToDouble(Fallen::transform).sorted().toArray();
        return new Part(variances[0], variances[1], errors, transforms);
    }

    /** φ and c² by weighted least squares of the squared errors, neither below what a count can have. */
    private static double[] variances(double[] actual, double[] forecast) {
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
        return new double[] {chance, together};
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
        return Math.clamp(found, 1e-4, 1 - 1e-4);
    }
}
