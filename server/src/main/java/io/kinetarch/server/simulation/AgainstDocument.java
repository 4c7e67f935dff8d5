package io.kinetarch.server.simulation;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.scenario.WhyApart;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.server.simulation.SimulatedDocument.IntervalDocument;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Shares answered in time of the draft's week, by the staffing model and by simulation, by queue.
 *
 * @param replications simulated weeks; 0 before the first
 * @param ended whether it will not be known any better
 * @param failure why it could not be simulated
 */
record AgainstDocument(
        int replications, boolean ended, @Nullable String failure, List<QueueAgainst> queues) {
    /** Who is farther from each other than this differs much. */
    private static final double MUCH = 0.1;

    /**
     * A queue.
     *
     * @param slots its half-hours in which somebody came
     */
    record QueueAgainst(String queue, List<SlotAgainst> slots) {}

    /**
     * A half-hour.
     *
     * @param formula share answered in time by the staffing model, with the people counted for the queue
     * @param simulated the same by simulation; null where nothing can be said
     * @param halfWidth95 how sure that is
     * @param apart whether they differ by more than ten points, and chance has not made it
     * @param why what the formula leaves out there, where they differ
     */
    record SlotAgainst(
            Instant at,
            double formula,
            @Nullable Double simulated,
            @Nullable Double halfWidth95,
            boolean apart,
            List<WhyApart> why) {}

    private record Cell(String queue, Instant at) {}

    static AgainstDocument of(Pending<SimulatedWeeks.Result> pending, Plan plan, List<Slot> slots) {
        // Asked before the result is: what ends later is told at the next request.
        boolean ended = pending.hasEnded();
        String failure = pending.failure().orElse(null);
        return pending.result()
                .map(result -> new AgainstDocument(
                        result.replications(),
                        ended,
                        failure,
                        queues(plan, slots, result.sides().draftIntervals())))
                .orElseGet(() -> new AgainstDocument(0, ended, failure, List.of()));
    }

    private static List<QueueAgainst> queues(Plan plan, List<Slot> slots, List<IntervalDocument> intervals) {
        var simulated = new HashMap<Cell, IntervalDocument>();
        intervals.forEach(interval -> simulated.put(new Cell(interval.queue(), interval.at()), interval));
        return IntStream.range(0, plan.queues().size())
                .mapToObj(queue -> new QueueAgainst(
                        plan.queues().get(queue).id().value(),
                        slots.stream()
                                .filter(slot -> slot.queues().get(queue).open())
                                .flatMap(slot -> slot(plan, slot, queue, simulated).stream())
                                .toList()))
                .toList();
    }

    private static List<SlotAgainst> slot(Plan plan, Slot slot, int queue, Map<Cell, IntervalDocument> simulated) {
        var found = simulated.get(new Cell(plan.queues().get(queue).id().value(), slot.startsAt()));
        if (found == null) {
            return List.of();
        }
        double formula = slot.queues().get(queue).seen().serviceLevel();
        Double mean = found.answeredInTime().mean();
        Double half = found.answeredInTime().halfWidth95();
        boolean apart = mean != null && half != null && Math.abs(mean - formula) > Math.max(MUCH, half);
        return List.of(new SlotAgainst(
                slot.startsAt(), formula, mean, half, apart, apart ? WhyApart.of(plan, slot, queue) : List.of()));
    }
}
