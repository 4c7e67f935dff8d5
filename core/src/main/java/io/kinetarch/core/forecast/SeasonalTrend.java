package io.kinetarch.core.forecast;

import java.util.Arrays;

/**
 * Parts a series into trend, seasons and rest by loess: STL for one season (Cleveland, Cleveland, McRae and Terpenning 1990)
 * and, for several, each in turn on what the others leave (MSTL: Bandara, Hyndman and Bergmeir 2021).
 */
final class SeasonalTrend {
    private static final int PASSES = 2;
    private static final int FIRST_WINDOW = 11;
    private static final int WINDOW_STEP = 4;
    private static final int JUMPS = 10;

    private SeasonalTrend() {}

    /**
     * The parts, which add up to the series.
     *
     * @param seasons one for each period, in their order
     */
    @SuppressWarnings("ArrayRecordComponent") // handed over once, never compared
    record Parts(double[] trend, double[][] seasons, double[] rest) {
        /** The series without its seasons. */
        double[] adjusted() {
            var adjusted = trend.clone();
            for (int i = 0; i < adjusted.length; i++) {
                adjusted[i] += rest[i];
            }
            return adjusted;
        }

        /** The seasons of a step after the series, were each to go on as in its last period. */
        double seasonAfter(int step, int[] periods) {
            double sum = 0;
            for (int s = 0; s < periods.length; s++) {
                int n = seasons[s].length;
                sum += seasons[s][n - periods[s] + (step - 1) % periods[s]];
            }
            return sum;
        }
    }

    /**
     * Parts a series.
     *
     * @param values without gaps, at least two of the longest period
     * @param periods in steps, the shortest first
     */
    static Parts of(double[] values, int... periods) {
        int n = values.length;
        var seasons = new double[periods.length][n];
        double[] trend = new double[n];
        double[] left = values.clone();
        for (int pass = 0; pass < PASSES; pass++) {
            for (int s = 0; s < periods.length; s++) {
                add(left, seasons[s], 1);
                var parts = one(left, periods[s], FIRST_WINDOW + WINDOW_STEP * s);
                seasons[s] = parts.season;
                trend = parts.trend;
                add(left, seasons[s], -1);
            }
        }
        add(left, trend, -1);
        return new Parts(trend, seasons, left);
    }

    @SuppressWarnings("ArrayRecordComponent") // handed over once, never compared
    private record OneSeason(double[] trend, double[] season) {}

    /** The inner loop of STL, twice, with the windows its authors advise. */
    private static OneSeason one(double[] values, int period, int window) {
        int n = values.length;
        int trendWindow = odd((int) Math.ceil(1.5 * period / (1 - 1.5 / window)));
        int passWindow = odd(period);
        double[] trend = new double[n];
        double[] season = new double[n];
        for (int pass = 0; pass < 2; pass++) {
            var detrended = values.clone();
            add(detrended, trend, -1);
            double[] cycles = cycles(detrended, period, window); // one period longer at each end
            double[] slow =
                    Loess.smooth(average(average(average(cycles, period), period), 3), passWindow, jump(passWindow));
            for (int i = 0; i < n; i++) {
                season[i] = cycles[i + period] - slow[i];
            }
            var deseasoned = values.clone();
            add(deseasoned, season, -1);
            trend = Loess.smooth(deseasoned, trendWindow, jump(trendWindow));
        }
        return new OneSeason(trend, season);
    }

    /** Each step of the season smoothed along the years, and continued by one period before and after. */
    private static double[] cycles(double[] values, int period, int window) {
        int n = values.length;
        var cycles = new double[n + 2 * period];
        for (int k = 0; k < period; k++) {
            int count = (n - k + period - 1) / period;
            var own = new double[count];
            for (int i = 0; i < count; i++) {
                own[i] = values[k + i * period];
            }
            for (int i = -1; i <= count; i++) {
                cycles[k + (i + 1) * period] = Loess.at(own, i, window);
            }
        }
        return cycles;
    }

    private static double[] average(double[] values, int window) {
        var average = new double[values.length - window + 1];
        double sum = Arrays.stream(values, 0, window).sum();
        average[0] = sum / window;
        for (int i = 1; i < average.length; i++) {
            sum += values[i + window - 1] - values[i - 1];
            average[i] = sum / window;
        }
        return average;
    }

    private static void add(double[] to, double[] what, double times) {
        for (int i = 0; i < to.length; i++) {
            to[i] += times * what[i];
        }
    }

    private static int odd(int number) {
        return number % 2 == 0 ? number + 1 : number;
    }

    private static int jump(int window) {
        return Math.max(1, Math.ceilDiv(window, JUMPS));
    }
}
