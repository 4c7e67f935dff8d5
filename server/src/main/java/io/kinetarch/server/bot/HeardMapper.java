package io.kinetarch.server.bot;

import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

/** What visitors of live chats wrote first. */
@Mapper
interface HeardMapper {
    /** The first words of a chat's visitor. */
    record FirstWords(long chat, String words) {}

    /** Those of the newest chats at some doors, one for each chat. */
    @Select("""
            select c.id as chat, w.words
            from live_chat c
            cross join lateral (
                select e.call, e.words_part from live_entry e
                where e.plan_id = c.plan_id and e.chat = c.id and e.author = 'visitor' and e.words_part is not null
                order by e.number limit 1) e
            join live_words w on w.plan_id = c.plan_id and w.call = e.call and w.part = e.words_part
            where c.plan_id = #{planId} and c.door_id = any(#{doors,typeHandler=org.apache.ibatis.type.ArrayTypeHandler})
            order by c.id desc limit #{most}""")
    List<FirstWords> firstWords(String planId, String[] doors, int most);
}
