package io.kinetarch.server.live;

import io.kinetarch.core.dispatch.Dispatcher;
import io.kinetarch.core.dispatch.Stage;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.server.database.Connections;
import io.kinetarch.server.plan.Plans;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;
import java.util.concurrent.Semaphore;
import java.util.concurrent.ThreadFactory;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * Runs the dispatcher of one plan while this instance holds its lease: takes calls from the log in order, stores what came of them,
 * and lets time pass when something is due.
 */
final class LiveRunner {
    /** How long a lease lasts that is not kept: as long as others wait before they take over. */
    static final int LEASE_SECONDS = 3;

    private static final String WITH_BOT = Stage.BOT.name();
    private static final String HELD = Stage.HELD.name();
    private static final Logger LOG = LoggerFactory.getLogger(LiveRunner.class);
    private static final Duration KEEP = Duration.ofSeconds(1);
    private static final int MOST_AT_ONCE = 500;
    /** A state is stored after so many calls, or after a while with any, which bounds what is gone through again. */
    private static final int CALLS_A_STATE = 20_000;

    /** How many calls are read in one go where they are gone through again. */
    private static final int STRETCH = 10_000;

    private static final ThreadFactory READER =
            Thread.ofVirtual().name("live-reader-", 0).factory();
    private static final Executor READERS =
            Executors.newThreadPerTaskExecutor(work -> READER.newThread(() -> Connections.forChats(work)));

    private static final Duration STATE_EVERY = Duration.ofSeconds(30);

    private final String planId;
    private final long term;
    private final Parts parts;
    private final Semaphore news = new Semaphore(0);
    private volatile boolean wanted = true;

    private @Nullable Run run;
    private final Pace pace = new Pace();
    private long done;
    private long stateAfter;
    private long stateNanos = System.nanoTime();
    private long keptNanos = System.nanoTime();

    /** What runners work with. */
    @Component
    record Parts(
            LiveMapper mapper,
            RowStore rows,
            ChatReader reader,
            LiveLog log,
            LiveNews news,
            Passing passing,
            Plans plans,
            TransactionTemplate transaction,
            JsonMapper json,
            ApplicationEventPublisher events) {}

    LiveRunner(String planId, long term, Parts parts) {
        this.planId = planId;
        this.term = term;
        this.parts = parts;
    }

    /** There may be calls that were not taken yet. */
    void wake() {
        news.release();
    }

    /** Asks it to end, with its state stored and the lease given up. */
    void end() {
        wanted = false;
        news.release();
    }

    /** Runs until it is asked to end, the lease is lost, or something fails: then another begins from what is stored. */
    void run() {
        try {
            recover();
            boolean held = true;
            while (wanted && held) {
                held = step();
            }
            if (held) {
                storeState();
                parts.mapper.giveUpLease(planId, term);
            } else {
                LOG.warn("Another instance runs the plan {} now", planId);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (RuntimeException e) {
            LOG.warn("The run of the plan {} is taken up again: {}", planId, String.valueOf(e.getMessage()), e);
        }
    }

    private Run current() {
        var now = run;
        if (now == null) {
            throw new IllegalStateException("the run has not begun");
        }
        return now;
    }

    private Given given(LoggedCall call) {
        String given = call.given();
        return given == null ? Given.NOTHING : parts.json.readValue(given, Given.class);
    }

    private Run.Plans revisions() {
        return new Run.Plans() {
            @Override
            public Plan revision(int number) {
                return parts.plans.revisionState(planId, number).plan();
            }

            @Override
            public Map<QueueId, QueueId> replaced(int number) {
                return parts.plans.replaced(planId, number);
            }
        };
    }

    // Taking up

    private void recover() {
        var stands = parts.mapper.stands(planId);
        done = stands.done();
        byte[] state = stands.state();
        Long after = stands.stateAfter();
        long begun = System.nanoTime();
        if (state != null && after != null && isReadable(stands, after)) {
            takeUp(state, after, stands);
        } else if (state == null && parts.mapper.isUnder(planId, Dispatcher.DECISIONS, 0, done)) {
            fromTheBeginning();
        } else {
            fromStoredChats();
        }
        callTheRoll();
        botsTurn(parts.reader.open(planId).stream()
                .filter(chat -> WITH_BOT.equals(chat.stage()))
                .map(ChatReader.StoredChat::id)
                .toList());
        LOG.info(
                "Runs the plan {} from call {} on, after {} ms",
                planId,
                done + 1,
                Duration.ofNanos(System.nanoTime() - begun).toMillis());
    }

    /**
     * Nobody knows whose connections have broken while nobody ran the plan, or with the instance that did: everybody is taken for lost
     * until one of theirs is heard of.
     */
    private void callTheRoll() {
        var visitors = parts.reader.open(planId).stream()
                .filter(chat -> !chat.hasEnded())
                .map(chat -> Wish.byVisitor(chat.id(), CallKind.VISITOR_LOST, null, null));
        var operators = parts.reader.operators(planId).stream()
                .filter(operator -> operator.state().equals("present"))
                .map(operator -> Wish.by(CallKind.OPERATOR_LOST, operator.operatorId()));
        parts.log.appendAll(planId, Stream.concat(visitors, operators).toList());
        parts.passing.allLost(planId);
    }

    private boolean isReadable(LiveMapper.RunStands stands, long after) {
        Integer decisions = stands.stateDecisions();
        return decisions != null
                && decisions == Dispatcher.DECISIONS
                && parts.mapper.isUnder(planId, Dispatcher.DECISIONS, after, done);
    }

    private void takeUp(byte[] state, long after, LiveMapper.RunStands stands) {
        Integer revision = stands.stateRevision();
        String chats = stands.stateChats();
        if (revision == null || chats == null) {
            throw new IllegalStateException("the stored state of " + planId + " is incomplete");
        }
        try {
            run = new Run(
                    revisions().revision(revision),
                    revision,
                    state,
                    parts.json.readValue(chats, new TypeReference<Map<String, Long>>() {}));
        } catch (IllegalArgumentException e) {
            LOG.warn("The stored state of {} is not read ({}); chats are taken over as stored", planId, e.getMessage());
            fromStoredChats();
            return;
        }
        goThroughAgain(after);
        stateAfter = after;
    }

    private void fromTheBeginning() {
        var first = parts.mapper.callsAfter(planId, 0, 1).getFirst();
        int revision = Integer.parseInt(String.valueOf(first.detail()));
        run = new Run(revisions().revision(revision), revision);
        goThroughAgain(0);
    }

    /** What happened after a state, without storing what came of it once more. */
    private void goThroughAgain(long after) {
        var next = stretch(after);
        for (long until = after; until < done; until += STRETCH) {
            var calls = next.join();
            // The database reads the next ones meanwhile.
            next = stretch(until + STRETCH);
            current().again(calls, this::given, revisions());
        }
        current().knows(parts.reader.open(planId), parts.reader.operators(planId));
    }

    private CompletableFuture<List<LoggedCall>> stretch(long after) {
        long until = Math.min(done, after + STRETCH);
        return CompletableFuture.supplyAsync(
                () -> after >= until
                        ? List.of()
                        : parts.mapper
                                .callsBetween(planId, after, until)
                                .map(LiveMapper.Stretch::calls)
                                .orElse(List.of()),
                READERS);
    }

    /** Under other decisions an older log is never gone through: chats go on from what is stored of them. */
    private void fromStoredChats() {
        int revision = parts.mapper
                .revisionAt(planId, done)
                .orElseThrow(() -> new IllegalStateException("the log of " + planId + " knows no revision"));
        var fresh = new Run(revisions().revision(revision), revision);
        run = fresh;
        var chats = parts.reader.open(planId);
        var operators = parts.reader.operators(planId);
        fresh.knows(chats, operators);
        var by = new LoggedCall(done, beforeTheNext(), CallKind.PASS_TIME.word(), null, null, null, null);
        fresh.beginAdopting((int) term);
        fresh.adoptPauses(parts.mapper.pausedDoors(planId), by);
        operators.forEach(operator -> fresh.adopt(operator, by));
        for (var chat : chats) {
            var visitor = parts.reader
                    .givenWith(planId, chat.id())
                    .map(given -> parts.json.readValue(given, Given.class))
                    .orElse(Given.NOTHING);
            fresh.adopt(chat, visitor.visit(new DoorId(chat.doorId())), by);
        }
        if (!store(done, fresh.collect())) {
            throw new IllegalStateException("the lease was lost meanwhile");
        }
        storeState();
    }

    /** Now, or when the first call was given that is not taken yet: none may come before what the run knows already. */
    private Instant beforeTheNext() {
        var now = parts.log.now(planId);
        return parts.mapper.callsAfter(planId, done, 1).stream()
                .map(LoggedCall::at)
                .filter(now::isAfter)
                .findFirst()
                .orElse(now);
    }

    // Going on

    private boolean step() throws InterruptedException {
        pace.keep();
        news.drainPermits();
        var calls = parts.mapper.callsAfter(planId, done, MOST_AT_ONCE);
        if (!calls.isEmpty()) {
            return takeAll(calls);
        }
        var now = parts.log.now(planId);
        long next = current().nextTimer();
        if (next <= now.toEpochMilli()) {
            parts.log.append(planId, Wish.of(CallKind.PASS_TIME, null));
            return true;
        }
        if (isStateDue() && !storeState()) {
            return false;
        }
        if (System.nanoTime() - keptNanos >= KEEP.toNanos()) {
            keptNanos = System.nanoTime();
            if (parts.mapper.keepLease(planId, term, LEASE_SECONDS) == 0) {
                return false;
            }
        }
        news.tryAcquire(Math.min(next - now.toEpochMilli(), KEEP.toMillis()), TimeUnit.MILLISECONDS);
        return true;
    }

    private boolean takeAll(List<LoggedCall> calls) {
        for (var call : calls) {
            try {
                current().take(call, given(call), revisions());
            } catch (RuntimeException e) {
                LOG.error("The dispatcher of {} fails at call {}; it is set aside", planId, call.number(), e);
                parts.mapper.setAside(planId, call.number(), "the server failed at it");
                throw e;
            }
        }
        boolean held = store(calls.getLast().number(), current().collect());
        return held && (done - stateAfter < CALLS_A_STATE || storeState());
    }

    /** Whether this instance was still the one to store it. */
    private boolean store(long until, LiveRows rows) {
        long before = done;
        boolean held = Boolean.TRUE.equals(parts.transaction.execute(status -> {
            if (parts.mapper.proceed(planId, term, before, until, LEASE_SECONDS) == 0) {
                status.setRollbackOnly();
                return false;
            }
            parts.rows.insert(planId, rows);
            parts.mapper.notify(
                    LiveNews.CHANNEL,
                    LiveNews.notice(planId, before, until, rows.refused().size()));
            return true;
        }));
        if (held) {
            done = until;
            keptNanos = System.nanoTime();
            parts.news.stored(planId, before, until, rows.refused());
            // Without a bot nobody reads along.
            var spoken = rows.entries().stream()
                    .filter(entry -> current().hasBots() && "visitor".equals(entry.author()))
                    .map(LiveRows.Entry::chat)
                    .collect(Collectors.toSet());
            botsTurn(rows.chats().stream()
                    .filter(chat ->
                            chat.stage().equals(WITH_BOT) || (chat.stage().equals(HELD) && spoken.contains(chat.id())))
                    .map(LiveRows.Standing::id)
                    .toList());
        }
        return held;
    }

    private void botsTurn(List<Long> withBots) {
        if (!withBots.isEmpty()) {
            parts.events.publishEvent(new BotsTurn(planId, withBots));
        }
    }

    private String text(Object rows) {
        return parts.json.writeValueAsString(rows);
    }

    private boolean isStateDue() {
        return done > stateAfter && System.nanoTime() - stateNanos >= STATE_EVERY.toNanos();
    }

    private boolean storeState() {
        var now = current();
        stateNanos = System.nanoTime();
        stateAfter = done;
        return parts.mapper.storeState(
                        planId, term, now.state(), text(now.stateChats()), done, now.revision(), Dispatcher.DECISIONS)
                == 1;
    }
}
