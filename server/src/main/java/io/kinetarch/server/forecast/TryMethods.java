package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.server.job.JobKind;
import io.kinetarch.server.plan.PlanChanges;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.State;
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
    private final PlanChanges changes;
    private final Plans plans;

    TryMethods(Arrivals arrivals, MethodChoices choices, PlanChanges changes, Plans plans) {
        this.arrivals = arrivals;
        this.choices = choices;
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
     * Tries the methods on the series that are due, some at a time.
     *
     * @param progress told after each, how many are done and of how many; may throw to end it, which keeps what was found
     */
    void tryDue(State state, BiConsumer<Integer, Integer> progress) {
        var history = arrivals.latest(state);
        var due = List.copyOf(history.untried());
        try {
            for (int i = 0; i < due.size(); i++) {
                progress.accept(i, due.size());
                var key = due.get(i);
                var choice = Forecaster.choose(
                        Objects.requireNonNull(history.series().get(key)),
                        Arrivals.TRIED_DAYS_AHEAD,
                        history.special());
                choices.put(state.id(), key, choice, history.today());
            }
            progress.accept(due.size(), due.size());
        } finally {
            changes.volumesChanged(state.id());
        }
    }
}
