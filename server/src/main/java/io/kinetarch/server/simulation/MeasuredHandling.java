package io.kinetarch.server.simulation;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.simulation.HandlingEstimate;
import java.time.Clock;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What the last chats of a plan tell of how long others will take, by topic and by the level of who handled them. */
@Component
class MeasuredHandling {
    private static final int MOST_CHATS = 20_000;

    private final HandledMapper chats;
    private final KeptForADay<HandlingEstimate> kept;

    MeasuredHandling(HandledMapper chats, Clock clock) {
        this.chats = chats;
        this.kept = new KeptForADay<>(clock);
    }

    /**
     * None where too few chats were handled to tell.
     *
     * @param plan whose operators handled them, as it stands when they are looked at; for a day that is believed of others of this id too
     */
    Optional<HandlingEstimate> of(String planId, Plan plan) {
        return kept.of(
                planId,
                plan.timeZone(),
                from -> HandlingEstimate.of(
                        plan,
                        chats.newest(planId, from, MOST_CHATS).stream()
                                .map(HandledMapper.HandledChat::handled)
                                .toList()));
    }
}
