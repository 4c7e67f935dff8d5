package io.kinetarch.server.live;

import java.time.Instant;
import org.jspecify.annotations.Nullable;

/**
 * A call as it stands in the log.
 *
 * @param kind see {@link CallKind}
 * @param chat null where an operator acts for themselves, or nobody does
 * @param detail what it needs besides, in one text
 * @param given what a visitor gave with it, as JSON; null for nothing, or where it was erased
 */
record LoggedCall(
        long number,
        Instant at,
        String kind,
        @Nullable Long chat,
        @Nullable String operator,
        @Nullable String detail,
        @Nullable String given) {}
