package io.kinetarch.server.simulation;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.routing.RuleShares.Seen;
import io.kinetarch.core.simulation.HandlingEstimate.Handled;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

/** How long operators of a plan handled chats. */
@Mapper
interface HandledMapper {
    /**
     * A chat that one operator handled from beginning to end.
     *
     * @param millis above 0
     */
    record HandledChat(
            String doorId,
            String language,
            @Nullable String topic,
            Instant arrivedAt,
            String queueId,
            String operatorId,
            int millis) {
        Handled handled() {
            return new Handled(
                    new Seen(new DoorId(doorId), language, topic, arrivedAt, 1),
                    new QueueId(queueId),
                    new OperatorId(operatorId),
                    millis / 1000.0);
        }
    }

    @Select("""
            select door_id, language, topic, arrived_at, queue_id, operator_id, handled_millis as millis from live_count
            where plan_id = #{planId} and day >= #{from} and answered and transfers = 0 and handled_millis > 0
              and queue_id is not null and operator_id is not null
            order by day desc, chat desc limit #{most}""")
    List<HandledChat> newest(String planId, LocalDate from, int most);
}
