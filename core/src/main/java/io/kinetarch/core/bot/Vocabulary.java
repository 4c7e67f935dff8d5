package io.kinetarch.core.bot;

import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntPredicate;

/**
 * The features that phrases have, each the rarer the weightier: term frequency by inverse document frequency (Salton and Buckley 1988),
 * stems and runs of letters each of length one.
 */
final class Vocabulary {
    private final Map<String, Integer> places = new HashMap<>();
    private final double[] weights;
    private final int[] phrasesWith;
    private final double weightOfUnknown;

    /**
     * A text by the features that are known.
     *
     * @param places ascending, from 1 on
     * @param strange the weight of its features that no phrase has
     */
    @SuppressWarnings("ArrayRecordComponent") // made once, never compared
    record Vector(int[] places, double[] values, double strange) {}

    Vocabulary(List<Map<String, Integer>> phrases) {
        var seen = new HashMap<String, Integer>();
        phrases.forEach(phrase -> phrase.keySet().forEach(feature -> seen.merge(feature, 1, Integer::sum)));
        weights = new double[seen.size() + 1];
        phrasesWith = new int[seen.size() + 1];
        // By name, so that the same phrases in another order give the same places.
        seen.entrySet().stream().sorted(Map.Entry.comparingByKey()).forEach(entry -> {
            int place = places.size() + 1;
            places.put(entry.getKey(), place);
            phrasesWith[place] = entry.getValue();
            weights[place] = Math.log((1.0 + phrases.size()) / (1.0 + entry.getValue())) + 1;
        });
        weightOfUnknown = Math.log(1.0 + phrases.size()) + 1;
    }

    /** How many features there are; their places end with it. */
    int size() {
        return places.size();
    }

    Vector vector(Map<String, Integer> features) {
        record Part(int place, double value, boolean run) {}
        double strange = 0;
        double runs = 0;
        double stems = 0;
        var parts = new Part[features.size()];
        int count = 0;
        for (var entry : features.entrySet()) {
            Integer place = places.get(entry.getKey());
            if (place == null) {
                strange += weightOfUnknown;
                continue;
            }
            double weight = weights[place];
            boolean run = Features.isRun(entry.getKey());
            double value = (1 + Math.log(entry.getValue())) * weight;
            parts[count++] = new Part(place, value, run);
            if (run) {
                runs += value * value;
            } else {
                stems += value * value;
            }
        }
        var known = Arrays.copyOf(parts, count);
        Arrays.sort(known, Comparator.comparingInt(Part::place));
        double runLength = Math.sqrt(runs);
        double stemLength = Math.sqrt(stems);
        return new Vector(
                Arrays.stream(known).mapToInt(Part::place).toArray(),
                Arrays.stream(known)
                        .mapToDouble(part -> part.value() / (part.run() ? runLength : stemLength))
                        .toArray(),
                strange);
    }

    /** How many phrases have something of a place. */
    int phrases(int place) {
        return phrasesWith[place];
    }

    /** Which share of the weight of a text's features no phrase has, 0 to 1; 1 for a text without any. */
    double unknown(Vector text, IntPredicate isKnown) {
        double unknown = text.strange();
        double all = text.strange();
        for (int place : text.places()) {
            all += weights[place];
            unknown += isKnown.test(place) ? 0 : weights[place];
        }
        return all == 0 ? 1 : unknown / all;
    }
}
