package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.Workload;
import java.util.List;
import java.util.OptionalDouble;

/**
 * The wait that a visitor of a queue can expect, from how it stands now: who finds {@code i} waiting, while full operators finish chats at the
 * rate {@code C} and each of those before gives up at the rate {@code θ}, waits {@code Σ 1/(C + kθ)} for {@code k} from 0 to {@code i} in the
 * mean (Garnett, Mandelbaum and Reiman, "Designing a call center with impatient customers", M&amp;SOM 4, 2002, of the offered wait).
 */
public final class OfferedWait {
    private OfferedWait() {}

    /**
     * How an operator who takes the queue's chats stands.
     *
     * @param places how many of its chats they hold when full, at least 1
     * @param free how many more they would take now
     */
    public record AtWork(int places, int free) {
        public AtWork {
            if (places < 1 || free < 0) {
                throw new IllegalArgumentException(
                        "at least one place and no fewer than 0 free, not " + places + ", " + free);
            }
        }
    }

    /**
     * The mean wait in seconds; empty where nobody is at work, and nobody knows.
     *
     * @param before how many wait already, from 0 on
     */
    public static OptionalDouble seconds(int before, List<AtWork> people, Workload workload) {
        if (people.isEmpty()) {
            return OptionalDouble.empty();
        }
        int free = people.stream().mapToInt(AtWork::free).sum();
        double rate = people.stream()
                .mapToDouble(one -> one.places() / handling(one.places(), workload))
                .sum();
        Double patience = workload.patienceSeconds();
        double givesUp = patience == null ? 0 : 1 / patience;
        double wait = 0;
        for (int k = 0; k <= before - free; k++) {
            wait += 1 / (rate + k * givesUp);
        }
        return OptionalDouble.of(wait);
    }

    private static double handling(int chats, Workload workload) {
        var slowdown = workload.slowdown();
        return workload.handlingSeconds() * slowdown.get(Math.min(chats, slowdown.size()) - 1);
    }
}
