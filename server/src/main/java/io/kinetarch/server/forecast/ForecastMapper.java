package io.kinetarch.server.forecast;

import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.staffing.WorkloadEstimate.Seen;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Arg;
import org.apache.ibatis.annotations.ConstructorArgs;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.apache.ibatis.type.ArrayTypeHandler;
import org.jspecify.annotations.Nullable;

@Mapper
interface ForecastMapper {
    /** The half-hours of a series as one array a column, so that many rows travel as few. */
    @SuppressWarnings("ArrayRecordComponent") // a carrier from the driver, never compared
    record SeriesCounts(String doorId, String topic, String queueId, Long[] startsAt, Integer[] chats) {}

    record LanguageCount(String doorId, String topic, String language, long chats) {}

    /**
     * What was known of a visitor.
     *
     * @param facts a JSON object of strings
     */
    record VisitorSeen(
            String doorId, String topic, @Nullable String page, VisitorKind visitor, String facts) {}

    record WorkSeen(
            String queueId,
            double chats,
            @Nullable Double handlingSeconds,
            @Nullable Double chatsAtOnce,
            @Nullable Double leftWaiting,
            @Nullable Double waitSeconds) {
        Seen seen() {
            return new Seen(chats, handlingSeconds, chatsAtOnce, leftWaiting, waitSeconds);
        }
    }

    record StoredChoice(
            String doorId,
            String topic,
            String queueId,
            String method,
            String weights,
            double together,
            LocalDate triedOn,
            @Nullable String wanted) {}

    @Select("""
            select door_id, topic, queue_id, array_agg(starts_at) as starts_at, array_agg(chats) as chats
            from (
                select door_id, topic, case when door_id = '' then queue_id else '' end as queue_id,
                       extract(epoch from starts_at)::bigint as starts_at, sum(chats)::int as chats
                from volume
                where plan_id = #{planId} and starts_at >= #{from} and starts_at < #{until}
                group by 1, 2, 3, 4) counts
            group by 1, 2, 3 order by 1, 2, 3""")
    @ConstructorArgs({
        @Arg(name = "doorId", column = "door_id", javaType = String.class),
        @Arg(name = "topic", column = "topic", javaType = String.class),
        @Arg(name = "queueId", column = "queue_id", javaType = String.class),
        @Arg(name = "startsAt", column = "starts_at", javaType = Long[].class, typeHandler = ArrayTypeHandler.class),
        @Arg(name = "chats", column = "chats", javaType = Integer[].class, typeHandler = ArrayTypeHandler.class)
    })
    List<SeriesCounts> series(String planId, Instant from, Instant until);

    @Select("""
            select door_id, topic, language, sum(chats) as chats from volume
            where plan_id = #{planId} and starts_at >= #{from} and starts_at < #{until} and language <> ''
            group by 1, 2, 3 having sum(chats) > 0 order by 1, 2, 3""")
    List<LanguageCount> languages(String planId, Instant from, Instant until);

    /** The newest of each door and topic; whose words are erased are left out. */
    @Select("""
            select door_id, topic, given ->> 'page' as page, given ->> 'visitor' as visitor, (given -> 'facts')::text as facts
            from (
                select c.door_id, coalesce(c.topic, '') as topic, g.given, c.chat,
                       row_number() over (partition by c.door_id, c.topic order by c.chat desc) as place
                from (select chat, door_id, topic from live_count
                      where plan_id = #{planId} and day >= #{from} and day < #{until} order by day desc, chat desc limit #{most}) c
                join live_given g on g.plan_id = #{planId} and g.call = c.chat) newest
            where place <= #{mostOfEach} order by door_id, topic, chat""")
    List<VisitorSeen> visitors(String planId, LocalDate from, LocalDate until, int most, int mostOfEach);

    /** What the chats of recorded queues took in half-hours. */
    @Select("""
            select queue_id, sum(chats) as chats,
                   sum(handling_seconds * chats) / sum(chats) filter (where handling_seconds is not null) as handling_seconds,
                   sum(chats_at_once * chats) / sum(chats) filter (where chats_at_once is not null) as chats_at_once,
                   sum(left_waiting) as left_waiting,
                   sum(wait_seconds * chats) / sum(chats) filter (where wait_seconds is not null) as wait_seconds
            from volume
            where plan_id = #{planId} and starts_at >= #{from} and starts_at < #{until} and queue_id <> '' and chats > 0
            group by queue_id, starts_at""")
    List<WorkSeen> work(String planId, Instant from, Instant until);

    @Select("""
            select door_id, topic, queue_id, method, weights::text as weights, together, tried_on, wanted from forecast_choice
            where plan_id = #{planId}""")
    List<StoredChoice> choices(String planId);

    @Insert("""
            insert into forecast_choice (plan_id, door_id, topic, queue_id, method, weights, together, tried_on)
            values (#{planId}, #{key.doorId}, #{key.topic}, #{key.queueId}, #{method}, #{weights}::jsonb, #{together},
                    #{triedOn})
            on conflict (plan_id, door_id, topic, queue_id)
            do update set method = excluded.method, weights = excluded.weights, together = excluded.together,
                          tried_on = excluded.tried_on""")
    void putChoice(
            @Param("planId") String planId,
            @Param("key") SeriesKey key,
            @Param("method") String method,
            @Param("weights") String weights,
            @Param("together") double together,
            @Param("triedOn") LocalDate triedOn);

    /** Where nothing was tried yet, its trials are due. */
    @Insert("""
            insert into forecast_choice (plan_id, door_id, topic, queue_id, method, weights, tried_on, wanted)
            values (#{planId}, #{key.doorId}, #{key.topic}, #{key.queueId}, #{untried}, '{}', date '1970-01-01', #{wanted})
            on conflict (plan_id, door_id, topic, queue_id) do update set wanted = excluded.wanted""")
    void want(
            @Param("planId") String planId,
            @Param("key") SeriesKey key,
            @Param("untried") String untried,
            @Param("wanted") @Nullable String wanted);

    @Insert("""
            insert into forecast_choice (plan_id, door_id, topic, queue_id, method, weights, together, tried_on)
            select #{toPlan}, door_id, topic, queue_id, method, weights, together, tried_on from forecast_choice
            where plan_id = #{fromPlan}""")
    void copyChoices(String fromPlan, String toPlan);

    record StoredSums(LocalDate triedOn, String document) {}

    @Select("select tried_on, document::text as document from forecast_sums where plan_id = #{planId}")
    Optional<StoredSums> sums(String planId);

    @Insert("""
            insert into forecast_sums (plan_id, tried_on, document) values (#{planId}, #{triedOn}, #{document}::jsonb)
            on conflict (plan_id) do update set tried_on = excluded.tried_on, document = excluded.document""")
    void putSums(String planId, LocalDate triedOn, String document);

    @Insert("""
            insert into forecast_sums (plan_id, tried_on, document)
            select #{toPlan}, tried_on, document from forecast_sums where plan_id = #{fromPlan}""")
    void copySums(String fromPlan, String toPlan);

    @Delete("delete from forecast_sums where plan_id = #{planId}")
    void forgetSums(String planId);

    /** So old that they are due. */
    @Update("update forecast_choice set tried_on = date '1970-01-01' where plan_id = #{planId}")
    void forgetTrials(String planId);
}
