package io.kinetarch.server.record;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Follows the logs, so that finished chats can be found by their words a moment after they end; it costs those who chat nothing. */
@Component
class FoundChats {
    private static final Logger LOG = LoggerFactory.getLogger(FoundChats.class);
    private static final int MOST_CALLS_AT_ONCE = 5_000;

    private final FoundMapper mapper;
    private final TransactionTemplate transaction;

    FoundChats(FoundMapper mapper, TransactionTemplate transaction) {
        this.mapper = mapper;
        this.transaction = transaction;
    }

    @Scheduled(fixedDelayString = "${kinetarch.records.look:1s}")
    void follow() {
        for (String plan : mapper.behind()) {
            try {
                transaction.executeWithoutResult(_ -> follow(plan));
            } catch (RuntimeException e) {
                LOG.warn("Chats of {} that have ended cannot be found yet; trying again: {}", plan, e.getMessage());
            }
        }
    }

    private void follow(String plan) {
        mapper.begin(plan);
        mapper.until(plan).ifPresent(after -> {
            long until = Math.min(mapper.done(plan), after + MOST_CALLS_AT_ONCE);
            mapper.add(plan, after, until);
            mapper.reached(plan, until);
        });
    }
}
