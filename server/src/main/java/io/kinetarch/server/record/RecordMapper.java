package io.kinetarch.server.record;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
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
     * @param query words, as the database writes what it looks for
     * @param outcomes names of outcomes
     * @param ratedAtMost mark, 1 to 5
     */
    record Wanted(
            @Nullable String query,
            @Nullable String door,
            @Nullable String queue,
            @Nullable String operator,
            @Nullable String language,
            @Nullable List<String> outcomes,
            @Nullable Instant from,
            @Nullable Instant until,
            @Nullable Integer hour,
            @Nullable Integer weekday,
            @Nullable String topic,
            @Nullable Integer ratedAtMost,
            @Nullable Long waitedMillis,
            @Nullable String label,
            @Nullable Long chat) {
        static final Wanted ANY =
                new Wanted(null, null, null, null, null, null, null, null, null, null, null, null, null, null, null);

        static Wanted words(String query) {
            return new Wanted(
                    query, null, null, null, null, null, null, null, null, null, null, null, null, null, null);
        }
    }

    String WANTED = """
            <if test="wanted.query != null"> and exists (
                select 1 from live_found f
                where f.plan_id = live_chat.plan_id and f.chat = live_chat.id and f.words @@ #{wanted.query}::tsquery)</if>
            <if test="wanted.chat != null"> and id = #{wanted.chat}</if>
            <if test="wanted.door != null"> and door_id = #{wanted.door}</if>
            <if test="wanted.queue != null"> and queue_id = #{wanted.queue}</if>
            <if test="wanted.operator != null"> and exists (
                select 1 from live_stint s where s.plan_id = live_chat.plan_id and s.chat = live_chat.id
                  and s.operator_id = #{wanted.operator} and not s.besides)</if>
            <if test="wanted.language != null"> and language = #{wanted.language}</if>
            <if test="wanted.outcomes != null"> and outcome in
                <foreach item="outcome" collection="wanted.outcomes" open="(" separator="," close=")">#{outcome}</foreach></if>
            <if test="wanted.from != null"> and arrived_at &gt;= #{wanted.from}</if>
            <if test="wanted.until != null"> and arrived_at &lt; #{wanted.until}</if>
            <if test="wanted.hour != null or wanted.weekday != null or wanted.topic != null"> and exists (
                select 1 from live_count n where n.plan_id = live_chat.plan_id and n.chat = live_chat.id
                <if test="wanted.hour != null"> and n.half_hour / 2 = #{wanted.hour}</if>
                <if test="wanted.weekday != null"> and extract(isodow from n.day) = #{wanted.weekday}</if>
                <if test="wanted.topic != null"> and coalesce(n.topic, '') = #{wanted.topic}</if>)</if>
            <if test="wanted.label != null"> and exists (
                select 1 from chat_label l where l.plan_id = live_chat.plan_id and l.chat = live_chat.id
                  and lower(l.label) = lower(#{wanted.label}))</if>
            <if test="wanted.waitedMillis != null"> and waited_millis &gt;= #{wanted.waitedMillis}</if>
            <if test="wanted.ratedAtMost != null"> and exists (
                select 1 from live_call r where r.plan_id = live_chat.plan_id and r.chat = live_chat.id and r.kind = 'rate'
                and r.refusal is null and r.detail::int &lt;= #{wanted.ratedAtMost})</if>
            """;

    /** The newest first, older than one. */
    @Select("<script>" + HEAD_IN_SCRIPT + WANTED + """
             and (ended_at, id) &lt; (#{endedBefore}, #{idBefore}) order by ended_at desc, id desc limit #{most}
            </script>""")
    List<Head> newest(String planId, Wanted wanted, Instant endedBefore, long idBefore, int most);

    @Select("<script>select id from (" + HEAD_IN_SCRIPT + WANTED + " order by id limit #{most}) as found</script>")
    List<Long> ids(String planId, Wanted wanted, int most);

    /** How many there are, counted up to a number. */
    @Select("<script>select count(*) from (" + HEAD_IN_SCRIPT + WANTED + " limit #{most}) as found</script>")
    int count(String planId, Wanted wanted, int most);

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
