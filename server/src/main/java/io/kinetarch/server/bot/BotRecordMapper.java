package io.kinetarch.server.bot;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** Counts what the log tells of bots. */
@Mapper
interface BotRecordMapper {
    /**
     * What became of chats that were about a topic in the end.
     *
     * @param topic null for none that the bot knows
     * @param finished by the bot
     * @param answered taken by a person
     * @param asked in which a person was asked for right after an answer of the topic's
     * @param rated poor, 1 or 2 of 5, of those finished by the bot
     * @param marked in which an operator marked an answer as wrong
     * @param wrong in which one of the three says that an answer was wrong
     * @param taken drafts about it that operators said as they were
     * @param changed drafts that they said otherwise
     * @param dropped drafts that they did not say
     */
    record TopicInChats(
            @Nullable String topic,
            int chats,
            int finished,
            int answered,
            int asked,
            int rated,
            int marked,
            int wrong,
            int taken,
            int changed,
            int dropped) {}

    @Select("""
            with ended as (
                select id, outcome from live_chat
                where plan_id = #{planId} and arrived_at >= #{since} and ended_at is not null
                  and door_id = any(#{doors,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})),
            calls as (
                select c.chat, c.number, c.kind, c.detail, substring(c.detail from ' (.*)') as topic
                from live_call c join ended e on e.id = c.chat
                where c.plan_id = #{planId} and c.refusal is null and c.kind in ('understood', 'hand-over', 'accept', 'rate')),
            turns as (
                select chat, number, kind, detail, topic, lag(kind) over before as kind_before, lag(topic) over before as topic_before
                from calls where kind in ('understood', 'hand-over') window before as (partition by chat order by number)),
            heard as (
                select chat, (array_agg(topic order by number desc) filter (where topic is not null))[1] as topic
                from turns where kind = 'understood' group by chat),
            asked as (
                select distinct chat from turns
                where kind = 'hand-over' and detail = 'ASKED' and kind_before = 'understood' and topic_before is not null),
            said as (
                select h.chat, h.topic, e.outcome = 'FINISHED_BY_BOT' as finished,
                       exists (select 1 from calls c where c.chat = h.chat and c.kind = 'accept') as answered,
                       exists (select 1 from asked a where a.chat = h.chat) as asked,
                       e.outcome = 'FINISHED_BY_BOT' and exists (
                           select 1 from calls c where c.chat = h.chat and c.kind = 'rate' and c.detail::int <= 2) as rated,
                       exists (select 1 from live_wrong_answer w where w.plan_id = #{planId} and w.chat = h.chat) as marked
                from heard h join ended e on e.id = h.chat),
            counted as (
                select topic, count(*)::int as chats, count(*) filter (where finished)::int as finished,
                       count(*) filter (where answered)::int as answered, count(*) filter (where asked)::int as asked,
                       count(*) filter (where rated)::int as rated, count(*) filter (where marked)::int as marked,
                       count(*) filter (where asked or rated or marked)::int as wrong
                from said group by topic),
            drafts as (
                select d.topic, count(*) filter (where fate = 'taken')::int as taken,
                       count(*) filter (where fate = 'changed')::int as changed,
                       count(*) filter (where fate = 'dropped')::int as dropped
                from live_draft d join live_chat c on c.plan_id = d.plan_id and c.id = d.chat
                where d.plan_id = #{planId} and d.bot = #{bot} and d.fate is not null and c.arrived_at >= #{since}
                group by d.topic)
            select coalesce(c.topic, d.topic) as topic, coalesce(chats, 0) as chats, coalesce(finished, 0) as finished,
                   coalesce(answered, 0) as answered, coalesce(asked, 0) as asked, coalesce(rated, 0) as rated,
                   coalesce(marked, 0) as marked, coalesce(wrong, 0) as wrong, coalesce(taken, 0) as taken,
                   coalesce(changed, 0) as changed, coalesce(dropped, 0) as dropped
            from counted c full join drafts d on coalesce(d.topic, '') = coalesce(c.topic, '')
            order by 2 desc, 1""")
    List<TopicInChats> byTopic(String planId, String bot, String[] doors, Instant since);
}
