package io.kinetarch.core.plan;

import org.jspecify.annotations.Nullable;

/**
 * How chats wait in a queue.
 *
 * @param limit how many may wait, and what happens to who comes beyond; null where any number may wait
 * @param positionShown whether visitors see how many wait before them
 * @param waitShown whether visitors see the wait they can expect
 */
public record WaitingRoom(@Nullable Limit limit, boolean positionShown, boolean waitShown) {
    /** Any number may wait; visitors see their position. */
    public static final WaitingRoom OPEN = new WaitingRoom(null, true, false);

    /**
     * A limit on waiting chats.
     *
     * @param chats 0 to 10,000
     * @param beyond what happens to a chat that comes while that many wait
     */
    public record Limit(int chats, Beyond beyond) {
        public Limit {
            Checks.between("chats", chats, 0, 10_000);
        }
    }

    /** What happens to a chat beyond the limit. */
    public sealed interface Beyond {
        /** The visitor reads the busy text and may come back later. */
        record BusyText() implements Beyond {}

        /** The visitor is offered the leave-a-message form. */
        record MessageForm() implements Beyond {}

        /** The chat goes on to another queue. */
        record ToQueue(QueueId queue) implements Beyond {}
    }
}
