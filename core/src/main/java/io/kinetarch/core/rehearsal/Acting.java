package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Dispatcher;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Refusal;
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
import org.jspecify.annotations.Nullable;

/** Turns what is done in a script into calls of a dispatcher, whose chats have numbers where the script's have names. */
final class Acting {
    private static final long ARRIVING = -1;

    private final Plan plan;
    private final Map<OperatorId, Integer> operators;
    private final Map<QueueId, Integer> queues;
    private final Map<String, Long> numbers = new LinkedHashMap<>();
    private final Map<Long, String> names = new HashMap<>();
    private Dispatcher dispatcher;

    Acting(Plan plan, EffectSink sink) {
        this.plan = plan;
        this.operators = places(plan.operators(), element -> (OperatorId) element.id());
        this.queues = places(plan.queues(), element -> (QueueId) element.id());
        this.dispatcher = new Dispatcher(plan, sink);
    }

    private static <I> Map<I, Integer> places(List<? extends Element> elements, Function<Element, I> id) {
        var places = new HashMap<I, Integer>();
        elements.forEach(element -> places.put(id.apply(element), places.size()));
        return places;
    }

    Dispatcher dispatcher() {
        return dispatcher;
    }

    /** Goes on with a dispatcher that knows only what the last one stored. */
    void restart(EffectSink sink) {
        dispatcher = Dispatcher.of(plan, sink, dispatcher.toBytes());
    }

    /** Chats in the order of their arrival. */
    Set<String> chats() {
        return numbers.keySet();
    }

    /** What the script calls a chat; its number where it comes from elsewhere. */
    String name(long number) {
        String name = names.getOrDefault(number, names.get(ARRIVING));
        return name == null ? Long.toString(number) : name;
    }

    long number(String chat, String pointer) {
        Long number = numbers.get(chat);
        if (number == null) {
            throw new ScriptRefusal(pointer + "/chat", "no chat \"" + chat + "\" has arrived before this step");
        }
        return number;
    }

    Optional<OperatorId> operator(int place) {
        return place == EffectSink.NONE
                ? Optional.empty()
                : Optional.of(plan.operators().get(place).id());
    }

    Optional<QueueId> queue(int place) {
        return place == EffectSink.NONE
                ? Optional.empty()
                : Optional.of(plan.queues().get(place).id());
    }

    /**
     * Does something.
     *
     * @param pointer where the step stands in the script
     * @return why the dispatcher did not take it
     * @throws ScriptRefusal if the plan or the script has nothing of the name
     */
    Optional<Refusal> act(long at, Act act, String pointer) {
        return switch (act) {
            case Act.Present(var operator) -> done(() -> dispatcher.present(at, operator(operator, pointer)));
            case Act.Away(var operator) -> done(() -> dispatcher.away(at, operator(operator, pointer)));
            case Act.Gone(var operator) -> done(() -> dispatcher.gone(at, operator(operator, pointer)));
            case Act.JoinQueue(var operator, var queue) ->
                done(() -> dispatcher.join(at, operator(operator, pointer), queue(queue, pointer)));
            case Act.LeaveQueue(var operator, var queue) ->
                done(() -> dispatcher.leaveQueue(at, operator(operator, pointer), queue(queue, pointer)));
            case Act.OperatorLost(var operator) -> done(() -> dispatcher.operatorLost(at, operator(operator, pointer)));
            case Act.OperatorBack(var operator) -> done(() -> dispatcher.operatorBack(at, operator(operator, pointer)));
            case Act.Arrive arrive -> arrive(at, arrive, pointer);
            case Act.OfChat inChat -> inChat(at, inChat, number(inChat.chat(), pointer), pointer);
        };
    }

    private static Optional<Refusal> done(Runnable call) {
        call.run();
        return Optional.empty();
    }

    private Optional<Refusal> arrive(long at, Act.Arrive act, String pointer) {
        known(act.visit().door(), pointer + "/door");
        var refusal = dispatcher.mayArrive(act.visit());
        if (refusal.isEmpty()) {
            // Its number is known only once it has arrived, and it arrives with effects.
            names.put(ARRIVING, act.chat());
            long number = dispatcher.arrive(at, act.visit());
            names.remove(ARRIVING);
            names.put(number, act.chat());
            numbers.put(act.chat(), number);
        }
        return refusal;
    }

    private Optional<Refusal> inChat(long at, Act.OfChat act, long chat, String pointer) {
        return switch (act) {
            case Act.Arrive arrive -> arrive(at, arrive, pointer);
            case Act.Accept(var _, var operator) -> dispatcher.accept(at, chat, operator(operator, pointer));
            case Act.Decline(var _, var operator) -> dispatcher.decline(at, chat, operator(operator, pointer));
            case Act.Say(var _, var by, var operator, var answers) ->
                switch (by) {
                    case VISITOR -> dispatcher.visitorSays(at, chat, answers);
                    case BOT -> dispatcher.botSays(at, chat);
                    case OPERATOR -> dispatcher.operatorSays(at, chat, writer(chat, operator, pointer));
                };
            case Act.Understood(var _, var topic, var certainty) -> dispatcher.understood(at, chat, topic, certainty);
            case Act.HandOver _ -> dispatcher.wishForPerson(at, chat);
            case Act.Leave _ -> dispatcher.leave(at, chat);
            case Act.Choose(var _, var way) -> dispatcher.choose(at, chat, way);
            case Act.TransferToQueue(var _, var queue) ->
                dispatcher.transferToQueue(at, chat, queue(queue, pointer + "/to"));
            case Act.TransferToOperator(var _, var operator) ->
                dispatcher.transferToOperator(at, chat, operator(operator, pointer + "/to"));
            case Act.TransferToSkill(var _, var skill) -> {
                known(skill, pointer + "/to/skill");
                yield dispatcher.transferToSkill(at, chat, skill);
            }
            case Act.CallIn(var _, var operator) -> dispatcher.callIn(at, chat, operator(operator, pointer));
            case Act.StepOut(var _, var operator) -> dispatcher.stepOut(at, chat, operator(operator, pointer));
            case Act.TakeBack(var _, var operator) -> dispatcher.takeBack(at, chat, operator(operator, pointer));
            case Act.End(var _, var by, var operator) ->
                switch (by) {
                    case VISITOR -> dispatcher.leave(at, chat);
                    case BOT -> dispatcher.botEnds(at, chat);
                    case OPERATOR -> dispatcher.operatorEnds(at, chat, writer(chat, operator, pointer));
                };
            case Act.WrapUp(var _, var operator) -> dispatcher.wrapUp(at, chat, operator(operator, pointer));
            case Act.VisitorLost _ -> dispatcher.visitorLost(at, chat);
            case Act.VisitorBack _ -> dispatcher.visitorBack(at, chat);
        };
    }

    /** Who writes: the one who is named, else whoever holds the chat. */
    private int writer(long chat, @Nullable OperatorId operator, String pointer) {
        return operator == null ? Math.max(0, dispatcher.operator(chat)) : operator(operator, pointer);
    }

    private int operator(OperatorId operator, String pointer) {
        known(operator, pointer + "/operator");
        return operators.getOrDefault(operator, EffectSink.NONE);
    }

    private int queue(QueueId queue, String pointer) {
        known(queue, pointer + "/queue");
        return queues.getOrDefault(queue, EffectSink.NONE);
    }

    private void known(ElementId id, String pointer) {
        if (!plan.has(id)) {
            String kind = id.kind();
            throw new ScriptRefusal(
                    pointer, "the plan has no " + kind.substring(0, kind.length() - 1) + " \"" + id.value() + "\"");
        }
    }
}
