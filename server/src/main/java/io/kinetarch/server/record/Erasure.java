package io.kinetarch.server.record;

import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.record.ErasureMapper.Due;
import io.kinetarch.server.record.ErasureMapper.Held;
import io.kinetarch.server.record.ErasureMapper.RetentionRow;
import io.kinetarch.server.record.Readings.What;
import io.kinetarch.server.record.Records.Search;
import java.time.Clock;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Erases what was written in finished chats: because somebody asks for it, or because its time is over. Counts and the log stay. */
@Service
class Erasure {
    private static final int MOST_AT_ONCE = 1000;

    private final ErasureMapper mapper;
    private final Records records;
    private final Readings readings;
    private final Plans plans;
    private final TransactionTemplate transaction;
    private final Clock clock;

    Erasure(
            ErasureMapper mapper,
            Records records,
            Readings readings,
            Plans plans,
            TransactionTemplate transaction,
            Clock clock) {
        this.mapper = mapper;
        this.records = records;
        this.readings = readings;
        this.plans = plans;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * What would go.
     *
     * @param given answers and what else visitors gave, by how often they did
     * @param outgoing transcripts and news that were sent or are to be
     * @param notes of colleagues, and what tickets were about
     */
    record ErasurePreview(long chats, long texts, long given, long files, long letters, long outgoing, long notes) {}

    /**
     * How long what was said is kept.
     *
     * @param door null for any
     * @param outcome as records write it; null for any
     * @param days after a chat's end, 1 to 36,500
     */
    record Retention(@Nullable String door, @Nullable String outcome, int days) {}

    ErasurePreview preview(String planId, Search search) {
        var chats = chats(planId, search);
        Held held = mapper.held(planId, chats);
        return new ErasurePreview(
                chats.length, held.texts(), held.given(), held.files(), held.letters(), held.outgoing(), held.notes());
    }

    /**
     * Erases what was written in the chats that are looked for.
     *
     * @param expected how many they were when it was shown what will go
     */
    ErasurePreview erase(String planId, Search search, long expected, SignedIn account, @Nullable String inWords) {
        var chats = chats(planId, search);
        if (chats.length != expected) {
            throw new Refusal(
                    Kind.STALE_EDIT,
                    "Meanwhile there are " + chats.length + " such chats, not " + expected
                            + ". Nothing was erased: look again at what will go.");
        }
        Held held = mapper.held(planId, chats);
        transaction.executeWithoutResult(_ -> {
            erase(planId, chats, account.name());
            readings.keep(planId, account, What.ERASED, search.chat(), inWords);
        });
        return new ErasurePreview(
                chats.length, held.texts(), held.given(), held.files(), held.letters(), held.outgoing(), held.notes());
    }

    private Long[] chats(String planId, Search search) {
        if (!records.isLimited(planId, search)) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "Say which chats: by a word, a day, a door or anything else that limits them.");
        }
        var chats = records.chats(planId, search, MOST_AT_ONCE + 1);
        if (chats.size() > MOST_AT_ONCE) {
            throw new Refusal(
                    Kind.INVALID_PARAMETER,
                    "These are more than " + MOST_AT_ONCE
                            + " chats. Erase them in parts, or set how long what was said is kept.");
        }
        return chats.toArray(Long[]::new);
    }

    private void erase(String planId, Long[] chats, @Nullable String account) {
        mapper.said(planId, chats);
        mapper.called(planId, chats);
        mapper.given(planId, chats);
        mapper.files(planId, chats);
        mapper.letters(planId, chats);
        mapper.outgoing(planId, chats);
        mapper.notes(planId, chats);
        mapper.tickets(planId, chats);
        mapper.talks(planId, chats);
        mapper.drafts(planId, chats);
        mapper.found(planId, chats);
        mapper.erased(planId, chats, clock.instant(), account);
    }

    List<Retention> retention(String planId) {
        return mapper.retention(planId).stream()
                .map(row -> new Retention(
                        row.doorId().isEmpty() ? null : row.doorId(),
                        row.outcome().isEmpty()
                                ? null
                                : row.outcome().toLowerCase(Locale.ROOT).replace('_', '-'),
                        row.days()))
                .toList();
    }

    /** Says how long what was said is kept from now on; what is older goes within the hour. */
    List<Retention> keepFor(String planId, List<Retention> rules) {
        plans.draftState(planId);
        var seen = new HashSet<String>();
        for (int i = 0; i < rules.size(); i++) {
            var rule = rules.get(i);
            if (rule.days() < 1 || rule.days() > 36_500) {
                throw new Refusal(
                        Kind.INVALID_DOCUMENT,
                        "/" + i + "/days",
                        "What was said is kept for 1 to 36,500 days; was " + rule.days() + ".");
            }
            if (!seen.add(rule.door() + " " + rule.outcome())) {
                throw new Refusal(
                        Kind.INVALID_DOCUMENT, "/" + i, "There is a rule for this door and this end already.");
            }
        }
        transaction.executeWithoutResult(_ -> {
            mapper.dropRetention(planId);
            rules.forEach(rule -> mapper.addRetention(
                    planId,
                    new RetentionRow(
                            rule.door() == null ? "" : rule.door(),
                            rule.outcome() == null
                                    ? ""
                                    : rule.outcome().toUpperCase(Locale.ROOT).replace('-', '_'),
                            rule.days())));
        });
        return retention(planId);
    }

    /** Erases what is older than it is to be kept. */
    @Scheduled(fixedDelayString = "${kinetarch.records.retention:1h}")
    void eraseOld() {
        List<Due> due;
        do {
            due = mapper.due(clock.instant(), MOST_AT_ONCE);
            due.stream()
                    .collect(Collectors.groupingBy(Due::planId, Collectors.mapping(Due::chat, Collectors.toList())))
                    .forEach((planId, chats) ->
                            transaction.executeWithoutResult(_ -> erase(planId, chats.toArray(Long[]::new), null)));
        } while (due.size() == MOST_AT_ONCE);
    }
}
