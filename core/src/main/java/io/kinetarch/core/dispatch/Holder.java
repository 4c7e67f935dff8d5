package io.kinetarch.core.dispatch;

/** Who holds a conversation, and so writes in it. */
public enum Holder {
    /** The bot, or the questions that a door asks by itself. */
    BOT,
    /** A queue; also while the chat is offered, and while its visitor has the form to leave a message with. */
    QUEUE,
    OPERATOR,
    /** It has ended. */
    NOBODY
}
