package io.kinetarch.core.bot;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * What speaks for each topic in a text, before it is known what that is worth.
 *
 * @param odds their logarithms, by the features
 * @param nearest how near the nearest phrase is, 0 to 1
 * @param unknown which share of the text no phrase has anything of, 0 to 1
 * @param nearestOfAll of any topic
 */
@SuppressWarnings("ArrayRecordComponent") // made once, never compared
record Evidence(double[] odds, double[] nearest, double unknown, double nearestOfAll) {
    Evidence(double[] odds, double[] nearest, double unknown) {
        this(odds, nearest, unknown, Arrays.stream(nearest).max().orElse(0));
    }

    /** The same, not telling of one topic. */
    Evidence without(int topic) {
        return new Evidence(without(odds, topic), without(nearest, topic), unknown);
    }

    private static double[] without(double[] values, int topic) {
        return IntStream.range(0, values.length)
                .filter(other -> other != topic)
                .mapToDouble(other -> values[other])
                .toArray();
    }
}
