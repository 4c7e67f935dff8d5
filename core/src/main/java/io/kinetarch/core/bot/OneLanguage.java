package io.kinetarch.core.bot;

import io.kinetarch.core.bot.Calibration.Held;
import io.kinetarch.core.bot.Understood.Candidate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Understands one language, and knows how sure it may be. */
final class OneLanguage {
    private static final int CANDIDATES = 5;
    private static final int FEWEST_TOPICS = 3;
    private static final int FEWEST_PHRASES = 12;
    /** The weights are few; more texts than these do not change them. */
    private static final int ENOUGH_HELD = 600;
    /** How much of what visitors write is taken to be about none of the topics. */
    private static final double SHARE_OF_NONE = 0.05;

    private static final long SEED = 17;

    private final String language;
    private final Learner learner;
    private final Calibration calibration;

    /**
     * Learns.
     *
     * @param phrases of the language, about at least two topics, in any order
     */
    OneLanguage(String language, List<Phrase> phrases, Meaning meaning) {
        this.language = language;
        learner = new Learner(language, phrases, meaning);
        calibration = learner.topics().size() < FEWEST_TOPICS || learner.phrases() < FEWEST_PHRASES
                ? Calibration.GUESSED
                : Calibration.of(held());
    }

    /** Phrases as they look to whoever did not learn them, and as they look where nothing of their topics was learned. */
    private List<Held> held() {
        double weight = learner.phrases();
        return Stream.concat(
                        held(phrase -> new Held(learner.unlearned(phrase), learner.topicOf(phrase), 1), weight),
                        held(phrase -> new Held(learner.strange(phrase), -1, 1), SHARE_OF_NONE * weight))
                .toList();
    }

    /** Together they count as much as they are to, however many are looked at. */
    private Stream<Held> held(IntFunction<Held> look, double weight) {
        var phrases =
                new ArrayList<>(IntStream.range(0, learner.phrases()).boxed().toList());
        Collections.shuffle(phrases, new Random(SEED));
        int most = Math.min(ENOUGH_HELD, phrases.size());
        return phrases.subList(0, most).stream()
                .map(phrase -> look.apply(phrase).weighing(weight / most));
    }

    /** How much of a text some phrase has something of, 0 to 1. */
    double known(String text) {
        return 1 - learner.unknown(text);
    }

    Understood understand(String text) {
        return understood(learner.evidence(text));
    }

    /** What would be understood of a phrase had it not been learned; none where it was not. */
    Optional<Understood> unlearned(Phrase phrase) {
        int number = learner.number(phrase);
        return number < 0 ? Optional.empty() : Optional.of(understood(learner.unlearned(number)));
    }

    /** The phrase of a topic that a text is nearest to. */
    Optional<String> nearest(String text, String topic) {
        return learner.nearest(text, topic).map(Phrase::text);
    }

    private Understood understood(Evidence evidence) {
        double[] shares = calibration.probabilities(evidence);
        var topics = learner.topics();
        double none = shares[topics.size()];
        var candidates = IntStream.range(0, topics.size())
                .boxed()
                .sorted(Comparator.comparingDouble(topic -> -shares[topic]))
                .limit(CANDIDATES)
                .map(topic -> new Candidate(topics.get(topic), shares[topic]))
                .toList();
        var best = candidates.getFirst();
        return new Understood(
                language, best.certainty() > none ? best.topic() : null, best.certainty(), candidates, none);
    }
}
