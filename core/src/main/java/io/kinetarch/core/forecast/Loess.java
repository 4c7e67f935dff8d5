package io.kinetarch.core.forecast;

/**
 * Local linear regression with tricube weights over evenly spaced values (Cleveland 1979), as the decomposition by loess uses
 * it: each smoothed value is the line's through its nearest neighbours.
 */
final class Loess {
    private Loess() {}

    /**
     * The value at a place, which may lie outside the values by less than the window.
     *
     * @param at in steps from the first value
     * @param window how many neighbours count; beyond the number of values, the weights widen in proportion
     */
    static double at(double[] values, double at, int window) {
        int n = values.length;
        int used = Math.min(window, n);
        int from = Math.clamp((int) Math.ceil(at - used / 2.0), 0, n - used);
        double reach = Math.max(at - from, from + used - 1 - at);
        if (window > n) {
            reach += (window - n) / 2.0;
        }
        // The ends get a weight of nearly none, as in the authors' program.
        double farthest = 0.999 * reach;
        double nearest = 0.001 * reach;
        double sum = 0;
        double first = 0;
        double second = 0;
        double withValue = 0;
        double withBoth = 0;
        for (int i = from; i < from + used; i++) {
            double distance = Math.abs(i - at);
            if (distance > farthest) {
                continue;
            }
            double weight = 1;
            if (distance > nearest) {
                double share = distance / reach;
                double rest = 1 - share * share * share;
                weight = rest * rest * rest;
            }
            double x = i - at;
            sum += weight;
            first += weight * x;
            second += weight * x * x;
            withValue += weight * values[i];
            withBoth += weight * x * values[i];
        }
        if (sum == 0) {
            return values[Math.clamp(Math.round(at), 0, n - 1)];
        }
        double spread = second - first * first / sum;
        double mean = withValue / sum;
        // A single neighbour, or all at one place, has no slope.
        return spread <= 1e-9 * second + 1e-12 ? mean : mean - (withBoth - first * mean) / spread * (first / sum);
    }

    /** Smooths all values, working out every so many and drawing lines between. */
    static double[] smooth(double[] values, int window, int jump) {
        int n = values.length;
        var smooth = new double[n];
        int last = 0;
        smooth[0] = at(values, 0, window);
        for (int i = Math.min(jump, n - 1); last < n - 1; i = Math.min(i + jump, n - 1)) {
            smooth[i] = at(values, i, window);
            for (int k = last + 1; k < i; k++) {
                smooth[k] = smooth[last] + (smooth[i] - smooth[last]) * (k - last) / (i - last);
            }
            last = i;
        }
        return smooth;
    }
}
