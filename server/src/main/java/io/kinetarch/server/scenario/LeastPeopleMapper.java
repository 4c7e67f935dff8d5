package io.kinetarch.server.scenario;

import java.time.LocalDate;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface LeastPeopleMapper {
    /** What was found last, as JSON. */
    @Select("""
            select document::text from least_people where plan_id = #{planId} and monday = #{monday}""")
    Optional<String> find(String planId, LocalDate monday);

    @Insert("""
            insert into least_people (plan_id, monday, document) values (#{planId}, #{monday}, #{document}::jsonb)
            on conflict (plan_id, monday) do update set document = excluded.document""")
    int put(String planId, LocalDate monday, String document);
}
