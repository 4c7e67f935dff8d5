package io.kinetarch.server.desk;

import java.time.LocalDate;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface DayMapper {
    /** What is counted of an operator's finished chats of a day. */
    record Counted(
            long chats,
            @Nullable Double waitMillis,
            @Nullable Double firstReplyMillis,
            @Nullable Double handledMillis,
            long ratings,
            @Nullable Double mark) {}

    @Select("""
            select count(*) as chats, avg(waited_millis)::float8 as wait_millis, avg(first_reply_millis)::float8 as first_reply_millis,
                   avg(handled_millis)::float8 as handled_millis, count(rating) as ratings, avg(rating)::float8 as mark
            from live_count c
            where plan_id = #{planId} and day = #{day} and exists (
                select 1 from live_stint s
                where s.plan_id = c.plan_id and s.chat = c.chat and s.operator_id = #{operator} and not s.besides)""")
    Counted counted(String planId, String operator, LocalDate day);

    record Missed(long lapsed, long declined) {}

    @Select("""
            select count(*) filter (where not m.declined) as lapsed, count(*) filter (where m.declined) as declined
            from live_missed_offer m join live_count c on c.plan_id = m.plan_id and c.chat = m.chat
            where m.plan_id = #{planId} and m.operator_id = #{operator} and c.day = #{day}""")
    Missed missed(String planId, String operator, LocalDate day);
}
