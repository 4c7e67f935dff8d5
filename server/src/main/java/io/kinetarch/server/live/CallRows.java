package io.kinetarch.server.live;

import io.kinetarch.core.dispatch.Dispatcher;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/** Calls as rows of the log, with what was given and said by them, to be stored together. */
final class CallRows {
    private final List<CallRow> calls = new ArrayList<>();
    private final List<GivenRow> given = new ArrayList<>();
    private final List<LiveRows.Words> words = new ArrayList<>();
    private final List<ChatRow> chats = new ArrayList<>();

    private record CallRow(
            long number,
            Instant at,
            String kind,
            @Nullable Long chat,
            @Nullable String operator,
            @Nullable String detail,
            @Nullable UUID key) {}

    private record GivenRow(long call, @Nullable Long chat, Given given) {}

    private record ChatRow(long id, String doorId, String language, UUID key, String tokenHash, Instant arrivedAt) {}

    boolean isEmpty() {
        return calls.isEmpty();
    }

    /** Adds what somebody wishes as the call of a number; where a chat arrives, that is its id. */
    void add(long number, Instant at, Wish wish) {
        var start = wish.start();
        calls.add(new CallRow(
                number, at, wish.kind().word(), chat(number, wish), wish.operator(), wish.detail(), wish.key()));
        var gift = wish.given();
        if (gift != null) {
            given.add(new GivenRow(number, chat(number, wish), gift));
        }
        String said = wish.words();
        if (said != null) {
            words.add(new LiveRows.Words(number, 0, said, wish.beside()));
        }
        if (start != null) {
            chats.add(new ChatRow(number, start.door(), start.language(), start.key(), start.tokenHash(), at));
        }
    }

    /** The chat that a call of a number is about. */
    static @Nullable Long chat(long number, Wish wish) {
        return wish.start() == null ? wish.chat() : Objects.requireNonNull(Long.valueOf(number));
    }

    void insert(String planId, LiveMapper mapper, JsonMapper json) {
        mapper.insertCalls(planId, Dispatcher.DECISIONS, json.writeValueAsString(calls));
        if (!given.isEmpty()) {
            mapper.insertGiven(planId, json.writeValueAsString(given));
        }
        if (!words.isEmpty()) {
            mapper.insertWords(planId, json.writeValueAsString(words));
        }
        if (!chats.isEmpty()) {
            mapper.insertChats(planId, json.writeValueAsString(chats));
        }
    }
}
