package io.kinetarch.core.forecast;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * A value by those before it: an autoregression, of values or of their differences, with or without a level for each step of a
 * season, by least squares. The orders are those of the least corrected Akaike criterion (Hurvich and Tsai 1989) over the same
 * values, so that they can be compared; a difference is an autoregression of the values with a root of 1.
 */
final class Autoregression {
    private static final int MOST_LAGS = 8;
    /** Values for each coefficient, at least. */
    private static final int LEAST_FOR_EACH = 6;
    /** A path that leaves what was seen by more than this share of its width is not believed. */
    private static final double BEYOND = 0.5;

    private final double[] values;
    private final int first;
    private final int period;

    private Autoregression(double[] values, int period) {
        this.values = values;
        this.period = period;
        first = Math.min(MOST_LAGS + 1, values.length / 3);
    }

    /** What is modelled: values or differences, how many before, and whether seasons have their own levels. */
    private record Order(boolean differences, int lags, boolean seasonal) {}

    @SuppressWarnings("ArrayRecordComponent") // handed over once, never compared
    private record Fitted(Order order, double[] coefficients, double criterion) {}

    /**
     * Forecasts the steps after a series.
     *
     * @param values without gaps
     * @param period steps of a season
     */
    static double[] forecast(double[] values, int period, int steps) {
        var model = new Autoregression(values, period);
        double[] best = null;
        double least = Double.POSITIVE_INFINITY;
        for (boolean differences : new boolean[] {false, true}) {
            for (boolean seasonal : new boolean[] {false, true}) {
                for (int lags = 0; lags <= MOST_LAGS; lags++) {
                    var order = new Order(differences, lags, seasonal);
                    if (model.tooMany(order)) {
                        continue;
                    }
                    var fitted = model.fit(order);
                    if (fitted.criterion < least) {
                        double[] path = model.ahead(fitted, steps);
                        if (model.believed(path)) {
                            least = fitted.criterion;
                            best = path;
                        }
                    }
                }
            }
        }
        return best == null ? model.level(steps) : best;
    }

    private boolean tooMany(Order order) {
        return width(order) * LEAST_FOR_EACH > values.length - first || order.lags >= first;
    }

    private int width(Order order) {
        return levels(order) + order.lags;
    }

    /** Differences have no drift of their own: a trend goes on only as far as its last differences carry it. */
    private int levels(Order order) {
        return order.seasonal ? period : order.differences ? 0 : 1;
    }

    private Fitted fit(Order order) {
        int width = width(order);
        int n = values.length - first;
        var coefficients = new double[width];
        if (width > 0) {
            var squares = new LeastSquares(width);
            int[] columns = IntStream.range(0, width).toArray();
            for (int t = first; t < values.length; t++) {
                squares.add(columns, row(order, values, t), target(order, values, t), 1);
            }
            coefficients = squares.solve();
        }
        double off = 0;
        for (int t = first; t < values.length; t++) {
            double error = target(order, values, t) - times(row(order, values, t), coefficients);
            off += error * error;
        }
        double free = width + 1.0;
        double criterion = n * Math.log(Math.max(off / n, Double.MIN_NORMAL))
                + 2 * free
                + 2 * free * (free + 1) / Math.max(1, n - free - 1);
        return new Fitted(order, coefficients, criterion);
    }

    private double[] ahead(Fitted fitted, int steps) {
        int n = values.length;
        var path = Arrays.copyOf(values, n + steps);
        for (int t = n; t < path.length; t++) {
            double step = times(row(fitted.order, path, t), fitted.coefficients);
            path[t] = fitted.order.differences ? path[t - 1] + step : step;
        }
        return Arrays.copyOfRange(path, n, n + steps);
    }

    private double[] row(Order order, double[] path, int t) {
        int levels = levels(order);
        var row = new double[levels + order.lags];
        if (levels > 0) {
            row[t % levels] = 1;
        }
        for (int lag = 1; lag <= order.lags; lag++) {
            row[levels + lag - 1] = order.differences ? path[t - lag] - path[t - lag - 1] : path[t - lag];
        }
        return row;
    }

    private static double target(Order order, double[] path, int t) {
        return order.differences ? path[t] - path[t - 1] : path[t];
    }

    private static double times(double[] row, double[] coefficients) {
        double sum = 0;
        for (int k = 0; k < row.length; k++) {
            sum += row[k] * coefficients[k];
        }
        return sum;
    }

    private boolean believed(double[] path) {
        var seen = Arrays.stream(values).summaryStatistics();
        double beyond = BEYOND * (seen.getMax() - seen.getMin());
        return Arrays.stream(path)
                .allMatch(value -> value >= seen.getMin() - beyond && value <= seen.getMax() + beyond);
    }

    private double[] level(int steps) {
        var level = new double[steps];
        Arrays.fill(level, Arrays.stream(values).average().orElse(0));
        return level;
    }
}
