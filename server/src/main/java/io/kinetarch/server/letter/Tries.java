package io.kinetarch.server.letter;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** When what could not be sent is tried again: soon at first, then ever later, for two days. */
public final class Tries {
    private static final List<Duration> AFTER = List.of(
            Duration.ofSeconds(30),
            Duration.ofMinutes(2),
            Duration.ofMinutes(10),
            Duration.ofHours(1),
            Duration.ofHours(6),
            Duration.ofHours(12),
            Duration.ofHours(24));

    private Tries() {}

    /** The next try after so many that failed before the one now; null where it is given up. */
    public static @Nullable Instant next(int before, Instant now) {
        return before < AFTER.size() ? now.plus(AFTER.get(before)) : null;
    }
}
