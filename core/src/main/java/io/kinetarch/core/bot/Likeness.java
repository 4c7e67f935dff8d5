package io.kinetarch.core.bot;

import io.kinetarch.core.bot.Vocabulary.Vector;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Puts texts of one language together that are alike, by the words and runs of letters they share. Each joins the group whose texts are most like
 * it on average, else it opens one (leader clustering, Hartigan 1975, with the mean in place of the leader).
 */
public final class Likeness {
    /** From so much on texts are alike; between 0, nothing in common, and 1, the same words. */
    private static final double ALIKE = 0.3;

    private Likeness() {}

    /** The groups of texts by their numbers, the largest first; what is like nothing is a group by itself. */
    public static List<List<Integer>> groups(List<String> texts, String language) {
        var features = texts.stream().map(text -> Features.of(text, language)).toList();
        var vocabulary = new Vocabulary(features);
        var vectors = features.stream().map(vocabulary::vector).toList();
        var groups = new ArrayList<List<Integer>>();
        for (int i = 0; i < vectors.size(); i++) {
            List<Integer> best = null;
            double most = ALIKE;
            for (var group : groups) {
                double like = 0;
                for (int other : group) {
                    like += like(vectors.get(i), vectors.get(other)) / group.size();
                }
                if (like >= most) {
                    most = like;
                    best = group;
                }
            }
            if (best == null) {
                best = new ArrayList<>();
                groups.add(best);
            }
            best.add(i);
        }
        groups.sort(Comparator.<List<Integer>>comparingInt(List::size).reversed());
        return groups.stream().map(List::copyOf).toList();
    }

    /** The cosine; stems and runs of letters each have length one. */
    private static double like(Vector a, Vector b) {
        double product = 0;
        int j = 0;
        for (int i = 0; i < a.places().length; i++) {
            while (j < b.places().length && b.places()[j] < a.places()[i]) {
                j++;
            }
            if (j < b.places().length && b.places()[j] == a.places()[i]) {
                product += a.values()[i] * b.values()[j];
            }
        }
        return product / 2;
    }
}
