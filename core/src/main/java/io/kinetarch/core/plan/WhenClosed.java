package io.kinetarch.core.plan;

/** What a visitor meets at a door that is closed. */
public enum WhenClosed {
    /** Nothing: the door does not show itself. */
    NOT_SHOWN,
    /** The form to leave a message with. */
    MESSAGE_FORM,
    /** The closed text. */
    TEXT
}
