package io.kinetarch.core.bot;

import io.kinetarch.core.bot.Understood.Candidate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Understands what visitors write, from sample phrases by language. Small, without a network, and deterministic: the same phrases, in any
 * order and on any number of processors, understand every text alike.
 *
 * <p>Which of the topics it is, the odds of stems and runs of letters say, and the nearest phrase; how sure that is, is learned from every phrase
 * as it looks to whoever did not learn it, and to whoever learned nothing of its topic, so that "none of these" has a probability of its own.
 */
public final class Understanding {
    private final Map<String, OneLanguage> languages;
    private final Map<String, String> onlyTopic;
    private final List<String> order;

    private Understanding(Map<String, OneLanguage> languages, Map<String, String> onlyTopic, List<String> order) {
        this.languages = languages;
        this.onlyTopic = onlyTopic;
        this.order = order;
    }

    /** Learns phrases by their words alone. */
    public static Understanding of(Map<String, List<Phrase>> phrases) {
        return of(phrases, Meaning.UNKNOWN);
    }

    /**
     * Learns phrases by their words, and by what they mean.
     *
     * @param phrases by BCP 47 tag; languages without any are understood in none of the topics
     */
    public static Understanding of(Map<String, List<Phrase>> phrases, Meaning meaning) {
        var languages = new LinkedHashMap<String, OneLanguage>();
        var only = new LinkedHashMap<String, String>();
        phrases.forEach((language, those) -> {
            var topics = those.stream().map(Phrase::topic).distinct().toList();
            if (topics.size() > 1) {
                languages.put(language, new OneLanguage(language, those, meaning));
            } else if (topics.size() == 1) {
                only.put(language, topics.getFirst());
            }
        });
        return new Understanding(languages, only, List.copyOf(phrases.keySet()));
    }

    /** What is understood of a text whose language is found out among those that were learned. */
    public Understood understand(String text) {
        return understand(text, language(text));
    }

    /** What is understood of a text in a language, or in a wider one that was learned: {@code de} for {@code de-AT}. */
    public Understood understand(String text, String language) {
        String learned = learned(language).orElse(null);
        if (learned == null || text.isBlank()) {
            return new Understood(language, null, 0, List.of(), 1);
        }
        var whole = languages.get(learned);
        return whole == null ? alone(learned) : whole.understand(text);
    }

    /** With one topic there is nothing to be told apart: whether a text is about it, nobody can have tried. */
    private Understood alone(String language) {
        String topic = onlyTopic.get(language);
        return topic == null
                ? new Understood(language, null, 0, List.of(), 1)
                : new Understood(language, null, 0.5, List.of(new Candidate(topic, 0.5)), 0.5);
    }

    private Optional<String> learned(String language) {
        for (String tag = language; !tag.isEmpty(); tag = tag.substring(0, Math.max(0, tag.lastIndexOf('-')))) {
            if (languages.containsKey(tag) || onlyTopic.containsKey(tag)) {
                return Optional.of(tag);
            }
        }
        return Optional.empty();
    }

    /** In which of the learned languages a text is written; where it does not say, the one whose phrases have most of its words. */
    public String language(String text) {
        if (order.isEmpty()) {
            throw new IllegalStateException("no language was learned");
        }
        return written(text).orElseGet(() -> mostKnown(text).orElse(order.getFirst()));
    }

    /** The learned language that a text is clearly written in; none where it does not say. */
    Optional<String> written(String text) {
        return WrittenLanguage.of(text, order);
    }

    private Optional<String> mostKnown(String text) {
        record Known(String language, double share) {}
        var known = new ArrayList<Known>();
        languages.forEach((language, learned) -> known.add(new Known(language, learned.known(text))));
        return known.stream()
                .max(Comparator.comparingDouble(Known::share))
                .filter(most -> most.share() > 0)
                .map(Known::language);
    }

    /** What would be understood of a phrase had it not been learned; none where it was not, or nothing was to be told apart. */
    public Optional<Understood> unlearned(Phrase phrase, String language) {
        return Optional.ofNullable(languages.get(language)).flatMap(learned -> learned.unlearned(phrase));
    }

    /** The phrase of a topic that a text is nearest to, which is to blame where the topic is wrong. */
    public Optional<String> nearest(String text, String language, String topic) {
        return Optional.ofNullable(languages.get(language)).flatMap(learned -> learned.nearest(text, topic));
    }
}
