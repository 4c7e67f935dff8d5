package io.kinetarch.server.record;

import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** By which words finished chats are found, and by what else is kept of them. */
@Mapper
interface FoundMapper {
    /** Plans of which calls are done whose chats cannot be found yet. */
    @Select("""
            select r.plan_id from live_run r left join live_kept_until u on u.plan_id = r.plan_id
            where r.done > coalesce(u.call, 0)""")
    List<String> behind();

    @Insert("insert into live_kept_until (plan_id, call) values (#{planId}, 0) on conflict do nothing")
    void begin(String planId);

    /** Up to which call; none where another instance goes on just now. */
    @Select("select call from live_kept_until where plan_id = #{planId} for update skip locked")
    Optional<Long> until(String planId);

    @Select("select done from live_run where plan_id = #{planId}")
    long done(String planId);

    /** Chats that ended by some calls, or of which those told more after their end; they are counted already. */
    @Insert("""
            insert into live_found (plan_id, chat, words)
            select c.plan_id, c.id,
                to_tsvector(words_in(c.language), coalesce((
                    select string_agg(w.words, ' ') from live_entry e
                    join live_words w on w.plan_id = e.plan_id and w.call = e.call and w.part = e.words_part
                    where e.plan_id = c.plan_id and e.chat = c.id), ''))
                || to_tsvector(words_in(c.language), coalesce((
                    select string_agg(w.words, ' ') from live_call k
                    join live_words w on w.plan_id = k.plan_id and w.call = k.number and w.part = 0
                    where k.plan_id = c.plan_id and k.chat = c.id and k.kind = 'rate'), ''))
                || to_tsvector(words_in(c.language), coalesce((
                    select string_agg(n.words, ' ') from chat_note n where n.plan_id = c.plan_id and n.chat = c.id), ''))
                || coalesce((
                    select jsonb_to_tsvector(words_in(c.language), jsonb_agg(g.given), '["string"]') from live_given g
                    where g.plan_id = c.plan_id and g.chat = c.id), ''::tsvector)
                || facets_of(c.plan_id, c.id)
            from live_chat c
            where c.plan_id = #{planId} and c.ended_at is not null and c.outcome <> 'REFUSED'
              and not exists (select 1 from live_erased x where x.plan_id = c.plan_id and x.chat = c.id) and c.id in (
                select e.chat from live_entry e
                where e.plan_id = #{planId} and e.call > #{after} and e.call <= #{until} and e.event = 'ended'
                union
                select k.chat from live_call k
                where k.plan_id = #{planId} and k.number > #{after} and k.number <= #{until} and k.kind in ('rate', 'tell'))
            on conflict (plan_id, chat) do update set words = excluded.words""")
    int add(String planId, long after, long until);

    @Update("update live_kept_until set call = #{call} where plan_id = #{planId}")
    void reached(String planId, long call);

    /** What is looked for, as each of some languages stems it; of no words where nothing is left of it. */
    @Select("""
            <script>
            select coalesce(string_agg(distinct '(' || q || ')', ' | '), '') from (
                <foreach item="language" collection="languages" separator=" union all ">
                select websearch_to_tsquery(words_in(#{language}), #{words})::text as q
                </foreach>) as queries where q &lt;&gt; ''
            </script>""")
    String query(String words, List<String> languages);
}
