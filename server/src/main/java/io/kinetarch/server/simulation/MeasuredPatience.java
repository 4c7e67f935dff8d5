package io.kinetarch.server.simulation;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Expiry;
import io.kinetarch.core.simulation.Survival;
import io.kinetarch.core.simulation.Survival.Wait;
import io.kinetarch.server.simulation.WaitMapper.Waited;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** How the patience of a plan's visitors spreads, as the waits of its last chats tell; looked at once a day. */
@Component
class MeasuredPatience {
    private static final int MOST_WAITS = 50_000;
    private static final int DAYS = 92;
    /** Where fewer gave up, how they spread is hardly known. */
    private static final int FEWEST = 100;

    private static final int MOST_PLANS = 16;
    private static final Duration LOOKED_FOR_AGAIN = Duration.ofMinutes(10);

    private final WaitMapper waits;
    private final Clock clock;
    /** What was found holds for the day, so that draft and live plan meet the same visitors; more chats may soon tell of it. */
    private final Cache<Key, Optional<Survival>> kept = Caffeine.newBuilder()
            .maximumSize(MOST_PLANS)
            .expireAfter(Expiry.<Key, Optional<Survival>>creating(
                    (_, found) -> found.isPresent() ? Duration.ofDays(1) : LOOKED_FOR_AGAIN))
            .build();

    MeasuredPatience(WaitMapper waits, Clock clock) {
        this.waits = waits;
        this.clock = clock;
    }

    private record Key(String planId, LocalDate today) {}

    /** None where too few gave up to tell. */
    Optional<Survival> of(String planId, ZoneId zone) {
        var today = clock.instant().atZone(zone).toLocalDate();
        return kept.get(
                new Key(planId, today),
                key -> Survival.together(
                        waits.newest(key.planId, key.today.minusDays(DAYS), MOST_WAITS).stream()
                                .collect(Collectors.groupingBy(
                                        Waited::queue,
                                        Collectors.mapping(
                                                wait -> new Wait(wait.millis() / 1000.0, wait.gaveUp()),
                                                Collectors.toList())))
                                .values(),
                        FEWEST));
    }
}
