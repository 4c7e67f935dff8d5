package io.kinetarch.server.forecast;

import io.kinetarch.server.forecast.MarkedDays.Mark;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface MarkedDaysMapper {
    @Select("""
            select id, first_day, last_day, kind, name from marked_days
            where plan_id = #{planId} order by first_day desc, id""")
    List<Mark> all(String planId);

    /** The same mark made twice at once is one. */
    @Select(value = """
            insert into marked_days (plan_id, first_day, last_day, kind, name, made_by)
            values (#{planId}, #{first}, #{last}, #{kind}, #{name}, #{by})
            on conflict (plan_id, first_day, last_day, kind, name) do update set made_by = excluded.made_by
            returning id""", affectData = true)
    long insert(String planId, LocalDate first, LocalDate last, String kind, String name, long by);

    @Delete("delete from marked_days where plan_id = #{planId} and id = #{id}")
    int delete(String planId, long id);
}
