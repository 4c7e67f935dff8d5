package io.kinetarch.core.plan;

/**
 * What becomes of chats when opening hours end, or when the last operator goes who could take or keep them.
 *
 * @param waiting of those that wait
 * @param inHand of those that an operator holds
 */
public record Closing(Then waiting, Then inHand) {
    public static final Closing SERVED_OUT = new Closing(Then.SERVED_OUT, Then.SERVED_OUT);

    /** What becomes of a chat. */
    public enum Then {
        /** It goes on as if nothing had happened. */
        SERVED_OUT,
        /** The visitor may leave a message instead, and the chat goes on until they do. */
        OFFERED_MESSAGE,
        /** It ends; the visitor reads the closed text. */
        ENDED
    }
}
