package io.kinetarch.core.dispatch;

/** What a dispatcher does with a chat or an operator, besides ending it. */
public enum Effect {
    ARRIVED,
    /** The bot has it. */
    TO_BOT,
    /** A question has to be answered before it goes on. */
    ASKED,
    /** It waits in a queue, or waits again. */
    QUEUED,
    /** It went on to another queue. */
    MOVED,
    OFFERED,
    DECLINED,
    /** Nobody accepted the offer in time. */
    LAPSED,
    /** The offer was taken back. */
    WITHDRAWN,
    /** An operator holds it. */
    ASSIGNED,
    /** A rung of the ladder happened. */
    RUNG,
    /** Somebody in it said something, or the visitor reads a text of the plan. */
    SAID,
    /** The visitor may choose a way out. */
    WAY_OFFERED,
    /** The bot gave it up to people. */
    HANDED_OVER,
    TRANSFERRED,
    CALLED_IN,
    STEPPED_OUT,
    /** The visitor was reminded that someone waits for them. */
    REMINDED,
    /** An operator gets no more chats until they say that they are there. */
    SET_AWAY,
    /** The operator's place is free again after the chat. */
    WRAPPED_UP,
    /** Its operator set it aside: their place is free until it comes back. */
    SET_ASIDE,
    /** Somebody said how urgent it is. */
    PRIORITIZED
}
