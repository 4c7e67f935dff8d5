package io.kinetarch.server.plan;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.DraftEdits.Edited;
import io.kinetarch.server.plan.DraftEdits.ElementEdit;
import io.kinetarch.server.plan.Drafts.Draft;
import io.kinetarch.server.plan.Drafts.DraftNews;
import io.kinetarch.server.plan.Drafts.HistoryEntry;
import io.kinetarch.server.plan.Findings.FindingName;
import io.kinetarch.server.plan.PlanMapper.GoesAlong;
import io.kinetarch.server.plan.PlanShelf.NewPlan;
import io.kinetarch.server.plan.Plans.Revision;
import io.kinetarch.server.security.Kept;
import io.kinetarch.server.security.SecurityEvent;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Plans over HTTP. */
@RestController
@RequestMapping("/api/v1/plans")
class PlanController {
    private static final int MOST_REVISIONS = 200;
    private static final int HISTORY_PAGE = 50;

    private final Plans plans;
    private final PlanShelf shelf;
    private final Drafts drafts;
    private final DraftEdits edits;
    private final Revisions revisions;
    private final Findings findings;

    PlanController(
            Plans plans, PlanShelf shelf, Drafts drafts, DraftEdits edits, Revisions revisions, Findings findings) {
        this.plans = plans;
        this.shelf = shelf;
        this.drafts = drafts;
        this.edits = edits;
        this.revisions = revisions;
        this.findings = findings;
    }

    record PlanSummary(String id, String name) {}

    /**
     * An edit of one element.
     *
     * @param version the version it was edited on; 0 for a new element
     * @param element the whole element, as in the plan document
     */
    record ElementPut(int version, JsonNode element) {}

    /** Edits of several elements, all stored or none. */
    record ElementPuts(List<ElementEdit> edits) {}

    /**
     * A move among the elements of its kind.
     *
     * @param version the version it was decided on
     * @param before the element to stand before; null for the end
     */
    record Move(int version, @Nullable String before) {}

    /** The wish to live with a finding. */
    record FindingAccepted(FindingName finding, String reason) {}

    /**
     * The wish to make the draft live.
     *
     * @param change the last change its sender has seen
     */
    record GoLive(long change, String note) {}

    /**
     * The wish to make the draft the same as a revision.
     *
     * @param change the last change its sender has seen
     */
    record Restoration(int revision, long change) {}

    /** All plans, by name. */
    @GetMapping
    List<PlanSummary> all() {
        return plans.all().stream()
                .map(plan -> new PlanSummary(plan.id(), plan.name()))
                .toList();
    }

    /** Makes a plan: from a template, or as a copy of another's draft. */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    PlanSummary make(@RequestBody NewPlan wanted) {
        var made = shelf.make(wanted);
        return new PlanSummary(made.id(), made.name());
    }

    /** What would be lost with the plan. */
    @GetMapping("/{plan}/removal")
    GoesAlong goesAlong(@PathVariable String plan) {
        return shelf.goesAlong(plan);
    }

    /** Removes a plan that never was live, said by its name once more. */
    @Kept(SecurityEvent.PLAN_REMOVED)
    @DeleteMapping("/{plan}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String plan, @RequestParam String name, @AuthenticationPrincipal SignedIn by) {
        shelf.remove(plan, name, by);
    }

    /** The draft of a plan with the version of each of its elements. */
    @GetMapping("/{plan}/draft")
    Draft draft(@PathVariable String plan, @AuthenticationPrincipal SignedIn reader) {
        return drafts.draft(plan, reader);
    }

    /** The elements changed after a change, for who has the draft as it was then. */
    @GetMapping("/{plan}/draft/news")
    DraftNews news(@PathVariable String plan, @RequestParam long since, @AuthenticationPrincipal SignedIn reader) {
        return drafts.news(plan, since, reader);
    }

    /** Changes one element of the draft, or adds it. The version that was seen guards against changes of others. */
    @PutMapping("/{plan}/draft/{kind}/{element}")
    Edited put(
            @PathVariable String plan,
            @PathVariable ElementKind kind,
            @PathVariable String element,
            @RequestBody ElementPut put,
            @AuthenticationPrincipal SignedIn by) {
        return edits.put(plan, element, new ElementEdit(kind, put.version(), put.element()), by);
    }

    /** Changes several elements of the draft at once, all or none. */
    @PostMapping("/{plan}/draft/edits")
    Edited putAll(@PathVariable String plan, @RequestBody ElementPuts puts, @AuthenticationPrincipal SignedIn by) {
        return edits.putAll(plan, puts.edits(), by);
    }

    /** Moves an element to another place in its list, such as a rule in the order of rules. */
    @PostMapping("/{plan}/draft/{kind}/{element}/move")
    Edited move(
            @PathVariable String plan,
            @PathVariable ElementKind kind,
            @PathVariable String element,
            @RequestBody Move move,
            @AuthenticationPrincipal SignedIn by) {
        return edits.move(plan, kind, element, move.version(), move.before(), by);
    }

    /** What uses an element, and would have to be changed before it can be removed. */
    @GetMapping("/{plan}/draft/{kind}/{element}/uses")
    List<UseDocument> uses(@PathVariable String plan, @PathVariable ElementKind kind, @PathVariable String element) {
        return plans.draftState(plan).plan().uses(kind.id(element)).stream()
                .map(UseDocument::of)
                .toList();
    }

    /** Takes an element out; what stands in its place wherever it is used may be said. */
    @DeleteMapping("/{plan}/draft/{kind}/{element}")
    Edited remove(
            @PathVariable String plan,
            @PathVariable ElementKind kind,
            @PathVariable String element,
            @RequestParam int version,
            @RequestParam(required = false) @Nullable String replacement,
            @AuthenticationPrincipal SignedIn by) {
        return edits.remove(plan, kind, element, version, replacement, by);
    }

    /** Takes back the reader's newest change; where they say which they mean, that one or none. */
    @PostMapping("/{plan}/draft/undo")
    Edited undo(
            @PathVariable String plan,
            @RequestParam(required = false) @Nullable Long change,
            @AuthenticationPrincipal SignedIn by) {
        return edits.undo(plan, change, by);
    }

    /** Does again what was undone last in the draft by whoever asks. */
    @PostMapping("/{plan}/draft/redo")
    Edited redo(
            @PathVariable String plan,
            @RequestParam(required = false) @Nullable Long change,
            @AuthenticationPrincipal SignedIn by) {
        return edits.redo(plan, change, by);
    }

    /** Who changed what and when, the newest first, a page at a time. */
    @GetMapping("/{plan}/history")
    List<HistoryEntry> history(@PathVariable String plan, @RequestParam(required = false) @Nullable Long before) {
        return drafts.history(plan, before == null ? Long.MAX_VALUE : before, HISTORY_PAGE);
    }

    /** What is wrong or doubtful in the draft: what blocks going live, what warns and what is noted. */
    @GetMapping("/{plan}/findings")
    List<FindingDocument> findings(@PathVariable String plan) {
        return findings.of(plan).stream().map(FindingDocument::of).toList();
    }

    /** Makes the mend that a finding offers; it can be undone like any other change. */
    @PostMapping("/{plan}/draft/mends")
    Edited mend(@PathVariable String plan, @RequestBody FindingName finding, @AuthenticationPrincipal SignedIn by) {
        return findings.mend(plan, finding, by);
    }

    /** Lets a finding be quiet, for a reason, until its facts change. */
    @PostMapping("/{plan}/draft/acceptances")
    Edited accept(@PathVariable String plan, @RequestBody FindingAccepted wish, @AuthenticationPrincipal SignedIn by) {
        return findings.accept(plan, wish.finding(), wish.reason(), by);
    }

    /** Lets an accepted finding speak again. */
    @PostMapping("/{plan}/draft/acceptances/reopened")
    Edited reopen(@PathVariable String plan, @RequestBody FindingName finding, @AuthenticationPrincipal SignedIn by) {
        return findings.reopen(plan, finding, by);
    }

    /** The revisions that went live, the newest first. */
    @GetMapping("/{plan}/revisions")
    List<Revision> revisions(@PathVariable String plan) {
        return plans.revisions(plan, MOST_REVISIONS);
    }

    /** What differs between two states, each "draft", "live" or the number of a revision. */
    @GetMapping("/{plan}/changes")
    List<ChangeEntry> changes(@PathVariable String plan, @RequestParam String from, @RequestParam String to) {
        return revisions.changes(plan, from, to).stream().map(ChangeEntry::of).toList();
    }

    /** Takes the draft live as a new revision; refused while a finding blocks. */
    @Kept(SecurityEvent.WENT_LIVE)
    @PostMapping("/{plan}/revisions")
    @ResponseStatus(HttpStatus.CREATED)
    Revision goLive(@PathVariable String plan, @RequestBody GoLive wish, @AuthenticationPrincipal SignedIn by) {
        return revisions.goLive(plan, wish.change(), wish.note(), by);
    }

    /** Makes the draft what a revision was; it can be undone like any other change. */
    @PostMapping("/{plan}/draft/restoration")
    Edited restore(@PathVariable String plan, @RequestBody Restoration wish, @AuthenticationPrincipal SignedIn by) {
        return revisions.restore(plan, wish.revision(), wish.change(), by);
    }
}
