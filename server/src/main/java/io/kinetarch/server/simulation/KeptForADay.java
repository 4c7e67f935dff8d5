package io.kinetarch.server.simulation;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Expiry;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;
import java.util.function.Function;

/**
 * What a plan's last chats tell, looked at once a day, so that draft and live plan meet the same visitors; where they told nothing, more
 * chats may soon tell of it.
 */
final class KeptForADay<T> {
    private static final int DAYS = 92;
    private static final int MOST_PLANS = 16;
    private static final Duration LOOKED_FOR_AGAIN = Duration.ofMinutes(10);

    private final Clock clock;
    private final Cache<Key, Optional<T>> kept = Caffeine.newBuilder()
            .maximumSize(MOST_PLANS)
            .expireAfter(Expiry.<Key, Optional<T>>creating(
                    (_, found) -> found.isPresent() ? Duration.ofDays(1) : LOOKED_FOR_AGAIN))
            .build();

    KeptForADay(Clock clock) {
        this.clock = clock;
    }

    private record Key(String planId, LocalDate today) {}

    /**
     * What is known of a plan.
     *
     * @param looked what chats from a day on tell
     */
    Optional<T> of(String planId, ZoneId zone, Function<LocalDate, Optional<T>> looked) {
        var today = clock.instant().atZone(zone).toLocalDate();
        return kept.get(new Key(planId, today), _ -> looked.apply(today.minusDays(DAYS)));
    }
}
