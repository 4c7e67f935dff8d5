package io.kinetarch.core.plan;

/** Names a rule. */
public record RuleId(String value) implements ElementId {
    public RuleId {
        Checks.id(value);
    }
}
