package io.kinetarch.core.plan;

/** Which of several queues an operator's next chat comes from. */
public enum NextChatFrom {
    /** The queue of the highest priority; among equals the chat that has waited longest. */
    PRIORITY,
    /** The chat that is nearest to missing its queue's answer target, or has missed it by the most. */
    TARGET
}
