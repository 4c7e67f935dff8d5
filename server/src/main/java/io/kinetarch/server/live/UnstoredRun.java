package io.kinetarch.server.live;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Refusal;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.live.ChatReader.StoredOperator;
import io.kinetarch.server.live.LiveRows.Entry;
import io.kinetarch.server.live.LiveRows.Standing;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** A run of a plan that is kept nowhere: calls go in, and what would be stored of live chats can be read, for whoever shows it. */
public final class UnstoredRun {
    private static final byte[] NO_TOKEN = {};

    private final Run run;
    private final Map<Long, Arrived> arrived = new TreeMap<>();
    private final Map<Long, String> said = new HashMap<>();
    private long newest;

    private record Arrived(String door, String language, Instant at) {}

    /** A run in which nothing has happened. */
    public UnstoredRun(Plan plan) {
        run = new Run(plan, 0);
    }

    /**
     * How everything stands.
     *
     * @param chats in the order of their arrival, ended ones too
     * @param entries what happened in each, by its id
     */
    public record Stand(List<StoredChat> chats, Map<Long, List<StoredEntry>> entries, List<StoredOperator> operators) {}

    /** The number of the next call, which is the id of the chat if that is an arrival. */
    public long next() {
        return newest + 1;
    }

    /**
     * Takes a call.
     *
     * @param act in which chats go by their ids
     * @param words that are said with it; null for none
     * @return why it was not taken
     */
    public Optional<Refusal> take(Instant at, Call act, @Nullable String words) {
        long number = ++newest;
        if (act instanceof Call.Arrive(var _, var visit)) {
            arrived.put(number, new Arrived(visit.door().value(), visit.language(), at));
        }
        if (words != null) {
            said.put(number, words);
        }
        return run.take(
                new LoggedCall(
                        number,
                        at,
                        "",
                        act.about().map(Long::valueOf).orElse(null),
                        null,
                        words == null ? null : Wish.WITH_WORDS,
                        null),
                act);
    }

    /** When something happens by itself next; none for never. */
    public Optional<Instant> nextTimer() {
        long next = run.nextTimer();
        return next == Long.MAX_VALUE ? Optional.empty() : Optional.of(Instant.ofEpochMilli(next));
    }

    /** How everything stands now; to be asked for once, at the end. */
    public Stand stand() {
        var rows = run.collect();
        var words = new HashMap<String, String>();
        rows.words().forEach(one -> words.put(one.call() + " " + one.part(), one.words()));
        var entries = new HashMap<Long, List<StoredEntry>>();
        rows.entries()
                .forEach(entry -> entries.computeIfAbsent(entry.chat(), _ -> new ArrayList<>())
                        .add(stored(entry, words)));
        return new Stand(
                rows.chats().stream()
                        .filter(standing -> arrived.containsKey(standing.id()))
                        .sorted((one, other) -> Long.compare(one.id(), other.id()))
                        .map(this::stored)
                        .toList(),
                entries,
                rows.operators().stream()
                        .map(operator -> new StoredOperator(
                                operator.operatorId(),
                                operator.state(),
                                operator.reason(),
                                operator.since(),
                                operator.inUse(),
                                operator.chats(),
                                String.join(",", operator.joined()),
                                String.join(",", operator.parted())))
                        .toList());
    }

    private StoredEntry stored(Entry entry, Map<String, String> words) {
        Integer part = entry.wordsPart();
        return new StoredEntry(
                entry.chat(),
                entry.number(),
                entry.at(),
                entry.event(),
                entry.author(),
                entry.operatorId(),
                entry.queueId(),
                entry.because(),
                null,
                part == null ? null : part == 0 ? said.get(entry.call()) : words.get(entry.call() + " " + part),
                null,
                null,
                null,
                null,
                null);
    }

    private StoredChat stored(Standing chat) {
        var came = arrived.getOrDefault(chat.id(), new Arrived("", "und", Instant.EPOCH));
        return new StoredChat(
                chat.id(),
                came.door,
                came.language,
                NO_TOKEN,
                came.at,
                null,
                chat.stage(),
                chat.queueId(),
                chat.operatorId(),
                chat.sentBy(),
                String.join(",", chat.colleagues()),
                String.join(",", chat.ways()),
                String.join(",", chat.asked()),
                chat.queuedAt(),
                chat.offerUntil(),
                chat.entries(),
                chat.waitedMillis(),
                chat.endedAt(),
                chat.outcome(),
                chat.entries(),
                chat.entries(),
                chat.entries(),
                chat.entries());
    }
}
