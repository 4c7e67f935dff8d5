package io.kinetarch.core.report;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * Something that happened in a chat.
 *
 * @param operator to whom, or by whom; null where it has to do with none
 * @param queue in which; null for none
 */
public record Happened(
        Instant at,
        What what,
        @Nullable String operator,
        @Nullable String queue) {
    /** What it was, as far as it is counted. */
    public enum What {
        TO_BOT,
        /** It waits in a queue, or waits again, or went on to another. */
        QUEUED,
        /** An operator holds it. */
        ASSIGNED,
        /** An operator did not accept it in time. */
        LAPSED,
        DECLINED,
        VISITOR_SAID,
        /** The visitor said something that asks a question. */
        VISITOR_ASKED,
        OPERATOR_SAID,
        BOT_SAID,
        TRANSFERRED,
        /** A colleague takes part besides the one who holds it. */
        CALLED_IN,
        STEPPED_OUT,
        ENDED,
        /** The operator's place is free again after it. */
        WRAPPED_UP
    }
}
