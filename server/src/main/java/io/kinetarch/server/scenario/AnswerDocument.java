package io.kinetarch.server.scenario;

import io.kinetarch.server.simulation.SimulatedDocument.FiguresDocument;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What simulation says to a question.
 *
 * @param replications simulated weeks behind each row
 * @param stamp of the state of plan, volumes and rosters that it follows from
 * @param rows the plan as it stands first, then what was asked
 * @param best by measure, which values of a sweep are best; none for scenarios
 * @param notes what was assumed
 */
record AnswerDocument(
        int replications, String stamp, List<RowDocument> rows, Map<String, BestDocument> best, List<String> notes) {

    /**
     * One scenario or value.
     *
     * @param value of the swept dial; of the plan as it stands what it is there, null where it is nothing
     * @param difference from the plan as it stands, run by run; null of itself
     */
    record RowDocument(
            String name,
            @Nullable Integer value,
            FiguresDocument figures,
            @Nullable FiguresDocument difference,
            List<QueueRow> queues) {}

    /** The same of one queue. */
    record QueueRow(String queue, String name, FiguresDocument figures) {}

    /** The best value, and the first and last that chance cannot tell from it. */
    record BestDocument(int at, int from, int to) {}
}
