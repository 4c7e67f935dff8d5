package io.kinetarch.server.record;

import io.kinetarch.server.record.Readings.Reading;
import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface ReadingMapper {
    @Insert("""
            insert into record_reading (plan_id, at, account, what, chat, detail)
            values (#{planId}, #{at}, #{account}, #{what}, #{chat,jdbcType=BIGINT}, #{detail,jdbcType=VARCHAR})""")
    void keep(String planId, Instant at, String account, String what, @Nullable Long chat, @Nullable String detail);

    @Select("""
            select at, account, what, chat, detail from record_reading
            where plan_id = #{planId} and (#{chat,jdbcType=BIGINT}::bigint is null or chat = #{chat,jdbcType=BIGINT})
            order by at desc, id desc limit #{most}""")
    List<Reading> newest(String planId, @Nullable Long chat, int most);
}
