package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.QueueId;
import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Something that must happen in a script by a time, or must not.
 *
 * @param chat to which; null where it is about an operator alone
 * @param by counted from the start, inclusive
 * @param comes whether it must happen; if not, it must not
 */
public record Expectation(@Nullable String chat, What what, Duration by, boolean comes) {

    /** What is meant. */
    public sealed interface What {
        /**
         * An event.
         *
         * @param operator to whom or by whom; null for whomever
         * @param queue in which; null for any
         * @param topic of which the bot took the chat to be by then; null for any
         */
        record Happens(
                Event event,
                @Nullable OperatorId operator,
                @Nullable QueueId queue,
                @Nullable String topic) implements What {}

        /** It ends so. */
        record EndsAs(Outcome outcome) implements What {}

        /** Some operator takes it. */
        record Answered() implements What {}

        /** Whether it is what was traced. */
        default boolean is(Rehearsal.Traced traced) {
            return switch (this) {
                case Happens(var event, var operator, var queue, var topic) ->
                    traced.event() == event
                            && (operator == null || traced.operator().equals(Optional.of(operator)))
                            && (queue == null || traced.queue().equals(Optional.of(queue)))
                            && (topic == null || traced.topic().equals(Optional.of(topic)));
                case EndsAs(var outcome) -> traced.outcome().equals(Optional.of(outcome));
                case Answered _ -> traced.event() == Event.ASSIGNED;
            };
        }
    }
}
