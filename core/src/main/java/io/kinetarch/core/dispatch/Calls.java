package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Drives a dispatcher by calls that name what they are about: operators, queues and doors by the ids of the plan, chats by names of the
 * caller's. What the plan does not have, or no chat goes by, is a refusal as any other.
 */
public final class Calls {
    private static final long ARRIVING = -1;

    private final EffectSink sink;
    private final Map<String, Long> numbers = new LinkedHashMap<>();
    private final Map<Long, String> names = new HashMap<>();
    private Plan plan;
    private Map<OperatorId, Integer> operators;
    private Map<QueueId, Integer> queues;
    private Dispatcher dispatcher;

    /** Calls to a dispatcher of a plan in which nothing has happened. */
    public Calls(Plan plan, EffectSink sink) {
        this(plan, sink, new Dispatcher(plan, sink));
    }

    private Calls(Plan plan, EffectSink sink, Dispatcher dispatcher) {
        this.plan = plan;
        this.sink = sink;
        this.dispatcher = dispatcher;
        operators = places(plan.operators(), element -> (OperatorId) element.id());
        queues = places(plan.queues(), element -> (QueueId) element.id());
    }

    /**
     * Goes on where others stood.
     *
     * @param state of their dispatcher, as {@link Dispatcher#of} takes it
     * @param chats the numbers of the chats that are not over, by their names
     * @throws IllegalArgumentException if the state is none that is read
     */
    public static Calls of(Plan plan, EffectSink sink, byte[] state, Map<String, Long> chats) {
        var calls = new Calls(plan, sink, Dispatcher.of(plan, sink, state));
        chats.forEach(calls::name);
        return calls;
    }

    private void name(String name, long number) {
        names.put(number, name);
        numbers.put(name, number);
    }

    private static <I> Map<I, Integer> places(List<? extends Element> elements, Function<Element, I> id) {
        var places = new HashMap<I, Integer>();
        elements.forEach(element -> places.put(id.apply(element), places.size()));
        return places;
    }

    public Dispatcher dispatcher() {
        return dispatcher;
    }

    public Plan plan() {
        return plan;
    }

    /** Goes on with a dispatcher that knows only what the last one stored. */
    public void restart() {
        dispatcher = Dispatcher.of(plan, sink, dispatcher.toBytes());
    }

    /** Another plan is in force; see {@link Dispatcher#changePlan}. */
    public void changePlan(long at, Plan other, Map<QueueId, QueueId> replaced) {
        // Effects of the change are told by the places of the new plan.
        plan = other;
        operators = places(plan.operators(), element -> (OperatorId) element.id());
        queues = places(plan.queues(), element -> (QueueId) element.id());
        dispatcher.changePlan(at, other, replaced);
    }

    /** Chats in the order of their arrival, but for those that were forgotten. */
    public Set<String> chats() {
        return numbers.keySet();
    }

    /** No call is about the chat any more; the next call that names it finds it over. */
    public void forget(String chat) {
        Long number = numbers.remove(chat);
        if (number != null) {
            names.remove(number);
        }
    }

    /** What the caller calls a chat; its number where nobody has named it. */
    public String name(long number) {
        String name = names.getOrDefault(number, names.get(ARRIVING));
        return name == null ? Long.toString(number) : name;
    }

    /** The dispatcher's number of a chat; none of one that no call has named, or that was forgotten. */
    public Optional<Long> number(String chat) {
        return Optional.ofNullable(numbers.get(chat));
    }

    /** The operator at a place of the plan; none for {@value EffectSink#NONE}. */
    public Optional<OperatorId> operator(int place) {
        return place == EffectSink.NONE
                ? Optional.empty()
                : Optional.of(plan.operators().get(place).id());
    }

    /** The queue at a place of the plan; none for {@value EffectSink#NONE}. */
    public Optional<QueueId> queue(int place) {
        return place == EffectSink.NONE
                ? Optional.empty()
                : Optional.of(plan.queues().get(place).id());
    }

    /**
     * Makes a call.
     *
     * @param at milliseconds since 1970, never before an earlier call's
     * @return why it was not taken
     */
    public Optional<Refusal> take(long at, Call call) {
        return switch (call) {
            case Call.Present(var operator) -> own(operator, place -> done(() -> dispatcher.present(at, place)));
            case Call.Away(var operator) -> own(operator, place -> done(() -> dispatcher.away(at, place)));
            case Call.Gone(var operator) -> own(operator, place -> done(() -> dispatcher.gone(at, place)));
            case Call.OperatorLost(var operator) ->
                own(operator, place -> done(() -> dispatcher.operatorLost(at, place)));
            case Call.OperatorBack(var operator) ->
                own(operator, place -> done(() -> dispatcher.operatorBack(at, place)));
            case Call.JoinQueue(var operator, var queue) ->
                own(operator, place -> in(queue, "queue", lane -> done(() -> dispatcher.join(at, place, lane))));
            case Call.LeaveQueue(var operator, var queue) ->
                own(operator, place -> in(queue, "queue", lane -> done(() -> dispatcher.leaveQueue(at, place, lane))));
            case Call.Pause(var door) -> door(door, () -> dispatcher.pause(at, door));
            case Call.Resume(var door) -> door(door, () -> dispatcher.resume(at, door));
            case Call.PassTime() -> done(() -> dispatcher.passTime(at));
            case Call.Arrive arrive -> arrive(at, arrive);
            case Call.OfChat inChat -> {
                Long number = numbers.get(inChat.chat());
                yield number == null ? Optional.of(new Refusal.ChatOver()) : inChat(at, inChat, number);
            }
        };
    }

    /**
     * Goes on with a chat that ran before; see {@link Dispatcher#adopt}. Where the plan has no longer what it was with, it arrives anew.
     *
     * @param queue in which it was; null where it had none
     * @param operator who held it; null where nobody did
     * @return why it cannot go on
     */
    public Optional<Refusal> adopt(
            long at,
            String chat,
            Visit visit,
            @Nullable QueueId queue,
            @Nullable OperatorId operator,
            List<OperatorId> colleagues,
            long entered) {
        Integer lane = queue == null ? null : queues.get(queue);
        if (lane == null) {
            return arrive(at, new Call.Arrive(chat, visit));
        }
        Integer holder = operator == null ? null : operators.get(operator);
        names.put(ARRIVING, chat);
        long number = dispatcher.adopt(
                at,
                visit,
                lane,
                holder == null ? EffectSink.NONE : holder,
                holder == null
                        ? new int[0]
                        : colleagues.stream()
                                .flatMap(colleague -> Stream.ofNullable(operators.get(colleague)))
                                .mapToInt(place -> place)
                                .toArray(),
                entered);
        names.remove(ARRIVING);
        name(chat, number);
        return Optional.empty();
    }

    private static Optional<Refusal> done(Runnable call) {
        call.run();
        return Optional.empty();
    }

    private Optional<Refusal> arrive(long at, Call.Arrive call) {
        if (!plan.has(call.visit().door())) {
            return notInPlan(call.visit().door(), "door");
        }
        var refusal = dispatcher.mayArrive(at, call.visit());
        if (refusal.isEmpty()) {
            // Its number is known only once it has arrived, and it arrives with effects.
            names.put(ARRIVING, call.chat());
            long number = dispatcher.arrive(at, call.visit());
            names.remove(ARRIVING);
            name(call.chat(), number);
        }
        return refusal;
    }

    private Optional<Refusal> inChat(long at, Call.OfChat call, long chat) {
        return switch (call) {
            case Call.Arrive arrive -> arrive(at, arrive);
            case Call.Accept(var _, var operator) -> own(operator, place -> dispatcher.accept(at, chat, place));
            case Call.Decline(var _, var operator) -> own(operator, place -> dispatcher.decline(at, chat, place));
            case Call.Say(var _, var by, var operator, var answers) ->
                switch (by) {
                    case VISITOR -> dispatcher.visitorSays(at, chat, answers);
                    case BOT -> dispatcher.botSays(at, chat);
                    case OPERATOR -> writer(chat, operator, place -> dispatcher.operatorSays(at, chat, place));
                };
            case Call.Understood(var _, var topic, var certainty) -> dispatcher.understood(at, chat, topic, certainty);
            case Call.HandOver(var _, var because) -> dispatcher.handOver(at, chat, because);
            case Call.Leave _ -> dispatcher.leave(at, chat);
            case Call.Choose(var _, var way) -> dispatcher.choose(at, chat, way);
            case Call.TransferToQueue(var _, var queue) ->
                in(queue, "to/queue", lane -> dispatcher.transferToQueue(at, chat, lane));
            case Call.TransferToOperator(var _, var operator) ->
                in(operator, "to/operator", place -> dispatcher.transferToOperator(at, chat, place));
            case Call.TransferToSkill(var _, var skill) ->
                plan.has(skill) ? dispatcher.transferToSkill(at, chat, skill) : notInPlan(skill, "to/skill");
            case Call.TransferToBot _ -> dispatcher.transferToBot(at, chat);
            case Call.CallIn(var _, var operator) -> own(operator, place -> dispatcher.callIn(at, chat, place));
            case Call.StepOut(var _, var operator) -> own(operator, place -> dispatcher.stepOut(at, chat, place));
            case Call.TakeBack(var _, var operator) -> own(operator, place -> dispatcher.takeBack(at, chat, place));
            case Call.Assign(var _, var operator) -> own(operator, place -> dispatcher.assign(at, chat, place));
            case Call.SetAside(var _, var operator, var until) ->
                own(operator, place -> dispatcher.setAside(at, chat, place, until));
            case Call.Prioritize(var _, var priority) -> dispatcher.prioritize(at, chat, priority);
            case Call.End(var _, var by, var operator) ->
                switch (by) {
                    case VISITOR -> dispatcher.leave(at, chat);
                    case BOT -> dispatcher.botEnds(at, chat);
                    case OPERATOR -> writer(chat, operator, place -> dispatcher.operatorEnds(at, chat, place));
                };
            case Call.WrapUp(var _, var operator) -> own(operator, place -> dispatcher.wrapUp(at, chat, place));
            case Call.VisitorLost _ -> dispatcher.visitorLost(at, chat);
            case Call.VisitorBack _ -> dispatcher.visitorBack(at, chat);
        };
    }

    /** Who writes: the one who is named, else whoever holds the chat. */
    private Optional<Refusal> writer(long chat, @Nullable OperatorId operator, IntFunction<Optional<Refusal>> call) {
        return operator == null ? call.apply(Math.max(0, dispatcher.operator(chat))) : own(operator, call);
    }

    private Optional<Refusal> own(OperatorId operator, IntFunction<Optional<Refusal>> call) {
        return in(operator, "operator", call);
    }

    private Optional<Refusal> in(OperatorId operator, String field, IntFunction<Optional<Refusal>> call) {
        Integer place = operators.get(operator);
        return place == null ? notInPlan(operator, field) : call.apply(place);
    }

    private Optional<Refusal> in(QueueId queue, String field, IntFunction<Optional<Refusal>> call) {
        Integer place = queues.get(queue);
        return place == null ? notInPlan(queue, field) : call.apply(place);
    }

    private Optional<Refusal> door(DoorId door, Runnable call) {
        return plan.has(door) ? done(call) : notInPlan(door, "door");
    }

    private static Optional<Refusal> notInPlan(ElementId id, String field) {
        return Optional.of(new Refusal.NotInPlan(id, field));
    }
}
