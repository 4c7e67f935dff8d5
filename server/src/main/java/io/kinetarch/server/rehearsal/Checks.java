package io.kinetarch.server.rehearsal;

import io.kinetarch.core.inspection.Finding;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.inspection.FindingCode;
import io.kinetarch.core.plan.CheckId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.plan.FindingSource;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** Runs the checks of plans, and tells of those that fail among the findings. */
@Service
class Checks implements FindingSource {
    private final Plans plans;

    Checks(Plans plans) {
        this.plans = plans;
    }

    /** What came of the checks of a plan, in their order. */
    List<CheckResult> of(String planId, Which which) {
        return run(plans.state(planId, which)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has not gone live yet."))
                .plan());
    }

    /** Runs the checks of a plan; each is independent of the others. */
    static List<CheckResult> run(Plan plan) {
        return plan.checks().parallelStream()
                .map(check -> CheckResult.of(plan, check))
                .toList();
    }

    @Override
    public List<Finding> findings(Plan plan) {
        return run(plan).stream()
                .filter(result -> !result.held())
                .map(Checks::finding)
                .toList();
    }

    private static Finding finding(CheckResult result) {
        boolean stuck = result.trouble() != null;
        return new Finding(
                result.blocks() ? Severity.BLOCKS : Severity.WARNS,
                stuck ? FindingCode.CHECK_CANNOT_RUN : FindingCode.CHECK_FAILS,
                result.failures(),
                new CheckId(result.id()),
                "The check \"" + result.name() + "\" "
                        + (stuck
                                ? "cannot go on. " + result.trouble()
                                : "fails at " + String.join("; ", result.failures()) + "."),
                stuck
                        ? "Change its steps, or remove it."
                        : "Change what decides it, or, if that is how it should be now, what the check expects.",
                Optional.empty(),
                null);
    }
}
