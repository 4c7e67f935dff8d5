package io.kinetarch.server.live;

import io.kinetarch.core.dispatch.Dispatcher;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.server.live.LiveRows.DoorRow;
import io.kinetarch.server.live.LiveRows.Entry;
import io.kinetarch.server.live.LiveRows.OperatorRow;
import io.kinetarch.server.live.LiveRows.Standing;
import io.kinetarch.server.live.LiveRows.Words;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/**
 * A plan's log that is written with instants of the past, and what the dispatcher does with its calls: the same calls and the same rows as
 * if they had been made then. Goes on with nothing but the transaction in which it was begun.
 */
public final class PastLog {
    private static final int CALLS_AT_ONCE = 4000;

    private final String planId;
    private final Plan plan;
    private final Parts parts;
    private final Run run;
    private long newest = 1; // the first is the plan's own
    private Instant newestAt;

    private CallRows calls = new CallRows();
    private int waiting;
    private int stored;
    private final List<Entry> entries = new ArrayList<>();
    private final List<Words> words = new ArrayList<>();
    private final Map<Long, Standing> chats = new LinkedHashMap<>();
    private final Map<String, OperatorRow> operators = new TreeMap<>();
    private final Map<Long, String> refused = new LinkedHashMap<>();
    private @Nullable List<DoorRow> doors;

    record Parts(LiveMapper mapper, RowStore rows, JsonMapper json) {}

    PastLog(String planId, Plan plan, Instant since, Parts parts) {
        this.planId = planId;
        this.plan = plan;
        this.parts = parts;
        run = new Run(plan, 1);
        newestAt = since;
    }

    /**
     * Something that happened in a chat.
     *
     * @param event of the trace, as {@code offered}
     * @param author who said it; null where nothing was said
     */
    public record Happened(
            long chat,
            Instant at,
            String event,
            @Nullable String author,
            @Nullable String operatorId,
            @Nullable String queueId) {}

    /**
     * How a chat stands after a call.
     *
     * @param stage of the dispatcher's, OVER once nothing is left of it
     */
    public record Stands(
            long chat,
            String stage,
            @Nullable String queueId,
            @Nullable String operatorId,
            List<String> ways) {}

    /** What came of a call. */
    public record Step(long number, List<Happened> happened, List<Stands> chats, boolean isRefused) {}

    /** When something happens by itself next; {@link Instant#MAX} for never. */
    public Instant nextTimer() {
        long next = run.nextTimer();
        return next == Long.MAX_VALUE ? Instant.MAX : Instant.ofEpochMilli(next);
    }

    /** Makes a call; instants never go back. */
    public Step take(Instant at, Wish wish) {
        if (at.isBefore(newestAt)) {
            throw new IllegalArgumentException("a call of " + at + " comes after one of " + newestAt);
        }
        newestAt = at;
        long number = ++newest;
        calls.add(number, at, wish);
        waiting++;
        var given = wish.given();
        run.take(
                new LoggedCall(
                        number,
                        at,
                        wish.kind().word(),
                        CallRows.chat(number, wish),
                        wish.operator(),
                        wish.detail(),
                        null),
                given == null ? Given.NOTHING : given,
                ONE_REVISION);
        return keep(number, run.collect());
    }

    /** Lets what is due until then happen. */
    public Step passTime(Instant at) {
        return take(at, Wish.of(CallKind.PASS_TIME, null));
    }

    private static final Run.Plans ONE_REVISION = new Run.Plans() {
        @Override
        public Plan revision(int number) {
            throw new IllegalStateException("in a past log no plan changes");
        }

        @Override
        public Map<QueueId, QueueId> replaced(int number) {
            throw new IllegalStateException("in a past log no plan changes");
        }
    };

    private Step keep(long number, LiveRows rows) {
        entries.addAll(rows.entries());
        words.addAll(rows.words());
        rows.chats().forEach(chat -> chats.put(chat.id(), chat));
        rows.operators().forEach(operator -> operators.put(operator.operatorId(), operator));
        refused.putAll(rows.refused());
        if (rows.doors() != null) {
            doors = rows.doors();
        }
        if (waiting >= CALLS_AT_ONCE) {
            store();
        }
        return new Step(
                number,
                rows.entries().stream()
                        .map(entry -> new Happened(
                                entry.chat(),
                                entry.at(),
                                entry.event(),
                                entry.author(),
                                entry.operatorId(),
                                entry.queueId()))
                        .toList(),
                rows.chats().stream()
                        .map(chat ->
                                new Stands(chat.id(), chat.stage(), chat.queueId(), chat.operatorId(), chat.ways()))
                        .toList(),
                !rows.refused().isEmpty());
    }

    private void store() {
        if (waiting == 0) {
            return;
        }
        calls.insert(planId, parts.mapper(), parts.json());
        parts.rows()
                .insert(
                        planId,
                        new LiveRows(
                                List.copyOf(entries),
                                List.copyOf(words),
                                List.copyOf(chats.values()),
                                List.copyOf(operators.values()),
                                doors,
                                Map.copyOf(refused)));
        stored++;
        if (Integer.bitCount(stored) == 1) {
            // It looks for chats as if there were few, until it hears that there are many.
            parts.mapper().analyze();
        }
        calls = new CallRows();
        waiting = 0;
        entries.clear();
        words.clear();
        chats.clear();
        operators.clear();
        refused.clear();
        doors = null;
    }

    /** The plan's run goes on from here; to be called last. */
    public void end() {
        store();
        parts.mapper().grow(planId, newest, newestAt);
        parts.mapper()
                .goOnFrom(
                        planId,
                        run.state(),
                        parts.json().writeValueAsString(run.stateChats()),
                        newest,
                        run.revision(),
                        Dispatcher.DECISIONS);
    }

    public Plan plan() {
        return plan;
    }
}
