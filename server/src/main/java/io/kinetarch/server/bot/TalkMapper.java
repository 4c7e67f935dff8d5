package io.kinetarch.server.bot;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** How talks of visitors with bots stand. */
@Mapper
interface TalkMapper {
    /**
     * A talk.
     *
     * @param heard number of the newest entry of the chat that the bot has read
     * @param talk with its follow-up and values, as JSON
     * @param turn the acts of the bot's newest turn, as JSON
     * @param made whether they are in the log
     */
    record StoredTalk(
            int heard,
            @Nullable String topic,
            @Nullable Double certainty,
            @Nullable String language,
            String talk,
            String turn,
            boolean made) {}

    @Select("""
            select heard, topic, certainty, language, talk::text as talk, turn::text as turn, made
            from live_talk where plan_id = #{planId} and chat = #{chat}""")
    Optional<StoredTalk> talk(String planId, long chat);

    /** Takes a turn, where nobody else took one meanwhile; 0 where somebody did. */
    @Update("""
            insert into live_talk (plan_id, chat, heard, topic, certainty, language, talk, turn)
            values (#{planId}, #{chat}, #{next.heard}, #{next.topic}, #{next.certainty}, #{next.language},
                    #{next.talk}::jsonb, #{next.turn}::jsonb)
            on conflict (plan_id, chat) do update set
                heard = excluded.heard, topic = excluded.topic, certainty = excluded.certainty, language = excluded.language,
                talk = excluded.talk, turn = excluded.turn, made = false
            where live_talk.heard = #{before}""")
    int take(String planId, long chat, int before, StoredTalk next);

    /** Only what a bot said can be marked. It says an answer before the log tells what it understood. */
    @Update("""
            insert into live_wrong_answer (plan_id, chat, entry, topic, operator)
            select e.plan_id, e.chat, e.number,
                   (select substring(c.detail from ' (.*)') from live_call c
                    where c.plan_id = e.plan_id and c.chat = e.chat and c.kind = 'understood' and c.number > e.call
                    order by c.number limit 1),
                   #{operator}
            from live_entry e
            where e.plan_id = #{planId} and e.chat = #{chat} and e.number = #{entry} and e.author = 'bot'
            on conflict do nothing""")
    int markWrong(String planId, long chat, int entry, String operator);

    @Update("delete from live_wrong_answer where plan_id = #{planId} and chat = #{chat} and entry = #{entry}")
    int unmark(String planId, long chat, int entry);

    @Select("select entry from live_wrong_answer where plan_id = #{planId} and chat = #{chat} order by entry")
    List<Integer> wrong(String planId, long chat);

    @Update("update live_talk set made = true where plan_id = #{planId} and chat = #{chat} and heard = #{heard}")
    void made(String planId, long chat, int heard);
}
