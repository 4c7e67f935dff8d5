package io.kinetarch.core.dispatch;

/** How a chat ended. Each ends in exactly one of these. */
public enum Outcome {
    FINISHED_BY_BOT,
    ENDED_BY_VISITOR,
    ENDED_BY_OPERATOR,
    CLOSED_SILENT,
    GAVE_UP,
    LEFT_MESSAGE,
    ASKED_CALL_BACK,
    TURNED_AWAY,
    ENDED_BY_LADDER,
    ENDED_AT_CLOSING
}
