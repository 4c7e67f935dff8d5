package io.kinetarch.server.plan;

import io.kinetarch.core.inspection.Finding;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.inspection.PlanCheck;
import io.kinetarch.core.plan.Acceptance;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.DraftEdits.Edited;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the plan check finds in a draft, and what people do about it. */
@Service
class Findings {
    private final Plans plans;
    private final DraftEdits edits;
    private final Clock clock;

    Findings(Plans plans, DraftEdits edits, Clock clock) {
        this.plans = plans;
        this.edits = edits;
        this.clock = clock;
    }

    List<Finding> of(String planId) {
        return of(plans.draftState(planId));
    }

    List<Finding> of(State state) {
        var plan = state.plan();
        return PlanCheck.of(plan, state.presences(), LocalDate.ofInstant(clock.instant(), plan.timeZone()));
    }

    /** Makes the mend that a finding offers. */
    @Transactional
    public Edited mend(String planId, String about, String words, SignedIn by) {
        return edits.change(
                planId,
                plan -> named(planId, about, words)
                        .offered()
                        .orElseThrow(() -> new Refusal(
                                Kind.ALREADY_DONE,
                                "There is more than one way to mend this; choose one where it stands."))
                        .edits(),
                by);
    }

    /** Lets a finding be, for a reason. */
    @Transactional
    public Edited accept(String planId, String about, String words, String reason, SignedIn by) {
        return edits.change(
                planId,
                plan -> {
                    var finding = named(planId, about, words);
                    if (finding.severity() == Severity.BLOCKS) {
                        throw new Refusal(
                                Kind.ALREADY_DONE,
                                "What keeps a plan from going live cannot be accepted: " + finding.mend());
                    }
                    return accepted(plan, others -> others.add(new Acceptance(about, words, reason)));
                },
                by);
    }

    /** Lets an accepted finding speak again. */
    @Transactional
    public Edited reopen(String planId, String about, String words, SignedIn by) {
        return edits.change(
                planId,
                plan -> accepted(
                        plan,
                        others -> others.removeIf(
                                one -> one.about().equals(about) && one.words().equals(words))),
                by);
    }

    private static List<PlanEdit> accepted(Plan plan, Consumer<List<Acceptance>> change) {
        var accepted = new ArrayList<>(plan.settings().accepted());
        change.accept(accepted);
        return List.of(new PlanEdit.Put(plan.settings().with(accepted)));
    }

    private Finding named(String planId, String about, String words) {
        return of(planId).stream()
                .filter(finding ->
                        finding.about().value().equals(about) && finding.words().equals(words))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        Kind.STALE_EDIT,
                        "The draft has changed, and this finding with it. Look at the findings again."));
    }
}
