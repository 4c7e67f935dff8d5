package io.kinetarch.core.plan;

import java.util.List;

/**
 * What happens to a chat that has waited so long.
 *
 * @param seconds waited in the queue, 0 to 86,400
 */
public record Rung(int seconds, Action action) {
    public Rung {
        Checks.between("seconds", seconds, 0, 86_400);
    }

    /** What a rung does. */
    public sealed interface Action {
        /** Whether the chat leaves the ladder by it, so that nothing after it happens. */
        default boolean ends() {
            return this instanceof MoveTo || this instanceof End;
        }

        /**
         * Operators will do who hold a skill at a lower level than the queue or the rule asks for.
         *
         * @param by levels, 1 to {@value Skill#HIGHEST_LEVEL}; down to not holding it at all
         */
        record LowerLevel(SkillId skill, int by) implements Action {
            public LowerLevel {
                Checks.between("by", by, 1, Skill.HIGHEST_LEVEL);
            }
        }

        /** These operators may be asked too, whatever they hold. */
        record AddOperators(List<OperatorId> operators) implements Action {
            public AddOperators {
                operators = List.copyOf(operators);
                Checks.notEmpty("operators", operators);
                Checks.noneTwice("operators", operators, operator -> operator, "");
            }
        }

        /** The members of another queue may be asked too. */
        record AddMembersOf(QueueId queue) implements Action {}

        /**
         * The chat goes before others.
         *
         * @param by 1 to {@value Queue#HIGHEST_PRIORITY}
         */
        record RaisePriority(int by) implements Action {
            public RaisePriority {
                Checks.between("by", by, 1, Queue.HIGHEST_PRIORITY);
            }
        }

        /** The visitor reads a text. */
        record Say(LocalText text) implements Action {
            public Say {
                if (text.isEmpty()) {
                    throw new PlanRefusal("/text", "a rung that says something needs a text in at least one language");
                }
            }
        }

        /** The chat moves to another queue, whose ladder starts anew. */
        record MoveTo(QueueId queue) implements Action {}

        /** The visitor may ask the bot instead, and goes on waiting. */
        record OfferBot() implements Action {}

        /** The visitor may ask to be called back, and goes on waiting. */
        record OfferCallBack() implements Action {}

        /** The visitor may leave a message, and goes on waiting. */
        record OfferMessage() implements Action {}

        /** The chat ends; the visitor reads the text. */
        record End(LocalText text) implements Action {}
    }
}
