package io.kinetarch.core.volume;

import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * How many chats of one origin came in one half-hour, or in the interval that a file counts over.
 *
 * @param startsAt start of it
 * @param chats at least 0, answered or not
 * @param answered how many of them an operator took; null where it was not counted
 * @param left how many of them ended while they waited; null where it was not counted
 * @param handlingSeconds mean handling time of these chats; null where it was not measured
 * @param waitSeconds how long these chats waited in the mean, answered or not; null where it was not measured
 * @param chatsAtOnce how many chats an operator who had one held, in the mean; null where it was not measured
 */
public record ChatCount(
        Origin origin,
        Instant startsAt,
        int chats,
        @Nullable Integer answered,
        @Nullable Integer left,
        @Nullable Double handlingSeconds,
        @Nullable Double waitSeconds,
        @Nullable Double chatsAtOnce) {
    /** The length of the interval that is counted over, once read. */
    public static final Duration INTERVAL = Duration.ofMinutes(30);
}
