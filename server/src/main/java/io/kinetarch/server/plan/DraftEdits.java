package io.kinetarch.server.plan;

import io.kinetarch.core.change.ChangeList;
import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.change.PlanDiff.ElementChange;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.document.PlanReader;
import io.kinetarch.server.picture.Pictures;
import io.kinetarch.server.plan.ChangeMapper.ElementVersion;
import io.kinetarch.server.plan.ChangeMapper.StoredChange;
import io.kinetarch.server.plan.ChangeMapper.StoredEdit;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.problem.Culprit;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Changes drafts: every change is checked against the version it was made on, stored whole or not at all, and announced. */
@Service
public class DraftEdits {
    /** An element that nobody has changed since the plan was made. */
    private static final int FIRST_VERSION = 1;
    /** The version that an edit making a new element carries. */
    private static final int NOT_THERE = 0;

    private static final int CHANGES_ONE_CAN_UNDO = 500;
    private static final int LONGEST_WORDS = 300;

    private final Plans plans;
    private final PlanMapper stored;
    private final ChangeMapper changes;
    private final Pictures pictures;
    private final PlanReader reader;
    private final JsonMapper json;
    private final Clock clock;

    DraftEdits(
            Plans plans,
            PlanMapper stored,
            ChangeMapper changes,
            Pictures pictures,
            PlanReader reader,
            JsonMapper json,
            Clock clock) {
        this.plans = plans;
        this.stored = stored;
        this.changes = changes;
        this.pictures = pictures;
        this.reader = reader;
        this.json = json;
        this.clock = clock;
    }

    /** What a change left behind: the newest change, and the version of the element that was edited. */
    public record Edited(long change, int version) {}

    /**
     * An edit of one element.
     *
     * @param version the version it was made on; 0 for a new element
     * @param element the whole element, as in the plan document
     */
    public record ElementEdit(ElementKind kind, int version, JsonNode element) {}

    /** Puts an element into the draft. */
    @Transactional
    public Edited put(String planId, String elementId, ElementEdit edit, SignedIn by) {
        Element element = read(edit, "/element");
        if (!element.id().value().equals(elementId)) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/element/id",
                    "The element's id is \"" + element.id().value() + "\", the address says \"" + elementId + "\".");
        }
        return put(planId, element, edit.version(), by);
    }

    /** Puts an element into the draft that was read already. */
    @Transactional
    public Edited put(String planId, Element element, int version, SignedIn by) {
        var draft = plans.lockedDraft(planId);
        var kind = ElementKind.of(element);
        var versions = versions(planId);
        checkVersion(draft, kind, element.id(), version, element, versions);
        return new Made(draft, by, versions)
                .change(List.of(new PlanEdit.Put(element)))
                .of(kind, element.id());
    }

    /** Puts several elements into the draft, all or none. */
    @Transactional
    public Edited putAll(String planId, List<ElementEdit> edits, SignedIn by) {
        var draft = plans.lockedDraft(planId);
        var versions = versions(planId);
        var puts = new ArrayList<PlanEdit>();
        for (int i = 0; i < edits.size(); i++) {
            var edit = edits.get(i);
            Element element = read(edit, "/edits/" + i + "/element");
            checkVersion(draft, edit.kind(), element.id(), edit.version(), element, versions);
            puts.add(new PlanEdit.Put(element));
        }
        return new Made(draft, by, versions).change(puts).last();
    }

    /** Changes the draft as it is found; all of the edits or none. */
    @Transactional
    public Edited change(String planId, Function<Plan, List<PlanEdit>> wanted, SignedIn by) {
        var draft = plans.lockedDraft(planId);
        try {
            return new Made(draft, by, versions(planId))
                    .change(wanted.apply(draft.plan()))
                    .last();
        } catch (PlanRefusal refusal) {
            throw Culprit.of(refusal, "");
        }
    }

    /**
     * Moves an element to another place among its kind.
     *
     * @param next the element it is to come before; null for the end
     */
    @Transactional
    public Edited move(
            String planId, ElementKind kind, String elementId, int version, @Nullable String next, SignedIn by) {
        var draft = plans.lockedDraft(planId);
        var id = kind.id(elementId);
        var element = draft.plan().element(id).orElseThrow(() -> nothing(kind, id));
        if (next != null && !draft.plan().has(kind.id(next))) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT, "/before", "The draft has no \"" + next + "\" among its " + kind + ".");
        }
        var versions = versions(planId);
        checkVersion(draft, kind, id, version, element, versions);
        var place = new PlanEdit.Place(element, Optional.ofNullable(next).map(kind::id));
        return new Made(draft, by, versions).change(List.of(place)).of(kind, id);
    }

    /**
     * Takes an element out of the draft.
     *
     * @param replacement takes its place wherever it is used; null to drop the references to it
     */
    @Transactional
    public Edited remove(
            String planId, ElementKind kind, String elementId, int version, @Nullable String replacement, SignedIn by) {
        var draft = plans.lockedDraft(planId);
        var id = kind.id(elementId);
        if (!draft.plan().has(id)) {
            throw nothing(kind, id);
        }
        var versions = versions(planId);
        checkVersion(draft, kind, id, version, null, versions);
        var uses = draft.plan().uses(id);
        if (!uses.isEmpty() && replacement == null && uses.stream().anyMatch(Plan.Use::needed)) {
            throw inUse(draft.plan(), id, uses);
        }
        List<PlanEdit> edits;
        try {
            edits = draft.plan().removal(id, replacement == null ? null : kind.id(replacement));
        } catch (PlanRefusal refusal) {
            throw Culprit.of(refusal, "/replacement");
        }
        var made = new Made(draft, by, versions);
        made.removed = id;
        made.replacement = replacement;
        return made.change(edits).last();
    }

    /**
     * Makes the draft the same as another plan, element by element.
     *
     * @param seen the change its sender has seen last
     * @param why what is done, before the list of what changes
     */
    @Transactional
    public Edited become(String planId, Plan wanted, long seen, String why, SignedIn by) {
        var draft = plans.lockedDraft(planId);
        checkSeen(draft, seen);
        var made = new Made(draft, by, versions(planId));
        made.why = why + ": ";
        return made.change(PlanDiff.between(draft.plan(), wanted).edits()).last();
    }

    /**
     * Takes back the newest change that its sender made and has not taken back.
     *
     * @param expected the change that its sender sees as the next to take back; null for whichever it is
     */
    @Transactional
    public Edited undo(String planId, @Nullable Long expected, SignedIn by) {
        var draft = plans.lockedDraft(planId);
        var change = stackOf(planId, by)
                .undo()
                .filter(top -> expected == null || top.change() == expected)
                .orElseThrow(() -> new Refusal(
                        Kind.ALREADY_DONE,
                        expected == null
                                ? "There is no change of yours to take back."
                                : "That change of yours has been taken back, or is not your newest any more."));
        var made = new Made(draft, by, versions(planId));
        made.undoes = change.change();
        made.why = "Undone: ";
        return made.takeBack(change).last();
    }

    /**
     * Brings back the change that its sender took back last.
     *
     * @param expected the taking back that its sender sees as the next to be reversed; null for whichever it is
     */
    @Transactional
    public Edited redo(String planId, @Nullable Long expected, SignedIn by) {
        var draft = plans.lockedDraft(planId);
        var undo = stackOf(planId, by)
                .redo()
                .filter(top -> expected == null || top.change() == expected)
                .orElseThrow(
                        () -> new Refusal(
                                Kind.ALREADY_DONE,
                                expected == null
                                        ? "There is no change of yours to bring back."
                                        : "That change of yours has been brought back, or is not the last you took back any more."));
        var made = new Made(draft, by, versions(planId));
        made.redoes = undo.change();
        return made.takeBack(undo).last();
    }

    UndoStack stackOf(String planId, SignedIn of) {
        return new UndoStack(changes.newestOf(planId, of.accountId(), CHANGES_ONE_CAN_UNDO));
    }

    /** Refuses what was decided on a draft that has changed since. */
    static void checkSeen(State draft, long seen) {
        if (draft.change() != seen) {
            throw new Refusal(
                            Kind.STALE_EDIT,
                            "The draft was changed since you saw it. Look at the change, then try again.")
                    .with("yourChange", seen)
                    .with("currentChange", draft.change());
        }
    }

    private Map<String, ElementVersion> versions(String planId) {
        var versions = new HashMap<String, ElementVersion>();
        changes.versions(planId, 0)
                .forEach(version -> versions.put(version.kind() + "/" + version.elementId(), version));
        return versions;
    }

    private void checkVersion(
            State draft,
            ElementKind kind,
            ElementId id,
            int version,
            @Nullable Element yours,
            Map<String, ElementVersion> versions) {
        var current = draft.plan().element(id).orElse(null);
        var newest = Optional.ofNullable(versions.get(key(kind, id)));
        int currentVersion = current == null
                ? NOT_THERE
                : newest.map(ElementVersion::version).orElse(FIRST_VERSION);
        if (version != currentVersion) {
            throw stale(
                    version,
                    yours,
                    currentVersion,
                    current,
                    newest.map(found -> changes.find(draft.id(), found.change())));
        }
    }

    /** A change in the making. */
    private final class Made {
        private final State draft;
        private final SignedIn by;
        private final Map<String, ElementVersion> versions;
        private final Map<String, Integer> newVersions = new HashMap<>();
        private final List<StoredEdit> edits = new ArrayList<>();
        private long change;
        private String why = "";
        private @Nullable Long undoes;
        private @Nullable Long redoes;
        private @Nullable ElementId removed;
        private @Nullable String replacement;

        Made(State draft, SignedIn by, Map<String, ElementVersion> versions) {
            this.draft = draft;
            this.by = by;
            this.versions = versions;
            change = draft.change();
        }

        Edited last() {
            return new Edited(
                    change, edits.isEmpty() ? FIRST_VERSION : edits.getLast().version());
        }

        Edited of(ElementKind kind, ElementId id) {
            var newest = versions.get(key(kind, id));
            int before = newest == null ? FIRST_VERSION : newest.version();
            return new Edited(change, newVersions.getOrDefault(key(kind, id), before));
        }

        /** Makes the change, unless it changes nothing. */
        Made change(List<PlanEdit> wanted) {
            Plan after = draft.plan().edited(wanted);
            var diff = PlanDiff.between(draft.plan(), after);
            if (diff.isEmpty()) {
                return this;
            }
            KnownLanguages.check(draft.plan(), after);
            pictures.checkKnown(after);
            change = draft.change() + 1;
            diff.changes().forEach(each -> edits.add(edit(each, after)));
            stored.update(draft.id(), json.writeValueAsString(PlanDocument.of(after)), change);
            changes.insert(draft.id(), change, words(diff), undoes, redoes, by.accountId(), clock.instant());
            changes.insertEdits(draft.id(), change, edits);
            changes.keepVersions(draft.id(), change);
            plans.keepWhenStored(draft.id(), change, after);
            return this;
        }

        private StoredEdit edit(ElementChange each, Plan after) {
            var kind = ElementKind.of(each.either());
            var newest = versions.get(key(kind, each.id()));
            int version = (newest == null ? FIRST_VERSION : newest.version()) + 1;
            newVersions.put(key(kind, each.id()), version);
            return new StoredEdit(
                    kind.name(),
                    each.id().value(),
                    version,
                    each.before().map(json::writeValueAsString).orElse(null),
                    each.before()
                            .flatMap(_ -> draft.plan().next(each.id()))
                            .map(ElementId::value)
                            .orElse(null),
                    each.after().map(json::writeValueAsString).orElse(null),
                    each.after()
                            .flatMap(_ -> after.next(each.id()))
                            .map(ElementId::value)
                            .orElse(null),
                    each.id().equals(removed) ? replacement : null);
        }

        private String words(PlanDiff diff) {
            var list = ChangeList.of(diff);
            String more = list.size() == 1 ? "" : ", and " + (list.size() - 1) + " more";
            String first = why + list.getFirst().sentence();
            int most = LONGEST_WORDS - more.length();
            return (first.length() <= most ? first : first.substring(0, most - 1) + "…") + more;
        }

        /** Puts every element of an earlier change back to where it was before, if nobody has changed it since. */
        Made takeBack(StoredChange earlier) {
            var back = changes.edits(draft.id(), earlier.change());
            for (var edit : back) {
                checkUnchanged(edit);
            }
            return change(backInOrder(back));
        }

        /** The element must be as the change left it; that it was changed and changed back meanwhile does not matter. */
        private void checkUnchanged(StoredEdit edit) {
            var kind = ElementKind.valueOf(edit.kind());
            var left = edit.after() == null ? null : element(kind, edit.after());
            var current = draft.plan().element(kind.id(edit.elementId())).orElse(null);
            if (!Objects.equals(left, current)) {
                var before = edit.before() == null ? null : element(kind, edit.before());
                var newest = Objects.requireNonNull(versions.get(edit.kind() + "/" + edit.elementId()));
                throw stale(
                        edit.version(),
                        before,
                        newest.version(),
                        current,
                        Optional.of(changes.find(draft.id(), newest.change())));
            }
        }

        /** An element that stood before another of the same change goes back after that one is in its place. */
        private List<PlanEdit> backInOrder(List<StoredEdit> back) {
            var byElement = new HashMap<String, StoredEdit>();
            back.forEach(edit -> byElement.put(edit.kind() + "/" + edit.elementId(), edit));
            var ordered = new LinkedHashMap<String, PlanEdit>();
            back.forEach(edit -> goBack(edit, byElement, ordered));
            return List.copyOf(ordered.values());
        }

        private void goBack(StoredEdit edit, Map<String, StoredEdit> all, Map<String, PlanEdit> ordered) {
            String key = edit.kind() + "/" + edit.elementId();
            if (ordered.containsKey(key)) {
                return;
            }
            var following = all.get(edit.kind() + "/" + edit.beforeNext());
            if (following != null && following.before() != null) {
                goBack(following, all, ordered);
            }
            ordered.put(key, back(edit));
        }

        private PlanEdit back(StoredEdit edit) {
            var kind = ElementKind.valueOf(edit.kind());
            if (edit.before() == null) {
                return new PlanEdit.Remove(kind.id(edit.elementId()));
            }
            var element = element(kind, edit.before());
            boolean stayed = edit.after() != null && Objects.equals(edit.beforeNext(), edit.afterNext());
            return stayed
                    ? new PlanEdit.Put(element)
                    : new PlanEdit.Place(
                            element, Optional.ofNullable(edit.beforeNext()).map(kind::id));
        }
    }

    private Element element(ElementKind kind, String document) {
        return reader.stored(document, kind.type());
    }

    private Element read(ElementEdit edit, String at) {
        try {
            return json.treeToValue(edit.element(), edit.kind().type());
        } catch (JacksonException e) {
            throw Culprit.of(e, at);
        }
    }

    private static String key(ElementKind kind, ElementId id) {
        return kind.name() + "/" + id.value();
    }

    private static Refusal nothing(ElementKind kind, ElementId id) {
        return new Refusal(Kind.NOT_FOUND, "The draft has no \"" + id.value() + "\" among its " + kind + ".");
    }

    private static Refusal inUse(Plan plan, ElementId id, List<Plan.Use> uses) {
        var users = uses.stream().map(use -> use.by().name()).distinct().toList();
        return new Refusal(
                        Kind.IN_USE,
                        plan.element(id).map(Element::name).orElse(id.value()) + " is used by "
                                + String.join(", ", users) + ". Say what takes its place there.")
                .with("uses", uses.stream().map(UseDocument::of).toList());
    }

    private static Refusal stale(
            int version,
            @Nullable Element yours,
            int currentVersion,
            @Nullable Element current,
            Optional<StoredChange> newest) {
        var refusal = new Refusal(
                        Kind.STALE_EDIT,
                        "You edited version " + version + "; the draft has version " + currentVersion
                                + newest.map(v -> v.madeBy() == null ? "" : ", made by " + v.madeBy())
                                        .orElse("")
                                + ". Compare the two and save again on the newer one.")
                .with("yourVersion", version)
                .with("currentVersion", currentVersion);
        Stream.of(Optional.ofNullable(yours), Optional.ofNullable(current))
                .flatMap(Optional::stream)
                .findFirst()
                .ifPresent(either -> refusal.with(
                        "element", ElementKind.of(either) + "/" + either.id().value()));
        if (yours != null) {
            refusal.with("yours", yours);
        }
        if (current != null) {
            refusal.with("current", current);
        }
        newest.ifPresent(v -> refusal.with("changedAt", v.madeAt()));
        return refusal;
    }
}
