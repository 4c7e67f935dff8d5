package io.kinetarch.server.rehearsal;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface RehearsalMapper {
    /**
     * A rehearsal as it is stored; its documents are JSON.
     *
     * @param other the plan on which the same is done; null for none
     */
    record StoredRehearsal(
            String id,
            String name,
            String source,
            String document,
            @Nullable String against,
            @Nullable String other,
            Instant startsAt,
            String steps,
            String standIns,
            long change,
            int earlier) {}

    record RehearsalHead(
            String id,
            String name,
            String source,
            @Nullable String against,
            Instant startsAt,
            int steps,
            @Nullable String madeBy,
            Instant madeAt) {}

    String STORED = """
            select id, name, source, document::text as document, against, other::text as other, starts_at,
                   steps::text as steps, stand_ins::text as stand_ins, change, jsonb_array_length(earlier) as earlier
            from rehearsal where plan_id = #{planId} and id = #{id}
            """;

    @Select("""
            select r.id, r.name, r.source, r.against, r.starts_at, jsonb_array_length(r.steps) as steps,
                   a.display_name as made_by, r.made_at
            from rehearsal r left join account a on a.id = r.made_by
            where r.plan_id = #{planId} order by r.made_at desc, r.id""")
    List<RehearsalHead> all(String planId);

    @Select(STORED)
    Optional<StoredRehearsal> find(String planId, String id);

    @Select(STORED + " for update")
    Optional<StoredRehearsal> lock(String planId, String id);

    @Insert("""
            insert into rehearsal (id, plan_id, name, source, document, against, other, starts_at, steps, made_by)
            values (#{id}, #{planId}, #{name}, #{source}, #{document}::jsonb, #{against}, #{other}::jsonb, #{startsAt},
                    #{steps}::jsonb, #{madeBy})""")
    void insert(
            String id,
            String planId,
            String name,
            String source,
            String document,
            @Nullable String against,
            @Nullable String other,
            Instant startsAt,
            String steps,
            long madeBy);

    /** Keeps what was before, as much of it as can be gone back to. */
    @Update("""
            update rehearsal
            set earlier = (case when jsonb_array_length(earlier) >= #{most} then earlier - 0 else earlier end)
                          || jsonb_build_array(jsonb_build_object('steps', steps, 'standIns', stand_ins)),
                steps = #{steps}::jsonb, stand_ins = #{standIns}::jsonb, change = change + 1
            where id = #{id}""")
    void act(String id, String steps, String standIns, int most);

    @Update("""
            update rehearsal
            set steps = earlier -> -1 -> 'steps', stand_ins = earlier -> -1 -> 'standIns', earlier = earlier - -1,
                change = change + 1
            where id = #{id}""")
    void undo(String id);

    @Update("""
            update rehearsal set document = #{document}::jsonb, source = #{source}, change = change + 1 where id = #{id}""")
    void takePlan(String id, String source, String document);

    @Delete("delete from rehearsal where plan_id = #{planId} and id = #{id}")
    int delete(String planId, String id);
}
