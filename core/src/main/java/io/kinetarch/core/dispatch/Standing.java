package io.kinetarch.core.dispatch;

/** Whether an operator can take a chat now, or the first thing that stands against it, lasting obstacles first. */
public enum Standing {
    ELIGIBLE,
    /** The queue takes its members by name, and they are not among them. */
    NOT_NAMED,
    OTHER_DEPARTMENT,
    LACKS_SKILL,
    LEVEL_TOO_LOW,
    LACKS_LANGUAGE,
    LANGUAGE_LEVEL_TOO_LOW,
    NOT_PRESENT,
    NO_FREE_CAPACITY,
    /** They hold as many chats as they may at most. */
    HOLDS_MOST_CHATS
}
