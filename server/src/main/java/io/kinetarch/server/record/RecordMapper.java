package io.kinetarch.server.record;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface RecordMapper {
    /** A finished chat without what happened in it. */
    record Head(
            long id,
            String doorId,
            String language,
            Instant arrivedAt,
            int revision,
            @Nullable String queueId,
            @Nullable String operatorId,
            long waitedMillis,
            Instant endedAt,
            String outcome) {}

    String HEAD_IN_SCRIPT = """
            select id, door_id, language, arrived_at, revision, queue_id, operator_id, coalesce(waited_millis, 0) as waited_millis,
                   ended_at, outcome
            from live_chat where plan_id = #{planId} and ended_at is not null and outcome &lt;&gt; 'REFUSED'
            """;

    /**
     * What is looked for among finished chats; null for whatever.
     *
     * @param query words, and what is kept besides them, as the database writes what it looks for
     */
    record Wanted(
            @Nullable String query,
            @Nullable Instant from,
            @Nullable Instant until,
            @Nullable Long waitedMillis,
            @Nullable String label,
            @Nullable Long chat) {
        static final Wanted ANY = new Wanted(null, null, null, null, null, null);

        static Wanted words(String query) {
            return new Wanted(query, null, null, null, null, null);
        }
    }

    String QUERY = """
            <if test="wanted.query != null"> and exists (
                select 1 from live_found f
                where f.plan_id = live_chat.plan_id and f.chat = live_chat.id and f.words @@ #{wanted.query}::tsquery)</if>
            """;

    String BESIDES = """
            <if test="wanted.chat != null"> and id = #{wanted.chat}</if>
            <if test="wanted.from != null"> and arrived_at &gt;= #{wanted.from} and ended_at &gt;= #{wanted.from}</if>
            <if test="wanted.until != null"> and arrived_at &lt; #{wanted.until}</if>
            <if test="wanted.label != null"> and <if test="wanted.label.isEmpty()">not</if> exists (
                select 1 from chat_label l where l.plan_id = live_chat.plan_id and l.chat = live_chat.id
                  <if test="!wanted.label.isEmpty()"> and lower(l.label) = lower(#{wanted.label})</if>)</if>
            <if test="wanted.waitedMillis != null"> and waited_millis &gt;= #{wanted.waitedMillis}</if>
            """;

    String WANTED = QUERY + BESIDES;

    /** The newest first, older than one: gone through from the newest on, which is quick where many are what is looked for. */
    @Select("<script>" + HEAD_IN_SCRIPT + WANTED + """
             and (ended_at, id) &lt; (#{endedBefore}, #{idBefore}) order by ended_at desc, id desc limit #{most}
            </script>""")
    List<Head> newest(String planId, Wanted wanted, Instant endedBefore, long idBefore, int most);

    /** The same: all found by the query first, which is quick where they are few. */
    @Select("<script>" + FOUND_FIRST + HEAD_IN_SCRIPT + " and id in (select chat from found) " + BESIDES + """
             and (ended_at, id) &lt; (#{endedBefore}, #{idBefore}) order by ended_at desc, id desc limit #{most}
            </script>""")
    List<Head> newestOfFew(String planId, Wanted wanted, Instant endedBefore, long idBefore, int most);

    String FOUND_FIRST = """
            with found as materialized (
                select chat from live_found where plan_id = #{planId} and words @@ #{wanted.query}::tsquery)
            """;

    /** For the transaction that runs: what is found is found by an index, and of many it is still known which they are. */
    @Update("set local enable_seqscan = off; set local work_mem = '64MB'")
    void byIndex();

    @Select("<script>select id from (" + HEAD_IN_SCRIPT + WANTED + " order by id limit #{most}) as found</script>")
    List<Long> ids(String planId, Wanted wanted, int most);

    /** How many there are, counted up to a number. */
    @Select("<script>select count(*) from (" + HEAD_IN_SCRIPT + WANTED + " limit #{most}) as found</script>")
    int count(String planId, Wanted wanted, int most);

    /** How many are found by the query alone, counted up to a number. */
    @Select("""
            select count(*) from (
                select from live_found where plan_id = #{planId} and words @@ #{wanted.query}::tsquery limit #{most}) as found""")
    int countFound(String planId, Wanted wanted, int most);

    @Select("<script>" + HEAD_IN_SCRIPT + " and id = #{id}</script>")
    List<Head> find(String planId, long id);

    /** How its visitor found a chat. */
    record Rated(int mark, Instant at, @Nullable String comment) {}

    @Select("""
            select c.detail::int as mark, c.at, w.words as comment
            from live_call c left join live_words w on w.plan_id = c.plan_id and w.call = c.number and w.part = 0
            where c.plan_id = #{planId} and c.chat = #{chat} and c.kind = 'rate' and c.refusal is null""")
    Optional<Rated> rating(String planId, long chat);

    /** Where a chat changed hands. */
    record Change(
            long chat,
            Instant at,
            String event,
            @Nullable String queueId,
            @Nullable String operatorId) {}

    @Select("""
            select chat, at, event, queue_id, operator_id from live_entry
            where plan_id = #{planId} and chat = any(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})
              and event in ('arrived', 'to-bot', 'queued', 'moved', 'assigned', 'stepped-out', 'handed-over', 'ended')
            order by chat, number""")
    List<Change> changes(String planId, Long[] chats);
}
