package io.kinetarch.core.plan;

import org.jspecify.annotations.Nullable;

/**
 * Something that a page may tell about its visitor when it opens the door.
 *
 * @param key what the page calls it
 * @param fills the question that it answers in the visitor's place; null for none
 */
public record PageFact(Kind kind, String key, @Nullable QuestionId fills) {
    public PageFact {
        Checks.text("key", key);
    }

    /** What it says of the visitor. */
    public enum Kind {
        NAME,
        EMAIL,
        CUSTOMER_NUMBER,
        OTHER
    }
}
