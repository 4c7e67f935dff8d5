package io.kinetarch.server.plan;

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
interface PlanMapper {
    record StoredPlan(
            String id,
            String draft,
            long draftChange,
            int live,
            long volumeChange,
            long adjustmentChange,
            long rosterChange,
            long jobChange) {
        Stamp stamp() {
            return new Stamp(draftChange, live, volumeChange, adjustmentChange, rosterChange, jobChange);
        }
    }

    /**
     * The counters of a plan, without its document.
     *
     * @param live number of the newest revision; 0 before the first
     */
    record Stamp(
            long draftChange, int live, long volumeChange, long adjustmentChange, long rosterChange, long jobChange) {}

    String COUNTERS =
            "draft_change, (select coalesce(max(number), 0) from plan_revision where plan_id = plan.id) as live,"
                    + " volume_change, adjustment_change, roster_change, job_change";

    record PlanName(String id, String name) {}

    record RevisionHead(
            int number,
            long draftChange,
            String note,
            @Nullable String madeBy,
            Instant madeAt) {}

    @Select("select id, draft -> 'settings' ->> 'name' as name from plan order by created_at, id")
    List<PlanName> all();

    @Select("select " + COUNTERS + " from plan where id = #{id}")
    Optional<Stamp> stamp(String id);

    @Select("select id, draft::text as draft, " + COUNTERS + " from plan where id = #{id}")
    Optional<StoredPlan> find(String id);

    @Select("select id, draft::text as draft, " + COUNTERS + " from plan where id = #{id} for update")
    Optional<StoredPlan> lock(String id);

    @Insert("""
            insert into plan (id, draft) select #{id}, #{draft}::jsonb
            where not exists (select from removed_plan where id = #{id}) on conflict do nothing""")
    int insert(String id, String draft);

    @Update("update plan set draft = #{draft}::jsonb, draft_change = #{change} where id = #{id}")
    void update(String id, String draft, long change);

    @Select("""
            select r.number, r.draft_change, r.note, a.display_name as made_by, r.made_at
            from plan_revision r left join account a on a.id = r.made_by
            where r.plan_id = #{planId}
            order by r.number desc limit #{most}""")
    List<RevisionHead> newestRevisions(String planId, int most);

    @Select("select document::text from plan_revision where plan_id = #{planId} and number = #{number}")
    Optional<String> revision(String planId, int number);

    @Insert("""
            insert into plan_revision (plan_id, number, document, replaced, draft_change, note, made_by, made_at)
            values (#{planId}, #{number}, #{document}::jsonb, #{replaced}::jsonb, #{draftChange}, #{note}, #{madeBy},
                    #{madeAt})""")
    void insertRevision(
            String planId,
            int number,
            String document,
            String replaced,
            long draftChange,
            String note,
            long madeBy,
            Instant madeAt);

    @Select("select replaced::text from plan_revision where plan_id = #{planId} and number = #{number}")
    Optional<String> replaced(String planId, int number);

    @Update("update plan set volume_change = volume_change + 1 where id = #{id}")
    void volumesChanged(String id);

    @Update("update plan set adjustment_change = adjustment_change + 1 where id = #{id}")
    void adjustmentsChanged(String id);

    @Update("update plan set roster_change = roster_change + 1 where id = #{id}")
    void rostersChanged(String id);

    /**
     * What belongs to a plan.
     *
     * @param changes of its draft
     * @param halfHours counted
     */
    record GoesAlong(long revisions, long changes, long halfHours, long rosters, long rehearsals) {}

    @Select("""
            select (select count(*) from plan_revision where plan_id = #{id}) as revisions,
                   (select count(*) from plan_change where plan_id = #{id}) as changes,
                   (select count(*) from volume where plan_id = #{id}) as half_hours,
                   (select count(*) from roster where plan_id = #{id}) as rosters,
                   (select count(*) from rehearsal where plan_id = #{id}) as rehearsals""")
    GoesAlong goesAlong(String id);

    /** Whether a plan has this id or had it. */
    @Select("select exists (select from plan where id = #{id}) or exists (select from removed_plan where id = #{id})")
    boolean taken(String id);

    @Insert("insert into removed_plan (id, name, removed_by, removed_at) values (#{id}, #{name}, #{by}, #{at})")
    void remember(String id, String name, long by, Instant at);

    @Delete("delete from plan where id = #{id}")
    void delete(String id);
}
