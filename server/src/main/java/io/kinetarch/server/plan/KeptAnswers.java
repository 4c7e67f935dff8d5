package io.kinetarch.server.plan;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.server.plan.Plans.State;
import java.time.Clock;
import java.time.LocalDate;
import java.util.function.Supplier;

/**
 * Answers of one kind, kept under what they follow from: the state of the plan, the day, and what was asked. Whoever asks the same
 * while it is worked out waits for it instead of working it out too.
 */
public final class KeptAnswers<T> {
    private static final int MOST_KEPT = 64;

    private final Clock clock;
    private final Cache<Key, T> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    public KeptAnswers(Clock clock) {
        this.clock = clock;
    }

    private record Key(String planId, String stamp, LocalDate today, Object asked) {}

    /** The answer to what was asked of a stored plan. */
    public T get(State state, Object asked, Supplier<T> work) {
        var today = LocalDate.ofInstant(clock.instant(), state.plan().timeZone());
        return kept.get(new Key(state.id(), state.stamp(), today, asked), _ -> work.get());
    }
}
