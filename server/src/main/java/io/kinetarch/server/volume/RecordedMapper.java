package io.kinetarch.server.volume;

import io.kinetarch.server.volume.VolumeMapper.StoredCount;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** Counts of half-hours from the chats that a live plan had. */
@Mapper
interface RecordedMapper {
    /**
     * A plan that has had chats, or may have them.
     *
     * @param since when its log began
     */
    record Logged(String planId, Instant since) {}

    @Select("""
            select l.plan_id, (select c.at from live_call c where c.plan_id = l.plan_id order by c.number limit 1) as since
            from live_log l
            where exists (select from live_call c where c.plan_id = l.plan_id)
              and l.plan_id = coalesce(#{planId}::text, l.plan_id)""")
    List<Logged> logged(@Nullable String planId);

    /** Days of which it was done; null where it was of none. */
    record Recording(
            boolean wanted,
            @Nullable LocalDate firstDay,
            @Nullable LocalDate lastDay) {}

    @Insert("insert into volume_recording (plan_id) values (#{planId}) on conflict do nothing")
    void begin(String planId);

    /** None where another instance is at it. */
    @Select("select wanted, first_day, last_day from volume_recording where plan_id = #{planId} for update skip locked")
    Optional<Recording> lock(String planId);

    @Select("select wanted, first_day, last_day from volume_recording where plan_id = #{planId}")
    Optional<Recording> find(String planId);

    @Insert("""
            insert into volume_recording (plan_id, wanted) values (#{planId}, #{wanted})
            on conflict (plan_id) do update set wanted = excluded.wanted""")
    void want(String planId, boolean wanted);

    @Update("""
            update volume_recording set first_day = coalesce(first_day, #{firstDay}), last_day = #{lastDay}
            where plan_id = #{planId}""")
    void done(String planId, LocalDate firstDay, LocalDate lastDay);

    /** Whether all that happened before an instant is counted chat by chat. */
    @Select("""
            select not exists (
                select from live_call c
                where c.plan_id = #{planId} and c.at < #{before}
                  and c.number > coalesce((select u.call from live_kept_until u where u.plan_id = #{planId}), 0))""")
    boolean isCountedUntil(String planId, Instant before);

    /**
     * The counts of the chats that came in some time, by the queue in which each waited first; of each door a zero for every half-hour in
     * which none came through it. An operator's wrap-up is part of the handling. How many chats were held at once is as each chat met it:
     * the time of all that its operators had meanwhile, over its own. Figures are as exact as an exported file tells them.
     */
    @Select("""
            with came as (
                select c.*, to_timestamp(floor(extract(epoch from c.arrived_at) / 1800) * 1800) as starts_at
                from live_count c
                where c.plan_id = #{planId} and c.arrived_at >= #{from} and c.arrived_at < #{until}),
            beside as (
                select s.chat,
                       sum(extract(epoch from least(s.until_at, o.until_at) - greatest(s.from_at, o.from_at)))
                           / nullif(sum(extract(epoch from s.until_at - s.from_at))
                                        filter (where o.chat = s.chat and o.part = s.part), 0) as at_once
                from came c
                join live_stint s on s.plan_id = c.plan_id and s.chat = c.chat and not s.besides
                join live_stint o on o.plan_id = s.plan_id and o.operator_id = s.operator_id and o.from_at < s.until_at
                                 and o.from_at > s.from_at - interval '1 day' and o.until_at > s.from_at
                group by s.chat),
            counts as (
                select c.starts_at, coalesce(c.first_queue, '') as queue_id, c.door_id, c.language, coalesce(c.topic, '') as topic,
                       count(*)::int as chats, (count(*) filter (where c.answered))::int as answered,
                       (count(*) filter (where c.outcome = 'GAVE_UP' and not c.answered))::int as left_waiting,
                       round(avg(c.handled_millis + c.wrap_up_millis) filter (where c.answered) / 1000, 3)::float8 as handling_seconds,
                       round(avg(c.waited_millis) filter (where c.first_queue is not null) / 1000, 3)::float8 as wait_seconds,
                       round(greatest(1, avg(b.at_once)), 3)::float8 as chats_at_once
                from came c left join beside b on b.chat = c.chat
                group by 1, 2, 3, 4, 5),
            usual as (
                select distinct on (door_id) queue_id, door_id, language, topic from counts
                order by door_id, chats desc, queue_id, language, topic)
            select starts_at, queue_id, door_id, language, topic, chats, answered, left_waiting, handling_seconds, wait_seconds,
                   case when answered > 0 then chats_at_once end as chats_at_once
            from counts
            union all
            select t.at, u.queue_id, u.door_id, u.language, u.topic, 0, 0, 0, null, null, null
            from usual u, generate_series(#{from}::timestamptz, #{until}::timestamptz - interval '30 minutes', '30 minutes') as t (at)
            where not exists (select from counts n where n.starts_at = t.at and n.door_id = u.door_id)
            order by 1, 2, 3, 4, 5""")
    List<StoredCount> counts(String planId, Instant from, Instant until);
}
