package io.kinetarch.core.bot;

import java.util.List;
import org.hipparchus.linear.CholeskyDecomposition;
import org.hipparchus.linear.MatrixUtils;

/**
 * Makes probabilities of evidence: those of the topics, and that of none of them, which together are 1. Its few weights are those under
 * which texts that were not learned are the likeliest, which is temperature scaling (Guo, Pleiss, Sun and Weinberger 2017) with more
 * than one temperature and a class more.
 *
 * @param weights of the odds, of nearness, of meaning; of "none": always, by the share that is unknown, by the nearest of all, by the
 *     nearest in meaning of all
 */
@SuppressWarnings("ArrayRecordComponent") // made once, never compared
record Calibration(double[] weights) {
    private static final int ODDS = 0;
    private static final int NEAREST = 1;
    private static final int MEANT = 2;
    private static final int NONE = 3;
    private static final int UNKNOWN = 4;
    private static final int NEAR = 5;
    private static final int NEAR_IN_MEANING = 6;
    private static final int COUNT = 7;

    /** For so little that nothing can be held back to learn from. */
    static final Calibration GUESSED = new Calibration(new double[] {1, 4, 8, 1, 2, -2, 4});

    /** How strongly weights are drawn to the guess: as a normal prior of this variance draws them. */
    private static final double VARIANCE = 9;

    private static final int MOST_STEPS = 30;
    private static final int MOST_HALVINGS = 20;
    private static final double CLOSE = 1e-6;

    /**
     * A text that was not learned.
     *
     * @param right the number of its topic; -1 for none
     * @param weight how much it counts
     */
    record Held(Evidence evidence, int right, double weight) {
        Held weighing(double other) {
            return new Held(evidence, right, other);
        }
    }

    /** The probabilities of the topics, and last that of none of them. */
    double[] probabilities(Evidence evidence) {
        return softmax(evidence, weights);
    }

    /** What a weight is multiplied with for a topic, or for none, which comes after the topics. */
    private static double factor(Evidence evidence, int topic, int weight) {
        boolean none = topic == evidence.odds().length;
        return switch (weight) {
            case ODDS -> none ? 0 : evidence.odds()[topic];
            case NEAREST -> none ? 0 : evidence.nearest()[topic];
            case MEANT -> none ? 0 : evidence.meant()[topic];
            case NONE -> none ? 1 : 0;
            case UNKNOWN -> none ? evidence.unknown() : 0;
            case NEAR -> none ? evidence.nearestOfAll() : 0;
            case NEAR_IN_MEANING -> none ? evidence.meantOfAll() : 0;
            default -> throw new IllegalArgumentException("no weight " + weight);
        };
    }

    private static double[] softmax(Evidence evidence, double[] by) {
        int topics = evidence.odds().length;
        double[] shares = new double[topics + 1];
        double most = Double.NEGATIVE_INFINITY;
        for (int t = 0; t < topics; t++) {
            shares[t] = by[ODDS] * evidence.odds()[t]
                    + by[NEAREST] * evidence.nearest()[t]
                    + by[MEANT] * evidence.meant()[t];
            most = Math.max(most, shares[t]);
        }
        shares[topics] = by[NONE]
                + by[UNKNOWN] * evidence.unknown()
                + by[NEAR] * evidence.nearestOfAll()
                + by[NEAR_IN_MEANING] * evidence.meantOfAll();
        most = Math.max(most, shares[topics]);
        double sum = 0;
        for (int t = 0; t <= topics; t++) {
            shares[t] = Math.exp(shares[t] - most);
            sum += shares[t];
        }
        for (int t = 0; t <= topics; t++) {
            shares[t] /= sum;
        }
        return shares;
    }

    /** The weights under which texts that were held back are the likeliest, by Newton's method: there is only one such point. */
    static Calibration of(List<Held> held) {
        double[] at = GUESSED.weights.clone();
        double worth = unlikelihood(held, at);
        for (int step = 0; step < MOST_STEPS; step++) {
            double[] way = newtonStep(held, at);
            double part = 1;
            double[] next = at;
            double better = worth;
            for (int halving = 0; halving < MOST_HALVINGS && better >= worth; halving++) {
                next = moved(at, way, part);
                better = unlikelihood(held, next);
                part /= 2;
            }
            if (better >= worth - CLOSE) {
                return new Calibration(better < worth ? next : at);
            }
            at = next;
            worth = better;
        }
        return new Calibration(at);
    }

    private static double[] moved(double[] at, double[] way, double part) {
        double[] next = at.clone();
        for (int i = 0; i < COUNT; i++) {
            next[i] -= part * way[i];
        }
        return next;
    }

    private static double unlikelihood(List<Held> held, double[] by) {
        double sum = 0;
        for (var text : held) {
            double[] shares = softmax(text.evidence(), by);
            sum -= text.weight() * Math.log(Math.max(Double.MIN_NORMAL, shares[place(text, shares)]));
        }
        for (int i = 0; i < COUNT; i++) {
            double off = by[i] - GUESSED.weights[i];
            sum += off * off / (2 * VARIANCE);
        }
        return sum;
    }

    private static int place(Held text, double[] shares) {
        return text.right() < 0 ? shares.length - 1 : text.right();
    }

    private static double[] newtonStep(List<Held> held, double[] by) {
        double[] slope = new double[COUNT];
        double[][] bend = new double[COUNT][COUNT];
        for (var text : held) {
            double[] shares = softmax(text.evidence(), by);
            double[] mean = new double[COUNT];
            double[][] square = new double[COUNT][COUNT];
            double[] factors = new double[COUNT];
            for (int t = 0; t < shares.length; t++) {
                for (int i = 0; i < COUNT; i++) {
                    factors[i] = factor(text.evidence(), t, i);
                    mean[i] += shares[t] * factors[i];
                    for (int j = 0; j <= i; j++) {
                        square[i][j] += shares[t] * factors[i] * factors[j];
                    }
                }
            }
            int right = place(text, shares);
            for (int i = 0; i < COUNT; i++) {
                slope[i] += text.weight() * (mean[i] - factor(text.evidence(), right, i));
                for (int j = 0; j <= i; j++) {
                    bend[i][j] += text.weight() * (square[i][j] - mean[i] * mean[j]);
                    bend[j][i] = bend[i][j];
                }
            }
        }
        for (int i = 0; i < COUNT; i++) {
            slope[i] += (by[i] - GUESSED.weights[i]) / VARIANCE;
            bend[i][i] += 1 / VARIANCE;
        }
        return new CholeskyDecomposition(MatrixUtils.createRealMatrix(bend), 1e-9, 1e-12)
                .getSolver()
                .solve(MatrixUtils.createRealVector(slope))
                .toArray();
    }
}
