package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import java.util.HashMap;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * How long the chats of a queue wait in a week, as if nothing happened to them while they do.
 *
 * @param stepSeconds between two values
 * @param chats that reach the queue while it is open
 * @param patient share of visitors who would still wait if nobody answered, at each step from 0
 * @param waiting share of chats that still wait, at each step from 0
 */
public record WaitingCurve(double stepSeconds, double chats, List<Double> patient, List<Double> waiting) {
    public WaitingCurve {
        patient = List.copyOf(patient);
        waiting = List.copyOf(waiting);
    }

    /** Half-hours that are alike to the queue. */
    private record Alike(double chats, double operators) {}

    /**
     * The curve of a queue.
     *
     * @param handlingSeconds measured; null for the plan's assumption
     * @param slots the queue's half-hours
     * @param untilSeconds how far to look, above 0
     * @param steps at least 1
     */
    public static WaitingCurve of(
            Plan plan,
            Queue queue,
            @Nullable Double handlingSeconds,
            List<QueueSlot> slots,
            double untilSeconds,
            int steps) {
        double step = untilSeconds / steps;
        Double given = queue.workload().patienceSeconds();
        double patience = given == null ? Double.POSITIVE_INFINITY : given;
        var counted = new HashMap<Alike, Integer>();
        slots.stream()
                .filter(slot -> slot.open() && slot.chats() > 0)
                .forEach(slot -> counted.merge(new Alike(slot.chats(), slot.staffed()), 1, Integer::sum));
        double all = 0;
        double[] sum = new double[steps + 1];
        for (var entry : counted.entrySet()) {
            var alike = entry.getKey();
            double chats = alike.chats() * entry.getValue();
            var model = StaffingWeek.model(plan, queue, handlingSeconds, alike.chats());
            int heads = ChatQueue.heads(alike.operators());
            double[] share = StillWaiting.of(
                    heads == 0 ? model : model.byOperatorsThereFor(Math.min(1, alike.operators() / heads)),
                    heads,
                    patience,
                    step,
                    steps);
            for (int i = 0; i <= steps; i++) {
                sum[i] += chats * share[i];
            }
            all += chats;
        }
        return new WaitingCurve(step, all, patient(patience, step, steps), shares(sum, all));
    }

    private static List<Double> patient(double patience, double step, int steps) {
        var shares = new Double[steps + 1];
        for (int i = 0; i <= steps; i++) {
            shares[i] = Math.exp(-i * step / patience);
        }
        return List.of(shares);
    }

    private static List<Double> shares(double[] sum, double all) {
        var shares = new Double[sum.length];
        for (int i = 0; i < sum.length; i++) {
            shares[i] = all == 0 ? 0 : sum[i] / all;
        }
        return List.of(shares);
    }
}
