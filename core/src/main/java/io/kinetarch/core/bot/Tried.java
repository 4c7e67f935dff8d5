package io.kinetarch.core.bot;

import io.kinetarch.core.plan.TopicId;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * An utterance whose topic is known, and what was understood of it.
 *
 * @param right its topic; null where no topic should take it
 */
public record Tried(String text, String language, @Nullable TopicId right, Understood understood) {
    /** What becomes of it under a limit. */
    public enum Fate {
        ANSWERED,
        /** The bot is not sure enough, and does not answer by itself. */
        PASSED_ON,
        ANSWERED_WRONGLY
    }

    /** What becomes of it where the bot answers by itself from a certainty on. */
    public Fate fate(double limit) {
        if (!understood.isAnswered(limit)) {
            return Fate.PASSED_ON;
        }
        return taken().equals(Optional.ofNullable(right)) ? Fate.ANSWERED : Fate.ANSWERED_WRONGLY;
    }

    /** The likeliest topic, whether or not it is sure enough; none for a courtesy and where nothing fits. */
    public Optional<TopicId> taken() {
        return Optional.ofNullable(understood.best())
                .filter(best -> !Courtesies.isNone(best))
                .map(TopicId::new);
    }
}
