package io.kinetarch.server.plan;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface ChangeMapper {
    /** A change without its edits. */
    record StoredChange(
            long change,
            String words,
            @Nullable Long undoes,
            @Nullable Long redoes,
            @Nullable String madeBy,
            Instant madeAt) {}

    /**
     * What a change did to one element; the element that came after it tells where it stood.
     *
     * @param replacement what took its place, where it was removed; null for nothing
     */
    record StoredEdit(
            String kind,
            String elementId,
            int version,
            @Nullable String before,
            @Nullable String beforeNext,
            @Nullable String after,
            @Nullable String afterNext,
            @Nullable String replacement) {}

    /**
     * The newest version of an element.
     *
     * @param change that made it
     */
    record ElementVersion(String kind, String elementId, int version, long change) {}

    @Insert("""
            insert into plan_change (plan_id, change, words, undoes, redoes, made_by, made_at)
            values (#{planId}, #{change}, #{words}, #{undoes}, #{redoes}, #{madeBy}, #{madeAt})""")
    void insert(
            String planId,
            long change,
            String words,
            @Nullable Long undoes,
            @Nullable Long redoes,
            long madeBy,
            Instant madeAt);

    /** Stores the edits of a change in one statement, each with the version after the newest one of its element. */
    @Insert("""
            <script>
            insert into plan_edit (plan_id, change, kind, element_id, version, before, before_next, after, after_next,
                                   replacement)
            values
            <foreach collection="edits" item="e" separator=",">
              (#{planId}, #{change}, #{e.kind}, #{e.elementId}, #{e.version}, #{e.before}::jsonb, #{e.beforeNext},
               #{e.after}::jsonb, #{e.afterNext}, #{e.replacement})
            </foreach>
            </script>""")
    void insertEdits(
            @Param("planId") String planId, @Param("change") long change, @Param("edits") List<StoredEdit> edits);

    @Select("""
            select kind, element_id, version, before::text as before, before_next, after::text as after, after_next,
                   replacement
            from plan_edit where plan_id = #{planId} and change = #{change}""")
    List<StoredEdit> edits(String planId, long change);

    /** A removed element and what took its place. */
    record Replacement(String elementId, String replacement) {}

    /** What took the place of removed elements of a kind, as their last removal said that named something. */
    @Select("""
            select distinct on (element_id) element_id, replacement from plan_edit
            where plan_id = #{planId} and kind = #{kind} and replacement is not null
            order by element_id, version desc""")
    List<Replacement> replacements(String planId, String kind);

    /** Notes the versions that the edits of a change made. */
    @Insert("""
            insert into plan_element (plan_id, kind, element_id, version, change)
            select plan_id, kind, element_id, version, change from plan_edit
            where plan_id = #{planId} and change = #{change}
            on conflict (plan_id, kind, element_id) do update set version = excluded.version, change = excluded.change""")
    void keepVersions(String planId, long change);

    /** The newest versions of the elements that were ever changed after a change; 0 for all of them. */
    @Select("""
            select kind, element_id, version, change from plan_element
            where plan_id = #{planId} and change > #{after} order by kind, element_id""")
    List<ElementVersion> versions(String planId, long after);

    @Select("""
            select c.change, c.words, c.undoes, c.redoes, a.display_name as made_by, c.made_at
            from plan_change c left join account a on a.id = c.made_by
            where c.plan_id = #{planId} and c.change = #{change}""")
    StoredChange find(String planId, long change);

    /** The newest changes of one person, newest first: enough to know what they can undo and redo. */
    @Select("""
            select c.change, c.words, c.undoes, c.redoes, a.display_name as made_by, c.made_at
            from plan_change c left join account a on a.id = c.made_by
            where c.plan_id = #{planId} and c.made_by = #{accountId}
            order by c.change desc limit #{most}""")
    List<StoredChange> newestOf(String planId, long accountId, int most);

    @Select("""
            select c.change, c.words, c.undoes, c.redoes, a.display_name as made_by, c.made_at
            from plan_change c left join account a on a.id = c.made_by
            where c.plan_id = #{planId} and c.change < #{before}
            order by c.change desc limit #{most}""")
    List<StoredChange> before(String planId, long before, int most);
}
