package io.kinetarch.core.plan;

/** Names a question. */
public record QuestionId(String value) implements ElementId {
    public QuestionId {
        Checks.id(value);
    }
}
