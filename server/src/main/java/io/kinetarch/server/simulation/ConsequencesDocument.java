package io.kinetarch.server.simulation;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.server.simulation.SimulatedDocument.FiguresDocument;
import io.kinetarch.server.simulation.SimulatedDocument.IntervalDocument;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What draft and live plan do in a week to come, by simulation.
 *
 * @param replications runs behind it; 0 before the first
 * @param ended whether it will not be known any better
 * @param failure why it could not be simulated; null where it could
 * @param sides null before the first runs
 * @param notes what was assumed
 */
record ConsequencesDocument(
        LocalDate monday,
        int replications,
        boolean ended,
        @Nullable String failure,
        @Nullable Sides sides,
        List<String> notes) {

    /**
     * Both sides.
     *
     * @param live null where the plan has not gone live
     * @param difference draft less live, run by run; null where there is no live plan
     * @param same whether nothing in the draft differs from the live plan
     * @param effort what operators have to do by the draft
     * @param groups chats by what else they have in common, where asked for
     * @param work what each operator of the draft does, where asked for
     * @param late chats of the draft that are not answered in time, by half-hour of the week
     * @param draftIntervals by queue and half-hour, where asked for
     * @param liveIntervals the same of the live plan; none where nothing differs
     */
    record Sides(
            FiguresDocument draft,
            @Nullable FiguresDocument live,
            @Nullable FiguresDocument difference,
            boolean same,
            List<QueueSides> queues,
            EffortDocument effort,
            List<GroupSides> groups,
            List<WorkDocument> work,
            List<Double> late,
            List<IntervalDocument> draftIntervals,
            List<IntervalDocument> liveIntervals) {

        static Sides of(Plan draft, Simulation first, @Nullable Plan live, @Nullable Simulation second) {
            var other = live == null ? null : second == null ? first : second;
            var queues = new ArrayList<QueueSides>();
            for (int i = 0; i < draft.queues().size(); i++) {
                var queue = draft.queues().get(i);
                int before = live == null ? -1 : place(live, queue.id());
                queues.add(new QueueSides(
                        queue.id().value(),
                        queue.name(),
                        FiguresDocument.of(first.queue(i)),
                        other == null || before < 0 ? null : FiguresDocument.of(other.queue(before)),
                        other == null || before < 0 ? null : FiguresDocument.of(first.difference(i, other, before))));
            }
            return new Sides(
                    FiguresDocument.of(first.totals()),
                    other == null ? null : FiguresDocument.of(other.totals()),
                    other == null ? null : FiguresDocument.of(first.difference(other)),
                    live != null && second == null,
                    queues,
                    EffortDocument.of(first, other),
                    GroupSides.all(draft, first, other),
                    WorkDocument.all(draft, first),
                    Arrays.stream(first.late()).boxed().toList(),
                    SimulatedDocument.intervals(draft, first),
                    live == null || second == null ? List.of() : SimulatedDocument.intervals(live, second));
        }

        /** The same without its half-hours, of which there are thousands. */
        Sides inAll() {
            return new Sides(
                    draft, live, difference, same, queues, effort, List.of(), List.of(), late, List.of(), List.of());
        }

        /**
         * Whether the share answered in time is known within so much, and what the draft changes of it.
         *
         * @param width of the draft's share
         * @param ofDifference of the change
         */
        boolean isCloserThan(double width, double ofDifference) {
            return isClose(draft, width) && (difference == null || isClose(difference, ofDifference));
        }

        private static boolean isClose(FiguresDocument figures, double width) {
            Double half = figures.answeredInTime().halfWidth95();
            return half != null && half <= width;
        }
    }

    /**
     * A queue of the draft.
     *
     * @param live null where the live plan does not have it
     */
    record QueueSides(
            String queue,
            String name,
            FiguresDocument draft,
            @Nullable FiguresDocument live,
            @Nullable FiguresDocument difference) {}

    /** The place of a queue in a plan; negative where it is not in it. */
    static int place(Plan plan, QueueId id) {
        for (int i = 0; i < plan.queues().size(); i++) {
            if (plan.queues().get(i).id().equals(id)) {
                return i;
            }
        }
        return -1;
    }

    /**
     * As far as it is known by now.
     *
     * @param detailed with each half-hour
     */
    static ConsequencesDocument of(Pending<SimulatedWeeks.Result> comparison, LocalDate monday, boolean detailed) {
        // Asked before the result is: what ends later is told at the next request.
        boolean ended = comparison.hasEnded();
        return comparison
                .result()
                .map(result -> new ConsequencesDocument(
                        monday,
                        result.replications(),
                        ended,
                        comparison.failure().orElse(null),
                        detailed ? result.sides() : result.sides().inAll(),
                        result.notes()))
                .orElseGet(() -> new ConsequencesDocument(
                        monday, 0, ended, comparison.failure().orElse(null), null, List.of()));
    }
}
