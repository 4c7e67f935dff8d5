package io.kinetarch.core.bot;

import io.kinetarch.core.bot.Vocabulary.Vector;
import java.util.Arrays;
import java.util.List;

/**
 * What the features of a text make of the odds for each topic against all the others: naive Bayes by complement, with term weights of
 * length one (Rennie, Shih, Teevan and Karger 2003). Linear, without a solver, and with each phrase or topic taken out again exactly.
 */
final class Odds {
    /** What every topic is taken to have of every feature before anything is seen. */
    private static final double SMOOTHING = 0.1;

    private final int topics;
    private final int[][] topicsOf;
    private final double[][] sumsOf;
    private final double[] sumOf;
    private final double[] sumIn;
    private final double all;

    /**
     * Counts.
     *
     * @param topicOf the topic of each phrase, from 0 on
     * @param places how many places vectors have
     */
    Odds(List<Vector> phrases, int[] topicOf, int topics, int places) {
        this.topics = topics;
        topicsOf = new int[places + 1][];
        sumsOf = new double[places + 1][];
        Arrays.fill(topicsOf, new int[0]);
        Arrays.fill(sumsOf, new double[0]);
        sumOf = new double[places + 1];
        sumIn = new double[topics];
        for (int i = 0; i < phrases.size(); i++) {
            var phrase = phrases.get(i);
            for (int k = 0; k < phrase.places().length; k++) {
                add(phrase.places()[k], topicOf[i], phrase.values()[k]);
            }
        }
        all = Arrays.stream(sumIn).sum();
    }

    private void add(int place, int topic, double value) {
        sumOf[place] += value;
        sumIn[topic] += value;
        int[] known = topicsOf[place];
        int at = Arrays.binarySearch(known, topic);
        if (at < 0) {
            int to = -at - 1;
            topicsOf[place] = new int[known.length + 1];
            double[] sums = sumsOf[place];
            sumsOf[place] = new double[known.length + 1];
            System.arraycopy(known, 0, topicsOf[place], 0, to);
            System.arraycopy(known, to, topicsOf[place], to + 1, known.length - to);
            System.arraycopy(sums, 0, sumsOf[place], 0, to);
            System.arraycopy(sums, to, sumsOf[place], to + 1, known.length - to);
            topicsOf[place][to] = topic;
            at = to;
        }
        sumsOf[place][at] += value;
    }

    /** The logarithms of the odds, by topic. */
    double[] of(Vector text) {
        return of(text, Without.NOTHING);
    }

    /** The same as if something had never been learned. */
    double[] of(Vector text, Without without) {
        double mass = Arrays.stream(text.values()).sum();
        boolean phrase = without.kind() == Without.Kind.PHRASE;
        boolean topic = without.kind() == Without.Kind.TOPIC;
        double gone = phrase ? mass : topic ? sumIn[without.topic()] : 0;
        double spread = SMOOTHING * sumOf.length;
        double[] odds = new double[topics];
        for (int t = 0; t < topics; t++) {
            double own = sumIn[t] - (phrase && t == without.topic() ? mass : 0);
            odds[t] = mass * (Math.log(all - gone - own + spread) - Math.log(own + spread));
        }
        double ofEach = 0;
        for (int k = 0; k < text.places().length; k++) {
            int place = text.places()[k];
            double value = text.values()[k];
            double sum = sumOf[place] - (phrase ? value : topic ? sumIn(place, without.topic()) : 0);
            double unseen = Math.log(SMOOTHING) - Math.log(sum + SMOOTHING);
            ofEach += value * unseen;
            for (int i = 0; i < topicsOf[place].length; i++) {
                int t = topicsOf[place][i];
                double own = sumsOf[place][i] - (phrase && t == without.topic() ? value : 0);
                odds[t] += value
                        * (Math.log(Math.max(0, own) + SMOOTHING)
                                - Math.log(Math.max(0, sum - own) + SMOOTHING)
                                - unseen);
            }
        }
        for (int t = 0; t < topics; t++) {
            odds[t] += ofEach;
        }
        return odds;
    }

    private double sumIn(int place, int topic) {
        int at = Arrays.binarySearch(topicsOf[place], topic);
        return at < 0 ? 0 : sumsOf[place][at];
    }

    /** Whether a place has something of other topics than one. */
    boolean isIn(int place, Without without, int phrases) {
        return switch (without.kind()) {
            case NOTHING -> true;
            case PHRASE -> phrases > 1;
            case TOPIC -> topicsOf[place].length > 1 || topicsOf[place][0] != without.topic();
        };
    }
}
