package io.kinetarch.server.report;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** What is counted of finished chats, and how reports count it. */
@Mapper
interface ReportMapper {
    /** How often what is counted of a day's chats changed. */
    record ChangedDay(LocalDate day, long changed) {}

    /** The days on which chats came that have ended. */
    @Select("""
            select day, changed from report_day where plan_id = #{planId} and day between #{from} and #{until}""")
    List<ChangedDay> changedDays(String planId, LocalDate from, LocalDate until);

    @Select("""
            select distinct plan_id from report_day where day < #{before} and kept_at is distinct from changed""")
    List<String> plansToKeep(LocalDate before);

    /** The last days of which nothing is kept, or what is true no more. */
    @Select("""
            select day, changed from report_day
            where plan_id = #{planId} and day < #{before} and kept_at is distinct from changed
            order by day desc limit #{most}""")
    List<ChangedDay> daysToKeep(String planId, LocalDate before, int most);

    /** What reports read of a day, as it was after so many changes. */
    @SuppressWarnings("ArrayRecordComponent") // a carrier from the driver, never compared
    record KeptDay(LocalDate day, long keptAt, byte[] kept) {}

    @Select("""
            select day, kept_at, kept from report_day
            where plan_id = #{planId} and kept is not null
              and day = any(#{days,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::date[])""")
    List<KeptDay> keptDays(String planId, LocalDate[] days);

    /** Keeps a day, unless it has changed since it was read. */
    @Update("""
            update report_day set kept = #{kept}, kept_at = #{changed}
            where plan_id = #{planId} and day = #{day} and changed = #{changed}""")
    void keep(String planId, LocalDate day, long changed, byte[] kept);

    record CountRow(
            LocalDate day,
            long chat,
            int halfHour,
            String doorId,
            @Nullable String queueId,
            String language,
            @Nullable String topic,
            String outcome,
            boolean waited,
            boolean answered,
            boolean transferred,
            int waitedMillis,
            @Nullable Integer firstReplyMillis,
            int handledMillis,
            int wrapUpMillis,
            @Nullable Integer rating) {}

    @Select("""
            select day, chat, half_hour, door_id, queue_id, language, topic, outcome, first_queue is not null as waited, answered,
                   transfers > 0 as transferred, waited_millis, first_reply_millis, handled_millis, wrap_up_millis, rating
            from live_count
            where plan_id = #{planId} and day = any(#{days,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::date[])
            order by day, chat""")
    List<CountRow> counts(String planId, LocalDate[] days);

    record StintRow(
            LocalDate day,
            long chat,
            String operatorId,
            @Nullable String queueId,
            boolean besides,
            int takenMillis,
            int longestSilenceMillis,
            boolean leftOpen) {}

    @Select("""
            select c.day, s.chat, s.operator_id, s.queue_id, s.besides, s.longest_silence_millis, s.left_open,
                   (extract(epoch from s.until_at - s.from_at) * 1000 + s.wrap_up_millis)::int as taken_millis
            from live_count c join live_stint s on s.plan_id = c.plan_id and s.chat = c.chat
            where c.plan_id = #{planId} and c.day = any(#{days,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::date[])
            order by c.day, s.chat""")
    List<StintRow> stints(String planId, LocalDate[] days);

    record MissedRow(LocalDate day, long chat, String operatorId, boolean declined) {}

    @Select("""
            select c.day, m.chat, m.operator_id, m.declined
            from live_count c join live_missed_offer m on m.plan_id = c.plan_id and m.chat = c.chat
            where c.plan_id = #{planId} and c.day = any(#{days,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::date[])
            order by c.day, m.chat""")
    List<MissedRow> missed(String planId, LocalDate[] days);

    record LabelRow(LocalDate day, long chat, String label) {}

    @Select("""
            select c.day, l.chat, l.label
            from live_count c join chat_label l on l.plan_id = c.plan_id and l.chat = c.chat
            where c.plan_id = #{planId} and c.day = any(#{days,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::date[])
            order by c.day, l.chat, l.label""")
    List<LabelRow> labels(String planId, LocalDate[] days);

    record Present(String operatorId, double seconds) {}

    /**
     * How long operators were present from one instant to another; nobody is present for more than a month on end. Each is found by
     * themselves, so that all is read from the index in its order.
     */
    @Select("""
            with recursive each_of as (
                (select operator_id from live_presence where plan_id = #{planId} order by operator_id limit 1)
                union all
                select (select p.operator_id from live_presence p where p.plan_id = #{planId} and p.operator_id > e.operator_id
                        order by p.operator_id limit 1)
                from each_of e where e.operator_id is not null)
            select each_of.operator_id, seconds
            from each_of,
                 lateral (select extract(epoch from sum(least(until, #{to}) - greatest(at, #{from})))::float8 as seconds
                          from (select at, state, lead(at, 1, #{to}) over (order by at) as until
                                from live_presence p
                                where p.plan_id = #{planId} and p.operator_id = each_of.operator_id
                                  and at < #{to} and at > #{from}::timestamptz - interval '31 days') as spans
                          where state = 'present' and until > #{from}) as present
            where seconds is not null""")
    List<Present> present(String planId, Instant from, Instant to);

    record StoredWay(String against, int shortSeconds) {}

    @Select("select against, short_seconds from report_way where plan_id = #{planId}")
    Optional<StoredWay> way(String planId);

    @Insert("""
            insert into report_way (plan_id, against, short_seconds) values (#{planId}, #{against}, #{shortSeconds})
            on conflict (plan_id) do update set against = excluded.against, short_seconds = excluded.short_seconds""")
    void storeWay(String planId, String against, int shortSeconds);
}
