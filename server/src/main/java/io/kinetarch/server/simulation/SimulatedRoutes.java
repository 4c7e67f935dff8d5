package io.kinetarch.server.simulation;

import io.kinetarch.core.simulation.Route;
import io.kinetarch.server.simulation.SimulatedDocument.IntervalDocument;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The ways that chats of the draft take in a half-hour of a week, by simulation. */
@Component
public class SimulatedRoutes {
    private final SimulatedWeeks weeks;

    SimulatedRoutes(SimulatedWeeks weeks) {
        this.weeks = weeks;
    }

    /**
     * What is known of a half-hour by now.
     *
     * @param replications simulated weeks behind it; 0 before the first
     * @param ended whether it will not be known any better
     * @param failure why it could not be simulated
     * @param queues what those waited who came to each, where anybody came
     */
    public record HalfHourRoutes(
            int replications,
            boolean ended,
            @Nullable String failure,
            List<Route> routes,
            List<IntervalDocument> queues) {}

    /**
     * Of a half-hour of a week.
     *
     * @param place of the half-hour, counted from 0
     * @param startsAt its beginning
     */
    public HalfHourRoutes of(String planId, LocalDate monday, int place, Instant startsAt) throws InterruptedException {
        var pending = weeks.of(planId, monday, false);
        // Asked before the result is: what ends later is told at the next request.
        boolean ended = pending.hasEnded();
        String failure = pending.failure().orElse(null);
        return pending.result()
                .map(result -> new HalfHourRoutes(
                        result.replications(),
                        ended,
                        failure,
                        result.draft().routes(place),
                        result.sides().draftIntervals().stream()
                                .filter(queue -> queue.at().equals(startsAt))
                                .toList()))
                .orElseGet(() -> new HalfHourRoutes(0, ended, failure, List.of(), List.of()));
    }
}
