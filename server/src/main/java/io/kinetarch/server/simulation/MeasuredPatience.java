package io.kinetarch.server.simulation;

import io.kinetarch.core.simulation.Survival;
import io.kinetarch.core.simulation.Survival.Wait;
import io.kinetarch.server.simulation.WaitMapper.Waited;
import java.time.Clock;
import java.time.ZoneId;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** How the patience of a plan's visitors spreads, as the waits of its last chats tell. */
@Component
class MeasuredPatience {
    private static final int MOST_WAITS = 50_000;
    /** Where fewer gave up, how they spread is hardly known. */
    private static final int FEWEST = 100;

    private final WaitMapper waits;
    private final KeptForADay<Survival> kept;

    MeasuredPatience(WaitMapper waits, Clock clock) {
        this.waits = waits;
        this.kept = new KeptForADay<>(clock);
    }

    /** None where too few gave up to tell. */
    Optional<Survival> of(String planId, ZoneId zone) {
        return kept.of(
                planId,
                zone,
                from -> Survival.together(
                        waits.newest(planId, from, MOST_WAITS).stream()
                                .collect(Collectors.groupingBy(
                                        Waited::queue,
                                        Collectors.mapping(
                                                wait -> new Wait(wait.millis() / 1000.0, wait.gaveUp()),
                                                Collectors.toList())))
                                .values(),
                        FEWEST));
    }
}
