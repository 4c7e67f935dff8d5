package io.kinetarch.server.live;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** Reads what is stored of live chats. */
@Mapper
public interface ChatReader {
    /**
     * A chat as it stands.
     *
     * @param stage one of the dispatcher's; OVER once nothing is left of it, null before it has it
     * @param sentBy who may take it back, having sent it on or set it aside; null for nobody
     * @param offerUntil until when it is offered to its operator, or set aside; null while it is neither
     * @param colleagues, ways and asked joined by commas
     * @param entries number of the newest entry
     */
    @SuppressWarnings("ArrayRecordComponent") // a carrier from the driver, never compared
    record StoredChat(
            long id,
            String doorId,
            String language,
            byte[] tokenHash,
            Instant arrivedAt,
            @Nullable Integer revision,
            @Nullable String stage,
            @Nullable String queueId,
            @Nullable String operatorId,
            @Nullable String sentBy,
            String colleagues,
            String ways,
            String asked,
            @Nullable Instant queuedAt,
            @Nullable Instant offerUntil,
            int entries,
            @Nullable Long waitedMillis,
            @Nullable Instant endedAt,
            @Nullable String outcome,
            int visitorGot,
            int visitorRead,
            int operatorGot,
            int operatorRead) {
        /** Who takes part in it, the one who holds it or is offered it first. */
        public List<String> operators() {
            var all = new ArrayList<String>();
            if (operatorId != null) {
                all.add(operatorId);
            }
            all.addAll(colleagueList());
            return all;
        }

        /** Called in, in the order in which they were. */
        public List<String> colleagueList() {
            return list(colleagues);
        }

        public List<String> wayList() {
            return list(ways);
        }

        public List<String> askedList() {
            return list(asked);
        }

        public boolean hasEnded() {
            return endedAt != null;
        }
    }

    private static List<String> list(String joined) {
        return joined.isEmpty() ? List.of() : List.of(joined.split(",", -1));
    }

    /**
     * Something that happened in a chat.
     *
     * @param author visitor, operator, bot or plan; null where nothing was said
     * @param words null where nothing was said, or it was erased
     * @param key the name that its sender gave it
     * @param beside what stands below the words, as the JSON of {@link Beside}; null for nothing
     * @param fileId of a file that was sent, the words being its name; null for none
     */
    record StoredEntry(
            long chat,
            int number,
            Instant at,
            String event,
            @Nullable String author,
            @Nullable String operatorId,
            @Nullable String queueId,
            String because,
            @Nullable String setting,
            @Nullable String words,
            @Nullable String key,
            @Nullable String beside,
            @Nullable String fileId,
            @Nullable Long fileBytes,
            @Nullable Boolean filePicture) {
        /** Whether something was said that can be read. */
        public boolean isSaid() {
            return words != null;
        }

        /** The file that was sent, if one was. */
        public Optional<SaidFile> file() {
            String id = fileId;
            return id == null
                    ? Optional.empty()
                    : Optional.of(SaidFile.of(
                            UUID.fromString(id),
                            String.valueOf(words),
                            fileBytes == null ? 0 : fileBytes,
                            Boolean.TRUE.equals(filePicture)));
        }
    }

    String CHAT = """
            select id, door_id, language, token_hash, arrived_at, revision, stage, queue_id, operator_id, sent_by,
                   array_to_string(colleagues, ',') as colleagues, array_to_string(ways, ',') as ways,
                   array_to_string(asked, ',') as asked, queued_at, offer_until, entries, waited_millis, ended_at, outcome,
                   visitor_got, visitor_read, operator_got, operator_read
            from live_chat where plan_id = #{planId}
            """;

    String ENTRY = """
            select e.chat, e.number, e.at, e.event, e.author, e.operator_id, e.queue_id, e.because,
                   e.setting::text as setting, w.words, c.key::text as key, w.beside::text as beside,
                   w.beside #>> '{file,id}' as file_id, (w.beside #>> '{file,bytes}')::bigint as file_bytes,
                   (w.beside #>> '{file,picture}')::boolean as file_picture
            from live_entry e
            left join live_words w on w.plan_id = e.plan_id and w.call = e.call and w.part = e.words_part
            left join live_call c on e.words_part = 0 and c.plan_id = e.plan_id and c.number = e.call
            where e.plan_id = #{planId}
            """;

    /** Plans that have gone live. */
    @Select("select plan_id from live_log order by plan_id")
    List<String> plans();

    @Select(CHAT + " and id = #{id}")
    Optional<StoredChat> chat(String planId, long id);

    @Select(CHAT + " and id = any(#{ids,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})")
    List<StoredChat> chats(String planId, Long[] ids);

    /** Chats in which an operator has a part, wrapping up included. */
    @Select(CHAT + " and stage <> 'OVER' and (operator_id = #{operator} or #{operator} = any(colleagues)) order by id")
    List<StoredChat> chatsOf(String planId, String operator);

    /** Chats that operators have, in the order of their arrival. */
    @Select(CHAT + " and stage = 'HELD' order by id")
    List<StoredChat> held(String planId);

    /** Chats that an operator has set aside. */
    @Select(CHAT + " and stage = 'ASIDE' and sent_by = #{operator} order by offer_until, id")
    List<StoredChat> asideOf(String planId, String operator);

    @Select(CHAT + " and stage in ('WAITING', 'OFFERED') order by queued_at, id")
    List<StoredChat> waiting(String planId);

    /** Chats that the dispatcher has, in the order of their arrival. */
    @Select(CHAT + " and stage <> 'OVER' order by id")
    List<StoredChat> open(String planId);

    /** How many wait in the chat's queue before it. */
    @Select("""
            select count(*) from live_chat o join live_chat c on c.plan_id = o.plan_id and c.queue_id = o.queue_id
            where c.plan_id = #{planId} and c.id = #{id} and o.stage in ('WAITING', 'OFFERED')
              and (o.queued_at, o.id) < (c.queued_at, c.id)""")
    int before(String planId, long id);

    @Select(ENTRY + " and e.chat = #{chat} and e.number > #{after} order by e.number limit #{most}")
    List<StoredEntry> entries(String planId, long chat, int after, int most);

    /** What came of calls after one up to another. */
    @Select(ENTRY + " and e.call > #{after} and e.call <= #{until} order by e.chat, e.number")
    List<StoredEntry> entriesOfCalls(String planId, long after, long until);

    /** Operators for whom something changed with calls: they act for themselves in them. */
    @Select("""
            select distinct operator from live_call
            where plan_id = #{planId} and number > #{after} and number <= #{until} and operator is not null and chat is null""")
    List<String> operatorsOfCalls(String planId, long after, long until);

    /** What was given with a call, as the JSON of {@link Given}. */
    @Select("select given::text from live_given where plan_id = #{planId} and call = #{call}")
    Optional<String> givenWith(String planId, long call);

    /** What the visitor of a chat gave with all their calls, oldest first, each as the JSON of {@link Given}. */
    @Select("""
            select given::text from live_given where plan_id = #{planId} and chat = #{chat} order by call""")
    List<String> given(String planId, long chat);

    /**
     * An operator as the dispatcher has them.
     *
     * @param reason why they are away, in their words; null for none
     * @param joined, parted queues joined and left for as long as they are here, joined by commas
     */
    record StoredOperator(
            String operatorId,
            String state,
            @Nullable String reason,
            Instant since,
            int inUse,
            int chats,
            String joined,
            String parted) {
        /** One who has never been here. */
        public static final StoredOperator NOT_YET = new StoredOperator("", "gone", null, Instant.EPOCH, 0, 0, "", "");

        public List<String> joinedList() {
            return list(joined);
        }

        public List<String> partedList() {
            return list(parted);
        }
    }

    @Select("""
            select operator_id, state, reason, since, in_use, chats, array_to_string(joined, ',') as joined,
                   array_to_string(parted, ',') as parted
            from live_operator where plan_id = #{planId} order by operator_id""")
    List<StoredOperator> operators(String planId);

    record ClosedDoor(String doorId, String language, boolean paused, String because) {}

    @Select("select door_id, language, paused, because from live_door where plan_id = #{planId}")
    List<ClosedDoor> closedDoors(String planId);

    @Update("""
            update live_chat set visitor_got = greatest(visitor_got, least(#{got}, entries)),
                                 visitor_read = greatest(visitor_read, least(#{read}, entries))
            where plan_id = #{planId} and id = #{id}""")
    void visitorMarks(String planId, long id, int got, int read);

    @Update("""
            update live_chat set operator_got = greatest(operator_got, least(#{got}, entries)),
                                 operator_read = greatest(operator_read, least(#{read}, entries))
            where plan_id = #{planId} and id = #{id}""")
    void operatorMarks(String planId, long id, int got, int read);

    @Update("update live_chat set token_hash = #{hash} where plan_id = #{planId} and id = #{id}")
    void newToken(String planId, long id, byte[] hash);

    @Select("select pg_notify('live_passing', #{said})")
    String pass(String said);
}
