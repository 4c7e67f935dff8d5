package io.kinetarch.server.plan;

/** What belongs to a plan beside its design, and goes along when the plan is copied. */
public interface CopiedAlong {
    /** Gives a plan that has none of it yet what another has. */
    void copy(String fromPlan, String toPlan);
}
