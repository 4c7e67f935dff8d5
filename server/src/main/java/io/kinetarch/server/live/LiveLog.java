package io.kinetarch.server.live;

import io.kinetarch.server.database.Connections;
import io.kinetarch.server.plan.Revisions.WentLive;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Appends to the logs of live plans. Calls that come while others are being stored are stored together next, in one transaction, so
 * that many cost little more than one.
 */
@Service
public class LiveLog {
    /** Notices of it wake the instance that runs the plan. */
    static final String CHANNEL = "live_call";

    private static final int MOST_AT_ONCE = 500;
    private static final int MOST_WAITING = 20_000;

    private final LiveMapper mapper;
    private final TransactionTemplate transaction;
    private final JsonMapper json;
    private final Clock clock;
    private final Map<String, Lane> lanes = new ConcurrentHashMap<>();

    LiveLog(LiveMapper mapper, TransactionTemplate transaction, JsonMapper json, Clock clock) {
        this.mapper = mapper;
        this.transaction = transaction;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A call that is in the log.
     *
     * @param again whether it was already
     */
    public record Appended(long number, boolean again) {}

    private record Waiting(Wish wish, CompletableFuture<Appended> appended) {}

    private record KeyRow(@Nullable Long chat, UUID key) {}

    /**
     * Appends a call and waits until it is stored.
     *
     * @throws Refusal if the plan is not live, or too many wait to be stored
     */
    public Appended append(String planId, Wish wish) {
        return stored(offer(planId, wish));
    }

    /** Appends calls in their order, as many at a time as are stored together, and waits until all are stored. */
    void appendAll(String planId, List<Wish> wishes) {
        for (int from = 0; from < wishes.size(); from += MOST_AT_ONCE) {
            wishes.subList(from, Math.min(wishes.size(), from + MOST_AT_ONCE)).stream()
                    .map(wish -> offer(planId, wish))
                    .toList()
                    .forEach(LiveLog::stored);
        }
    }

    private CompletableFuture<Appended> offer(String planId, Wish wish) {
        var appended = new CompletableFuture<Appended>();
        if (!lanes.computeIfAbsent(planId, Lane::new).waiting.offer(new Waiting(wish, appended))) {
            throw new Refusal(Kind.UNAVAILABLE, "Too much comes at once to be stored. Try again in some seconds.")
                    .retryAfter(Duration.ofSeconds(5));
        }
        return appended;
    }

    private static Appended stored(CompletableFuture<Appended> appended) {
        try {
            return appended.join();
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : e;
        }
    }

    /** A revision that goes live is a call, stored with it or not at all. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    public void goesLive(WentLive revision) {
        appendPlan(revision.planId(), revision.revision());
    }

    /** Revisions that went live when there was no log yet. */
    void catchUp() {
        mapper.unlogged()
                .forEach(missing ->
                        transaction.executeWithoutResult(_ -> appendPlan(missing.planId(), missing.revision())));
    }

    private void appendPlan(String planId, int revision) {
        mapper.begin(planId, clock.instant());
        mapper.beginRun(planId);
        store(planId, List.of(Wish.of(CallKind.PLAN, Integer.toString(revision))));
        mapper.wentLive(planId, revision);
    }

    /** The instant that a call would be given now; none before anything was appended here. */
    Instant now(String planId) {
        var lane = lanes.computeIfAbsent(planId, Lane::new);
        return lane.now(Instant.MIN);
    }

    private final class Lane {
        final BlockingQueue<Waiting> waiting = new LinkedBlockingQueue<>(MOST_WAITING);
        private final String planId;
        private @Nullable LogClock instants;

        Lane(String planId) {
            this.planId = planId;
            Thread.ofVirtual().name("live-log-" + planId).start(() -> Connections.forChats(this::storeAll));
        }

        synchronized Instant now(Instant heard) {
            var given = instants;
            if (given == null) {
                var start = clock.instant();
                given = new LogClock(heard.isAfter(start) ? heard : start, clock, System::nanoTime);
                instants = given;
            }
            if (!heard.equals(Instant.MIN)) {
                given.heardOf(heard);
            }
            return given.now();
        }

        private void storeAll() {
            try {
                var pace = new Pace();
                while (true) {
                    var batch = new ArrayList<Waiting>();
                    batch.add(waiting.take());
                    pace.keep();
                    waiting.drainTo(batch, MOST_AT_ONCE - 1);
                    storeTogether(batch);
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }

        private void storeTogether(List<Waiting> batch) {
            try {
                var stored = transaction.execute(
                        _ -> store(planId, batch.stream().map(Waiting::wish).toList()));
                for (int i = 0; i < batch.size(); i++) {
                    batch.get(i).appended.complete(stored.get(i));
                }
            } catch (DataIntegrityViolationException e) {
                if (batch.size() == 1) {
                    batch.getFirst().appended.completeExceptionally(e);
                } else {
                    // What one of them is refused for is no fault of the others'.
                    batch.forEach(one -> storeTogether(List.of(one)));
                }
            } catch (RuntimeException e) {
                batch.forEach(one -> one.appended.completeExceptionally(e));
            }
        }
    }

    /** Stores calls in the transaction that is under way. */
    private List<Appended> store(String planId, List<Wish> wishes) {
        var end = mapper.lock(planId)
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan \"" + planId + "\" is not live."));
        var known = known(planId, wishes);
        var at = lanes.computeIfAbsent(planId, Lane::new).now(end.newestAt());
        long newest = end.newest();
        var appended = new ArrayList<Appended>();
        var rows = new CallRows();
        for (Wish wish : wishes) {
            var start = wish.start();
            var key = start == null ? wish.key() : start.key();
            var name = key == null ? null : new KeyRow(wish.chat(), key);
            Long before = name == null ? null : known.get(name);
            if (before != null) {
                appended.add(new Appended(before, true));
                continue;
            }
            long number = ++newest;
            appended.add(new Appended(number, false));
            if (name != null) {
                known.put(name, number);
            }
            rows.add(number, at, wish);
        }
        if (rows.isEmpty()) {
            return appended;
        }
        rows.insert(planId, mapper, json);
        mapper.grow(planId, newest, at);
        mapper.notify(CHANNEL, planId);
        return appended;
    }

    private Map<KeyRow, Long> known(String planId, List<Wish> wishes) {
        var known = new HashMap<KeyRow, Long>();
        var calls = wishes.stream()
                .filter(wish -> wish.key() != null)
                .map(wish -> new KeyRow(wish.chat(), Objects.requireNonNull(wish.key())))
                .toList();
        if (!calls.isEmpty()) {
            mapper.known(planId, json.writeValueAsString(calls))
                    .forEach(call -> known.put(new KeyRow(call.chat(), call.key()), call.number()));
        }
        var starts = wishes.stream()
                .flatMap(wish -> Stream.ofNullable(wish.start()))
                .map(start -> new KeyRow(null, start.key()))
                .toList();
        if (!starts.isEmpty()) {
            mapper.knownChats(planId, json.writeValueAsString(starts))
                    .forEach(chat -> known.put(new KeyRow(null, chat.key()), chat.id()));
        }
        return known;
    }
}
