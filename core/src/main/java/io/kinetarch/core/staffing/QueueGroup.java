package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/**
 * Some queues of a week taken together; every list has an entry for each half-hour.
 *
 * @param open whether one of them is
 * @param required operators that all of them require
 * @param available operators present who can serve at least one of them, each for the share of the time in which they answer
 * @param shortOf operators lacking in them, when nobody counts for two queues at once
 */
public record QueueGroup(List<Boolean> open, List<Integer> required, List<Double> available, List<Double> shortOf) {
    public QueueGroup {
        open = List.copyOf(open);
        required = List.copyOf(required);
        available = List.copyOf(available);
        shortOf = List.copyOf(shortOf);
    }

    /**
     * Takes together those queues of the plan that belong to the group.
     *
     * @param slots of the week, at least one
     * @param assumptions under which they were worked out
     */
    public static QueueGroup of(
            Plan plan,
            LocalDate monday,
            List<Slot> slots,
            Assumptions assumptions,
            Presences presences,
            Predicate<Queue> belongs) {
        int[] places = IntStream.range(0, plan.queues().size())
                .filter(q -> belongs.test(plan.queues().get(q)))
                .toArray();
        var posts = IntStream.of(places)
                .mapToObj(
                        q -> slots.getFirst().queues().get(q).parts().getLast().post())
                .toList();
        var people = new People(plan, presences, assumptions.shrinkage(plan), monday, posts);
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
                        .map(slot -> Arrays.stream(people.present(slot.startsAt()))
                                .filter(person -> !people.serves()
                                        .get(people.groupOf(person))
                                        .isEmpty())
                                .mapToDouble(person -> (double) people.share(person, slot.startsAt()) / Coverage.PLACE)
                                .sum())
                        .toList(),
                slots.stream()
                        .map(slot -> IntStream.of(places)
                                .mapToDouble(q -> slot.queues().get(q).shortOf())
                                .sum())
                        .toList());
    }
}
