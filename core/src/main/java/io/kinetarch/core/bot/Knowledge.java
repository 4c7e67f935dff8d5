package io.kinetarch.core.bot;

import io.kinetarch.core.plan.HelpPage;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The help pages of a plan, cut into passages, and which of them has what a visitor asks about.
 *
 * <p>A passage is found by the words of the question that stand in it, each the weightier the fewer passages have it (inverse document
 * frequency, Robertson and Spärck Jones 1976). What share of all the question's weight a passage has is how well it fits: words that no passage has
 * weigh most, so that a question about something else fits nowhere.
 */
public final class Knowledge {
    /** From so much of a question on a passage is quoted. */
    public static final double LEAST_FIT = 0.6;

    /** One word in common is chance, however rare it is. */
    private static final int FEWEST_WORDS = 2;

    private final Map<String, OfLanguage> languages = new LinkedHashMap<>();

    private Knowledge() {}

    /**
     * A passage that was found.
     *
     * @param fit which share of the question's weight stands in it, 0 to 1
     */
    public record Found(Passage passage, double fit) {
        /** Whether it may be quoted. */
        public boolean isQuoted() {
            return fit >= LEAST_FIT;
        }
    }

    /** What the pages say that bots may quote. */
    public static Knowledge of(List<HelpPage> pages) {
        var knowledge = new Knowledge();
        var byLanguage = new LinkedHashMap<String, List<Passage>>();
        pages.stream()
                .filter(HelpPage::mayBeQuoted)
                .forEach(page -> byLanguage
                        .computeIfAbsent(page.language(), _ -> new ArrayList<>())
                        .addAll(Passages.of(page)));
        byLanguage.forEach(
                (language, passages) -> knowledge.languages.put(language, new OfLanguage(language, passages)));
        return knowledge;
    }

    /** In which of some languages a page is written; none where it does not say. */
    public static Optional<String> languageOf(String text, List<String> languages) {
        return WrittenLanguage.of(text, languages);
    }

    /** How many passages there are in a language. */
    public int passages(String language) {
        var known = languages.get(language);
        return known == null ? 0 : known.passages.size();
    }

    /** The passages that have most of a question in a language, the best first. */
    public List<Found> find(String question, String language, int most) {
        var known = languages.get(language);
        return known == null ? List.of() : known.find(question, most);
    }

    /** The passage to quote; none where none fits well enough. */
    public Optional<Found> best(String question, String language) {
        return find(question, language, 1).stream().filter(Found::isQuoted).findFirst();
    }

    private static final class OfLanguage {
        private final String language;
        private final List<Passage> passages;
        private final List<Set<String>> words;
        private final Map<String, Integer> passagesWith = new HashMap<>();

        OfLanguage(String language, List<Passage> passages) {
            this.language = language;
            this.passages = List.copyOf(passages);
            words = passages.stream().map(this::words).toList();
            words.forEach(those -> those.forEach(word -> passagesWith.merge(word, 1, Integer::sum)));
        }

        private Set<String> words(Passage passage) {
            return Stream.of(passage.page().name(), passage.heading(), passage.text())
                    .flatMap(text -> Tokens.content(text, language).stream())
                    .collect(HashSet::new, Set::add, Set::addAll);
        }

        List<Found> find(String question, int most) {
            var asked = new LinkedHashSet<>(Tokens.content(question, language));
            double all = asked.stream().mapToDouble(this::weight).sum();
            if (asked.size() < FEWEST_WORDS && asked.stream().noneMatch(this::isAHeading)) {
                return List.of();
            }
            var found = new ArrayList<Found>();
            for (int i = 0; i < passages.size(); i++) {
                double weight = 0;
                for (String word : asked) {
                    weight += words.get(i).contains(word) ? weight(word) : 0;
                }
                if (weight > 0) {
                    found.add(new Found(passages.get(i), weight / all));
                }
            }
            // Of passages that fit alike the one whose heading says most of it, then the first of the plan.
            found.sort(Comparator.comparingDouble(Found::fit)
                    .thenComparingDouble(one -> inHeading(one.passage(), asked))
                    .reversed());
            return List.copyOf(found.subList(0, Math.min(most, found.size())));
        }

        private double inHeading(Passage passage, Set<String> asked) {
            return Tokens.content(passage.heading(), language).stream()
                    .filter(asked::contains)
                    .mapToDouble(this::weight)
                    .sum();
        }

        /** A single word asks for the passage that stands under it. */
        private boolean isAHeading(String word) {
            return passages.stream()
                    .anyMatch(passage ->
                            Tokens.content(passage.heading(), language).equals(List.of(word)));
        }

        private double weight(String word) {
            return Math.log(1 + passages.size() / (0.5 + passagesWith.getOrDefault(word, 0)));
        }
    }
}
