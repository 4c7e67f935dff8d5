package io.kinetarch.core.forecast;

/**
 * Forecasts by decomposition: trend and seasons by loess go on as they last were, and what was left over of the last step fades
 * as it did in the past, as an autoregression of first order.
 */
final class CarriedRest {
    private static final double MOST_KEPT = 0.999;

    private CarriedRest() {}

    /**
     * Forecasts the steps after a series.
     *
     * @param values without gaps, at least two of the longest period
     * @param periods in steps, the shortest first
     */
    static double[] forecast(double[] values, int steps, int... periods) {
        var parts = SeasonalTrend.of(values, periods);
        double[] rest = parts.rest();
        int last = rest.length - 1;
        double kept = kept(rest);
        double left = rest[last];
        var forecast = new double[steps];
        for (int h = 0; h < steps; h++) {
            left *= kept;
            forecast[h] = parts.trend()[last] + left + parts.seasonAfter(h + 1, periods);
        }
        return forecast;
    }

    /** The share of what is left over that the next step has as well: the autocorrelation at a distance of one. */
    private static double kept(double[] rest) {
        double together = 0;
        double squares = 0;
        for (int i = 1; i < rest.length; i++) {
            together += rest[i] * rest[i - 1];
            squares += rest[i - 1] * rest[i - 1];
        }
        return squares == 0 ? 0 : Math.clamp(together / squares, 0, MOST_KEPT);
    }
}
