package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.routing.ChatNeeds;
import java.util.Comparator;

/**
 * How many chats of a queue are held at once, and which of the three limits sets it.
 *
 * @param value at least 1
 * @param by the limit that sets it
 * @param byCapacity what capacity over weight would allow
 * @param byMostChats what the most chats that a person holds would allow; {@link Integer#MAX_VALUE} where they limit nothing
 * @param bySlowdown what the plan knows the slowdown for
 */
public record ChatsAtOnce(int value, Limit by, int byCapacity, int byMostChats, int bySlowdown) {

    /** What sets it. */
    public enum Limit {
        /** An operator's capacity over the queue's weight. */
        CAPACITY,
        /** The most chats that an operator holds. */
        MOST_CHATS,
        /** The queue's slowdown list: nobody is planned to hold more than it says how much that slows down. */
        SLOWDOWN
    }

    /**
     * What one operator of a queue is planned to hold: what the median of those allow who can serve it, and no more than the slowdown is
     * known for.
     */
    public static ChatsAtOnce of(Plan plan, Queue queue) {
        var compiled = CompiledPlan.of(plan);
        int slowdown = queue.workload().slowdown().size();
        var all = compiled.able(ChatNeeds.of(queue.id())).stream()
                .mapToObj(operator -> of(compiled, operator, queue.weight(), slowdown))
                .sorted(Comparator.comparingInt(ChatsAtOnce::byPeople))
                .toList();
        return all.isEmpty()
                ? new ChatsAtOnce(1, Limit.CAPACITY, 1, Integer.MAX_VALUE, slowdown)
                : all.get((all.size() - 1) / 2);
    }

    /** What one operator holds of a queue at once. */
    public static ChatsAtOnce of(Plan plan, int operator, Queue queue) {
        return of(
                CompiledPlan.of(plan),
                operator,
                queue.weight(),
                queue.workload().slowdown().size());
    }

    private static ChatsAtOnce of(CompiledPlan plan, int operator, int weight, int slowdown) {
        int capacity = plan.capacity(operator) / weight;
        int most = plan.mostChats(operator);
        int value = Math.max(1, Math.min(slowdown, Math.min(capacity, most)));
        Limit by = slowdown < Math.min(capacity, most)
                ? Limit.SLOWDOWN
                : most < capacity ? Limit.MOST_CHATS : Limit.CAPACITY;
        return new ChatsAtOnce(value, by, capacity, most, slowdown);
    }

    private int byPeople() {
        return Math.min(byCapacity, byMostChats);
    }
}
