package io.kinetarch.server.record;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Follows the logs, so that finished chats can be found by their words and are counted a moment after they end; it costs those who chat
 * nothing.
 */
@Component
class KeptChats {
    private static final Logger LOG = LoggerFactory.getLogger(KeptChats.class);
    private static final int MOST_CALLS_AT_ONCE = 5_000;

    private final FoundMapper found;
    private final Counting counting;
    private final TransactionTemplate transaction;

    KeptChats(FoundMapper found, Counting counting, TransactionTemplate transaction) {
        this.found = found;
        this.counting = counting;
        this.transaction = transaction;
    }

    @Scheduled(fixedDelayString = "${kinetarch.records.look:1s}")
    void follow() {
        for (String plan : found.behind()) {
            try {
                boolean more = true;
                while (more && !Thread.currentThread().isInterrupted()) {
                    more = Boolean.TRUE.equals(transaction.execute(_ -> follow(plan)));
                }
            } catch (RuntimeException e) {
                LOG.warn(
                        "Chats of {} that have ended are neither found nor counted yet; trying again: {}",
                        plan,
                        e.getMessage());
            }
        }
    }

    /** Goes on by some calls; false where there are no more, or another instance goes on. */
    private boolean follow(String plan) {
        found.begin(plan);
        return found.until(plan)
                .map(after -> {
                    long done = found.done(plan);
                    long until = Math.min(done, after + MOST_CALLS_AT_ONCE);
                    counting.count(plan, after, until);
                    found.add(plan, after, until);
                    found.reached(plan, until);
                    return until < done;
                })
                .orElse(false);
    }
}
