package io.kinetarch.server.report;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** Adds up what is counted of finished chats. */
@Mapper
interface ReportMapper {
    /**
     * Which chats are added up; null for whichever.
     *
     * @param from first day on which they came
     * @param until last day
     * @param soon milliseconds before which who gave up did so soon
     * @param otherwiseWithin milliseconds within which chats of no queue of these are to be answered
     */
    record Wanted(
            String planId,
            LocalDate from,
            LocalDate until,
            @Nullable String door,
            @Nullable String queue,
            @Nullable String operator,
            @Nullable String language,
            @Nullable String topic,
            long soon,
            long otherwiseWithin) {}

    /**
     * What holds for the chats of queues, each at its place.
     *
     * @param within milliseconds within which they are to be answered
     * @param weights how much of an operator's capacity one takes
     */
    @SuppressWarnings("ArrayRecordComponent") // a carrier to the driver, never compared
    record OfQueues(String[] queues, Long[] within, Integer[] weights) {}

    /** Sums of the chats of one kind that came on one day. */
    record DaySums(
            String name,
            LocalDate day,
            long chats,
            long waited,
            long answered,
            long inTime,
            long gaveUp,
            long gaveUpSoon,
            double waitMillis,
            long replied,
            double firstReplyMillis,
            double handledMillis,
            double wrapUpMillis,
            long transferred,
            long finishedByBot,
            long endedByVisitor,
            long endedByOperator,
            long closedSilent,
            long leftMessage,
            long ratings,
            double marks) {}

    String QUEUES = """
            left join unnest(#{of.queues,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::text[],
                             #{of.within,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::bigint[],
                             #{of.weights,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::int[]) as q (id, within, weight)
            """;

    String WANTED = """
            c.plan_id = #{w.planId} and c.day between #{w.from} and #{w.until}
            <if test="w.door != null"> and c.door_id = #{w.door}</if>
            <if test="w.queue != null"> and c.queue_id = #{w.queue}</if>
            <if test="w.language != null"> and c.language = #{w.language}</if>
            <if test="w.topic != null"> and c.topic = #{w.topic}</if>
            <if test="w.operator != null"> and exists (
                select 1 from live_stint o where o.plan_id = c.plan_id and o.chat = c.chat and o.operator_id = #{w.operator}
                  and not o.besides)</if>
            """;

    String NAME = """
            <choose>
            <when test="by.name() == 'QUEUE'">coalesce(c.queue_id, '')</when>
            <when test="by.name() == 'DOOR'">c.door_id</when>
            <when test="by.name() == 'OPERATOR'">s.who</when>
            <when test="by.name() == 'LANGUAGE'">c.language</when>
            <when test="by.name() == 'TOPIC'">coalesce(c.topic, '')</when>
            <when test="by.name() == 'LABEL'">coalesce(l.label, '')</when>
            <when test="by.name() == 'HOUR'">(c.half_hour / 2)::text</when>
            <when test="by.name() == 'WEEKDAY'">extract(isodow from c.day)::int::text</when>
            <when test="by.name() == 'DAY'">c.day::text</when>
            <otherwise>''</otherwise>
            </choose> as name
            """;

    /**
     * A chat that several operators had counts for each of them, one that bears several labels for each of those. No operator takes a
     * chat later than a month after it came, so that only what lies about the days that are asked for is read.
     */
    String EACH = """
            <if test="by.name() == 'OPERATOR'">
            join (select distinct chat, operator_id as who from live_stint
                  where plan_id = #{w.planId} and not besides and from_at &gt;= #{w.from}::date - 1
                    and from_at &lt; #{w.until}::date + 32) s on s.chat = c.chat</if>
            <if test="by.name() == 'LABEL'">
            left join chat_label l on l.plan_id = c.plan_id and l.chat = c.chat</if>
            """;

    /** Each kind on each day. */
    @Select("<script>select " + NAME + """
            , c.day, count(*) as chats,
                count(*) filter (where c.first_queue is not null) as waited,
                count(*) filter (where c.answered) as answered,
                count(*) filter (where c.answered and c.waited_millis &lt;= coalesce(q.within, #{w.otherwiseWithin})) as in_time,
                count(*) filter (where c.outcome = 'GAVE_UP') as gave_up,
                count(*) filter (where c.outcome = 'GAVE_UP' and c.waited_millis &lt; #{w.soon}) as gave_up_soon,
                coalesce(sum(c.waited_millis) filter (where c.first_queue is not null), 0)::float8 as wait_millis,
                count(c.first_reply_millis) as replied,
                coalesce(sum(c.first_reply_millis), 0)::float8 as first_reply_millis,
                sum(c.handled_millis)::float8 as handled_millis, sum(c.wrap_up_millis)::float8 as wrap_up_millis,
                count(*) filter (where c.transfers &gt; 0) as transferred,
                count(*) filter (where c.outcome = 'FINISHED_BY_BOT') as finished_by_bot,
                count(*) filter (where c.outcome = 'ENDED_BY_VISITOR') as ended_by_visitor,
                count(*) filter (where c.outcome = 'ENDED_BY_OPERATOR') as ended_by_operator,
                count(*) filter (where c.outcome = 'CLOSED_SILENT') as closed_silent,
                count(*) filter (where c.outcome in ('LEFT_MESSAGE', 'ASKED_CALL_BACK')) as left_message,
                count(c.rating) as ratings, coalesce(sum(c.rating), 0)::float8 as marks
            from live_count c
            """ + EACH + QUEUES + " on q.id = c.queue_id where " + WANTED + """
            group by 1, 2
            </script>""")
    List<DaySums> days(Wanted w, OfQueues of, ReportBy by);

    /** So many chats of one kind waited that long. */
    record Waits(String name, long tenths, long chats) {}

    /** How long chats waited, in tenths of a second. */
    @Select("<script>select " + NAME + ", (c.waited_millis + 50) / 100 as tenths, count(*) as chats from live_count c "
            + EACH + " where " + WANTED + " and c.first_queue is not null group by 1, 2</script>")
    List<Waits> waits(Wanted w, ReportBy by);

    /**
     * What one operator did.
     *
     * @param takenWeight milliseconds in which chats took places of theirs, each times its weight
     */
    record Worked(String operatorId, double takenWeight, long longestSilenceMillis, long leftOpen) {}

    @Select("<script>" + """
            select s.operator_id,
                   sum((extract(epoch from s.until_at - s.from_at) * 1000 + s.wrap_up_millis) * coalesce(q.weight, 1))::float8
                       as taken_weight,
                   max(s.longest_silence_millis) as longest_silence_millis, count(*) filter (where s.left_open) as left_open
            from live_count c join live_stint s on s.plan_id = c.plan_id and s.chat = c.chat
              and s.from_at &gt;= #{w.from}::date - 1 and s.from_at &lt; #{w.until}::date + 32
            """ + QUEUES + " on q.id = s.queue_id where " + WANTED + " group by 1</script>")
    List<Worked> worked(Wanted w, OfQueues of);

    record MissedOffers(String operatorId, long lapsed, long declined) {}

    @Select("<script>" + """
            select m.operator_id, count(*) filter (where not m.declined) as lapsed, count(*) filter (where m.declined) as declined
            from live_count c join live_missed_offer m on m.plan_id = c.plan_id and m.chat = c.chat
              and m.at &gt;= #{w.from}::date - 1 and m.at &lt; #{w.until}::date + 32
            where
            """ + WANTED + " group by 1</script>")
    List<MissedOffers> missed(@Param("w") Wanted w);

    record Present(String operatorId, double seconds) {}

    /** How long operators were present from one instant to another; nobody is present for more than a month on end. */
    @Select("""
            select operator_id, sum(extract(epoch from least(until, #{to}) - greatest(at, #{from})))::float8 as seconds
            from (select operator_id, at, state, lead(at, 1, #{to}) over (partition by operator_id order by at) as until
                  from live_presence
                  where plan_id = #{planId} and at < #{to} and at > #{from}::timestamptz - interval '31 days') as spans
            where state = 'present' and until > #{from} group by 1""")
    List<Present> present(String planId, Instant from, Instant to);

    record StoredWay(String against, int shortSeconds) {}

    @Select("select against, short_seconds from report_way where plan_id = #{planId}")
    Optional<StoredWay> way(String planId);

    @Insert("""
            insert into report_way (plan_id, against, short_seconds) values (#{planId}, #{against}, #{shortSeconds})
            on conflict (plan_id) do update set against = excluded.against, short_seconds = excluded.short_seconds""")
    void storeWay(String planId, String against, int shortSeconds);
}
