package io.kinetarch.core.forecast;

import java.util.Arrays;

/**
 * Exponential smoothing with trend and two seasons, a short one within a long one, and an error that passes on a share to the
 * next step: Taylor, Short-term electricity demand forecasting using double seasonal exponential smoothing (2003), in the
 * additive form. Parameters by least squares of the one-step errors.
 */
final class DoubleSeasonal {
    private static final int MOST_TRIALS = 160;
    private static final double STEEPEST = 0.02;

    private final double[] values;
    private final int shorter;
    private final int longer;

    private double level;
    private double slope;
    private double lastError;
    private final double[] shorterSeason;
    private final double[] longerSeason;

    private DoubleSeasonal(double[] values, int shorter, int longer) {
        this.values = values;
        this.shorter = shorter;
        this.longer = longer;
        shorterSeason = new double[shorter];
        longerSeason = new double[longer];
    }

    /**
     * Forecasts the steps after a series.
     *
     * @param values without gaps, at least two of the longer periods
     * @param shorter steps of the shorter season
     * @param longer steps of the longer season, a multiple of the shorter
     */
    static double[] forecast(double[] values, int shorter, int longer, int steps) {
        var smoothing = new DoubleSeasonal(values, shorter, longer);
        var found = new Simplex(smoothing::squares, MOST_TRIALS)
                .from(new double[] {-3, -2, -1.5, -4, 0}, 0.8)
                .point();
        smoothing.squares(found);
        return smoothing.ahead(steps, share(found[4]));
    }

    private double squares(double[] point) {
        return run(share(point[0]), STEEPEST * share(point[3]), share(point[1]), share(point[2]), share(point[4]));
    }

    private double run(double alpha, double beta, double gamma, double delta, double passedOn) {
        begin();
        double squares = 0;
        int inShorter = 0;
        int inLonger = 0;
        for (int t = 0; t < values.length; t++) {
            double base = level + slope;
            double expected = base + shorterSeason[inShorter] + longerSeason[inLonger];
            double error = values[t] - expected;
            double surprise = error - passedOn * lastError;
            if (t >= longer) {
                squares += surprise * surprise;
            }
            level = base + alpha * surprise;
            slope += beta * alpha * surprise;
            shorterSeason[inShorter] += gamma * surprise;
            longerSeason[inLonger] += delta * surprise;
            lastError = error;
            inShorter = inShorter + 1 == shorter ? 0 : inShorter + 1;
            inLonger = inLonger + 1 == longer ? 0 : inLonger + 1;
        }
        return squares;
    }

    /** Level and seasons as the first two of the longer periods show them on average. */
    private void begin() {
        lastError = 0;
        slope = 0;
        level = 0;
        for (int t = 0; t < 2 * longer; t++) {
            level += values[t] / (2 * longer);
        }
        Arrays.fill(shorterSeason, 0);
        Arrays.fill(longerSeason, 0);
        for (int t = 0; t < 2 * longer; t++) {
            double off = values[t] - level;
            shorterSeason[t % shorter] += off * shorter / (2 * longer);
            longerSeason[t % longer] += off / 2;
        }
        for (int k = 0; k < longer; k++) {
            longerSeason[k] -= shorterSeason[k % shorter];
        }
    }

    private double[] ahead(int steps, double passedOn) {
        var ahead = new double[steps];
        int n = values.length;
        double carried = lastError;
        for (int h = 0; h < steps; h++) {
            carried *= passedOn;
            ahead[h] = level
                    + slope * (h + 1)
                    + shorterSeason[(n + h) % shorter]
                    + longerSeason[(n + h) % longer]
                    + carried;
        }
        return ahead;
    }

    private static double share(double x) {
        return 1 / (1 + Math.exp(-x));
    }
}
