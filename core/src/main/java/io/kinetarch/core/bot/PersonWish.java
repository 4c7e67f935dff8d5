package io.kinetarch.core.bot;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.lucene.util.automaton.CharacterRunAutomaton;
import org.apache.lucene.util.automaton.LevenshteinAutomata;

/**
 * Whether a visitor asks for a person, misspelt too: a word for one beside a word for wishing, or nothing but a word for one. Letters may be
 * wrong, missing, too many or swapped: one in words of five, two from eight on.
 */
final class PersonWish {
    /** "Person!" is a wish; "one person and a car" is none. */
    private static final int FEW_WORDS = 2;
    /** Whoever writes more than that has something to say, which the bot reads first. */
    private static final int MOST_WORDS = 15;

    private static final int ONE_WRONG_FROM = 5;
    private static final int TWO_WRONG_FROM = 8;

    private static final Map<String, PersonWish> BY_LANGUAGE = new ConcurrentHashMap<>();

    private final List<CharacterRunAutomaton> persons;
    private final List<CharacterRunAutomaton> wishes;

    private PersonWish(String language) {
        persons = automata(Courtesies.personWords(language), language);
        wishes = automata(Courtesies.personWishes(language), language);
    }

    static boolean isOne(String text, String language) {
        return BY_LANGUAGE.computeIfAbsent(language, PersonWish::new).says(Tokens.words(text, language));
    }

    private boolean says(List<String> words) {
        if (words.isEmpty() || words.size() > MOST_WORDS || !matches(persons, words)) {
            return false;
        }
        return words.size() <= FEW_WORDS || matches(wishes, words);
    }

    private static boolean matches(List<CharacterRunAutomaton> automata, List<String> words) {
        return words.stream().anyMatch(word -> automata.stream().anyMatch(automaton -> automaton.run(word)));
    }

    private static List<CharacterRunAutomaton> automata(List<String> shipped, String language) {
        Set<String> folded = new HashSet<>();
        shipped.forEach(word -> folded.addAll(Tokens.words(word, language)));
        return folded.stream()
                .sorted()
                .map(word ->
                        new CharacterRunAutomaton(new LevenshteinAutomata(word, true).toAutomaton(mostWrong(word))))
                .toList();
    }

    private static int mostWrong(String word) {
        return word.length() >= TWO_WRONG_FROM ? 2 : word.length() >= ONE_WRONG_FROM ? 1 : 0;
    }
}
