package io.kinetarch.core.plan;

/** What sort of answer a question wants. */
public enum QuestionKind {
    /** One line. */
    TEXT,
    EMAIL,
    PHONE,
    NUMBER,
    /** One of the question's choices. */
    CHOICE,
    /** Several lines. */
    LONG_TEXT
}
