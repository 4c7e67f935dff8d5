package io.kinetarch.core.staffing;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Presences;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Who is there when, and what they can serve.
 *
 * @param presence by operator, in the order of the plan
 * @param servable which queues each of them can serve, by queue in the order of the plan
 */
record People(List<OpeningHours> presence, List<boolean[]> servable) {
    static People of(Plan plan, Presences presences, LocalDate around) {
        return new People(
                plan.operators().stream()
                        .map(operator -> presences.of(operator, plan.timeZone(), around))
                        .toList(),
                plan.operators().stream()
                        .map(operator -> servable(plan, operator))
                        .toList());
    }

    private static boolean[] servable(Plan plan, Operator operator) {
        boolean[] can = new boolean[plan.queues().size()];
        for (int q = 0; q < can.length; q++) {
            can[q] = StaffingWeek.canServe(operator, plan.queues().get(q));
        }
        return can;
    }

    /** The places in the plan of those who are there at an instant. */
    int[] present(Instant at) {
        return IntStream.range(0, presence.size())
                .filter(person -> presence.get(person).isOpen(at))
                .toArray();
    }

    /** What each of those can serve who are there at an instant. */
    List<boolean[]> servable(Instant at) {
        return IntStream.of(present(at)).mapToObj(servable::get).toList();
    }
}
