package io.kinetarch.core.plan;

/** Names a queue. */
public record QueueId(String value) implements ElementId {
    public QueueId {
        Checks.id(value);
    }
}
