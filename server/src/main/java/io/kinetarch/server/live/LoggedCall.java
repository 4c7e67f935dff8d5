package io.kinetarch.server.live;

import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * A call as it stands in the log.
 *
 * @param decisions the version of the decisions under which it was written
 * @param kind see {@link CallKind}
 * @param chat null where an operator acts for themselves, or nobody does
 * @param detail what it needs besides, in one text
 * @param given what a visitor gave with it, as JSON; null for nothing, or where it was erased
 */
record LoggedCall(
        long number,
        Instant at,
        int decisions,
        String kind,
        @Nullable Long chat,
        @Nullable String operator,
        @Nullable String detail,
        @Nullable UUID key,
        @Nullable String given) {}
