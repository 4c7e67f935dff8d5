package io.kinetarch.server.bot;

import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** What bots draft for operators. */
@Mapper
interface DraftMapper {
    record StoredDraft(int entry, @Nullable String topic, String words) {}

    /** The draft that lies in the reply of a chat. */
    @Select("""
            select entry, topic, words from live_draft
            where plan_id = #{planId} and chat = #{chat} and fate is null order by entry desc limit 1""")
    Optional<StoredDraft> lies(String planId, long chat);

    /** A newer draft takes the place of one that was not answered with. */
    @Update("""
            with before as (
                update live_draft set fate = 'dropped' where plan_id = #{planId} and chat = #{chat} and fate is null)
            insert into live_draft (plan_id, chat, entry, bot, topic, words)
            values (#{planId}, #{chat}, #{entry}, #{bot}, #{topic}, #{words}) on conflict do nothing""")
    int put(String planId, long chat, int entry, String bot, @Nullable String topic, String words);

    @Update("""
            update live_draft set fate = #{fate} where plan_id = #{planId} and chat = #{chat} and entry = #{entry} and fate is null""")
    void decide(String planId, long chat, int entry, String fate);
}
