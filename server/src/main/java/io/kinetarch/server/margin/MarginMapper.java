package io.kinetarch.server.margin;

import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface MarginMapper {
    record StoredLabel(long chat, String label) {}

    /** Labels of some chats, in the order in which they were put on each. */
    @Select("""
            select chat, label from chat_label
            where plan_id = #{planId} and chat = any(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})
            order by at, lower(label)""")
    List<StoredLabel> labels(String planId, Long[] chats);

    /** The most used of a plan's labels first, each in the way in which it is written most. */
    @Select("""
            select mode() within group (order by label) from chat_label where plan_id = #{planId}
            group by lower(label) order by count(*) desc, lower(label) limit #{most}""")
    List<String> used(String planId, int most);

    @Select("""
            select mode() within group (order by label) from chat_label
            where plan_id = #{planId} and lower(label) = lower(#{label}) having count(*) > 0""")
    Optional<String> asWritten(String planId, String label);

    @Insert("""
            insert into chat_label (plan_id, chat, label, by_name, at) values (#{planId}, #{chat}, #{label}, #{by}, #{at})
            on conflict do nothing""")
    void label(String planId, long chat, String label, String by, Instant at);

    @Insert("""
            insert into chat_label (plan_id, chat, label, by_name, at)
            select #{planId}, * from unnest(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::bigint[],
                                            #{labels,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::text[],
                                            #{by,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::text[],
                                            #{at,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}::timestamptz[])
            on conflict do nothing""")
    void labelled(String planId, Long[] chats, String[] labels, String[] by, Timestamp[] at);

    @Delete("delete from chat_label where plan_id = #{planId} and chat = #{chat} and lower(label) = lower(#{label})")
    void unlabel(String planId, long chat, String label);

    record StoredNote(long id, long chat, String byName, Instant at, String words) {}

    @Select("""
            select id, chat, by_name, at, words from chat_note
            where plan_id = #{planId} and chat = any(#{chats,typeHandler=org.apache.ibatis.type.ArrayTypeHandler}) order by id""")
    List<StoredNote> notes(String planId, Long[] chats);

    /** None where it was written before under its key. */
    @Select("""
            insert into chat_note (plan_id, chat, key, by_name, at, words)
            values (#{planId}, #{chat}, #{key}::uuid, #{by}, #{at}, #{words}) on conflict do nothing returning id""")
    Optional<Long> note(String planId, long chat, String key, String by, Instant at, String words);

    /** What is written beside a chat after its end is found, too. */
    @Update("""
            update live_found f set words = f.words || to_tsvector(words_in(c.language), #{words})
            from live_chat c where c.plan_id = f.plan_id and c.id = f.chat and f.plan_id = #{planId} and f.chat = #{chat}""")
    void find(String planId, long chat, String words);

    @Insert("insert into chat_mention (note, plan_id, operator_id) values (#{note}, #{planId}, #{operator})")
    void mention(long note, String planId, String operator);

    record StoredMention(long note, long chat, String byName, Instant at, String words) {}

    /** Notes for an operator that they have not seen. */
    @Select("""
            select n.id as note, n.chat, n.by_name, n.at, n.words from chat_mention m join chat_note n on n.id = m.note
            where m.plan_id = #{planId} and m.operator_id = #{operator} and m.seen_at is null order by n.id limit #{most}""")
    List<StoredMention> mentions(String planId, String operator, int most);

    @Update("""
            update chat_mention set seen_at = #{at}
            where note = #{note} and plan_id = #{planId} and operator_id = #{operator} and seen_at is null""")
    void seen(String planId, String operator, long note, Instant at);
}
