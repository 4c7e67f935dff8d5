package io.kinetarch.server.security;

import io.kinetarch.server.security.SecurityLog.LoggedEvent;
import io.kinetarch.server.security.SecurityLog.Wanted;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface SecurityEventMapper {
    @Insert("""
            insert into security_event (at, kind, account, about, address)
            values (#{at}, #{kind}, #{account}, #{about,jdbcType=VARCHAR}, #{address})""")
    void insert(Instant at, SecurityEvent kind, String account, @Nullable String about, String address);

    @Delete("delete from security_event where at < #{limit}")
    void deleteBefore(Instant limit);

    /** Who read, took out or erased what visitors wrote is kept with the records, and told here with the rest. */
    @Select("""
            select at, kind, account, about, address from (
                select id, at, kind, account, about, address from security_event
                union all
                select id, at,
                    case what when 'erased' then 'ERASED' when 'read' then 'READ' when 'read along' then 'READ' else 'EXPORTED' end,
                    account,
                    concat_ws(', ', 'plan ' || plan_id, 'chat ' || chat, case what when 'read along' then what end, nullif(detail, '')),
                    null
                from record_reading) as every
            where (#{wanted.from,jdbcType=TIMESTAMP_WITH_TIMEZONE}::timestamptz is null
                    or at >= #{wanted.from,jdbcType=TIMESTAMP_WITH_TIMEZONE})
                and (#{wanted.to,jdbcType=TIMESTAMP_WITH_TIMEZONE}::timestamptz is null
                    or at < #{wanted.to,jdbcType=TIMESTAMP_WITH_TIMEZONE})
                and (#{wanted.kind,jdbcType=VARCHAR}::text is null or kind = #{wanted.kind,jdbcType=VARCHAR})
                and (#{wanted.account,jdbcType=VARCHAR}::text is null or account = #{wanted.account,jdbcType=VARCHAR}
                    or strpos(about, #{wanted.account,jdbcType=VARCHAR}) > 0)
            order by at desc, id desc limit #{most}""")
    List<LoggedEvent> newest(@Param("wanted") Wanted wanted, @Param("most") int most);
}
