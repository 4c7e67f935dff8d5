package io.kinetarch.core.forecast;

/**
 * What neighbouring days share beyond the calendar, as a share of what was expected: the sum of a level that wanders and a
 * deviation that passes, in innovations form, l(t+1) = ψ l(t) + α e(t) and s(t+1) = φ s(t) + β e(t). It is an ARMA(2, 2) error
 * (Box and Jenkins 1976) with one root near 1; its parameters are found by conditional least squares, errors weighted by what
 * counts vary by.
 */
final class Drift {
    private static final int MOST_TRIALS = 250;
    /** What a level keeps from day to day: half of it is gone after two years. */
    private static final double LEVEL_KEPT = 0.999;

    private static final double MOST_KEPT = 0.95;
    private static final double OUTLYING = 3;

    private final double level;
    private final double kept;
    private final double passing;

    private Drift(double level, double kept, double passing) {
        this.level = level;
        this.kept = kept;
        this.passing = passing;
    }

    /**
     * Learns from what came and what was expected.
     *
     * @param values NaN where unknown
     * @param expected above 0
     */
    static Drift of(double[] values, double[] expected) {
        var path = new Path(values, expected);
        var found = new Simplex(path::squares, MOST_TRIALS)
                .from(new double[] {-2.5, 0, -2}, 1.0)
                .point();
        path.squares(found);
        return new Drift(path.level, kept(found), path.passing);
    }

    /** The share by which a day is expected above (or below) the calendar, so many days after the history. */
    double after(int days) {
        return Math.max(-1, level * Math.pow(LEVEL_KEPT, days - 1) + passing * Math.pow(kept, days - 1));
    }

    private static double kept(double[] point) {
        return MOST_KEPT * share(point[1]);
    }

    private static double share(double x) {
        return 1 / (1 + Math.exp(-x));
    }

    private static final class Path {
        private final double[] values;
        private final double[] expected;
        private final double mean;
        /** Errors beyond this teach no more than this. */
        private final double limit;

        private double level;
        private double passing;

        Path(double[] values, double[] expected) {
            this.values = values;
            this.expected = expected;
            double sum = 0;
            for (double one : expected) {
                sum += one;
            }
            mean = sum / expected.length;
            limit = OUTLYING * Math.sqrt(run(0, 0, 0, Double.POSITIVE_INFINITY) / values.length);
        }

        double squares(double[] point) {
            return run(share(point[0]), kept(point), share(point[2]), limit);
        }

        private double run(double learnt, double kept, double learntPassing, double limit) {
            double squares = 0;
            level = 0;
            passing = 0;
            for (int i = 0; i < values.length; i++) {
                double error = 0;
                if (!Double.isNaN(values[i])) {
                    double scale = Math.sqrt(expected[i] * mean);
                    double weighted =
                            Math.clamp((values[i] - expected[i] * (1 + level + passing)) / scale, -limit, limit);
                    squares += weighted * weighted;
                    error = weighted * scale / mean;
                }
                level = LEVEL_KEPT * level + learnt * error;
                passing = kept * passing + learntPassing * error;
            }
            return squares;
        }
    }
}
