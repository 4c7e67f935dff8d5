package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.SettingsId;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Timeouts.AfterNoReply;
import io.kinetarch.core.plan.WhenAway;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Why a dispatcher did something: ids and figures, of which words are made elsewhere. */
public sealed interface Reason {

    /** The setting that would change it; none where somebody acted of their own accord. */
    default Optional<Setting> setting() {
        return Optional.empty();
    }

    /** Somebody did something: the effect says what. */
    record Acted(Party party) implements Reason {}

    /** Who acts in a chat. */
    enum Party {
        VISITOR,
        OPERATOR,
        BOT
    }

    /** The door was open, or the bot answers it all the same. */
    record DoorAnswers(DoorId door, boolean open, boolean bot) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(door, bot ? open ? "/first/open" : "/first/closed" : "");
        }
    }

    /** Outside the hours that the door keeps. */
    record DoorClosed(DoorId door, HoursId hours) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(hours, "/hours");
        }
    }

    /** The chat ran before, under decisions whose state is not read, and goes on where it was. */
    record TakenOver() implements Reason {}

    /** Somebody has paused the door. */
    record DoorPaused(DoorId door) implements Reason {}

    /** The door opens while somebody is present who serves this queue, and nobody is. */
    record NobodyServes(DoorId door, QueueId queue) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(door, "/opens");
        }
    }

    record DepartmentClosed(DepartmentId department, HoursId hours) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(hours, "/hours");
        }
    }

    /** The rule that took the chat. */
    record ByRule(RuleId rule, QueueId queue) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(rule, "");
        }
    }

    /** A question that must be answered first. */
    record Unanswered(ElementId asker, QuestionId question, int index) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(asker, "/questions/" + index);
        }
    }

    record QueueFull(QueueId queue, int waiting, int limit) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(queue, "/waiting/limit");
        }
    }

    /**
     * Of those who may be asked the operator came first.
     *
     * @param candidates how many could take it
     */
    record Chosen(QueueId queue, OperatorId operator, OperatorChoice choice, int candidates) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(queue, "/choice");
        }
    }

    /** An offer was not accepted in time. */
    record NotAccepted(int seconds) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(SettingsId.ONLY, "/timeouts/accept/seconds");
        }
    }

    record Missed(int offers) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(SettingsId.ONLY, "/timeouts/accept/awayAfter");
        }
    }

    record OnRung(QueueId queue, int index, int seconds, Rung.Action action) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(queue, "/ladder/" + index);
        }
    }

    record NoReply(OperatorId operator, int seconds, AfterNoReply then) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(SettingsId.ONLY, "/timeouts/reply");
        }
    }

    /** The visitor was silent for so long. */
    record Silent(int seconds, boolean closes) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(SettingsId.ONLY, closes ? "/timeouts/silence/closeSeconds" : "/timeouts/silence/reminderSeconds");
        }
    }

    record WentAway(OperatorId operator, WhenAway then) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(SettingsId.ONLY, "/whenAway");
        }
    }

    /** The last operator who could take or keep it has gone. */
    record ShiftOver(OperatorId operator, HoursId hours, Closing.Then then) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(hours, "/closing");
        }
    }

    record ClosingTime(HoursId hours, Closing.Then then) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(hours, "/closing");
        }
    }

    /** The connection was lost for so long. */
    record Vanished(Party party, int seconds) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(
                    SettingsId.ONLY,
                    party == Party.VISITOR ? "/timeouts/lost/visitorSeconds" : "/timeouts/lost/operatorSeconds");
        }
    }

    /**
     * The bot did not understand so often in a row.
     *
     * @param says the door or bot that says how often it may; null where the plan's timeouts do
     */
    record NotUnderstood(int misses, @Nullable ElementId says) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return says == null ? at(SettingsId.ONLY, "/timeouts/botMisses") : at(says, "/handoff/misses");
        }
    }

    /** What was known of the visitor from the start sends the chat to people, past the bot. */
    record Straight(ElementId says, int index) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(says, "/handoff/straight/" + index);
        }
    }

    /** The visitor wrote so often, and was not helped any further. */
    record NotHelped(ElementId says, int turns) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(says, "/handoff/turns");
        }
    }

    /** For so long the visitor was not helped any further. */
    record NotHelpedFor(ElementId says, int seconds) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(says, "/handoff/seconds");
        }
    }

    /** The visitor wrote what the plan lists as a sign of anger or danger. */
    record Alarming(ElementId says) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(says, "/handoff/signs");
        }
    }

    /** Nobody took the chat for so long, and the bot takes it back. */
    record BackToBot(ElementId says, int seconds) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(says, "/handoff/backAfterSeconds");
        }
    }

    /** An operator gave the chat back to the bot. */
    record GivenToBot(OperatorId operator) implements Reason {}

    /**
     * The bot understood what it is about.
     *
     * @param skill that the topic asks for; null for none
     * @param held whether somebody present holds it; if not, anybody will do
     */
    record AboutTopic(String topic, @Nullable SkillId skill, boolean held) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(SettingsId.ONLY, "/topics");
        }
    }

    /** An operator or the bot sent it on; one of the three is given. */
    record SentOn(
            @Nullable QueueId queue,
            @Nullable OperatorId operator,
            @Nullable SkillId skill) implements Reason {}

    /** An operator took back what they had sent on. */
    record TakenBack(OperatorId operator) implements Reason {}

    /** Somebody gave a waiting chat to an operator. */
    record Given(OperatorId operator) implements Reason {}

    /**
     * An operator has set it aside.
     *
     * @param until milliseconds since 1970
     */
    record PutAside(OperatorId operator, long until) implements Reason {}

    /** What was set aside comes back: its time has come, or its visitor has written. */
    record BackFromAside(boolean visitorWrote) implements Reason {}

    /** Somebody said how urgent it is. */
    record Urgent(int priority) implements Reason {}

    record LeftQueue(OperatorId operator, QueueId queue) implements Reason {}

    record VisitorChose(Way way) implements Reason {}

    /** The time that a queue allows to wrap up is over. */
    record WrapUpOver(QueueId queue, int seconds) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(queue, "/handover/wrapUpSeconds");
        }
    }

    /** The plan that went live no longer has what the chat was with. */
    record PlanChanged(ElementId gone, QueueId queue) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return at(queue, "");
        }
    }

    /** A way out that the visitor may choose. */
    record WayOut(Way way, Reason why) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return why.setting();
        }
    }

    /** What a visitor reads: a text of the plan's own, or the door's text of a kind where there is none. */
    record Text(LocalText text, @Nullable TextKind kind, Reason why) implements Reason {
        @Override
        public Optional<Setting> setting() {
            return why.setting();
        }
    }

    private static Optional<Setting> at(ElementId element, String pointer) {
        return Optional.of(new Setting(element, pointer));
    }
}
