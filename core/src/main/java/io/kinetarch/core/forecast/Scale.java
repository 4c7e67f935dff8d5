package io.kinetarch.core.forecast;

import java.util.Arrays;

/** Logarithms where steps without chats are none, so that effects multiply; else the values as they are. */
final class Scale {
    /** Below this mean, steps without a chat are common and logarithms misleading. */
    private static final double FEW = 8;

    private final boolean logarithmic;

    Scale(double[] values) {
        logarithmic = Arrays.stream(values).average().orElse(0) >= FEW
                && Arrays.stream(values).allMatch(value -> value > 0);
    }

    double[] to(double[] values) {
        return logarithmic ? Arrays.stream(values).map(Math::log).toArray() : values;
    }

    double[] back(double[] values) {
        return logarithmic ? Arrays.stream(values).map(Math::exp).toArray() : values;
    }
}
