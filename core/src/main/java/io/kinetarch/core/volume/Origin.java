package io.kinetarch.core.volume;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QueueId;
import org.jspecify.annotations.Nullable;

/**
 * What is known of where chats came from and went to: at least a queue or a door.
 *
 * @param queue the queue they went to; null where it is not known
 * @param door the door they came through; null where it is not known
 * @param language BCP 47 tag of the visitors' language; null where it is not known
 * @param topic what they came for, in the words of the question that asks for it; null where it is not known
 */
public record Origin(
        @Nullable QueueId queue,
        @Nullable DoorId door,
        @Nullable String language,
        @Nullable String topic) {
    /** Refuses an origin that has neither queue nor door. */
    public Origin {
        if (queue == null && door == null) {
            throw new IllegalArgumentException("Of chats, a queue or a door must be known");
        }
    }
}
