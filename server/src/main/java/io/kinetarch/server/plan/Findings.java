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
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What the plan check finds in a draft, and what people do about it. */
@Service
class Findings {
    private final Plans plans;
    private final DraftEdits edits;
    private final Clock clock;
    private final ObjectProvider<FindingSource> others;
    private final KeptAnswers<List<Finding>> found;

    Findings(Plans plans, DraftEdits edits, ObjectProvider<FindingSource> others, Clock clock) {
        this.plans = plans;
        this.edits = edits;
        this.others = others;
        this.clock = clock;
        found = new KeptAnswers<>(clock);
    }

    List<Finding> of(String planId) {
        return of(plans.draftState(planId));
    }

    List<Finding> of(State state) {
        return found.get(state, "", () -> {
            var plan = state.plan();
            var today = LocalDate.ofInstant(clock.instant(), plan.timeZone());
            return Stream.concat(
                            PlanCheck.of(plan, state.presences(), today).stream(),
                            others.stream()
                                    .flatMap(source -> source.findings(plan).stream())
                                    .map(finding -> PlanCheck.asAccepted(plan, finding)))
                    .sorted(Comparator.comparing(Finding::severity))
                    .toList();
        });
    }

    /** Makes the mend that a finding offers. */
    @Transactional
    public Edited mend(String planId, FindingName name, SignedIn by) {
        return edits.change(
                planId,
                plan -> named(planId, name)
                        .offered()
                        .orElseThrow(() -> new Refusal(
                                Kind.ALREADY_DONE,
                                "There is more than one way to mend this; choose one where it stands."))
                        .edits(),
                by);
    }

    /** Lets a finding be, for a reason. */
    @Transactional
    public Edited accept(String planId, FindingName name, String reason, SignedIn by) {
        return edits.change(
                planId,
                plan -> {
                    var finding = named(planId, name);
                    if (finding.severity() == Severity.BLOCKS) {
                        throw new Refusal(
                                Kind.ALREADY_DONE,
                                "What keeps a plan from going live cannot be accepted: " + finding.mend());
                    }
                    return accepted(
                            plan,
                            others -> others.add(new Acceptance(
                                    finding.about().kind(),
                                    finding.about().value(),
                                    finding.code().key(),
                                    finding.facts(),
                                    finding.words(),
                                    reason)));
                },
                by);
    }

    /** Lets an accepted finding speak again. */
    @Transactional
    public Edited reopen(String planId, FindingName name, SignedIn by) {
        return edits.change(
                planId, plan -> accepted(plan, others -> others.removeIf(named(planId, name)::isMeantBy)), by);
    }

    /**
     * What a finding is known by.
     *
     * @param kind and {@code id} of the element it is about
     */
    record FindingName(ElementKind kind, String id, String code, List<String> facts) {
        boolean isOf(Finding finding) {
            return finding.about().equals(kind.id(id))
                    && finding.code().key().equals(code)
                    && finding.facts().equals(facts);
        }
    }

    private static List<PlanEdit> accepted(Plan plan, Consumer<List<Acceptance>> change) {
        var accepted = new ArrayList<>(plan.settings().accepted());
        change.accept(accepted);
        return List.of(new PlanEdit.Put(plan.settings().with(accepted)));
    }

    private Finding named(String planId, FindingName name) {
        return of(planId).stream()
                .filter(name::isOf)
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        Kind.STALE_EDIT,
                        "The draft has changed, and this finding with it. Look at the findings again."));
    }
}
