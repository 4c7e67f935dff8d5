package io.kinetarch.server.simulation;

import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

/** How long visitors of a plan waited. */
@Mapper
interface WaitMapper {
    /**
     * A visitor's wait for an operator.
     *
     * @param millis above 0
     * @param gaveUp whether it ended by giving up; else by an answer, a way out or the plan
     */
    record Waited(String queue, int millis, boolean gaveUp) {}

    @Select("""
            select first_queue as queue, waited_millis as millis, outcome = 'GAVE_UP' and not answered as gave_up from live_count
            where plan_id = #{planId} and day >= #{from} and first_queue is not null and waited_millis > 0
            order by day desc, chat desc limit #{most}""")
    List<Waited> newest(String planId, LocalDate from, int most);
}
