package io.kinetarch.core.dispatch;

/** How far a chat has come. Stored in snapshots by its place, so new ones come last. */
public enum Stage {
    /** Questions are asked that must be answered before the chat is decided. */
    ASKING,
    BOT,
    /** Nobody can be had; the visitor may leave a message. */
    FORM,
    WAITING,
    /** Waiting, and offered to one operator. */
    OFFERED,
    HELD,
    /** Ended, but its operator's place stays taken. */
    WRAP_UP,
    /** Its operator has set it aside, and has their place back until then. */
    ASIDE;

    Holder holder() {
        return switch (this) {
            case ASKING, BOT -> Holder.BOT;
            case FORM, WAITING, OFFERED -> Holder.QUEUE;
            case HELD, ASIDE -> Holder.OPERATOR;
            case WRAP_UP -> Holder.NOBODY;
        };
    }

    boolean waits() {
        return this == WAITING || this == OFFERED;
    }
}
