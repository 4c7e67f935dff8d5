package io.kinetarch.core.bot;

import java.util.HashMap;
import java.util.Map;

/**
 * What is looked at in a text: its stems, and the runs of three to five letters within its words, which outlive a slip of the finger
 * (Cavnar and Trenkle 1994 classify by such runs).
 */
final class Features {
    private static final int SHORTEST_RUN = 3;
    private static final int LONGEST_RUN = 5;
    /** Nobody's question is longer; what a text says is said by then. */
    private static final int LONGEST_TEXT = 1000;

    private Features() {}

    /** How often each occurs. */
    static Map<String, Integer> of(String text, String language) {
        String read = text.length() > LONGEST_TEXT ? text.substring(0, LONGEST_TEXT) : text;
        var counts = new HashMap<String, Integer>();
        for (String stem : Tokens.stems(read, language)) {
            counts.merge(stem, 1, Integer::sum);
        }
        for (String word : Tokens.words(read, language)) {
            String edged = "_" + word + "_";
            for (int length = SHORTEST_RUN; length <= LONGEST_RUN; length++) {
                for (int at = 0; at + length <= edged.length(); at++) {
                    counts.merge("~" + edged.substring(at, at + length), 1, Integer::sum);
                }
            }
        }
        return counts;
    }

    static boolean isRun(String feature) {
        return feature.charAt(0) == '~';
    }
}
