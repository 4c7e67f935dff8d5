package io.kinetarch.core.plan;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a queue's chats are assumed to take.
 *
 * @param handlingSeconds mean handling time of a chat by an operator who holds no other, 1 to 86,400
 * @param patienceSeconds mean patience of a waiting visitor, 1 to 86,400; null where visitors wait without end
 * @param slowdown factor k−1 multiplies the handling time while an operator holds k chats; an operator is never planned to
 *     hold more chats than there are factors
 * @param handlingFrom where the handling time comes from; null where nobody has said so
 * @param patienceFrom the same of patience
 * @param slowdownFrom the same of the slowdown
 */
public record Workload(
        double handlingSeconds,
        @Nullable Double patienceSeconds,
        List<Double> slowdown,
        @Nullable Source handlingFrom,
        @Nullable Source patienceFrom,
        @Nullable Source slowdownFrom) {
    private static final int MOST_CHATS_AT_ONCE = 20;

    public Workload {
        Checks.between("handlingSeconds", handlingSeconds, 1, 86_400);
        if (patienceSeconds != null) {
            Checks.between("patienceSeconds", patienceSeconds, 1, 86_400);
        }
        slowdown = List.copyOf(slowdown);
        Checks.notEmpty("slowdown", slowdown);
        Checks.between("slowdown", slowdown.size(), 1, MOST_CHATS_AT_ONCE);
        for (int k = 0; k < slowdown.size(); k++) {
            Checks.between("slowdown/" + k, slowdown.get(k), 0.1, 100);
        }
    }

    /** A workload that nobody has said the source of. */
    public static Workload of(double handlingSeconds, @Nullable Double patienceSeconds, List<Double> slowdown) {
        return new Workload(handlingSeconds, patienceSeconds, slowdown, null, null, null);
    }
}
