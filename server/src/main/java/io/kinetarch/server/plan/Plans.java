package io.kinetarch.server.plan;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.document.PlanReader;
import io.kinetarch.server.picture.Pictures;
import io.kinetarch.server.plan.PlanMapper.RevisionHead;
import io.kinetarch.server.plan.PlanMapper.Stamp;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The stored plans as they stand: their drafts and revisions. */
@Service
public class Plans {
    private static final int MOST_KEPT = 16;
    /** Below the address of visitors these lead elsewhere. */
    static final Set<String> RESERVED = Set.of("files", "pictures");

    private final PlanMapper plans;
    private final Pictures pictures;
    private final PlanReader reader;
    private final JsonMapper json;
    /** Plans that were read, by the state they were read in, which never changes. */
    private final Cache<String, Plan> read =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    private final ObjectProvider<PresenceSource> rosters;
    private final Cache<String, Presences> presences =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    Plans(
            PlanMapper plans,
            Pictures pictures,
            PlanReader reader,
            JsonMapper json,
            ObjectProvider<PresenceSource> rosters) {
        this.plans = plans;
        this.rosters = rosters;
        this.pictures = pictures;
        this.reader = reader;
        this.json = json;
    }

    /** Draft or live. */
    public enum Which {
        draft,
        live
    }

    /**
     * A plan as it stands.
     *
     * @param change the newest change of the draft
     * @param volumeChange the newest change of the volumes and of what is learnt from them
     * @param adjustmentChange the newest change of what planners put on top of the forecasts
     * @param presences who is present when, rosters included
     * @param work tells this state of plan and volumes from every other, whatever its rosters
     * @param stamp tells this state of plan, volumes and rosters from every other
     */
    public record State(
            String id,
            Plan plan,
            long change,
            long volumeChange,
            long adjustmentChange,
            Presences presences,
            String work,
            String stamp) {
        /** The same with another plan, which is stored nowhere. */
        public State with(Plan other) {
            return new State(id, other, change, volumeChange, adjustmentChange, presences, work, stamp);
        }
    }

    /** The queues in which chats of queues go on that the revision before this one had. */
    public Map<QueueId, QueueId> replaced(String planId, int number) {
        return plans
                .replaced(planId, number)
                .map(text -> json.readValue(text, new TypeReference<Map<String, String>>() {}))
                .orElse(Map.of())
                .entrySet()
                .stream()
                .collect(
                        Collectors.toMap(queue -> new QueueId(queue.getKey()), queue -> new QueueId(queue.getValue())));
    }

    private State state(String id, Plan plan, long change, Stamp stamp, String document) {
        String work = document + " volumes " + stamp.volumeChange() + " adjustments " + stamp.adjustmentChange();
        return new State(
                id,
                plan,
                change,
                stamp.volumeChange(),
                stamp.adjustmentChange(),
                presences.get(
                        id + " rosters " + stamp.rosterChange(),
                        _ -> rosters.stream()
                                .map(source -> source.presences(id))
                                .findFirst()
                                .orElse(Presences.USUAL)),
                work,
                work + " rosters " + stamp.rosterChange());
    }

    /** A revision without its document. */
    public record Revision(
            int number,
            String note,
            long draftChange,
            @Nullable String madeBy,
            Instant madeAt) {
        static Revision of(RevisionHead stored) {
            return new Revision(stored.number(), stored.note(), stored.draftChange(), stored.madeBy(), stored.madeAt());
        }
    }

    /** The plans there are, oldest first. */
    public List<PlanMapper.PlanName> all() {
        return plans.all();
    }

    /** The draft or the live plan; none if the plan has not gone live. */
    public Optional<State> state(String id, Which which) {
        return switch (which) {
            case draft -> Optional.of(draftState(id));
            case live -> live(id).map(revision -> revisionState(id, revision.number()));
        };
    }

    /** The draft. */
    public State draftState(String id) {
        var stamp = plans.stamp(id).orElseThrow(() -> noPlan(id));
        var plan = read.getIfPresent(draftKey(id, stamp.draftChange()));
        if (plan != null) {
            return draftState(id, plan, stamp);
        }
        var stored = plans.find(id).orElseThrow(() -> noPlan(id));
        plan = read.get(draftKey(id, stored.draftChange()), _ -> plan(stored.draft()));
        return draftState(id, plan, stored.stamp());
    }

    /** What of a plan can change by itself. */
    public enum Part {
        draft,
        live,
        volumes,
        adjustments,
        rosters,
        jobs
    }

    /** How often each part of a plan has changed; a count never falls. */
    public Map<Part, Long> counters(String id) {
        var stamp = plans.stamp(id).orElseThrow(() -> noPlan(id));
        return Map.of(
                Part.draft, stamp.draftChange(),
                Part.live, (long) stamp.live(),
                Part.volumes, stamp.volumeChange(),
                Part.adjustments, stamp.adjustmentChange(),
                Part.rosters, stamp.rosterChange(),
                Part.jobs, stamp.jobChange());
    }

    /** The number of the draft's newest change. */
    public long newestChange(String id) {
        return plans.stamp(id).orElseThrow(() -> noPlan(id)).draftChange();
    }

    /** Remembers a draft that was just stored, once that is sure. */
    void keepWhenStored(String id, long change, Plan plan) {
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                read.put(draftKey(id, change), plan);
            }
        });
    }

    /** The draft, kept from changing until the transaction ends. */
    State lockedDraft(String id) {
        var stored = plans.lock(id).orElseThrow(() -> noPlan(id));
        // Not kept: within a transaction that fails the same number may come to stand for another draft.
        var kept = read.getIfPresent(draftKey(id, stored.draftChange()));
        return draftState(id, kept == null ? plan(stored.draft()) : kept, stored.stamp());
    }

    /** A revision. */
    public State revisionState(String id, int number) {
        var stamp = plans.stamp(id).orElseThrow(() -> noPlan(id));
        var plan = read.get(
                id + " revision " + number,
                _ -> plan(plans.revision(id, number)
                        .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has no revision " + number + "."))));
        return state(id, plan, stamp.draftChange(), stamp, id + " revision " + number);
    }

    /** The newest revision, which is live; none before the plan goes live. */
    public Optional<Revision> live(String id) {
        return revisions(id, 1).stream().findFirst();
    }

    /** The revisions, newest first. */
    public List<Revision> revisions(String id, int most) {
        var found = plans.newestRevisions(id, most).stream().map(Revision::of).toList();
        if (found.isEmpty() && plans.stamp(id).isEmpty()) {
            throw noPlan(id);
        }
        return found;
    }

    /** Makes a plan with this as its draft. */
    @Transactional
    public void make(String id, Plan plan) {
        if (RESERVED.contains(id)) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/id",
                    "\"" + id + "\" is where visitors find something else; choose another id.");
        }
        pictures.checkKnown(plan);
        if (plans.insert(id, text(PlanDocument.of(plan))) == 0) {
            throw new Refusal(Kind.ALREADY_DONE, "There is a plan \"" + id + "\" already, or was one.");
        }
    }

    private State draftState(String id, Plan plan, Stamp stamp) {
        return state(id, plan, stamp.draftChange(), stamp, draftKey(id, stamp.draftChange()));
    }

    private static String draftKey(String id, long change) {
        return id + " draft " + change;
    }

    private Plan plan(String document) {
        return reader.stored(document).toPlan();
    }

    private String text(Object value) {
        return json.writeValueAsString(value);
    }

    private static Refusal noPlan(String id) {
        return new Refusal(Kind.NOT_FOUND, "There is no plan \"" + id + "\".");
    }
}
