package io.kinetarch.server.passage;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** Which ways chats of a live plan took. */
@Mapper
interface CameMapper {
    /**
     * Chats that came through a door since an instant and went the same way.
     *
     * @param topic null where it is not known yet
     * @param queueId in which they waited first; null for none
     * @param byBot whether a bot had them first
     * @param answered whether an operator had them
     * @param outcome null while they run
     */
    record Came(
            String doorId,
            @Nullable String topic,
            @Nullable String queueId,
            boolean byBot,
            boolean answered,
            long waitedMillis,
            @Nullable String outcome,
            long chats) {}

    @Select("""
            select door_id, topic, queue_id, by_bot, answered, waited_millis, outcome, count(*) as chats from (
                select c.door_id, n.topic, coalesce(n.first_queue, c.queue_id) as queue_id,
                       exists (select from live_entry e
                               where e.plan_id = c.plan_id and e.chat = c.id and e.event = 'to-bot') as by_bot,
                       coalesce(n.answered, c.stage in ('HELD', 'WRAP_UP', 'ASIDE')) as answered,
                       coalesce(n.waited_millis, c.waited_millis, 0) as waited_millis, c.outcome
                from live_chat c left join live_count n on n.plan_id = c.plan_id and n.chat = c.id
                where c.plan_id = #{planId} and c.arrived_at >= #{since} and coalesce(c.outcome, '') <> 'REFUSED') as came
            group by 1, 2, 3, 4, 5, 6, 7""")
    List<Came> since(String planId, Instant since);
}
