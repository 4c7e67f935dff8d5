package io.kinetarch.server.desk;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.presence.ShiftEnd;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredOperator;
import io.kinetarch.server.live.LiveCalls;
import io.kinetarch.server.live.Wish;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Ends shifts as the plan and its rosters say: whoever said that they are here during one is off once it ends, or away where the next
 * begins soon. Whoever says so outside their shifts, or again after its end, stays for as long as they like.
 */
@Component
class Shifts {
    private static final Logger LOG = LoggerFactory.getLogger(Shifts.class);
    private static final String BREAK_WORD = "Break";
    private static final String OFF_WORD = "Shift over";

    private final Plans plans;
    private final ChatReader chats;
    private final LiveCalls calls;
    private final Clock clock;

    Shifts(Plans plans, ChatReader chats, LiveCalls calls, Clock clock) {
        this.plans = plans;
        this.chats = chats;
        this.calls = calls;
        this.clock = clock;
    }

    /** When the shift of an operator ends in which an instant lies; none where it lies in none. */
    Optional<Instant> end(String planId, Operator operator, Instant at) {
        var hours = hours(planId, operator, at).merged();
        return hours.isOpen(at) ? hours.nextChange(at) : Optional.empty();
    }

    private OpeningHours hours(String planId, Operator operator, Instant around) {
        var live = plans.state(planId, Which.live).orElseThrow();
        var zone = live.plan().timeZone();
        return live.presences().of(operator, zone, around.atZone(zone).toLocalDate());
    }

    @Scheduled(fixedDelayString = "${kinetarch.shifts.look:10s}")
    void look() {
        for (String plan : chats.plans()) {
            try {
                look(plan);
            } catch (Refusal e) {
                // With one plan nobody decides just now; those of the others end all the same, and it is looked at
                // again soon.
                LOG.warn("Shifts of {} could not be ended: {}", plan, e.getMessage());
            }
        }
    }

    private void look(String planId) {
        var live = plans.state(planId, Which.live);
        if (live.isEmpty()) {
            return;
        }
        var now = clock.instant();
        for (var stored : chats.operators(planId)) {
            if (!stored.state().equals("gone")) {
                Element.find(live.get().plan().operators(), stored.operatorId())
                        .flatMap(operator -> wish(planId, operator, stored, now))
                        .ifPresent(wish -> calls.make(planId, wish));
            }
        }
    }

    private Optional<Wish> wish(String planId, Operator operator, StoredOperator stored, Instant now) {
        String id = operator.id().value();
        return ShiftEnd.of(hours(planId, operator, now), stored.since(), now).map(end -> switch (end) {
            case BREAK -> Wish.away(id, BREAK_WORD);
            case OFF -> Wish.gone(id, OFF_WORD);
        });
    }
}
