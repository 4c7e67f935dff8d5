package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.Forecaster.Tried;
import io.kinetarch.server.job.JobKind;
import io.kinetarch.server.plan.PlanChanges;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.State;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Objects;
import java.util.function.BiConsumer;
import org.springframework.stereotype.Component;

/** Tries the methods on the series of a plan whose trials are due. */
@Component
class TryMethods implements JobKind {
    static final String NAME = "TRY_METHODS";

    private final Arrivals arrivals;
    private final MethodChoices choices;
    private final TriedSums sums;
    private final PlanChanges changes;
    private final Plans plans;

    TryMethods(Arrivals arrivals, MethodChoices choices, TriedSums sums, PlanChanges changes, Plans plans) {
        this.arrivals = arrivals;
        this.choices = choices;
        this.sums = sums;
        this.changes = changes;
        this.plans = plans;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public void run(String planId, String subject, Progress progress) {
        tryDue(plans.draftState(planId), progress::report);
    }

    /**
     * Tries the methods on the series that are due, some at a time; when the sums of series are due, on all of them, so that what
     * they were off by can be compared.
     *
     * @param progress told after each, how many are done and of how many; may throw to end it, which keeps what was found
     */
    void tryDue(State state, BiConsumer<Integer, Integer> progress) {
        var history = arrivals.latest(state);
        if (history.untried().isEmpty()) {
            return;
        }
        boolean together = history.sums()
                .map(found ->
                        found.triedOn().plusDays(Arrivals.TRIALS_LAST_DAYS).isBefore(history.today()))
                .orElse(history.series().size() > 1);
        var due = List.copyOf(together ? history.series().keySet() : history.untried());
        int steps = due.size() + (together ? 1 : 0);
        var tried = new LinkedHashMap<SeriesKey, Tried>();
        try {
            for (int i = 0; i < due.size(); i++) {
                progress.accept(i, steps);
                var key = due.get(i);
                var found = Forecaster.choose(
                        Objects.requireNonNull(history.series().get(key)),
                        Arrivals.TRIED_DAYS_AHEAD,
                        history.special());
                choices.put(state.id(), key, found.choice(), history.today());
                tried.put(key, found);
            }
            progress.accept(due.size(), steps);
            if (together) {
                sums.find(state.id(), history, tried);
                progress.accept(steps, steps);
            }
        } finally {
            changes.volumesChanged(state.id());
        }
    }
}
