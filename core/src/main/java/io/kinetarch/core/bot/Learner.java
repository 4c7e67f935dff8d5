package io.kinetarch.core.bot;

import io.kinetarch.core.bot.Vocabulary.Vector;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** What was learned of phrases of one language. */
final class Learner {
    private final String language;
    private final List<String> topics;
    private final List<Phrase> sorted;
    private final int[] topicOf;
    private final Vocabulary vocabulary;
    private final List<Vector> vectors;
    private final Odds odds;
    private final Neighbours neighbours;
    private final Meaning meaning;
    private final List<float[]> directions;
    private final Meanings meanings;

    /** Learns phrases in any order. */
    Learner(String language, List<Phrase> phrases, Meaning meaning) {
        this.language = language;
        topics = phrases.stream().map(Phrase::topic).distinct().sorted().toList();
        // Sums do not depend on the order in which phrases come.
        sorted = phrases.stream()
                .sorted(Comparator.comparing(Phrase::topic).thenComparing(Phrase::text))
                .toList();
        topicOf = sorted.stream()
                .mapToInt(phrase -> Collections.binarySearch(topics, phrase.topic()))
                .toArray();
        var features = sorted.stream()
                .map(phrase -> Features.of(phrase.text(), language))
                .toList();
        vocabulary = new Vocabulary(features);
        vectors = features.stream().map(vocabulary::vector).toList();
        odds = new Odds(vectors, topicOf, topics.size(), vocabulary.size());
        neighbours = new Neighbours(vectors, topicOf, vocabulary.size());
        this.meaning = meaning;
        directions = sorted.stream().map(phrase -> meaning.of(phrase.text())).toList();
        meanings = new Meanings(directions, topicOf, topics.size());
    }

    List<String> topics() {
        return topics;
    }

    int phrases() {
        return topicOf.length;
    }

    int topicOf(int phrase) {
        return topicOf[phrase];
    }

    /** The number of a phrase; negative where it was not learned. */
    int number(Phrase phrase) {
        return sorted.indexOf(phrase);
    }

    /** The phrase of a topic that a text is nearest to; none where it shares nothing with any. */
    Optional<Phrase> nearest(String text, String topic) {
        int number = neighbours.nearest(
                vocabulary.vector(Features.of(text, language)), Collections.binarySearch(topics, topic));
        return number < 0 ? Optional.empty() : Optional.of(sorted.get(number));
    }

    Evidence evidence(String text) {
        return evidence(vocabulary.vector(Features.of(text, language)), meaning.of(text), Without.NOTHING);
    }

    /** Which share of a text no phrase has anything of, 0 to 1. */
    double unknown(String text) {
        return vocabulary.unknown(vocabulary.vector(Features.of(text, language)), _ -> true);
    }

    /** How a phrase looks to whoever did not learn it. */
    Evidence unlearned(int phrase) {
        return evidence(vectors.get(phrase), directions.get(phrase), Without.phrase(phrase, topicOf[phrase]));
    }

    /** How a phrase looks to whoever learned nothing of its topic, of which the evidence does not tell. */
    Evidence strange(int phrase) {
        return evidence(vectors.get(phrase), directions.get(phrase), Without.topic(topicOf[phrase]))
                .without(topicOf[phrase]);
    }

    private Evidence evidence(Vector text, float[] direction, Without without) {
        return new Evidence(
                odds.of(text, without),
                neighbours.nearness(text, topics.size(), without),
                meanings.nearness(direction, without),
                vocabulary.unknown(text, place -> odds.isIn(place, without, vocabulary.phrases(place))));
    }
}
