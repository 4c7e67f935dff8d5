package io.kinetarch.server.live;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.dispatch.Way;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What calls of the log are, and how they are read as calls of a dispatcher. */
public enum CallKind {
    /** Another revision is in force; its number is the detail. No call of the dispatcher's, which takes a plan. */
    PLAN((call, _) -> {
        throw new IllegalArgumentException("call " + call.number() + " changes the plan");
    }),
    PASS_TIME((_, _) -> new Call.PassTime()),
    PAUSE((call, _) -> new Call.Pause(new DoorId(detail(call)))),
    RESUME((call, _) -> new Call.Resume(new DoorId(detail(call)))),
    PRESENT((call, _) -> new Call.Present(operator(call))),
    AWAY((call, _) -> new Call.Away(operator(call))),
    GONE((call, _) -> new Call.Gone(operator(call))),
    OPERATOR_LOST((call, _) -> new Call.OperatorLost(operator(call))),
    OPERATOR_BACK((call, _) -> new Call.OperatorBack(operator(call))),
    JOIN_QUEUE((call, _) -> new Call.JoinQueue(operator(call), new QueueId(detail(call)))),
    LEAVE_QUEUE((call, _) -> new Call.LeaveQueue(operator(call), new QueueId(detail(call)))),
    ARRIVE((call, given) -> new Call.Arrive(chat(call), visit(call, given))),
    ACCEPT((call, _) -> new Call.Accept(chat(call), operator(call))),
    DECLINE((call, _) -> new Call.Decline(chat(call), operator(call))),
    VISITOR_SAYS((call, given) -> new Call.Say(
            chat(call),
            Party.VISITOR,
            null,
            given.answers().entrySet().stream()
                    .collect(Collectors.toMap(entry -> new QuestionId(entry.getKey()), Map.Entry::getValue)))),
    BOT_SAYS((call, _) -> new Call.Say(chat(call), Party.BOT, null, Map.of())),
    UNDERSTOOD((call, _) -> understood(call)),
    HAND_OVER((call, _) -> new Call.HandOver(chat(call), Call.Because.valueOf(detail(call)))),
    OPERATOR_SAYS((call, _) -> new Call.Say(chat(call), Party.OPERATOR, operator(call), Map.of())),
    LEAVE((call, _) -> new Call.Leave(chat(call))),
    CHOOSE((call, _) -> new Call.Choose(chat(call), Way.valueOf(detail(call)))),
    TRANSFER_TO_QUEUE((call, _) -> new Call.TransferToQueue(chat(call), new QueueId(detail(call)))),
    TRANSFER_TO_OPERATOR((call, _) -> new Call.TransferToOperator(chat(call), new OperatorId(detail(call)))),
    TRANSFER_TO_SKILL((call, _) -> new Call.TransferToSkill(chat(call), new SkillId(detail(call)))),
    TRANSFER_TO_BOT((call, _) -> new Call.TransferToBot(chat(call))),
    CALL_IN((call, _) -> new Call.CallIn(chat(call), new OperatorId(detail(call)))),
    STEP_OUT((call, _) -> new Call.StepOut(chat(call), operator(call))),
    TAKE_BACK((call, _) -> new Call.TakeBack(chat(call), operator(call))),
    /** A waiting chat is given to the operator of the detail. */
    ASSIGN((call, _) -> new Call.Assign(chat(call), new OperatorId(detail(call)))),
    /** Until when is the detail, in milliseconds since 1970. */
    SET_ASIDE((call, _) -> new Call.SetAside(chat(call), operator(call), Long.parseLong(detail(call)))),
    PRIORITIZE((call, _) -> new Call.Prioritize(chat(call), Integer.parseInt(detail(call)))),
    OPERATOR_ENDS((call, _) -> new Call.End(chat(call), Party.OPERATOR, operator(call))),
    WRAP_UP((call, _) -> new Call.WrapUp(chat(call), operator(call))),
    /** How the visitor found the chat, once it has ended; the mark is the detail. Nothing for the dispatcher, for whom time passes. */
    RATE((_, _) -> new Call.PassTime()),
    /** The visitor's page tells more of them. Nothing for the dispatcher, which has decided by what it knew. */
    TELL((_, _) -> new Call.PassTime()),
    VISITOR_LOST((call, _) -> new Call.VisitorLost(chat(call))),
    VISITOR_BACK((call, _) -> new Call.VisitorBack(chat(call)));

    private static final Map<String, CallKind> BY_WORD =
            Arrays.stream(values()).collect(Collectors.toUnmodifiableMap(CallKind::word, Function.identity()));

    private final String word = name().toLowerCase(Locale.ROOT).replace('_', '-');

    @SuppressWarnings("ImmutableEnumChecker") // lambdas that capture nothing
    private final BiFunction<LoggedCall, Given, Call> reading;

    CallKind(BiFunction<LoggedCall, Given, Call> reading) {
        this.reading = reading;
    }

    /** As the log writes it. */
    String word() {
        return word;
    }

    static CallKind of(String word) {
        var kind = BY_WORD.get(word);
        if (kind == null) {
            throw new IllegalArgumentException("the log has a call \"" + word + "\", which this version does not know");
        }
        return kind;
    }

    /** The call of the dispatcher. */
    Call read(LoggedCall call, Given given) {
        return reading.apply(call, given);
    }

    private static String chat(LoggedCall call) {
        return String.valueOf(call.chat());
    }

    private static OperatorId operator(LoggedCall call) {
        String operator = call.operator();
        if (operator == null) {
            throw new IllegalArgumentException("call " + call.number() + " names no operator");
        }
        return new OperatorId(operator);
    }

    private static String detail(LoggedCall call) {
        String detail = call.detail();
        if (detail == null) {
            throw new IllegalArgumentException("call " + call.number() + " lacks its detail");
        }
        return detail;
    }

    /** The certainty stands first, since a topic may have any words. */
    private static Call understood(LoggedCall call) {
        String[] parts = detail(call).split(" ", 2);
        return new Call.Understood(chat(call), parts.length == 1 ? null : parts[1], Double.parseDouble(parts[0]));
    }

    /** The door stands in the call, so that a chat whose answers were erased still came through it. */
    private static Visit visit(LoggedCall call, Given given) {
        return given.visit(new DoorId(detail(call)));
    }
}
