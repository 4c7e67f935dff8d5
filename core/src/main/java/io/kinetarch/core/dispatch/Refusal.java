package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Why a dispatcher did not take a call. Nothing has changed then. */
public sealed interface Refusal {
    /** The chat is over, or never was. */
    record ChatOver() implements Refusal {}

    /**
     * The call names what the plan does not have.
     *
     * @param field of the call that names it, as a path: {@code operator}, {@code to/queue}
     */
    record NotInPlan(ElementId id, String field) implements Refusal {}

    /** The operator was not offered the chat, or the offer is over. */
    record NotOffered(OperatorId operator) implements Refusal {}

    /** An answer must be given before a chat can start. */
    record AnswerMissing(QuestionId question) implements Refusal {}

    /** The chat is with somebody else than the call takes for granted. */
    record WithAnother(Holder holder) implements Refusal {}

    /** The chat is set aside: it is to be taken back first. */
    record SetAside() implements Refusal {}

    /** That nobody holds the chat who could do it. */
    static Optional<Refusal> withAnother(Stage stage) {
        return Optional.of(stage == Stage.ASIDE ? new SetAside() : new WithAnother(stage.holder()));
    }

    /** The operator does not take part in the chat. */
    record NotInChat(OperatorId operator) implements Refusal {}

    /** The operator takes part in the chat already. */
    record InChatAlready(OperatorId operator) implements Refusal {}

    /** The only operator in a chat cannot step out of it. */
    record OnlyOne(OperatorId operator) implements Refusal {}

    /** A chat with several operators in it is not set aside; one of them steps out. */
    record OthersIn(OperatorId operator) implements Refusal {}

    /** The plan takes the next chat by its target, and no priority changes that. */
    record ByTarget() implements Refusal {}

    /** This way was not offered to the visitor. */
    record WayNotOffered(Way way, Set<Way> offered) implements Refusal {}

    /** A queue's chats may not be transferred there. */
    record NoSuchTransfer(QueueId from, QueueId to, List<QueueId> allowed) implements Refusal {}

    record Closed(DepartmentId department) implements Refusal {}

    /** Nobody present could take it; these could, were they present. */
    record NobodyInQueue(QueueId queue, List<OperatorId> could) implements Refusal {}

    /** Nobody else present holds the skill; these do. */
    record NobodyWithSkill(SkillId skill, List<OperatorId> could) implements Refusal {}

    /** The operator is not there; these are, and could take it. */
    record NotThere(OperatorId operator, List<OperatorId> could) implements Refusal {}

    /** The operator has no room for it; these have. */
    record NoRoom(OperatorId operator, List<OperatorId> could) implements Refusal {}

    /** No bot answers at the chat's door. */
    record NoBotAt(DoorId door) implements Refusal {}

    /** Only who sent a chat on can take it back, and only while nobody else has it. */
    record NotToTakeBack(OperatorId operator) implements Refusal {}

    /** Nothing of the chat is left for the operator to wrap up. */
    record NothingToWrapUp(OperatorId operator) implements Refusal {}
}
