package io.kinetarch.core.scenario;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import java.time.Duration;
import java.time.Instant;
import java.util.List;

/**
 * By queue and half-hour, what a simulation says of the share answered in time. Few chats say little, so each half-hour is taken together
 * with half of what came in the one before and the one after.
 */
final class InTime {
    /** Fewer chats in all runs together say nothing. */
    private static final double FEWEST = 10;

    private static final double BESIDE = 0.5;
    /** Half widths are of 95 per cent. */
    private static final double ERRORS_IN_HALF_WIDTH = 1.96;

    private final double[][] arrived;
    private final double[][] share;
    private final double[][] error;
    private final boolean[][] open;
    private final double[] target;
    private final int runs;

    InTime(Simulation simulation, Plan plan, List<Slot> slots) {
        int queues = plan.queues().size();
        arrived = new double[queues][slots.size()];
        share = new double[queues][slots.size()];
        error = new double[queues][slots.size()];
        open = new boolean[queues][slots.size()];
        target = plan.queues().stream()
                .mapToDouble(queue -> queue.target().share())
                .toArray();
        runs = simulation.replications();
        for (int i = 0; i < slots.size(); i++) {
            for (int queue = 0; queue < queues; queue++) {
                open[queue][i] = slots.get(i).queues().get(queue).open();
            }
        }
        Instant first = slots.getFirst().startsAt();
        for (var interval : simulation.intervals()) {
            int i = (int) Duration.between(first, interval.at()).dividedBy(WeekOfHalfHours.SLOT);
            arrived[interval.queue()][i] = interval.arrived().mean();
            share[interval.queue()][i] = interval.answeredInTime().mean();
            error[interval.queue()][i] = interval.answeredInTime().halfWidth() / ERRORS_IN_HALF_WIDTH;
        }
    }

    /** Whether so few came that nothing is known. */
    boolean isUnknown(int queue, int halfHour) {
        return !(around(queue, halfHour, arrived, false) * runs >= FEWEST);
    }

    /**
     * By how much the share is above the target; below it, negative.
     *
     * @param errors so many standard errors in its favour
     */
    double above(int queue, int halfHour, double errors) {
        double all = around(queue, halfHour, arrived, false);
        double mean = around(queue, halfHour, share, true) / all;
        return mean + errors * around(queue, halfHour, error, true) / all - target[queue];
    }

    private double around(int queue, int halfHour, double[][] of, boolean weighed) {
        double sum = 0;
        for (int i = Math.max(0, halfHour - 1); i <= Math.min(halfHour + 1, of[queue].length - 1); i++) {
            if (open[queue][i] && arrived[queue][i] > 0) {
                double amount = weighed ? of[queue][i] * arrived[queue][i] : of[queue][i];
                sum += i == halfHour ? amount : BESIDE * amount;
            }
        }
        return sum;
    }
}
