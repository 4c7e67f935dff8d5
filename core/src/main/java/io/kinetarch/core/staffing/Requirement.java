package io.kinetarch.core.staffing;

/** How many operators a queue needs. */
public final class Requirement {
    private Requirement() {}

    /**
     * The smallest number of operators that meets every limit. More operators never make a queue worse, so the answer is
     * bracketed by doubling and then bisected.
     *
     * @throws IllegalArgumentException if no limit is given
     */
    public static int smallest(ChatQueue queue, ServiceLimits limits) {
        if (limits.isEmpty()) {
            throw new IllegalArgumentException("give at least one limit to meet, or a number of operators to evaluate");
        }
        if (queue.load() == 0) {
            return 0;
        }
        int enough = 1;
        int tooFew = 0;
        while (!meets(queue, enough, limits)) {
            tooFew = enough;
            enough = Math.multiplyExact(enough, 2);
        }
        while (enough - tooFew > 1) {
            int middle = tooFew + (enough - tooFew) / 2;
            if (meets(queue, middle, limits)) {
                enough = middle;
            } else {
                tooFew = middle;
            }
        }
        return enough;
    }

    private static boolean meets(ChatQueue queue, int operators, ServiceLimits limits) {
        return limits.metBy(queue.evaluate(operators, limits.withinSeconds()));
    }
}
