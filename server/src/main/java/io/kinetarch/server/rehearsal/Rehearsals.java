package io.kinetarch.server.rehearsal;

import io.kinetarch.core.inspection.Presence;
import io.kinetarch.core.plan.CheckStep;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.rehearsal.Rehearsal;
import io.kinetarch.core.rehearsal.ScriptRefusal;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.desk.Desks;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.document.PlanReader;
import io.kinetarch.server.door.DoorDocument;
import io.kinetarch.server.door.DoorDocuments;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.rehearsal.RehearsalMapper.RehearsalHead;
import io.kinetarch.server.rehearsal.RehearsalMapper.StoredRehearsal;
import io.kinetarch.server.rehearsal.RehearsedBots.BotReading;
import io.kinetarch.server.rehearsal.ScriptDocument.TracedDocument;
import io.kinetarch.server.visit.Visits;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Rehearsals that people are at: kept as scripts, played anew whenever somebody looks. */
@Service
class Rehearsals {
    private static final int MOST_TO_GO_BACK = 100;
    private static final Duration AFTER_THE_LAST_STEP = Duration.ofMinutes(30);
    private static final String NOBODY = "nobody";

    private final RehearsalMapper stored;
    private final Plans plans;
    private final PlanReader reader;
    private final DoorDocuments doors;
    private final Visits visits;
    private final Desks desks;
    private final RehearsedBots bots;
    private final JsonMapper json;
    private final SecureRandom random = new SecureRandom();

    Rehearsals(
            RehearsalMapper stored,
            Plans plans,
            PlanReader reader,
            DoorDocuments doors,
            Visits visits,
            Desks desks,
            RehearsedBots bots,
            JsonMapper json) {
        this.stored = stored;
        this.plans = plans;
        this.reader = reader;
        this.doors = doors;
        this.visits = visits;
        this.desks = desks;
        this.bots = bots;
        this.json = json;
    }

    /**
     * A rehearsal with everything that happens in it, if nobody does more.
     *
     * @param source what the plan was: draft, live or the number of a revision
     * @param against what the other plan was; null where there is none
     * @param change to be sent with whatever is done next
     * @param undoable whether there is something to take back
     * @param outdated whether the draft or the live plan that it is of has changed since
     * @param untilSeconds where its axis ends
     * @param played the steps with those of its stand-ins
     * @param readings what bots made of what visitors wrote to them
     * @param otherTrace what happens on the other plan; null where there is none, or it cannot be played there
     * @param partsSeconds when the two part; null where they do not
     * @param otherTrouble why it cannot be played on the other plan; null where it can
     */
    record PlayedRehearsal(
            String id,
            String name,
            String source,
            @Nullable String against,
            Instant from,
            long change,
            boolean undoable,
            boolean outdated,
            double untilSeconds,
            List<CheckStep> steps,
            List<StandInDocument> standIns,
            List<CheckStep> played,
            List<TracedDocument> trace,
            List<BotReading> readings,
            @Nullable List<TracedDocument> otherTrace,
            @Nullable Double partsSeconds,
            @Nullable String otherTrouble) {}

    /** The script of a rehearsal, as calc/rehearsal takes it but for its plan. */
    record WrittenRehearsal(String name, Instant from, Duration until, List<CheckStep> steps) {}

    List<RehearsalHead> all(String planId) {
        plans.draftState(planId);
        return stored.all(planId);
    }

    /**
     * Begins a rehearsal.
     *
     * @param present planned, or nobody
     */
    @Transactional
    public PlayedRehearsal begin(
            String planId,
            String name,
            String source,
            @Nullable String against,
            Instant from,
            String present,
            List<CheckStep> steps,
            SignedIn by) {
        var plan = plan(planId, source);
        var all = new ArrayList<CheckStep>(NOBODY.equals(present) ? List.of() : present(planId, plan, from));
        all.addAll(steps);
        var other = against == null ? null : plan(planId, against);
        play(plan, from, all, List.of());
        byte[] bytes = new byte[8];
        random.nextBytes(bytes);
        String id = HexFormat.of().formatHex(bytes);
        stored.insert(
                id,
                planId,
                name,
                source,
                text(plan),
                against,
                other == null ? null : text(other),
                from,
                json.writeValueAsString(all),
                by.accountId());
        return find(planId, id);
    }

    PlayedRehearsal find(String planId, String id) {
        return played(planId, load(planId, id));
    }

    /** How everything stands at an instant, counted from the start. */
    Scene scene(String planId, String id, Duration at) {
        var rehearsal = load(planId, id);
        var plan = plan(rehearsal.document());
        var steps = steps(rehearsal);
        return Scene.of(
                plan,
                rehearsal.startsAt(),
                Improvised.steps(plan, rehearsal.startsAt(), until(steps), steps, standIns(rehearsal)),
                at,
                visits,
                desks);
    }

    DoorDocument door(String planId, String id, String door, String language) {
        var plan = plan(load(planId, id).document());
        return doors.of(
                plan,
                Element.find(plan.doors(), door)
                        .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has no front door \"" + door + "\".")),
                language);
    }

    /**
     * Does something at an instant; what was to happen after it is cut away.
     *
     * @param seen the change that its sender has seen last
     * @param cut whether it is meant to cut away what comes after
     */
    @Transactional
    public PlayedRehearsal act(String planId, String id, long seen, boolean cut, List<CheckStep> acts) {
        var rehearsal = lock(planId, id, seen);
        var plan = plan(rehearsal.document());
        var before = steps(rehearsal);
        var at = acts.stream().map(CheckStep::at).min(Comparator.naturalOrder()).orElse(Duration.ZERO);
        var played = Improvised.steps(plan, rehearsal.startsAt(), until(before), before, standIns(rehearsal));
        var kept = played.stream().filter(step -> step.at().compareTo(at) <= 0).toList();
        if (!cut && before.stream().anyMatch(step -> step.at().compareTo(at) > 0)) {
            throw new Refusal(
                    Kind.NOT_POSSIBLE,
                    "To do this then cuts away what was done later. Send \"cut\" with it if that is meant.");
        }
        var all = new ArrayList<CheckStep>(kept);
        all.addAll(acts);
        play(plan, rehearsal.startsAt(), all, List.of());
        all = new ArrayList<>(bots.after(plan, rehearsal.startsAt(), all, acts));
        var standIns = standIns(rehearsal);
        play(plan, rehearsal.startsAt(), all, standIns);
        stored.act(id, json.writeValueAsString(all), json.writeValueAsString(standIns), MOST_TO_GO_BACK);
        return find(planId, id);
    }

    /** Sets how a party acts by itself from now on; one that does nothing acts by hand again. */
    @Transactional
    public PlayedRehearsal standIn(String planId, String id, long seen, List<StandInDocument> wanted) {
        var rehearsal = lock(planId, id, seen);
        var all = new ArrayList<StandInDocument>(standIns(rehearsal));
        all.removeIf(known -> wanted.stream().anyMatch(known::isAs));
        wanted.stream().filter(Rehearsals::doesSomething).forEach(all::add);
        play(plan(rehearsal.document()), rehearsal.startsAt(), steps(rehearsal), all);
        stored.act(id, rehearsal.steps(), json.writeValueAsString(all), MOST_TO_GO_BACK);
        return find(planId, id);
    }

    private static boolean doesSomething(StandInDocument standIn) {
        return standIn.declines()
                || Stream.of(
                                standIn.answers(),
                                standIn.silent(),
                                standIn.patience(),
                                standIn.person(),
                                standIn.accepts(),
                                standIn.replies(),
                                standIn.ends(),
                                standIn.away())
                        .anyMatch(Objects::nonNull);
    }

    /** Takes back what was done last. */
    @Transactional
    public PlayedRehearsal undo(String planId, String id, long seen) {
        if (lock(planId, id, seen).earlier() == 0) {
            throw new Refusal(Kind.ALREADY_DONE, "There is nothing to take back.");
        }
        stored.undo(id);
        return find(planId, id);
    }

    /** Goes on with the plan as it is now. */
    @Transactional
    public PlayedRehearsal takePlan(String planId, String id, long seen) {
        var rehearsal = lock(planId, id, seen);
        var plan = plan(planId, rehearsal.source());
        play(plan, rehearsal.startsAt(), steps(rehearsal), standIns(rehearsal));
        stored.takePlan(id, rehearsal.source(), text(plan));
        return find(planId, id);
    }

    WrittenRehearsal written(String planId, String id) {
        var rehearsal = load(planId, id);
        var plan = plan(rehearsal.document());
        var steps = steps(rehearsal);
        return new WrittenRehearsal(
                rehearsal.name(),
                rehearsal.startsAt(),
                until(steps),
                Improvised.steps(plan, rehearsal.startsAt(), until(steps), steps, standIns(rehearsal)));
    }

    @Transactional
    public void delete(String planId, String id) {
        if (stored.delete(planId, id) == 0) {
            throw none(id);
        }
    }

    private PlayedRehearsal played(String planId, StoredRehearsal rehearsal) {
        var plan = plan(rehearsal.document());
        var from = rehearsal.startsAt();
        var steps = steps(rehearsal);
        var standIns = standIns(rehearsal);
        var played = Improvised.steps(plan, from, until(steps), steps, standIns);
        var trace = trace(plan, from, until(steps), played);
        List<TracedDocument> otherTrace = null;
        String otherTrouble = null;
        String other = rehearsal.other();
        if (other != null) {
            try {
                otherTrace = trace(plan(other), from, until(steps), played);
            } catch (Refusal refusal) {
                otherTrouble = refusal.getMessage();
            }
        }
        return new PlayedRehearsal(
                rehearsal.id(),
                rehearsal.name(),
                rehearsal.source(),
                rehearsal.against(),
                from,
                rehearsal.change(),
                rehearsal.earlier() > 0,
                isOutdated(planId, rehearsal, plan),
                until(steps).toMillis() / 1000.0,
                steps,
                standIns,
                played,
                trace,
                bots.readings(plan, played),
                otherTrace,
                otherTrace == null ? null : parts(from, trace, otherTrace),
                otherTrouble);
    }

    private boolean isOutdated(String planId, StoredRehearsal rehearsal, Plan plan) {
        return (rehearsal.source().equals(Which.draft.name())
                        || rehearsal.source().equals(Which.live.name()))
                && !plan(planId, rehearsal.source()).equals(plan);
    }

    private static @Nullable Double parts(Instant from, List<TracedDocument> one, List<TracedDocument> other) {
        int most = Math.max(one.size(), other.size());
        for (int i = 0; i < most; i++) {
            var here = i < one.size() ? one.get(i) : null;
            var there = i < other.size() ? other.get(i) : null;
            if (here == null || there == null || !here.isLike(there)) {
                var first = Stream.of(here, there)
                        .flatMap(Stream::ofNullable)
                        .map(TracedDocument::at)
                        .min(Comparator.naturalOrder())
                        .orElse(from);
                return Duration.between(from, first).toMillis() / 1000.0;
            }
        }
        return null;
    }

    /** Plays it to find out whether that can be done. */
    private static void play(Plan plan, Instant from, List<CheckStep> steps, List<StandInDocument> standIns) {
        try {
            var until = until(steps);
            trace(plan, from, until, Improvised.steps(plan, from, until, steps, standIns));
        } catch (ScriptRefusal refusal) {
            throw new Refusal(Kind.NOT_POSSIBLE, CheckResult.why(plan, refusal));
        }
    }

    private static List<TracedDocument> trace(Plan plan, Instant from, Duration until, List<CheckStep> steps) {
        try {
            var script = new ScriptReader(plan).read(from, until, steps, List.of());
            var words = new ScriptWords(plan, CheckResult.languages(script));
            return Rehearsal.run(plan, script).trace().stream()
                    .map(traced -> TracedDocument.of(traced, words))
                    .toList();
        } catch (ScriptRefusal refusal) {
            throw new Refusal(Kind.NOT_POSSIBLE, CheckResult.why(plan, refusal));
        }
    }

    private List<CheckStep> present(String planId, Plan plan, Instant from) {
        var presences = plans.draftState(planId).presences();
        return Presence.planned(plan, presences, from).of().keySet().stream()
                .map(operator -> operator.value())
                .sorted()
                .map(operator -> CheckStep.present(operator))
                .toList();
    }

    private StoredRehearsal load(String planId, String id) {
        return stored.find(planId, id).orElseThrow(() -> none(id));
    }

    private StoredRehearsal lock(String planId, String id, long seen) {
        var found = stored.lock(planId, id).orElseThrow(() -> none(id));
        if (found.change() != seen) {
            throw new Refusal(
                    Kind.STALE_EDIT,
                    "Somebody else did something in this rehearsal since. Look at it, then try again.");
        }
        return found;
    }

    private static Refusal none(String id) {
        return new Refusal(Kind.NOT_FOUND, "There is no rehearsal \"" + id + "\".");
    }

    private Plan plan(String planId, String source) {
        return switch (source) {
            case "draft" -> plans.draftState(planId).plan();
            case "live" ->
                plans.state(planId, Which.live)
                        .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has not gone live yet."))
                        .plan();
            default -> plans.revisionState(planId, number(source)).plan();
        };
    }

    private static int number(String source) {
        try {
            return Integer.parseInt(source);
        } catch (NumberFormatException e) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/source",
                    "\"" + source + "\" is no state of a plan; write draft, live or the number of a revision.");
        }
    }

    private Plan plan(String document) {
        return reader.stored(document).toPlan();
    }

    private String text(Plan plan) {
        return json.writeValueAsString(PlanDocument.of(plan));
    }

    private List<CheckStep> steps(StoredRehearsal rehearsal) {
        return json.readValue(rehearsal.steps(), new TypeReference<List<CheckStep>>() {});
    }

    private List<StandInDocument> standIns(StoredRehearsal rehearsal) {
        return json.readValue(rehearsal.standIns(), new TypeReference<List<StandInDocument>>() {});
    }

    private static Duration until(List<CheckStep> steps) {
        var last =
                steps.stream().map(CheckStep::at).max(Comparator.naturalOrder()).orElse(Duration.ZERO);
        return last.plus(AFTER_THE_LAST_STEP);
    }
}
