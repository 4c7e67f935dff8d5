package io.kinetarch.core.forecast;

import java.util.Arrays;

/**
 * An exponential smoothing model in innovations form with its parameters and the states it starts from: level, slope and
 * seasons, each mended by a share of every error. Hyndman, Koehler, Ord and Snyder, Forecasting with Exponential Smoothing
 * (2008), tables 2.2 and 2.3. Checked against R's package forecast in SmoothingTest.
 *
 * @param alpha share of an error that mends the level, 0–1
 * @param beta share that mends the slope, 0–alpha; 0 without a slope
 * @param gamma share that mends the season, 0–(1 − alpha); 0 without a season
 * @param phi what is kept of the slope from step to step, 0–1; 1 where it is not damped
 */
record Smoothing(Form form, double alpha, double beta, double gamma, double phi, State start) {
    /** How errors grow: with no regard to the level, or in proportion to what was expected. */
    enum Errors {
        ADDITIVE,
        MULTIPLICATIVE
    }

    enum Trend {
        NONE,
        ADDITIVE,
        DAMPED
    }

    enum Season {
        NONE,
        ADDITIVE,
        MULTIPLICATIVE
    }

    /**
     * The kind of model.
     *
     * @param period steps of a season; 1 without one
     */
    record Form(Errors errors, Trend trend, Season season, int period) {
        Form {
            if (season == Season.MULTIPLICATIVE && errors == Errors.ADDITIVE) {
                throw new IllegalArgumentException("A multiplicative season needs multiplicative errors");
            }
            if (season == Season.NONE ? period != 1 : period < 2) {
                throw new IllegalArgumentException("A season of " + period + " steps does not go with " + season);
            }
        }

        static Form plain(Trend trend) {
            return new Form(Errors.ADDITIVE, trend, Season.NONE, 1);
        }

        /** How many smoothing parameters are free. */
        int parameters() {
            return 1
                    + (trend == Trend.NONE ? 0 : 1)
                    + (trend == Trend.DAMPED ? 1 : 0)
                    + (season == Season.NONE ? 0 : 1);
        }

        /** How many states are free at the start: the seasons must even out. */
        int states() {
            return 1 + (trend == Trend.NONE ? 0 : 1) + (season == Season.NONE ? 0 : period - 1);
        }
    }

    /**
     * Where a model stands.
     *
     * @param seasons of the coming steps, that of the very next first; empty without a season
     */
    @SuppressWarnings("ArrayRecordComponent") // a carrier between steps, never compared
    record State(double level, double slope, double[] seasons) {}

    /**
     * What a series makes of a model.
     *
     * @param squares sum of the squared errors, relative ones where errors are multiplicative
     * @param logFitted sum of ln |expected| where errors are multiplicative, else 0
     * @param values how many were seen
     */
    record Run(double squares, double logFitted, int values, State end) {
        /** n ln Σe² + 2 Σ ln |μ|: −2 ln of the likelihood up to a constant (equation 5.3 of the book); to be made small. */
        double deviance() {
            return values * Math.log(squares) + 2 * logFitted;
        }
    }

    /** Runs through a series; a gap (NaN) mends nothing. */
    Run run(double[] series) {
        double level = start.level;
        double slope = start.slope;
        double[] seasons = start.seasons.clone();
        boolean multiplied = form.season == Season.MULTIPLICATIVE;
        boolean relative = form.errors == Errors.MULTIPLICATIVE;
        int period = seasons.length;
        double squares = 0;
        double logFitted = 0;
        int values = 0;
        int turn = 0;
        for (double value : series) {
            double base = level + phi * slope;
            double season = period == 0 ? (multiplied ? 1 : 0) : seasons[turn];
            double expected = multiplied ? base * season : base + season;
            double error = value - expected;
            slope *= phi;
            level = base;
            if (!Double.isNaN(error)) {
                double mend = multiplied ? error / season : error;
                level += alpha * mend;
                slope += beta * mend;
                if (period > 0) {
                    seasons[turn] += gamma * (multiplied ? error / base : error);
                }
                double counted = relative ? error / expected : error;
                squares += counted * counted;
                if (relative) {
                    logFitted += Math.log(Math.abs(expected));
                }
                values++;
            }
            turn = period == 0 || turn + 1 == period ? 0 : turn + 1;
        }
        return new Run(squares, logFitted, values, new State(level, slope, turned(seasons, turn)));
    }

    /** Akaike's criterion of a run; smaller is better among models of one series. */
    double aic(Run run) {
        return run.deviance() + 2.0 * (form.parameters() + form.states() + 1);
    }

    /** Akaike's criterion with the correction for few values. */
    double aicc(Run run) {
        double free = form.parameters() + form.states() + 1;
        return aic(run) + 2 * free * (free + 1) / Math.max(1, run.values - free - 1);
    }

    /** What is expected of the steps after a state, were there no more errors. */
    double[] forecast(State from, int steps) {
        var forecast = new double[steps];
        double base = from.level;
        double slope = from.slope;
        for (int h = 0; h < steps; h++) {
            slope *= phi;
            base += slope;
            double season = from.seasons.length == 0 ? 0 : from.seasons[h % from.seasons.length];
            forecast[h] = switch (form.season) {
                case NONE -> base;
                case ADDITIVE -> base + season;
                case MULTIPLICATIVE -> base * season;
            };
        }
        return forecast;
    }

    private static double[] turned(double[] seasons, int turn) {
        var turned = Arrays.copyOfRange(seasons, turn, seasons.length + turn);
        System.arraycopy(seasons, 0, turned, seasons.length - turn, turn);
        return turned;
    }
}
