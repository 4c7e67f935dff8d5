package io.kinetarch.server.roster;

import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface RosterMapper {
    record StoredRules(int version, String document) {}

    /**
     * A week.
     *
     * @param people whom it is about, as a JSON list of ids
     */
    record StoredWeek(
            LocalDate monday, String people, @Nullable String found) {}

    /**
     * A shift.
     *
     * @param pauses as JSON
     */
    record StoredShift(
            LocalDate monday,
            String operatorId,
            LocalDate day,
            LocalTime startTime,
            int minutes,
            String pauses,
            @Nullable String kind,
            boolean fixed) {}

    @Select("select version, document::text as document from roster_rules where plan_id = #{planId}")
    Optional<StoredRules> rules(String planId);

    /** Stores rules over those of a version, 0 for none; how many rows took them. */
    @Insert("""
            insert into roster_rules (plan_id, document)
            select #{planId}, #{document}::jsonb
            where #{version} = 0 or exists (select from roster_rules where plan_id = #{planId})
            on conflict (plan_id) do update
                set document = excluded.document, version = roster_rules.version + 1
                where roster_rules.version = #{version}""")
    int putRules(String planId, int version, String document);

    @Select("""
            select monday, array_to_json(people)::text as people, found::text as found
            from roster where plan_id = #{planId} and monday = #{monday}""")
    Optional<StoredWeek> week(String planId, LocalDate monday);

    @Select("""
            select monday, array_to_json(people)::text as people, null as found
            from roster where plan_id = #{planId} order by monday""")
    List<StoredWeek> weeks(String planId);

    @Select("""
            select monday, operator_id, day, start_time, minutes, pauses::text as pauses, kind, fixed
            from roster_shift where plan_id = #{planId} and monday = #{monday} order by operator_id, day""")
    List<StoredShift> shiftsOf(String planId, LocalDate monday);

    @Select("""
            select monday, operator_id, day, start_time, minutes, pauses::text as pauses, kind, fixed
            from roster_shift where plan_id = #{planId} order by operator_id, day""")
    List<StoredShift> allShifts(String planId);

    /** A week of these people, kept as it is where there is one already. */
    @Insert("""
            insert into roster (plan_id, monday, people)
            values (#{planId}, #{monday}, array(select jsonb_array_elements_text(#{people}::jsonb)))
            on conflict (plan_id, monday) do update set people = excluded.people""")
    void putWeek(String planId, LocalDate monday, String people);

    @Update("update roster set found = #{found}::jsonb where plan_id = #{planId} and monday = #{monday}")
    void found(String planId, LocalDate monday, @Nullable String found);

    @Delete("delete from roster where plan_id = #{planId} and monday = #{monday}")
    void deleteWeek(String planId, LocalDate monday);

    @Delete("delete from roster_shift where plan_id = #{planId} and monday = #{monday}")
    void deleteShifts(String planId, LocalDate monday);

    @Delete("delete from roster_shift where plan_id = #{planId} and operator_id = #{operatorId} and day = #{day}")
    void deleteShift(String planId, String operatorId, LocalDate day);

    @Insert("""
            insert into roster_shift (plan_id, monday, operator_id, day, start_time, minutes, pauses, kind, fixed)
            values (#{planId}, #{shift.monday}, #{shift.operatorId}, #{shift.day}, #{shift.startTime}, #{shift.minutes},
                    #{shift.pauses}::jsonb, #{shift.kind}, #{shift.fixed})""")
    void insertShift(String planId, StoredShift shift);

    /** Lets nobody else change the rosters of a plan until the transaction ends. */
    @Select("select id from plan where id = #{planId} for update")
    Optional<String> lock(String planId);
}
