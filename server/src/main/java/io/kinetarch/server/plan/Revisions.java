package io.kinetarch.server.plan;

import io.kinetarch.core.change.ChangeList;
import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.plan.ChangeMapper.Replacement;
import io.kinetarch.server.plan.DraftEdits.Edited;
import io.kinetarch.server.plan.Plans.Revision;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Takes drafts live, compares revisions, and goes back to them. */
@Service
public class Revisions {
    private static final String DRAFT = "draft";
    private static final String LIVE = "live";

    private final Plans plans;
    private final PlanMapper stored;
    private final ChangeMapper changes;
    private final DraftEdits edits;
    private final Findings findings;
    private final JsonMapper json;
    private final Clock clock;
    private final ApplicationEventPublisher events;

    Revisions(
            Plans plans,
            PlanMapper stored,
            ChangeMapper changes,
            DraftEdits edits,
            Findings findings,
            JsonMapper json,
            Clock clock,
            ApplicationEventPublisher events) {
        this.plans = plans;
        this.stored = stored;
        this.changes = changes;
        this.edits = edits;
        this.findings = findings;
        this.json = json;
        this.clock = clock;
        this.events = events;
    }

    /**
     * Makes the draft the live plan, unless a finding blocks it.
     *
     * @param seen the change its sender has seen last
     */
    @Transactional
    public Revision goLive(String planId, long seen, String note, SignedIn by) {
        var draft = plans.lockedDraft(planId);
        DraftEdits.checkSeen(draft, seen);
        var live = plans.live(planId);
        var before = live.map(
                revision -> plans.revisionState(planId, revision.number()).plan());
        if (live.isPresent() && before.equals(Optional.of(draft.plan()))) {
            throw new Refusal(
                    Kind.ALREADY_DONE,
                    "The draft is live already, as revision " + live.get().number() + ".");
        }
        var blocking = findings.of(draft).stream()
                .filter(finding -> finding.severity() == Severity.BLOCKS)
                .toList();
        if (!blocking.isEmpty()) {
            throw new Refusal(
                            Kind.BLOCKED,
                            "The plan cannot go live: "
                                    + String.join(
                                            " ",
                                            blocking.stream()
                                                    .map(finding -> finding.words() + " " + finding.mend())
                                                    .toList()))
                    .with("findings", blocking.stream().map(FindingDocument::of).toList());
        }
        int number = live.map(Revision::number).orElse(0) + 1;
        stored.insertRevision(
                planId,
                number,
                json.writeValueAsString(PlanDocument.of(draft.plan())),
                json.writeValueAsString(
                        before.map(plan -> replaced(planId, plan, draft.plan())).orElse(Map.of())),
                seen,
                note,
                by.accountId(),
                clock.instant());
        events.publishEvent(new WentLive(planId, number));
        return plans.live(planId).orElseThrow();
    }

    /** Where chats of queues go on that are no longer there, as the removals of those said; ids of queues by ids. */
    private Map<String, String> replaced(String planId, Plan before, Plan after) {
        var said = changes.replacements(planId, ElementKind.queues.name()).stream()
                .collect(Collectors.toMap(Replacement::elementId, Replacement::replacement));
        var replaced = new TreeMap<String, String>();
        for (var queue : before.queues()) {
            String place = queue.id().value();
            // What took its place may have been removed since, in its turn.
            for (int steps = 0; place != null && !after.has(new QueueId(place)) && steps <= said.size(); steps++) {
                place = said.get(place);
            }
            if (place != null && !after.has(queue.id()) && after.has(new QueueId(place))) {
                replaced.put(queue.id().value(), place);
            }
        }
        return replaced;
    }

    /** A revision goes live, in the transaction in which this is told. */
    public record WentLive(String planId, int revision) {}

    /** Makes the draft the same as a revision. */
    @Transactional
    public Edited restore(String planId, int number, long seen, SignedIn by) {
        var wanted = plans.revisionState(planId, number).plan();
        return edits.become(planId, wanted, seen, "Back to revision " + number, by);
    }

    /** What differs between two states of a plan, each "draft", "live" or the number of a revision. */
    public List<ChangeList.Entry> changes(String planId, String from, String to) {
        return ChangeList.of(PlanDiff.between(plan(planId, from), plan(planId, to)));
    }

    /** The plan in a state: "draft", "live" or the number of a revision. */
    public Plan plan(String planId, String which) {
        return switch (which) {
            case DRAFT -> plans.draftState(planId).plan();
            case LIVE ->
                plans.state(planId, Plans.Which.live)
                        .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has not gone live yet."))
                        .plan();
            default -> plans.revisionState(planId, number(which)).plan();
        };
    }

    private static int number(String which) {
        try {
            return Integer.parseInt(which);
        } catch (NumberFormatException e) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "\"" + which + "\" is no state of a plan; write draft, live or the number of a revision.");
        }
    }
}
