package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.QueueId;
import java.time.Duration;
import org.jspecify.annotations.Nullable;

/** Something that must happen to a chat of a script by a time, or must not. */
public sealed interface Expectation {
    String chat();

    /** Counted from the start, inclusive. */
    Duration by();

    /**
     * An event comes.
     *
     * @param operator to whom or by whom; null for whomever
     * @param queue in which; null for any
     */
    record Happens(
            String chat,
            Event event,
            @Nullable OperatorId operator,
            @Nullable QueueId queue,
            Duration by) implements Expectation {}

    /** An event does not come; the rest as of {@link Happens}. */
    record DoesNot(
            String chat,
            Event event,
            @Nullable OperatorId operator,
            @Nullable QueueId queue,
            Duration by) implements Expectation {}

    /** It ends so. */
    record EndsAs(String chat, Outcome outcome, Duration by) implements Expectation {}

    /** Some operator takes it. */
    record Answered(String chat, Duration by) implements Expectation {}
}
