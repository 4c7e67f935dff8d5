package io.kinetarch.server.plan;

import org.springframework.stereotype.Service;

/** Told by other subjects when something that results are derived from has changed. */
@Service
public class PlanChanges {
    private final PlanMapper plans;

    PlanChanges(PlanMapper plans) {
        this.plans = plans;
    }

    /** The plan's stored volumes have changed, or what is learnt from them. */
    public void volumesChanged(String planId) {
        plans.volumesChanged(planId);
    }

    /** What planners put on top of the plan's forecasts has changed. */
    public void adjustmentsChanged(String planId) {
        plans.adjustmentsChanged(planId);
    }

    /** Who works when has changed. */
    public void rostersChanged(String planId) {
        plans.rostersChanged(planId);
    }
}
