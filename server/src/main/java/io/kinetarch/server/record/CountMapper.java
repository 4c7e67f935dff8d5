package io.kinetarch.server.record;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** What is counted of finished chats. */
@Mapper
interface CountMapper {
    /**
     * A chat that has ended.
     *
     * @param understood what its bot took it to be about; null for nothing
     * @param rating 1 to 5; null where its visitor gave none
     */
    record Ended(
            long id,
            String doorId,
            String language,
            Instant arrivedAt,
            Instant endedAt,
            int revision,
            @Nullable String queueId,
            @Nullable String operatorId,
            long waitedMillis,
            String outcome,
            @Nullable String understood,
            @Nullable Integer rating) {}

    /** Chats that ended by some calls, or of which more became known by them after their end; what is counted of erased ones stays. */
    @Select("""
            select c.id, c.door_id, c.language, c.arrived_at, c.ended_at, c.revision, c.queue_id, c.operator_id,
                   coalesce(c.waited_millis, 0) as waited_millis, c.outcome, t.topic as understood,
                   (select r.detail::int from live_call r
                    where r.plan_id = c.plan_id and r.chat = c.id and r.kind = 'rate' and r.refusal is null
                    order by r.number desc limit 1) as rating
            from live_chat c left join live_talk t on t.plan_id = c.plan_id and t.chat = c.id
            where c.plan_id = #{planId} and c.ended_at is not null and c.outcome <> 'REFUSED'
              and not exists (select 1 from live_erased x where x.plan_id = c.plan_id and x.chat = c.id) and c.id in (
                select e.chat from live_entry e
                where e.plan_id = #{planId} and e.call > #{after} and e.call <= #{until} and e.event in ('ended', 'wrapped-up')
                union
                select k.chat from live_call k
                where k.plan_id = #{planId} and k.number > #{after} and k.number <= #{until} and k.kind = 'rate')
            order by c.id""")
    List<Ended> ended(String planId, long after, long until);

    record Entry(
            long chat,
            Instant at,
            String event,
            @Nullable String author,
            @Nullable String operatorId,
            @Nullable String queueId,
            boolean asks) {}

    /** Latin, full-width, Arabic and Greek marks end a question. */
    @Select("""
            select e.chat, e.at, e.event, e.author, e.operator_id, e.queue_id,
                   coalesce(e.author = 'visitor' and w.words ~ '[?\uff1f\u061f\u037e]', false) as asks
            from live_entry e
            left join live_words w on w.plan_id = e.plan_id and w.call = e.call and w.part = e.words_part
            where e.plan_id = #{planId} and e.chat = any(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})
            order by e.chat, e.number""")
    List<Entry> entries(String planId, Long[] chats);

    /** What visitors gave when they came, as JSON. */
    record Given(long chat, String given) {}

    @Select("""
            select call as chat, given::text as given from live_given
            where plan_id = #{planId} and call = any(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})""")
    List<Given> given(String planId, Long[] chats);

    @Delete("""
            delete from live_count
            where plan_id = #{planId} and chat = any(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})""")
    void forget(String planId, Long[] chats);

    /** Rows as a JSON array whose objects have the names of the columns. */
    @Insert("""
            insert into live_count
            select (jsonb_populate_recordset(null::live_count, #{rows}::jsonb)).*""")
    void counts(String rows);

    @Insert("""
            insert into live_stint
            select (jsonb_populate_recordset(null::live_stint, #{rows}::jsonb)).*""")
    void stints(String rows);

    @Insert("""
            insert into live_missed_offer
            select (jsonb_populate_recordset(null::live_missed_offer, #{rows}::jsonb)).*""")
    void missed(String rows);

    /** Operators who came, went away or left by some calls, or were set away because of them, and how each stands now. */
    @Insert("""
            insert into live_presence (plan_id, operator_id, at, state, reason)
            select plan_id, operator, at, kind, detail from live_call
            where plan_id = #{planId} and number > #{after} and number <= #{until} and kind in ('present', 'away', 'gone')
              and refusal is null and operator is not null
            union
            select plan_id, operator_id, at, 'away', null from live_entry
            where plan_id = #{planId} and call > #{after} and call <= #{until} and event = 'set-away' and operator_id is not null
            union
            select plan_id, operator_id, since, state, reason from live_operator where plan_id = #{planId}
            on conflict do nothing""")
    void presence(String planId, long after, long until);
}
