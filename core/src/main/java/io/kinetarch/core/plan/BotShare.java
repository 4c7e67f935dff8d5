package io.kinetarch.core.plan;

/**
 * How many of the chats about a topic a bot is assumed to finish by itself.
 *
 * @param topic as visitors name it, in the words of the volumes
 * @param share 0 to 0.99
 */
public record BotShare(String topic, double share) {
    public BotShare {
        Checks.text("topic", topic);
        Checks.between("share", share, 0, 0.99);
    }
}
