package io.kinetarch.core.plan;

import org.jspecify.annotations.Nullable;

/**
 * How many of the chats about a topic a bot finishes by itself.
 *
 * @param topic as visitors name it, in the words of the volumes
 * @param language BCP 47 tag of the chats it holds for; null for all that no other share is said of
 * @param share 0 to 0.99
 * @param source where it was measured; null where it is assumed
 */
public record BotShare(
        String topic,
        @Nullable String language,
        double share,
        @Nullable Source source) {
    public BotShare {
        Checks.text("topic", topic);
        if (language != null) {
            Checks.language("/language", language);
        }
        Checks.between("share", share, 0, 0.99);
    }

    /** An assumed share, in all languages. */
    public static BotShare assumed(String topic, double share) {
        return new BotShare(topic, null, share, null);
    }
}
