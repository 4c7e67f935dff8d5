package io.kinetarch.core.plan;

/** Names a front door. */
public record DoorId(String value) implements ElementId {
    public DoorId {
        Checks.id(value);
    }
}
