package io.kinetarch.core.simulation;

/** What is counted of chats. */
enum Count {
    ARRIVED(0),
    /** Entered a queue. */
    QUEUED(1),
    /** What those waited that entered a queue, in milliseconds. */
    WAITED(2),
    IN_TIME(3),
    GAVE_UP(4),
    ANSWERED(5),
    TURNED_AWAY(6),
    LEFT_MESSAGE(7),
    CALL_BACK(8),
    FINISHED_BY_BOT(9),
    BY_LADDER(10),
    AT_CLOSING(11),
    /** Not over when the run was broken off. */
    UNFINISHED(12),
    /** How long operators held them within the counted span, in milliseconds. */
    HELD(13);

    static final int KINDS = values().length;

    /** As many as stand before this are kept by interval, too. */
    static final int BY_INTERVAL = ANSWERED.place;

    /** Its place among the amounts of a cell. */
    final int place;

    Count(int place) {
        this.place = place;
    }
}
