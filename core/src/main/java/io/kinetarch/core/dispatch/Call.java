package io.kinetarch.core.dispatch;

import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What a dispatcher is told, by the ids of the plan. Chats go by the names that whoever calls gives them. */
public sealed interface Call {

    /** The chat it is about; none where an operator acts for themselves. */
    default Optional<String> about() {
        return this instanceof OfChat call ? Optional.of(call.chat()) : Optional.empty();
    }

    /** Something done in a chat. */
    sealed interface OfChat extends Call {
        String chat();
    }

    record Present(OperatorId operator) implements Call {}

    record Away(OperatorId operator) implements Call {}

    record Gone(OperatorId operator) implements Call {}

    record JoinQueue(OperatorId operator, QueueId queue) implements Call {}

    record LeaveQueue(OperatorId operator, QueueId queue) implements Call {}

    /** An operator's connection is lost. */
    record OperatorLost(OperatorId operator) implements Call {}

    record OperatorBack(OperatorId operator) implements Call {}

    /** A door takes no chats until it is opened again, whatever the plan says. */
    record Pause(DoorId door) implements Call {}

    /** A paused door does again as the plan says. */
    record Resume(DoorId door) implements Call {}

    /** Time has passed, and nothing else was to be told. */
    record PassTime() implements Call {}

    record Arrive(String chat, Visit visit) implements OfChat {}

    record Accept(String chat, OperatorId operator) implements OfChat {}

    record Decline(String chat, OperatorId operator) implements OfChat {}

    /**
     * Somebody says something.
     *
     * @param operator who, of several in the chat; null for the one who holds it
     * @param answers that a visitor gives by it
     */
    record Say(String chat, Party by, @Nullable OperatorId operator, Map<QuestionId, String> answers)
            implements OfChat {
        public Say {
            answers = Map.copyOf(answers);
        }
    }

    /** The bot has read what the visitor said; a null topic for nothing it knows. */
    record Understood(String chat, @Nullable String topic, double certainty) implements OfChat {}

    /** People are to take over from the bot. */
    record HandOver(String chat, Because because) implements OfChat {}

    /** Why people are to take over. */
    enum Because {
        /** The visitor asks for a person. */
        ASKED,
        /** The visitor wrote what the plan lists as a sign of anger or danger. */
        SIGN,
        /** The bot cannot go on. */
        GIVEN_UP
    }

    record Leave(String chat) implements OfChat {}

    record Choose(String chat, Way way) implements OfChat {}

    record TransferToQueue(String chat, QueueId queue) implements OfChat {}

    record TransferToOperator(String chat, OperatorId operator) implements OfChat {}

    record TransferToSkill(String chat, SkillId skill) implements OfChat {}

    /** The operator who holds the chat gives it back to the bot. */
    record TransferToBot(String chat) implements OfChat {}

    record CallIn(String chat, OperatorId operator) implements OfChat {}

    /** An operator leaves a chat to the others in it. */
    record StepOut(String chat, OperatorId operator) implements OfChat {}

    record TakeBack(String chat, OperatorId operator) implements OfChat {}

    /** A waiting chat is given to an operator, whomever it may be offered to. */
    record Assign(String chat, OperatorId operator) implements OfChat {}

    /**
     * The operator who holds a chat sets it aside.
     *
     * @param until when it comes back, milliseconds since 1970, unless the visitor writes before
     */
    record SetAside(String chat, OperatorId operator, long until) implements OfChat {}

    /**
     * Somebody says how urgent a chat is, whatever its rule or its queue say.
     *
     * @param priority 0 to {@value Queue#HIGHEST_PRIORITY}
     */
    record Prioritize(String chat, int priority) implements OfChat {
        public Prioritize {
            if (priority < 0 || priority > Queue.HIGHEST_PRIORITY) {
                throw new IllegalArgumentException(
                        "a priority is 0 to " + Queue.HIGHEST_PRIORITY + ", not " + priority);
            }
        }
    }

    /**
     * Somebody ends the chat.
     *
     * @param operator who, of several in the chat; null for the one who holds it
     */
    record End(String chat, Party by, @Nullable OperatorId operator) implements OfChat {}

    /** An operator is done with what a chat left to do. */
    record WrapUp(String chat, OperatorId operator) implements OfChat {}

    record VisitorLost(String chat) implements OfChat {}

    record VisitorBack(String chat) implements OfChat {}
}
