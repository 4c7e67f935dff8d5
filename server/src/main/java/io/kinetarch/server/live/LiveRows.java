package io.kinetarch.server.live;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What came of some calls, as it is stored: rows of the tables of live chats. */
record LiveRows(
        List<Entry> entries,
        List<Words> words,
        List<Standing> chats,
        List<OperatorRow> operators,
        @Nullable List<DoorRow> doors,
        Map<Long, String> refused) {

    /**
     * Something that happened in a chat.
     *
     * @param author who said it; null where nothing was said
     * @param setting the setting behind it; null for none
     * @param wordsPart which of the words that the call led to; null for none
     */
    record Entry(
            long chat,
            int number,
            long call,
            Instant at,
            String event,
            @Nullable String author,
            @Nullable String operatorId,
            @Nullable String queueId,
            String because,
            @Nullable SettingOf setting,
            @Nullable Integer wordsPart) {}

    /**
     * A setting of the plan.
     *
     * @param pointer within the element
     */
    record SettingOf(String kind, String id, String pointer) {}

    /**
     * Words that a call led to.
     *
     * @param beside what stands below them; null for nothing
     */
    record Words(
            long call, int part, String words, @Nullable Beside beside) {}

    /**
     * How a chat stands.
     *
     * @param stage a stage of the dispatcher's, OVER once nothing is left of it
     * @param asked what was asked and not answered, as asker's kind/asker/question
     * @param entries how many there are
     */
    record Standing(
            long id,
            int revision,
            String stage,
            @Nullable String queueId,
            @Nullable String operatorId,
            @Nullable String sentBy,
            List<String> colleagues,
            List<String> ways,
            List<String> asked,
            @Nullable Instant queuedAt,
            @Nullable Instant offerUntil,
            int entries,
            long waitedMillis,
            @Nullable Instant endedAt,
            @Nullable String outcome) {}

    /**
     * An operator as the dispatcher has them.
     *
     * @param joined queues joined for as long as they are here
     * @param parted queues left for as long
     */
    record OperatorRow(
            String operatorId,
            String state,
            @Nullable String reason,
            Instant since,
            int inUse,
            int chats,
            List<String> joined,
            List<String> parted) {
        /** One of whom nothing is known yet but whether they are here. */
        static OperatorRow of(String operatorId, String state, @Nullable String reason, Instant since) {
            return new OperatorRow(operatorId, state, reason, since, -1, -1, List.of(), List.of());
        }
    }

    record DoorRow(String doorId, String language, boolean paused, String because) {}
}
