package io.kinetarch.core.report;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * The time that one operator had a chat.
 *
 * @param queue from which they got it; null where it came from none
 * @param besides whether they were called in besides the one who held it
 * @param wrapUpMillis how long their place was still taken afterwards
 * @param longestSilenceMillis the longest that the visitor waited for a word of theirs, an unanswered one counting until they had it no more
 * @param lines how many they wrote
 * @param leftOpen whether it ended while a question of the visitor's was unanswered
 */
public record Stint(
        String operator,
        @Nullable String queue,
        boolean besides,
        Instant from,
        Instant until,
        long wrapUpMillis,
        long longestSilenceMillis,
        int lines,
        boolean leftOpen) {
    /** How long they had it, wrapping up included. */
    public long takenMillis() {
        return until.toEpochMilli() - from.toEpochMilli() + wrapUpMillis;
    }
}
