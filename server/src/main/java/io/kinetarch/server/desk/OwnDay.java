package io.kinetarch.server.desk;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.server.visit.LivePlans;
import java.time.Clock;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What an operator sees of their own day; nobody else's figures are told at the desk. */
@Service
class OwnDay {
    private final DayMapper mapper;
    private final Shifts shifts;
    private final LivePlans plans;
    private final Clock clock;

    OwnDay(DayMapper mapper, Shifts shifts, LivePlans plans, Clock clock) {
        this.mapper = mapper;
        this.shifts = shifts;
        this.plans = plans;
        this.clock = clock;
    }

    /**
     * A day of an operator's so far; figures are of finished chats that came on it.
     *
     * @param waitSeconds that their visitors waited before, on average; null where there were none
     * @param firstReplySeconds until the first reply, on average
     * @param handledSeconds that a chat took, on average
     * @param ratings how many there were
     * @param mark of those, on average
     * @param missed offers that they let pass
     * @param declined offers that they left to others
     * @param shiftUntil when the shift that goes on now ends as planned; null where none does
     */
    record DayOfMine(
            long chats,
            @Nullable Double waitSeconds,
            @Nullable Double firstReplySeconds,
            @Nullable Double handledSeconds,
            long ratings,
            @Nullable Double mark,
            long missed,
            long declined,
            @Nullable Instant shiftUntil) {}

    DayOfMine of(String planId, Operator operator) {
        var now = clock.instant();
        var day = now.atZone(plans.live(planId).plan().timeZone()).toLocalDate();
        var counted = mapper.counted(planId, operator.id().value(), day);
        var missed = mapper.missed(planId, operator.id().value(), day);
        return new DayOfMine(
                counted.chats(),
                seconds(counted.waitMillis()),
                seconds(counted.firstReplyMillis()),
                seconds(counted.handledMillis()),
                counted.ratings(),
                counted.mark(),
                missed.lapsed(),
                missed.declined(),
                shifts.end(planId, operator, now).orElse(null));
    }

    private static @Nullable Double seconds(@Nullable Double millis) {
        return millis == null ? null : Double.valueOf(millis / 1000);
    }
}
