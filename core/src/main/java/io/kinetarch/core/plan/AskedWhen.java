package io.kinetarch.core.plan;

/** When a visitor is asked a question. */
public enum AskedWhen {
    /** Before the chat starts. */
    BEFORE,
    /** Once the visitor has said something; the chat is decided when all that is required was answered. */
    AFTER_FIRST_MESSAGE,
    /** While the chat waits for an operator. */
    WHILE_WAITING
}
