package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Calls;
import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Holder;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.dispatch.Refusal;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Runs a script on a plan: the dispatcher of live chats, with the script's clock. The same script gives the same trace. */
public final class Rehearsal {
    private static final int LONGEST_TRACE = 200_000;

    private final Script script;
    private final Calls calls;
    private final Map<String, Chat> over = new HashMap<>();
    /** What the bot took chats to be about. */
    private final Map<String, String> topics = new HashMap<>();

    private final List<Traced> trace = new ArrayList<>();

    private Rehearsal(Plan plan, Script script) {
        this.script = script;
        this.calls = new Calls(plan, new Tracing());
    }

    /**
     * One thing that happened.
     *
     * @param chat its name in the script; none where it is about an operator alone
     * @param topic what the bot had taken the chat to be about by then; none for nothing
     * @param outcome of {@link Event#ENDED}; else none
     * @param refusal of {@link Event#REFUSED}; else none
     */
    public record Traced(
            Instant at,
            Optional<String> chat,
            Event event,
            Optional<OperatorId> operator,
            Optional<QueueId> queue,
            Optional<String> topic,
            Optional<Outcome> outcome,
            Optional<Reason> reason,
            Optional<Refusal> refusal) {}

    /**
     * How a chat stands at the end.
     *
     * @param queue where it waits or was last
     * @param operator who holds it or held it last
     * @param waited from entering the first queue until an operator took it, it ended, or the script did
     */
    public record Chat(
            String name,
            Holder holder,
            Optional<Outcome> outcome,
            Optional<QueueId> queue,
            Optional<OperatorId> operator,
            Duration waited) {}

    /**
     * What became of an expectation.
     *
     * @param by the event that decided it; none where it was decided by nothing having happened
     * @param last what had happened last to the chat by then; none where nothing had
     */
    public record Verdict(Expectation expectation, boolean held, Optional<Traced> by, Optional<Traced> last) {}

    /** Everything that came of a script; chats in the order of their arrival, verdicts in that of the expectations. */
    public record Result(List<Traced> trace, List<Chat> chats, List<Verdict> verdicts) {}

    /**
     * Runs a script.
     *
     * @throws ScriptRefusal if a step names what the plan does not have, or cannot be done
     */
    public static Result run(Plan plan, Script script) {
        return new Rehearsal(plan, script).run();
    }

    private Result run() {
        calls.dispatcher().passTime(script.from().toEpochMilli());
        for (int i = 0; i < script.steps().size(); i++) {
            var step = script.steps().get(i);
            String at = "/steps/" + i;
            long instant = script.from().plus(step.at()).toEpochMilli();
            if (step.act() instanceof Call.Understood(var chat, var topic, var _) && topic != null) {
                topics.put(chat, topic);
            }
            calls.take(instant, step.act()).ifPresent(refusal -> refused(instant, step.act(), refusal, at));
            if (trace.size() > LONGEST_TRACE) {
                throw new ScriptRefusal(
                        at, "more than " + LONGEST_TRACE + " things have happened by this step; let it last shorter");
            }
        }
        passTime(script.from().plus(script.until()).toEpochMilli());
        return new Result(
                List.copyOf(trace),
                calls.chats().stream().map(this::chat).toList(),
                script.expectations().stream().map(this::verdict).toList());
    }

    /** In strides, so that a plan that never rests does not fill the memory first. */
    private void passTime(long until) {
        while (calls.dispatcher().nextTimer() <= until) {
            calls.dispatcher().passTime(calls.dispatcher().nextTimer());
            if (trace.size() > LONGEST_TRACE) {
                throw new ScriptRefusal(
                        "/until", "more than " + LONGEST_TRACE + " things happen until then; let it last shorter");
            }
        }
        calls.dispatcher().passTime(until);
    }

    /** A wish that nobody is there for is part of what happens; anything else is a fault of the script. */
    private void refused(long at, Call act, Refusal refusal, String pointer) {
        if (isPartOfWhatHappens(refusal)) {
            trace.add(new Traced(
                    Instant.ofEpochMilli(at),
                    act.about(),
                    Event.REFUSED,
                    act.about()
                            .flatMap(calls::number)
                            .flatMap(number -> calls.operator(calls.dispatcher().operator(number))),
                    act.about()
                            .flatMap(calls::number)
                            .flatMap(number -> calls.queue(calls.dispatcher().queue(number))),
                    act.about().map(topics::get),
                    Optional.empty(),
                    Optional.empty(),
                    Optional.of(refusal)));
            return;
        }
        switch (refusal) {
            case Refusal.NotInPlan(var id, var field) -> throw new ScriptRefusal(pointer + "/" + field, refusal);
            default -> throw new ScriptRefusal(pointer, refusal);
        }
    }

    /** Whether a wish was refused since nobody is there for it, which is no fault of the script. */
    static boolean isPartOfWhatHappens(Refusal refusal) {
        return switch (refusal) {
            case Refusal.NobodyInQueue _,
                    Refusal.NobodyWithSkill _,
                    Refusal.NotThere _,
                    Refusal.NoRoom _,
                    Refusal.Closed _ -> true;
            default -> false;
        };
    }

    private Chat chat(String name) {
        var ended = over.get(name);
        if (ended != null) {
            return ended;
        }
        long number = calls.number(name).orElseThrow();
        return new Chat(
                name,
                calls.dispatcher().holder(number),
                Optional.empty(),
                calls.queue(calls.dispatcher().queue(number)),
                calls.dispatcher().isOffered(number)
                        ? Optional.empty()
                        : calls.operator(calls.dispatcher().operator(number)),
                Duration.ofMillis(calls.dispatcher().waitedMillis(number)));
    }

    private Verdict verdict(Expectation expectation) {
        var limit = script.from().plus(expectation.by());
        var until = trace.stream()
                .filter(traced -> expectation.chat() == null || traced.chat.equals(Optional.of(expectation.chat())))
                .filter(traced -> !traced.at.isAfter(limit))
                .toList();
        var found = until.stream().filter(expectation.what()::is).findFirst();
        return new Verdict(
                expectation,
                found.isPresent() == expectation.comes(),
                found,
                until.isEmpty() ? Optional.empty() : Optional.of(until.getLast()));
    }

    /** Writes down what the dispatcher does. */
    private final class Tracing implements EffectSink {
        @Override
        public boolean wantsReasons() {
            return true;
        }

        @Override
        public void happened(
                long atMillis, Effect effect, long chat, int operator, int queue, @Nullable Reason reason) {
            add(atMillis, Event.of(effect), chat, operator, queue, Optional.empty(), reason);
        }

        @Override
        public void ended(long atMillis, long chat, Outcome outcome, int operator, int queue, @Nullable Reason reason) {
            add(atMillis, Event.ENDED, chat, operator, queue, Optional.of(outcome), reason);
            String name = calls.name(chat);
            over.put(
                    name,
                    new Chat(
                            name,
                            Holder.NOBODY,
                            Optional.of(outcome),
                            calls.queue(queue),
                            calls.operator(operator),
                            Duration.ofMillis(calls.dispatcher().waitedMillis(chat))));
        }

        private void add(
                long atMillis,
                Event event,
                long chat,
                int operator,
                int queue,
                Optional<Outcome> outcome,
                @Nullable Reason reason) {
            trace.add(new Traced(
                    Instant.ofEpochMilli(atMillis),
                    chat == NONE ? Optional.empty() : Optional.of(calls.name(chat)),
                    event,
                    calls.operator(operator),
                    calls.queue(queue),
                    chat == NONE ? Optional.empty() : Optional.ofNullable(topics.get(calls.name(chat))),
                    outcome,
                    Optional.ofNullable(reason),
                    Optional.empty()));
        }
    }
}
