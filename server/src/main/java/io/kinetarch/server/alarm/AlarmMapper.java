package io.kinetarch.server.alarm;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface AlarmMapper {
    /** An alarm and how it stands. */
    record StoredAlarm(
            long id,
            String kind,
            @Nullable String queueId,
            int seconds,
            @Nullable String mail,
            @Nullable String service,
            @Nullable Instant heldSince,
            @Nullable Instant raisedAt,
            @Nullable Instant quietSince,
            @Nullable Instant toldAt,
            int times,
            String words,
            @Nullable String trouble,
            @Nullable Instant nextTry) {}

    String ALARM = """
            select id, kind, queue_id, seconds, mail, service, held_since, raised_at, quiet_since, told_at, times, words, trouble,
                   next_try
            from alarm
            """;

    @Select("select distinct plan_id from alarm order by plan_id")
    List<String> plans();

    @Select(ALARM + " where plan_id = #{planId} order by id")
    List<StoredAlarm> all(String planId);

    /** One that nobody else looks after just now. */
    @Select(ALARM + " where id = #{id} for update skip locked")
    Optional<StoredAlarm> locked(long id);

    /** How one stands after a look. */
    record Standing(
            @Nullable Instant heldSince,
            @Nullable Instant raisedAt,
            @Nullable Instant quietSince,
            @Nullable Instant toldAt,
            int times,
            String words,
            @Nullable String trouble,
            @Nullable Instant nextTry) {}

    @Update("""
            update alarm set held_since = #{s.heldSince}, raised_at = #{s.raisedAt}, quiet_since = #{s.quietSince},
                             told_at = #{s.toldAt}, times = #{s.times}, words = #{s.words}, trouble = #{s.trouble},
                             next_try = #{s.nextTry}
            where id = #{id}""")
    void stands(long id, @Param("s") Standing s);

    /** An alarm that is new. */
    record NewAlarm(
            String planId,
            String kind,
            @Nullable String queueId,
            int seconds,
            @Nullable String mail,
            @Nullable String service) {}

    @Insert("""
            insert into alarm (plan_id, kind, queue_id, seconds, mail, service)
            values (#{planId}, #{kind}, #{queueId}, #{seconds}, #{mail}, #{service})""")
    void insert(NewAlarm alarm);

    @Update("update alarm set mail = #{alarm.mail}, service = #{alarm.service} where id = #{id}")
    void tells(long id, NewAlarm alarm);

    @Delete("delete from alarm where id = #{id}")
    void delete(long id);
}
