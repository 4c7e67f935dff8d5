package io.kinetarch.server.simulation;

import io.kinetarch.core.change.ChangeList;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.server.simulation.SimulatedDocument.FiguresDocument;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What each edit of a draft does to a week to come.
 *
 * @param replications runs behind it; 0 before the first
 * @param ended whether it will not be known any better
 * @param notTried how many edits were not tried, since there are so many
 */
record CausesDocument(
        int replications, boolean ended, @Nullable String failure, List<CauseDocument> causes, int notTried) {

    /**
     * An edit, or several that cannot be without each other.
     *
     * @param words of each
     * @param difference what the draft does less what it would do without
     * @param queues the same of each queue that is in both
     */
    record CauseDocument(List<String> words, FiguresDocument difference, List<QueueCause> queues) {
        static CauseDocument of(
                List<ChangeList.Entry> entries, Plan draft, Plan without, Simulation first, Simulation second) {
            var queues = new ArrayList<QueueCause>();
            for (int i = 0; i < draft.queues().size(); i++) {
                var id = draft.queues().get(i).id();
                int before = ConsequencesDocument.place(without, id);
                if (before >= 0) {
                    queues.add(new QueueCause(id.value(), FiguresDocument.of(first.difference(i, second, before))));
                }
            }
            return new CauseDocument(
                    entries.stream().map(ChangeList.Entry::sentence).toList(),
                    FiguresDocument.of(first.difference(second)),
                    queues);
        }
    }

    /** Of one queue. */
    record QueueCause(String queue, FiguresDocument difference) {}

    /** As far as it is known by now. */
    static CausesDocument of(Pending<SimulatedWeeks.CausesFound> pending) {
        // Asked before the result is: what ends later is told at the next request.
        boolean ended = pending.hasEnded();
        String failure = pending.failure().orElse(null);
        return pending.result()
                .map(found ->
                        new CausesDocument(found.replications(), ended, failure, found.causes(), found.notTried()))
                .orElseGet(() -> new CausesDocument(0, ended, failure, List.of(), 0));
    }
}
