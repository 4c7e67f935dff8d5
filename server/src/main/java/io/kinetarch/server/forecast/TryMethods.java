package io.kinetarch.server.forecast;

import io.kinetarch.server.job.JobKind;
import io.kinetarch.server.plan.Plans;
import org.springframework.stereotype.Component;

/** Tries the methods on the series of a plan whose trials are due. */
@Component
class TryMethods implements JobKind {
    static final String NAME = "TRY_METHODS";

    private final Arrivals arrivals;
    private final Plans plans;

    TryMethods(Arrivals arrivals, Plans plans) {
        this.arrivals = arrivals;
        this.plans = plans;
    }

    @Override
    public String name() {
        return NAME;
    }

    @Override
    public void run(String planId, String subject, Progress progress) {
        arrivals.tryDue(plans.draftState(planId), progress::report);
    }
}
