package io.kinetarch.core.report;

/** Of which chats those answered in time are a share: the trade has no single service level, so that one says which it is. */
public enum CountedAgainst {
    /** All that waited. */
    ALL,
    /** All that waited but those that gave up so soon that nobody could have answered. */
    PATIENT,
    /** Those that an operator answered. */
    ANSWERED;

    /**
     * How many there are of them.
     *
     * @param waited chats that waited in a queue
     * @param answered of which an operator answered so many
     * @param gaveUpSoon and so many gave up soon
     */
    public long of(long waited, long answered, long gaveUpSoon) {
        return switch (this) {
            case ALL -> waited;
            case PATIENT -> waited - gaveUpSoon;
            case ANSWERED -> answered;
        };
    }
}
