package io.kinetarch.server.problem;

import io.kinetarch.server.problem.Refusal.Kind;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.transaction.TransactionException;

/** Recognises that a failure comes from the database not being there, gone in the middle of a transaction, or without room. */
final class Outage {
    private static final Duration WORTH_WAITING = Duration.ofSeconds(5);
    /** SQLSTATE classes of ISO/IEC 9075: 08 connection exception; PostgreSQL's 57P: the server shuts down or starts. */
    private static final String CONNECTION = "08";

    private static final String SHUTDOWN = "57P";
    /** PostgreSQL's: the disk is full. */
    private static final String DISK_FULL = "53100";

    private Outage() {}

    /** The refusal that such a failure is told as; none if it has another cause. */
    static Optional<Refusal> of(Throwable failure) {
        boolean away = false;
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            String state = cause instanceof SQLException sql ? sql.getSQLState() : null;
            if (DISK_FULL.equals(state)) {
                return Optional.of(
                        unavailable("The disk under the database is full. Nothing was stored. Free some room on it."));
            }
            away |= cause instanceof SQLTransientConnectionException
                    || cause instanceof TransactionException
                    || cause instanceof DataAccessResourceFailureException
                    || isAway(state);
        }
        return away
                ? Optional.of(unavailable(
                        "The database does not answer. Nothing was stored. It is looked for again and again; try again in"
                                + " some seconds."))
                : Optional.empty();
    }

    private static Refusal unavailable(String words) {
        return new Refusal(Kind.UNAVAILABLE, words).retryAfter(WORTH_WAITING);
    }

    private static boolean isAway(@Nullable String state) {
        return state != null && (state.startsWith(CONNECTION) || state.startsWith(SHUTDOWN));
    }
}
