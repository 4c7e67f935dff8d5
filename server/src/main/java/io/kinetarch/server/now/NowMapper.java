package io.kinetarch.server.now;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** What today's chats of a live plan have come to so far. */
@Mapper
interface NowMapper {
    /** Chats that came today, waited in a queue, and wait no more. */
    record Waited(String queueId, boolean answered, long waitedMillis, long chats) {}

    /** Those that have ended, and those that an operator has. */
    @Select("""
            select queue_id, answered, waited_millis, count(*) as chats from (
                select queue_id, answered, waited_millis from live_count
                where plan_id = #{planId} and day = #{day} and queue_id is not null
                union all
                select queue_id, true, coalesce(waited_millis, 0) from live_chat
                where plan_id = #{planId} and arrived_at >= #{from} and stage = 'HELD' and queue_id is not null
            ) as chats group by 1, 2, 3""")
    List<Waited> waited(String planId, LocalDate day, Instant from);

    /** Chats that came since an instant, by the half-hour after it. */
    record Came(int halfHour, int chats) {}

    @Select("""
            select floor(extract(epoch from arrived_at - #{from}) / 1800)::int as half_hour, count(*) as chats from live_chat
            where plan_id = #{planId} and arrived_at >= #{from} and coalesce(outcome, '') <> 'REFUSED' group by 1""")
    List<Came> came(String planId, Instant from);

    /** Since when visitors wait for a word of an operator in chats that operators hold; none of those that are answered. */
    record Unanswered(long chat, @Nullable Instant since) {}

    @Select("""
            select c.id as chat, min(e.at) as since
            from live_chat c join live_entry e on e.plan_id = c.plan_id and e.chat = c.id
            where c.plan_id = #{planId} and c.stage = 'HELD' and e.event = 'said' and e.author = 'visitor'
              and e.number > coalesce((
                  select max(o.number) from live_entry o
                  where o.plan_id = c.plan_id and o.chat = c.id and o.event = 'said' and o.author in ('operator', 'bot')), 0)
            group by 1""")
    List<Unanswered> unanswered(String planId);
}
