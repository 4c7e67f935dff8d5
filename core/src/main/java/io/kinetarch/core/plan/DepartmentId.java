package io.kinetarch.core.plan;

/** Names a department. */
public record DepartmentId(String value) implements ElementId {
    public DepartmentId {
        Checks.id(value);
    }
}
