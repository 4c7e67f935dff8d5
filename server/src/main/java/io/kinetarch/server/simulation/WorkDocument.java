package io.kinetarch.server.simulation;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.simulation.Work;
import io.kinetarch.server.simulation.SimulatedDocument.EstimateDocument;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;

/** What an operator does in the week, as {@link Work} says. */
record WorkDocument(
        String operator,
        String name,
        EstimateDocument chats,
        EstimateDocument hoursThere,
        EstimateDocument hoursHolding,
        EstimateDocument chatsAtOnce) {
    static List<WorkDocument> all(Plan plan, Simulation simulation) {
        var names = plan.operators().stream().collect(Collectors.toMap(Operator::id, Operator::name));
        return simulation.work().stream()
                .map(work -> new WorkDocument(
                        work.operator().value(),
                        Objects.requireNonNull(names.get(work.operator())),
                        EstimateDocument.of(work.chats()),
                        EstimateDocument.of(work.hoursThere()),
                        EstimateDocument.of(work.hoursHolding()),
                        EstimateDocument.of(work.chatsAtOnce())))
                .toList();
    }
}
