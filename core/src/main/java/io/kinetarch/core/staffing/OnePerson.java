package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * What one person less or more would change for a queue in a half-hour.
 *
 * @param fewer with one person less; as it is where nobody is counted
 * @param same as it is
 * @param more with one person more
 */
public record OnePerson(QueueId queue, double staffed, Performance fewer, Performance same, Performance more) {
    /**
     * Looks at the open queues of a half-hour.
     *
     * @param slot of the plan
     * @param handling measured mean handling seconds, by queue; a queue not named uses the plan's assumption
     */
    public static List<OnePerson> in(Plan plan, Slot slot, Map<QueueId, Double> handling) {
        return IntStream.range(0, plan.queues().size())
                .filter(q -> slot.queues().get(q).open())
                .mapToObj(q -> of(plan, plan.queues().get(q), slot.queues().get(q), handling))
                .toList();
    }

    private static OnePerson of(Plan plan, Queue queue, StaffingWeek.QueueSlot slot, Map<QueueId, Double> handling) {
        var model = StaffingWeek.model(plan, queue, handling.get(queue.id()), slot.chats());
        double within = queue.target().withinSeconds();
        return new OnePerson(
                queue.id(),
                slot.staffed(),
                model.evaluate(Math.max(0, slot.staffed() - 1), within),
                model.evaluate(slot.staffed(), within),
                model.evaluate(slot.staffed() + 1, within));
    }
}
