package io.kinetarch.core.plan;

/** What becomes of the chats of an operator who goes away for a while. */
public enum WhenAway {
    KEPT,
    /** They go back to their queues, before those who came after them. */
    GIVEN_BACK
}
