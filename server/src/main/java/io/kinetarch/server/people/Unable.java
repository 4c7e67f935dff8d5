package io.kinetarch.server.people;

import io.kinetarch.core.people.PeopleTable;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.account.Accounts.Standing;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * An operator to whom no live chat can come, however long one waits for them.
 *
 * @param operator id
 * @param account they are to sign in with; null for none
 */
record Unable(String operator, @Nullable String account, Why why) {
    /** What stands in the way; the first that does. */
    enum Why {
        /** They have no account to sign in with. */
        NO_ACCOUNT,
        /** There is no account of that name. */
        ACCOUNT_UNKNOWN,
        /** Their account is disabled. */
        ACCOUNT_DISABLED,
        /** Their account's role does not answer chats. */
        MAY_NOT_ANSWER,
        /** They were invited and have set no password yet. */
        INVITED,
        /** They are a member of no queue. */
        NO_QUEUE
    }

    /** Those of a plan, in its order. */
    static List<Unable> of(Plan plan, Map<String, Standing> accounts) {
        var queues = PeopleTable.of(plan).queuesOf();
        return plan.operators().stream()
                .flatMap(operator -> why(operator, accounts)
                        .or(() -> queues.getOrDefault(operator.id(), List.of()).isEmpty()
                                ? Optional.of(Why.NO_QUEUE)
                                : Optional.empty())
                        .map(why -> new Unable(operator.id().value(), operator.account(), why))
                        .stream())
                .toList();
    }

    private static Optional<Why> why(Operator operator, Map<String, Standing> accounts) {
        String name = operator.account();
        if (name == null) {
            return Optional.of(Why.NO_ACCOUNT);
        }
        var standing = accounts.get(name);
        if (standing == null) {
            return Optional.of(Why.ACCOUNT_UNKNOWN);
        }
        if (standing.disabled()) {
            return Optional.of(Why.ACCOUNT_DISABLED);
        }
        if (!standing.answers()) {
            return Optional.of(Why.MAY_NOT_ANSWER);
        }
        return standing.invited() ? Optional.of(Why.INVITED) : Optional.empty();
    }
}
