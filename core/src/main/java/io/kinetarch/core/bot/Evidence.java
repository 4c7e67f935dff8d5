package io.kinetarch.core.bot;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * What speaks for each topic in a text, before it is known what that is worth.
 *
 * @param odds their logarithms, by the features
 * @param nearest how near the nearest phrase is, 0 to 1
 * @param meant how near it is to what the topic's phrases mean, -1 to 1; all 0 where meaning is not known
 * @param unknown which share of the text no phrase has anything of, 0 to 1
 * @param nearestOfAll of any topic
 * @param meantOfAll of any topic
 */
@SuppressWarnings("ArrayRecordComponent") // made once, never compared
record Evidence(
        double[] odds, double[] nearest, double[] meant, double unknown, double nearestOfAll, double meantOfAll) {
    Evidence(double[] odds, double[] nearest, double[] meant, double unknown) {
        this(odds, nearest, meant, unknown, most(nearest), most(meant));
    }

    /** The same, not telling of one topic. */
    Evidence without(int topic) {
        return new Evidence(without(odds, topic), without(nearest, topic), without(meant, topic), unknown);
    }

    private static double most(double[] values) {
        return Arrays.stream(values).max().orElse(0);
    }

    private static double[] without(double[] values, int topic) {
        return IntStream.range(0, values.length)
                .filter(other -> other != topic)
                .mapToDouble(other -> values[other])
                .toArray();
    }
}
