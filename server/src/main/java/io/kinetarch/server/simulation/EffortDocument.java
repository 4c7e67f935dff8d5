package io.kinetarch.server.simulation;

import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.simulation.Simulation.Interval;
import io.kinetarch.server.simulation.SimulatedDocument.EstimateDocument;
import java.time.Instant;
import java.util.Comparator;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What all operators have to do.
 *
 * @param hoursThere operator-hours present and free to answer
 * @param hoursUsed operator-hours with at least one chat
 * @param hoursUsedDifference by how many more than in the live plan; null where there is none
 * @param busiestAt the half-hour in which most chats come; null where none do
 * @param busiestChats how many that are, in the mean
 */
record EffortDocument(
        EstimateDocument hoursThere,
        EstimateDocument hoursUsed,
        @Nullable EstimateDocument hoursUsedDifference,
        @Nullable Instant busiestAt,
        double busiestChats) {
    static EffortDocument of(Simulation simulation, @Nullable Simulation live) {
        var busiest = simulation.intervals().stream()
                .collect(Collectors.groupingBy(
                        Interval::at,
                        Collectors.summingDouble(interval -> interval.arrived().mean())))
                .entrySet()
                .stream()
                .max(Map.Entry.<Instant, Double>comparingByValue()
                        .thenComparing(Map.Entry.comparingByKey(Comparator.reverseOrder())));
        return new EffortDocument(
                EstimateDocument.of(simulation.hoursThere()),
                EstimateDocument.of(simulation.hoursHolding()),
                live == null ? null : EstimateDocument.of(simulation.hoursHoldingDifference(live)),
                busiest.map(Map.Entry::getKey).orElse(null),
                busiest.map(Map.Entry::getValue).orElse(0.0));
    }
}
