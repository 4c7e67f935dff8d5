package io.kinetarch.core.plan;

import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * Sentences that visitors write, by language.
 *
 * @param in by BCP 47 tag, in the order of the tags; none twice in a language, letter case aside
 */
public record Sentences(SortedMap<String, List<String>> in) {
    public static final Sentences NONE = new Sentences(Collections.emptySortedMap());
    /** How many of a language one topic may have. */
    public static final int MOST = 500;

    private static final int LONGEST = 500;

    public Sentences {
        var kept = new TreeMap<String, List<String>>();
        in.forEach((language, sentences) -> {
            Checks.language("/" + language, language);
            if (sentences.size() > MOST) {
                throw new PlanRefusal(
                        "/" + language,
                        "a topic has at most " + MOST + " of them in a language, not " + sentences.size());
            }
            Checks.noneTwice(language, sentences, sentence -> sentence.toLowerCase(Locale.ROOT), "");
            for (int i = 0; i < sentences.size(); i++) {
                isOne(sentences.get(i), "/" + language + "/" + i);
            }
            if (!sentences.isEmpty()) {
                kept.put(language, List.copyOf(sentences));
            }
        });
        in = Collections.unmodifiableSortedMap(kept);
    }

    private static void isOne(String sentence, String pointer) {
        if (sentence.isBlank() || !sentence.equals(sentence.strip())) {
            throw new PlanRefusal(
                    pointer, "\"" + sentence + "\" must have something in it, and no blanks before or after");
        }
        if (sentence.length() > LONGEST) {
            throw new PlanRefusal(
                    pointer,
                    "a sentence has at most " + LONGEST + " characters, this one has " + sentence.length()
                            + "; write what a visitor would");
        }
    }

    /** Sentences by BCP 47 tag. */
    public static Sentences of(Map<String, List<String>> byLanguage) {
        return new Sentences(new TreeMap<>(byLanguage));
    }

    /** Those of all languages. */
    public Stream<String> all() {
        return in.values().stream().flatMap(List::stream);
    }

    /** Those of a language, by its own tag. */
    public List<String> in(String language) {
        return in.getOrDefault(language, List.of());
    }

    /** How many there are in all languages. */
    public int count() {
        return in.values().stream().mapToInt(List::size).sum();
    }
}
