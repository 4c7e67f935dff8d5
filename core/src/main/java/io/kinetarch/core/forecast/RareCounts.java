package io.kinetarch.core.forecast;

import java.util.Arrays;

/**
 * Chats so rare that most days have none: the chance of any and their number on such a day are smoothed apart (Teunter,
 * Syntetos and Babai 2011), so that the forecast sinks where they have ceased.
 */
final class RareCounts {
    private static final double CHANCE_LEARNS = 0.05;
    private static final double SIZE_LEARNS = 0.1;

    private RareCounts() {}

    static double[] forecast(double[] values, int days) {
        double chance = 0;
        double size = 0;
        int seen = 0;
        for (double value : values) {
            boolean any = value > 0;
            // The first values are averaged, so that a short history has no wrong start to forget.
            double chanceLearns = Math.max(CHANCE_LEARNS, 1.0 / ++seen);
            chance += chanceLearns * ((any ? 1 : 0) - chance);
            if (any) {
                size = size == 0 ? value : size + SIZE_LEARNS * (value - size);
            }
        }
        var forecast = new double[days];
        Arrays.fill(forecast, chance * size);
        return forecast;
    }
}
