package io.kinetarch.core.volume;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QueueId;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * How many chats came for a queue in one half-hour.
 *
 * @param door the door they came through; null where it is not known
 * @param startsAt start of the half-hour
 * @param chats at least 0
 * @param language BCP 47 tag of the visitors' language; null where it is not known
 * @param topic what they came for, in the words of the question that asks for it; null where it is not known
 * @param handlingSeconds mean handling time of these chats; null where it was not measured
 */
public record ChatCount(
        QueueId queue,
        @Nullable DoorId door,
        @Nullable String language,
        @Nullable String topic,
        Instant startsAt,
        int chats,
        @Nullable Double handlingSeconds) {
    /** The length of the interval that is counted over. */
    public static final Duration INTERVAL = Duration.ofMinutes(30);
}
