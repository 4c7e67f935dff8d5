package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Presences;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/**
 * Some queues of a week taken together; every list has an entry for each half-hour.
 *
 * @param open whether one of them is
 * @param required operators that all of them require
 * @param present operators present who can serve at least one of them
 * @param shortOf operators lacking in them, when nobody counts for two queues at once
 */
public record QueueGroup(List<Boolean> open, List<Integer> required, List<Integer> present, List<Integer> shortOf) {
    public QueueGroup {
        open = List.copyOf(open);
        required = List.copyOf(required);
        present = List.copyOf(present);
        shortOf = List.copyOf(shortOf);
    }

    /** Takes together those queues of the plan that belong to the group. */
    public static QueueGroup of(
            Plan plan, LocalDate monday, List<Slot> slots, Presences presences, Predicate<Queue> belongs) {
        int[] places = IntStream.range(0, plan.queues().size())
                .filter(q -> belongs.test(plan.queues().get(q)))
                .toArray();
        var people = People.of(plan, presences, monday);
        return new QueueGroup(
                slots.stream()
                        .map(slot -> IntStream.of(places)
                                .anyMatch(q -> slot.queues().get(q).open()))
                        .toList(),
                slots.stream()
                        .map(slot -> IntStream.of(places)
                                .map(q -> slot.queues().get(q).required())
                                .sum())
                        .toList(),
                slots.stream()
                        .map(slot -> (int) people.servable(slot.startsAt()).stream()
                                .filter(can -> IntStream.of(places).anyMatch(q -> can[q]))
                                .count())
                        .toList(),
                slots.stream()
                        .map(slot -> IntStream.of(places)
                                .map(q -> slot.queues().get(q).shortOf())
                                .sum())
                        .toList());
    }
}
