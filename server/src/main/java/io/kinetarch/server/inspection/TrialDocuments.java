package io.kinetarch.server.inspection;

import io.kinetarch.core.inspection.ChatTrial;
import io.kinetarch.core.inspection.ChatTrial.Trial;
import io.kinetarch.core.inspection.Presence;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** A tried chat as documents: what is asked, and the answer. */
final class TrialDocuments {
    private static final int MOST_WAITING = 20_000;

    private TrialDocuments() {}

    /** Present to take chats, away for a while, or gone. */
    enum PresenceState {
        present(Presence.State.PRESENT),
        away(Presence.State.AWAY),
        gone(Presence.State.GONE);

        private final Presence.State state;

        PresenceState(Presence.State state) {
            this.state = state;
        }
    }

    /**
     * What an operator holds.
     *
     * @param chats how many chats they hold; if left out 1 where capacity is in use, else 0
     * @param capacityInUse weight of the chats they hold; 0 if left out
     * @param freeSince since when they have been free; since they came if left out
     */
    record HeldDocument(
            @Nullable Integer chats,
            @Nullable Integer capacityInUse,
            @Nullable Instant freeSince) {}

    /** A step of the answer; {@code about} names the element whose setting decided it. */
    record StepDocument(String step, String result, String because, String about) {}

    /**
     * Where the chat went.
     *
     * @param outcome answered, waits, bot, busy, message-form, closed or form-incomplete
     */
    record TrialDocument(
            String outcome,
            @Nullable String queue,
            @Nullable String operator,
            List<StepDocument> steps) {
        static TrialDocument of(Trial trial) {
            return new TrialDocument(
                    word(trial.outcome()),
                    trial.queue().map(id -> id.value()).orElse(null),
                    trial.operator().map(id -> id.value()).orElse(null),
                    trial.steps().stream().map(TrialDocument::step).toList());
        }

        private static StepDocument step(ChatTrial.Step step) {
            return new StepDocument(
                    word(step.step()),
                    word(step.result()),
                    step.because(),
                    step.about().value());
        }

        private static String word(Enum<?> value) {
            return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    /** Who is there: those given and nobody else; where none are given, whoever's usual hours hold. */
    static Presence presence(Plan plan, Instant at, @Nullable Map<String, PresenceState> given) {
        return given == null
                ? Presence.usual(plan, at)
                : with(new Presence(Map.of()), plan, at, given, Presence.usual(plan, at));
    }

    /** The planned presence with some operators set otherwise. */
    static Presence plannedWith(State state, Instant at, @Nullable Map<String, PresenceState> changes) {
        var planned = Presence.planned(state.plan(), state.presences(), at);
        return changes == null ? planned : with(planned, state.plan(), at, changes, planned);
    }

    /** Someone present outside the hours planned for them has just come. */
    private static Presence with(
            Presence before, Plan plan, Instant at, Map<String, PresenceState> states, Presence planned) {
        var there = new HashMap<>(before.of());
        states.forEach((id, state) -> {
            Operator operator = operator(plan, id, "/presence/");
            var came = planned.of().get(operator.id());
            there.put(operator.id(), new Presence.Held(state.state, 0, 0, came == null ? at : came.freeSince()));
        });
        return new Presence(there);
    }

    /** The same people with what they hold. */
    static Presence holding(Presence before, Plan plan, @Nullable Map<String, HeldDocument> holding) {
        if (holding == null) {
            return before;
        }
        var there = new HashMap<>(before.of());
        holding.forEach((id, document) ->
                there.computeIfPresent(operator(plan, id, "/holding/").id(), (_, held) -> held(held, document, id)));
        return new Presence(there);
    }

    private static Presence.Held held(Presence.Held before, HeldDocument document, String operator) {
        int inUse = count(document.capacityInUse(), 0, "/holding/" + operator + "/capacityInUse", "Capacity in use");
        int chats = count(document.chats(), inUse > 0 ? 1 : 0, "/holding/" + operator + "/chats", "Chats held");
        Instant freeSince = document.freeSince();
        return new Presence.Held(before.state(), chats, inUse, freeSince == null ? before.freeSince() : freeSince);
    }

    /** Chats that wait already, by queue. */
    static Map<QueueId, Integer> waiting(Plan plan, @Nullable Map<String, Integer> given) {
        var waiting = new HashMap<QueueId, Integer>();
        for (var entry : given == null ? Map.<String, Integer>of().entrySet() : given.entrySet()) {
            String at = "/waiting/" + entry.getKey();
            var queue = plan.queues().stream()
                    .map(Queue::id)
                    .filter(id -> id.value().equals(entry.getKey()))
                    .findFirst()
                    .orElseThrow(() -> invalid(at, "The plan has no queue \"" + entry.getKey() + "\"."));
            waiting.put(queue, count(entry.getValue(), 0, at, "Chats waiting"));
        }
        int all = waiting.values().stream().mapToInt(chats -> chats).sum();
        if (all > MOST_WAITING) {
            throw invalid(
                    "/waiting", "At most " + MOST_WAITING + " chats may wait in all queues together, not " + all + ".");
        }
        return waiting;
    }

    /**
     * How full the queues are.
     *
     * @param waiting chats that wait already, by queue
     * @param longest seconds that the first of them has waited, by queue id; 0 for one that is not named
     */
    static Map<QueueId, Arrival.Waiting> queues(Map<QueueId, Integer> waiting, @Nullable Map<String, Integer> longest) {
        var queues = new HashMap<QueueId, Arrival.Waiting>();
        waiting.forEach((queue, chats) -> {
            Integer seconds = longest == null ? null : longest.get(queue.value());
            queues.put(queue, new Arrival.Waiting(chats, chats == 0 || seconds == null ? 0 : Math.max(0, seconds)));
        });
        return queues;
    }

    private static int count(@Nullable Integer given, int leftOut, String pointer, String what) {
        if (given != null && (given < 0 || given > 10_000)) {
            throw invalid(pointer, what + " must be from 0 to 10000, was " + given + ".");
        }
        return given == null ? leftOut : given;
    }

    private static Operator operator(Plan plan, String id, String under) {
        return plan.operators().stream()
                .filter(operator -> operator.id().value().equals(id))
                .findFirst()
                .orElseThrow(() -> invalid(under + id, "The plan has no operator \"" + id + "\"."));
    }

    private static Refusal invalid(String pointer, String detail) {
        return new Refusal(Kind.INVALID_DOCUMENT, pointer, detail);
    }
}
