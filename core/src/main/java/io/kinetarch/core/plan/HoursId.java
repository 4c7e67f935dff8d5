package io.kinetarch.core.plan;

/** Names a set of opening hours. */
public record HoursId(String value) implements ElementId {
    public HoursId {
        Checks.id(value);
    }
}
