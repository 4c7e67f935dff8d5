package io.kinetarch.core.staffing;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Why a queue requires so many operators in a half-hour.
 *
 * @param load offered, in Erlang: chats that would be in handling at a time if nobody waited or was slowed down
 * @param handlingSeconds of a chat by an operator who holds no other
 * @param chatsAtOnce held by an operator at most
 * @param slowdown factor k−1 multiplies the handling time while an operator holds k chats
 * @param limits to be met
 * @param required the smallest number that meets them
 * @param with what is seen with so many
 * @param withOneLess with one less; null where none are required
 * @param missed the limits that one less would not meet
 * @param everybody operators of the plan who can serve it, present or not
 * @param withEverybody with all of those
 */
public record WhyRequired(
        double load,
        double handlingSeconds,
        int chatsAtOnce,
        List<Double> slowdown,
        ServiceLimits limits,
        int required,
        Performance with,
        @Nullable Performance withOneLess,
        List<Limit> missed,
        int everybody,
        Performance withEverybody) {

    /** What can be asked of a queue. */
    public enum Limit {
        ANSWERED_IN_TIME,
        MEAN_WAIT,
        ABANDONMENT,
        OCCUPANCY,
        /** The fewest operators that are to be there while it is open. */
        LEAST_OPERATORS,
        /** Nobody can take both of some chats, so that those who take the ones cannot stand in for those who take the others. */
        APART
    }

    /**
     * Explains a half-hour of a queue.
     *
     * @param handlingSeconds measured; null for the plan's assumption
     */
    public static WhyRequired of(Plan plan, Queue queue, QueueSlot slot, @Nullable Double handlingSeconds) {
        var model = StaffingWeek.model(plan, queue, handlingSeconds, slot.chats());
        var limits = ServiceLimits.of(queue.target());
        double within = limits.withinSeconds();
        int required = slot.required();
        var oneLess = required == 0 ? null : model.evaluate(required - 1, within);
        int everybody = CompiledPlan.of(plan).able(ChatNeeds.of(queue.id())).cardinality();
        int atOnce = model.chatsAtOnce();
        return new WhyRequired(
                model.load(),
                model.handlingSeconds(),
                atOnce,
                queue.workload().slowdown().subList(0, atOnce),
                limits,
                required,
                model.evaluate(required, within),
                oneLess,
                oneLess == null
                        ? List.of()
                        : missed(
                                limits,
                                oneLess,
                                required <= queue.target().least(),
                                required > slot.parts().getLast().atLeast()),
                everybody,
                model.evaluate(everybody, within));
    }

    private static List<Limit> missed(ServiceLimits limits, Performance seen, boolean tooFew, boolean apart) {
        var missed = new ArrayList<Limit>();
        if (tooFew) {
            missed.add(Limit.LEAST_OPERATORS);
        }
        if (apart) {
            missed.add(Limit.APART);
        }
        var answer = limits.answer();
        if (answer != null && seen.serviceLevel() < answer.share()) {
            missed.add(Limit.ANSWERED_IN_TIME);
        }
        if (limits.maxMeanWaitSeconds() != null && seen.meanWaitSeconds() > limits.maxMeanWaitSeconds()) {
            missed.add(Limit.MEAN_WAIT);
        }
        if (limits.maxAbandonment() != null && seen.abandonment() > limits.maxAbandonment()) {
            missed.add(Limit.ABANDONMENT);
        }
        if (limits.maxOccupancy() != null && seen.occupancy() > limits.maxOccupancy()) {
            missed.add(Limit.OCCUPANCY);
        }
        return List.copyOf(missed);
    }
}
