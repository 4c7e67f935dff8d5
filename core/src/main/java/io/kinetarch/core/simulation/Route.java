package io.kinetarch.core.simulation;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QueueId;
import org.jspecify.annotations.Nullable;

/**
 * The way that some chats took which came in an interval.
 *
 * @param topic null where it is not known
 * @param byBot whether a bot had them
 * @param queue the first that they waited in, or that would not have them; null for none
 * @param chats in the mean of all runs
 */
public record Route(
        DoorId door,
        @Nullable String topic,
        boolean byBot,
        @Nullable QueueId queue,
        End end,
        double chats) {
    /** What became of them, as drawings tell them apart. */
    public enum End {
        FINISHED_BY_BOT(0),
        ANSWERED_IN_TIME(1),
        ANSWERED_LATER(2),
        /** Left, or were still there when the run was broken off; a message or a wish to be called may stay behind. */
        WENT(3),
        /** Turned away, or ended by a ladder or at closing. */
        SENT_AWAY(4);

        /** Its place among what is counted. */
        final int place;

        End(int place) {
            this.place = place;
        }
    }
}
