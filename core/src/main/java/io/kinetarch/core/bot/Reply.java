package io.kinetarch.core.bot;

import io.kinetarch.core.plan.TopicId;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a bot says, and how the talk stands then.
 *
 * @param topic it is about; null for none
 * @param understood of what the visitor wrote; null where it was the answer to a question
 * @param says in the visitor's language; none for a topic that has no answer
 * @param offers topics as buttons
 */
public record Reply(
        Talk talk,
        Kind kind,
        @Nullable TopicId topic,
        @Nullable Understood understood,
        List<String> says,
        List<TopicId> offers,
        @Nullable String link) {
    public Reply {
        says = List.copyOf(says);
        offers = List.copyOf(offers);
    }

    /** What is said. */
    public enum Kind {
        ANSWER,
        ASKS,
        COURTESY,
        NOT_UNDERSTOOD
    }
}
