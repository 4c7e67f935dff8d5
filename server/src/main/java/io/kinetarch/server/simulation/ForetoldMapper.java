package io.kinetarch.server.simulation;

import java.time.LocalDate;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface ForetoldMapper {
    /** What was foretold, as JSON. */
    record StoredForetold(LocalDate monday, String document) {}

    @Select("""
            select monday, document::text as document from foretold where plan_id = #{planId} and revision = #{revision}""")
    Optional<StoredForetold> find(String planId, int revision);

    @Insert("""
            insert into foretold (plan_id, revision, monday, document) values (#{planId}, #{revision}, #{monday}, #{document}::jsonb)
            on conflict do nothing""")
    int insert(String planId, int revision, LocalDate monday, String document);
}
