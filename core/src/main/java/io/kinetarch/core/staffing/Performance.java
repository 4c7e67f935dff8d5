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

    /** Of this and another, each for a share of the time. */
    Performance towards(Performance other, double share) {
        return new Performance(
                between(serviceLevel, other.serviceLevel, share),
                between(waitProbability, other.waitProbability, share),
                between(turnedAway, other.turnedAway, share),
                between(abandonment, other.abandonment, share),
                between(meanWaitSeconds, other.meanWaitSeconds, share),
                between(meanWaiting, other.meanWaiting, share),
                between(occupancy, other.occupancy, share),
                between(meanChatsPerOperator, other.meanChatsPerOperator, share));
    }

    private static double between(double from, double to, double share) {
        return from == to ? from : (1 - share) * from + share * to;
    }

    /**
     * This, which was worked out in a rougher way, as much worse as that way is too good in the long run.
     *
     * @param truly in the long run
     * @param roughly the same in the rougher way
     */
    Performance corrected(Performance truly, Performance roughly) {
        double wait = meanWaitSeconds + Math.max(0, truly.meanWaitSeconds - roughly.meanWaitSeconds);
        return shares(
                roughly.serviceLevel == 0
                        ? serviceLevel
                        : serviceLevel * Math.min(1, truly.serviceLevel / roughly.serviceLevel),
                waitProbability,
                turnedAway,
                roughly.abandonment == 1
                        ? abandonment
                        : 1 - (1 - abandonment) * Math.min(1, (1 - truly.abandonment) / (1 - roughly.abandonment)),
                Double.isNaN(wait) ? meanWaitSeconds : wait);
    }

    /** What visitors see at worst by this and another; what operators see, by this. */
    Performance noBetterThan(Performance other) {
        return shares(
                Math.min(serviceLevel, other.serviceLevel),
                Math.max(waitProbability, other.waitProbability),
                Math.max(turnedAway, other.turnedAway),
                Math.max(abandonment, other.abandonment),
                Math.max(meanWaitSeconds, other.meanWaitSeconds));
    }

    /** This with other shares of visitors; nobody is answered who gave up or was turned away. */
    private Performance shares(double inTime, double waits, double away, double gaveUp, double waitSeconds) {
        double least = Math.min(gaveUp, 1 - away);
        return new Performance(
                Math.min(inTime, 1 - away - least),
                waits,
                away,
                least,
                waitSeconds,
                meanWaiting,
                occupancy,
                meanChatsPerOperator);
    }

    /** More comes than can ever be handled, and nobody leaves. */
    static Performance overrun(int operators, int chatsAtOnce) {
        return new Performance(
                0, 1, 0, 0, Double.POSITIVE_INFINITY, Double.POSITIVE_INFINITY, 1, operators == 0 ? 0 : chatsAtOnce);
    }
}
