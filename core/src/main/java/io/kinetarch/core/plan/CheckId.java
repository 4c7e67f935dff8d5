package io.kinetarch.core.plan;

/** Names a check. */
public record CheckId(String value) implements ElementId {
    public CheckId {
        Checks.id(value);
    }
}
