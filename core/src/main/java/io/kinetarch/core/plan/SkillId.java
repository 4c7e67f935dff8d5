package io.kinetarch.core.plan;

/** Names a skill. */
public record SkillId(String value) implements ElementId {
    public SkillId {
        Checks.id(value);
    }
}
