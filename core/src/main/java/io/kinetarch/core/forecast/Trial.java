package io.kinetarch.core.forecast;

import java.util.Map;

/**
 * One point of the past from which each method forecast what is known by now.
 *
 * @param day the first that was forecast, counted from the start of the history
 * @param actual what came; NaN where that is not known
 * @param forecasts as long as that, by method
 */
@SuppressWarnings("ArrayRecordComponent") // collected, never compared
record Trial(int day, double[] actual, Map<Method, double[]> forecasts) {
    double[] forecast(Method method) {
        return of(forecasts, method);
    }

    /** The forecast of a method, refused where there is none. */
    static double[] of(Map<Method, double[]> forecasts, Method method) {
        double[] forecast = forecasts.get(method);
        if (forecast == null) {
            throw Method.Unfit.tooShort(method);
        }
        return forecast;
    }
}
