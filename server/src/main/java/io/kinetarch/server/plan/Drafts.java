package io.kinetarch.server.plan;

import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.plan.ChangeMapper.ElementVersion;
import io.kinetarch.server.plan.ChangeMapper.StoredChange;
import io.kinetarch.server.plan.Plans.Revision;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** A plan's draft as an editor needs it. */
@Service
class Drafts {
    private final Plans plans;
    private final ChangeMapper changes;
    private final DraftEdits edits;

    Drafts(Plans plans, ChangeMapper changes, DraftEdits edits) {
        this.plans = plans;
        this.changes = changes;
        this.edits = edits;
    }

    /**
     * The draft with what an editor needs.
     *
     * @param change the newest change
     * @param versions of the elements changed so far, by "kind/id"; every other has version 1
     * @param live null until the plan goes live
     * @param changedSinceLive elements that differ from the live plan
     * @param undo words of the change that its reader can take back; null without one
     * @param redo words of the change that its reader can bring back; null without one
     */
    record Draft(
            String id,
            PlanDocument plan,
            long change,
            Map<String, Integer> versions,
            @Nullable Revision live,
            int changedSinceLive,
            @Nullable String undo,
            @Nullable String redo) {}

    /** A change, for those who look back. */
    record HistoryEntry(
            long change,
            String words,
            @Nullable String madeBy,
            Instant madeAt,
            @Nullable Long undoes,
            @Nullable Long redoes) {
        static HistoryEntry of(StoredChange stored) {
            return new HistoryEntry(
                    stored.change(),
                    stored.words(),
                    stored.madeBy(),
                    stored.madeAt(),
                    stored.undoes(),
                    stored.redoes());
        }
    }

    Draft draft(String planId, SignedIn reader) {
        var state = plans.draftState(planId);
        var versions = new LinkedHashMap<String, Integer>();
        for (ElementVersion version : changes.versions(planId)) {
            versions.put(version.kind() + "/" + version.elementId(), version.version());
        }
        var live = plans.live(planId).orElse(null);
        var stack = edits.stackOf(planId, reader);
        return new Draft(
                planId,
                PlanDocument.of(state.plan()),
                state.change(),
                versions,
                live,
                live == null
                        ? 0
                        : PlanDiff.between(
                                        plans.revisionState(planId, live.number())
                                                .plan(),
                                        state.plan())
                                .changes()
                                .size(),
                stack.undo().map(StoredChange::words).orElse(null),
                stack.redo().map(StoredChange::words).orElse(null));
    }

    /** The changes before one, newest first. */
    List<HistoryEntry> history(String planId, long before, int most) {
        return changes.before(planId, before, most).stream()
                .map(HistoryEntry::of)
                .toList();
    }
}
