package io.kinetarch.server.bot;

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

    @Update("update live_talk set made = true where plan_id = #{planId} and chat = #{chat} and heard = #{heard}")
    void made(String planId, long chat, int heard);
}
