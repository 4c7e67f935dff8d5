package io.kinetarch.server.record;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

/** Takes away what somebody wrote in chats: words, answers, files, letters and what went out of them. */
@Mapper
interface ErasureMapper {
    String OF_CHATS = " = any(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})";

    /** How much is kept of some chats. */
    record Held(long texts, long given, long files, long letters, long outgoing, long notes) {}

    @Select("""
            select (select count(*) from live_entry e
                    join live_words w on w.plan_id = e.plan_id and w.call = e.call and w.part = e.words_part
                    where e.plan_id = #{planId} and e.chat""" + OF_CHATS + """
            ) + (select count(*) from live_call c
                    join live_words w on w.plan_id = c.plan_id and w.call = c.number and w.part = 0
                    where c.plan_id = #{planId} and c.kind = 'rate' and c.chat""" + OF_CHATS + """
            ) as texts,
                (select count(*) from live_given where plan_id = #{planId} and chat""" + OF_CHATS + """
            ) as given,
                (select count(*) from live_file where plan_id = #{planId} and chat""" + OF_CHATS + """
            ) as files,
                (select count(*) from letter where plan_id = #{planId} and chat""" + OF_CHATS + """
            ) as letters,
                (select count(*) from outgoing where plan_id = #{planId} and chat""" + OF_CHATS
            + """
            ) as outgoing,
                (select count(*) from chat_note where plan_id = #{planId} and chat""" + OF_CHATS + """
            ) + (select count(*) from ticket where plan_id = #{planId} and subject <> '' and chat""" + OF_CHATS
            + ") as notes")
    Held held(String planId, Long[] chats);

    @Delete("""
            delete from live_words w using live_entry e
            where e.plan_id = #{planId} and w.plan_id = e.plan_id and w.call = e.call and w.part = e.words_part and e.chat""" + OF_CHATS)
    void said(String planId, Long[] chats);

    /** Words that came with calls of which nothing happened in the chat, and comments beside ratings. */
    @Delete("""
            delete from live_words w using live_call c
            where c.plan_id = #{planId} and c.key is not null and w.plan_id = c.plan_id and w.call = c.number and c.chat""" + OF_CHATS)
    void called(String planId, Long[] chats);

    @Delete("delete from live_given where plan_id = #{planId} and chat" + OF_CHATS)
    void given(String planId, Long[] chats);

    @Delete("delete from live_file where plan_id = #{planId} and chat" + OF_CHATS)
    void files(String planId, Long[] chats);

    @Delete("delete from letter where plan_id = #{planId} and chat" + OF_CHATS)
    void letters(String planId, Long[] chats);

    @Delete("delete from outgoing where plan_id = #{planId} and chat" + OF_CHATS)
    void outgoing(String planId, Long[] chats);

    @Delete("delete from chat_note where plan_id = #{planId} and chat" + OF_CHATS)
    void notes(String planId, Long[] chats);

    /** What tickets were about; that they were made, and their numbers, stay. */
    @Update("update ticket set subject = '' where plan_id = #{planId} and chat" + OF_CHATS)
    void tickets(String planId, Long[] chats);

    @Delete("delete from live_talk where plan_id = #{planId} and chat" + OF_CHATS)
    void talks(String planId, Long[] chats);

    @Delete("delete from live_draft where plan_id = #{planId} and chat" + OF_CHATS)
    void drafts(String planId, Long[] chats);

    /** They are found by what is kept of them, and by no word any more. */
    @Update("update live_found set words = facets_of(plan_id, chat) where plan_id = #{planId} and chat" + OF_CHATS)
    void found(String planId, Long[] chats);

    @Insert("""
            insert into live_erased (plan_id, chat, at, account)
            select #{planId}, chat, #{at}, #{account,jdbcType=VARCHAR}
            from unnest(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::bigint[]) as chats (chat)
            on conflict do nothing""")
    void erased(String planId, Long[] chats, Instant at, @Nullable String account);

    record Erased(Instant at, @Nullable String account) {}

    @Select("select at, account from live_erased where plan_id = #{planId} and chat = #{chat}")
    List<Erased> erasedAt(String planId, long chat);

    record RetentionRow(String doorId, String outcome, int days) {}

    @Select("select door_id, outcome, days from record_retention where plan_id = #{planId} order by door_id, outcome")
    List<RetentionRow> retention(String planId);

    @Delete("delete from record_retention where plan_id = #{planId}")
    void dropRetention(String planId);

    @Insert("""
            insert into record_retention (plan_id, door_id, outcome, days)
            values (#{planId}, #{row.doorId}, #{row.outcome}, #{row.days})""")
    void addRetention(String planId, RetentionRow row);

    record Due(String planId, long chat) {}

    /** Chats whose time is over. */
    @Select("""
            select c.plan_id, c.chat
            from (select plan_id, min(days) as days from record_retention group by 1) as soonest
            join live_count c on c.plan_id = soonest.plan_id
             and c.ended_at < #{now}::timestamptz - make_interval(days => soonest.days)
            where c.ended_at < #{now}::timestamptz - make_interval(days => (
                select min(r.days) from record_retention r
                where r.plan_id = c.plan_id and r.door_id in ('', c.door_id) and r.outcome in ('', c.outcome)))
              and not exists (select 1 from live_erased e where e.plan_id = c.plan_id and e.chat = c.chat)
            limit #{most}""")
    List<Due> due(Instant now, int most);
}
