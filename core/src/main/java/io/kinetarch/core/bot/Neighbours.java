package io.kinetarch.core.bot;

import io.kinetarch.core.bot.Vocabulary.Vector;
import java.util.Arrays;
import java.util.List;

/** How near the nearest phrase of each topic is, as the cosine; looked up feature by feature, so that only phrases are met that share any. */
final class Neighbours {
    private final int[] topics;
    private final int[][] phrasesOf;
    private final double[][] valuesOf;

    /**
     * Takes the phrases in.
     *
     * @param topicOf the topic of each phrase
     * @param places how many places vectors have
     */
    Neighbours(List<Vector> phrases, int[] topicOf, int places) {
        topics = topicOf;
        int[] counts = new int[places + 1];
        phrases.forEach(phrase -> Arrays.stream(phrase.places()).forEach(place -> counts[place]++));
        phrasesOf = Arrays.stream(counts).mapToObj(int[]::new).toArray(int[][]::new);
        valuesOf = Arrays.stream(counts).mapToObj(double[]::new).toArray(double[][]::new);
        int[] filled = new int[places + 1];
        for (int i = 0; i < phrases.size(); i++) {
            var phrase = phrases.get(i);
            for (int k = 0; k < phrase.places().length; k++) {
                int place = phrase.places()[k];
                phrasesOf[place][filled[place]] = i;
                valuesOf[place][filled[place]++] = phrase.values()[k];
            }
        }
    }

    /** The nearness by topic, 0 to 1. */
    double[] nearness(Vector text, int count, Without without) {
        double[] products = products(text);
        double[] nearest = new double[count];
        for (int i = 0; i < products.length; i++) {
            if (i == without.phrase()) {
                continue;
            }
            // Stems and runs of letters each have length one, so that the product of equals is two.
            nearest[topics[i]] = Math.max(nearest[topics[i]], Math.min(1, products[i] / 2));
        }
        return nearest;
    }

    /** The number of the nearest phrase of a topic; negative where none shares anything with the text. */
    int nearest(Vector text, int topic) {
        double[] products = products(text);
        int nearest = -1;
        for (int i = 0; i < products.length; i++) {
            if (topics[i] == topic && products[i] > (nearest < 0 ? 0 : products[nearest])) {
                nearest = i;
            }
        }
        return nearest;
    }

    private double[] products(Vector text) {
        double[] products = new double[topics.length];
        for (int k = 0; k < text.places().length; k++) {
            int place = text.places()[k];
            double value = text.values()[k];
            int[] phrases = phrasesOf[place];
            double[] values = valuesOf[place];
            for (int i = 0; i < phrases.length; i++) {
                products[phrases[i]] += value * values[i];
            }
        }
        return products;
    }
}
