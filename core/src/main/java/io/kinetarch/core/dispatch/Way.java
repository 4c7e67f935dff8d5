package io.kinetarch.core.dispatch;

/** What a visitor may choose in place of waiting, once it is offered. */
public enum Way {
    MESSAGE(1),
    CALL_BACK(2),
    BOT(4);

    /** Its place in a set of ways. */
    final int bit;

    Way(int bit) {
        this.bit = bit;
    }
}
