package io.kinetarch.core.plan;

/** Names a bot. */
public record BotId(String value) implements ElementId {
    public BotId {
        Checks.id(value);
    }
}
