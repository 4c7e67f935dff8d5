package io.kinetarch.core.forecast;

/**
 * How far forecasts were off.
 *
 * @param wape sum of the absolute errors over the sum of what came, 0 and up; NaN where nothing came
 * @param mase mean absolute error over that of taking the week before, within the history (Hyndman and Koehler 2006); NaN
 *     where that is 0
 * @param bias sum of forecast less sum of what came, over the latter
 * @param coverage80 share of values within the range for 80 %, ranges learnt from the other trials only; NaN where there was
 *     one trial
 * @param coverage95 the same for 95 %
 */
public record Scores(double wape, double mase, double bias, double coverage80, double coverage95) {
    /** Scores of forecasts without ranges. */
    static Scores of(double[] actual, double[] forecast, double scale) {
        double off = 0;
        double signed = 0;
        double all = 0;
        int known = 0;
        for (int i = 0; i < actual.length; i++) {
            if (!Double.isNaN(actual[i])) {
                off += Math.abs(actual[i] - forecast[i]);
                signed += forecast[i] - actual[i];
                all += actual[i];
                known++;
            }
        }
        return new Scores(off / all, off / known / scale, signed / all, Double.NaN, Double.NaN);
    }

    Scores with(double covered80, double covered95) {
        return new Scores(wape, mase, bias, covered80, covered95);
    }
}
