package io.kinetarch.server.problem;

import io.kinetarch.server.problem.Refusal.Kind;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.transaction.TransactionException;

/** Recognises that a failure comes from the database not being there, or gone in the middle of a transaction. */
final class Outage {
    private static final Duration WORTH_WAITING = Duration.ofSeconds(5);
    /** SQLSTATE classes of ISO/IEC 9075: 08 connection exception; PostgreSQL's 57P: the server shuts down or starts. */
    private static final String CONNECTION = "08";

    private static final String SHUTDOWN = "57P";

    private Outage() {}

    /** The refusal that such a failure is told as; none if it has another cause. */
    static Optional<Refusal> of(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLTransientConnectionException
                    || cause instanceof TransactionException
                    || cause instanceof DataAccessResourceFailureException
                    || (cause instanceof SQLException sql && isAway(sql.getSQLState()))) {
                return Optional.of(new Refusal(
                                Kind.UNAVAILABLE,
                                "The database does not answer. Nothing was stored. It is looked for again and again; try again in"
                                        + " some seconds.")
                        .retryAfter(WORTH_WAITING));
            }
        }
        return Optional.empty();
    }

    private static boolean isAway(@Nullable String state) {
        return state != null && (state.startsWith(CONNECTION) || state.startsWith(SHUTDOWN));
    }
}
