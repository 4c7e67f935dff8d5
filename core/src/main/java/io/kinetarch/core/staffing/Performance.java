package io.kinetarch.core.staffing;

/**
 * What visitors and operators of a {@link ChatQueue} experience in the long run. Shares are of all offered chats, 0 to 1.
 *
 * @param serviceLevel share answered within the limit
 * @param waitProbability share that finds every place taken
 * @param turnedAway share that finds the waiting limit reached; 0 without one
 * @param abandonment share that gives up waiting
 * @param meanWaitSeconds mean wait of everybody, answered at once, later or never; infinite if the queue grows without end
 * @param meanWaiting mean number waiting; infinite if the queue grows without end
 * @param occupancy mean share of all chat places that hold a chat
 * @param meanChatsPerOperator mean number of chats an operator holds
 */
public record Performance(
        double serviceLevel,
        double waitProbability,
        double turnedAway,
        double abandonment,
        double meanWaitSeconds,
        double meanWaiting,
        double occupancy,
        double meanChatsPerOperator) {

    static final Performance NOBODY_COMES = new Performance(1, 0, 0, 0, 0, 0, 0, 0);

    /** More comes than can ever be handled, and nobody leaves. */
    static Performance overrun(int operators, int chatsAtOnce) {
        return new Performance(
                0, 1, 0, 0, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, 1, operators == 0 ? 0 : chatsAtOnce);
    }
}
