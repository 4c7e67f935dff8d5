package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.Adjustments.Course;
import io.kinetarch.server.forecast.StoredAdjustments.StoredDaySum;
import io.kinetarch.server.forecast.StoredAdjustments.StoredLift;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface AdjustmentMapper {
    @Select("""
            select l.id, l.name, door_id, topic, starts_on, ends_on, factor, course, a.display_name as made_by
            from forecast_lift l left join account a on a.id = l.made_by
            where plan_id = #{planId} order by starts_on desc, l.id""")
    List<StoredLift> lifts(String planId);

    @Select(value = """
            insert into forecast_lift (plan_id, name, door_id, topic, starts_on, ends_on, factor, course, made_by)
            values (#{planId}, #{name}, #{doorId}, #{topic}, #{from}, #{until}, #{factor}, #{course}, #{by})
            returning id""", affectData = true)
    long insertLift(
            String planId,
            String name,
            String doorId,
            String topic,
            LocalDateTime from,
            LocalDateTime until,
            double factor,
            Course course,
            long by);

    @Delete("delete from forecast_lift where plan_id = #{planId} and id = #{id}")
    int deleteLift(String planId, long id);

    @Select("""
            select s.id, door_id, topic, queue_id, first_day, last_day, chats, a.display_name as made_by
            from forecast_day_sum s left join account a on a.id = s.made_by
            where plan_id = #{planId} order by first_day desc, s.id""")
    List<StoredDaySum> daySums(String planId);

    @Select(value = """
            insert into forecast_day_sum (plan_id, door_id, topic, queue_id, first_day, last_day, chats, made_by)
            values (#{planId}, #{doorId}, #{topic}, #{queueId}, #{first}, #{last}, #{chats}, #{by})
            returning id""", affectData = true)
    long insertDaySum(
            String planId,
            String doorId,
            String topic,
            String queueId,
            LocalDate first,
            LocalDate last,
            double chats,
            long by);

    @Delete("delete from forecast_day_sum where plan_id = #{planId} and id = #{id}")
    int deleteDaySum(String planId, long id);
}
