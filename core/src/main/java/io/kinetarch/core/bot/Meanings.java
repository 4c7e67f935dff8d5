package io.kinetarch.core.bot;

import java.util.List;

/**
 * How near a text is to the mean of what each topic's phrases mean (nearest centroid; Rocchio 1971). A mean is a sum, from which a phrase, or
 * a whole topic, is taken out again exactly.
 */
final class Meanings {
    private final List<float[]> phrases;
    private final double[][] sums;

    /**
     * Adds up.
     *
     * @param phrases the direction of each
     * @param topicOf the topic of each, from 0 on
     */
    Meanings(List<float[]> phrases, int[] topicOf, int topics) {
        this.phrases = phrases;
        sums = new double[topics][phrases.getFirst().length];
        for (int i = 0; i < topicOf.length; i++) {
            float[] phrase = phrases.get(i);
            for (int k = 0; k < phrase.length; k++) {
                sums[topicOf[i]][k] += phrase[k];
            }
        }
    }

    /** The cosines by topic, -1 to 1; 0 where nothing of a topic is left. */
    double[] nearness(float[] text, Without without) {
        double[] nearness = new double[sums.length];
        for (int t = 0; t < sums.length; t++) {
            boolean lessOne = without.kind() == Without.Kind.PHRASE && t == without.topic();
            nearness[t] = cosine(text, lessOne ? less(sums[t], phrases.get(without.phrase())) : sums[t]);
        }
        return nearness;
    }

    private static double[] less(double[] sum, float[] phrase) {
        double[] rest = sum.clone();
        for (int k = 0; k < rest.length; k++) {
            rest[k] -= phrase[k];
        }
        return rest;
    }

    private static double cosine(float[] text, double[] sum) {
        double product = 0;
        double square = 0;
        for (int k = 0; k < sum.length; k++) {
            product += text[k] * sum[k];
            square += sum[k] * sum[k];
        }
        // The only phrase of a topic leaves what rounding leaves.
        return square < 1e-9 ? 0 : product / Math.sqrt(square);
    }
}
