package io.kinetarch.core.dispatch;

import org.jspecify.annotations.Nullable;

/**
 * Takes what a dispatcher does, in order. While it is called the chat can still be asked about, but no call be made.
 * Operators and queues are given by their places in the plan; {@value #NONE} stands for none.
 */
public interface EffectSink {
    int NONE = -1;

    /** Listens to nothing. */
    EffectSink DEAF = new EffectSink() {
        @Override
        public boolean wantsReasons() {
            return false;
        }

        @Override
        public void happened(
                long atMillis, Effect effect, long chat, int operator, int queue, @Nullable Reason reason) {
            // nobody asked
        }

        @Override
        public void ended(long atMillis, long chat, Outcome outcome, int operator, int queue, @Nullable Reason reason) {
            // nobody asked
        }
    };

    /** Whether reasons are wanted; if not they may be null, and cost nothing. Always gives the same answer. */
    boolean wantsReasons();

    /**
     * Something happened.
     *
     * @param chat {@value #NONE} where it is about an operator alone
     */
    void happened(long atMillis, Effect effect, long chat, int operator, int queue, @Nullable Reason reason);

    /**
     * A chat ended.
     *
     * @param operator who held it last
     * @param queue in which it was last
     */
    void ended(long atMillis, long chat, Outcome outcome, int operator, int queue, @Nullable Reason reason);
}
