package io.kinetarch.server.plan;

import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.server.account.Sight;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.plan.ChangeMapper.ElementVersion;
import io.kinetarch.server.plan.ChangeMapper.StoredChange;
import io.kinetarch.server.plan.Plans.Revision;
import io.kinetarch.server.plan.Plans.State;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;

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
     * @param undo the change that its reader can take back; null without one
     * @param redo the taking back that its reader can reverse; null without one
     */
    record Draft(
            String id,
            PlanDocument plan,
            long change,
            Map<String, Integer> versions,
            @Nullable Revision live,
            int changedSinceLive,
            @Nullable Step undo,
            @Nullable Step redo) {}

    /** A change that can be taken back or brought back, and what that would do. */
    record Step(long change, String words) {
        static @Nullable Step of(Optional<StoredChange> stored) {
            return stored.map(found -> new Step(found.change(), found.words())).orElse(null);
        }
    }

    /**
     * An element that was changed.
     *
     * @param element as it is now, as in the plan document; null if it was removed
     */
    record ChangedElement(
            ElementKind kind,
            String id,
            int version,
            @Nullable Element element) {}

    /**
     * What an editor who has an older draft needs to have the newest.
     *
     * @param change the newest change
     * @param elements that were changed since
     * @param order the ids of all elements of each kind that was touched, as they stand
     */
    record DraftNews(
            long change,
            List<ChangedElement> elements,
            Map<ElementKind, List<String>> order,
            @Nullable Revision live,
            int changedSinceLive,
            @Nullable Step undo,
            @Nullable Step redo) {}

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

    /** The draft. All of it is read at one instant, so that an edit made on it is checked against what its maker saw. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public Draft draft(String planId, SignedIn reader) {
        var state = plans.draftState(planId);
        var versions = new LinkedHashMap<String, Integer>();
        for (ElementVersion version : changes.versions(planId, 0)) {
            versions.put(version.kind() + "/" + version.elementId(), version.version());
        }
        var live = plans.live(planId);
        var stack = edits.stackOf(planId, reader);
        return new Draft(
                planId,
                PlanDocument.of(Sight.ofPeople() ? state.plan() : state.plan().asStrangersSee()),
                state.change(),
                versions,
                live.orElse(null),
                changedSince(live, state),
                Step.of(stack.undo()),
                Step.of(stack.redo()));
    }

    /** What was changed after a change, read at one instant. */
    @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
    public DraftNews news(String planId, long since, SignedIn reader) {
        var state = plans.draftState(planId);
        var changed = changes.versions(planId, since).stream()
                .map(version -> {
                    var kind = ElementKind.valueOf(version.kind());
                    var element = state.plan().element(kind.id(version.elementId()));
                    return new ChangedElement(
                            kind,
                            version.elementId(),
                            version.version(),
                            element.map(Drafts::seen).orElse(null));
                })
                .toList();
        var order = new EnumMap<ElementKind, List<String>>(ElementKind.class);
        changed.forEach(each -> order.put(each.kind, new ArrayList<>()));
        state.plan().elements().forEach(element -> {
            var ids = order.get(ElementKind.of(element));
            if (ids != null) {
                ids.add(element.id().value());
            }
        });
        var live = plans.live(planId);
        var stack = edits.stackOf(planId, reader);
        return new DraftNews(
                state.change(),
                changed,
                order,
                live.orElse(null),
                changedSince(live, state),
                Step.of(stack.undo()),
                Step.of(stack.redo()));
    }

    private static Element seen(Element element) {
        return element instanceof Operator operator && !Sight.ofPeople() ? operator.asStrangersSee() : element;
    }

    private int changedSince(Optional<Revision> live, State draft) {
        return live.map(revision -> PlanDiff.between(
                                plans.revisionState(draft.id(), revision.number())
                                        .plan(),
                                draft.plan())
                        .changes()
                        .size())
                .orElse(0);
    }

    /** The changes before one, newest first. */
    List<HistoryEntry> history(String planId, long before, int most) {
        return changes.before(planId, before, most).stream()
                .map(HistoryEntry::of)
                .toList();
    }
}
