package io.kinetarch.core.plan;

import org.jspecify.annotations.Nullable;

/**
 * What a queue is to achieve: a share of chats answered within a time, and whatever else is asked for besides.
 *
 * @param share of chats to be answered in time, above 0 and below 1
 * @param withinSeconds that time, 0 to 86,400
 * @param meanWaitSeconds greatest mean wait, 0.1 to 86,400; null where nothing is asked of it
 * @param abandonment greatest share that may give up waiting, 0.0001 to 1; null where nothing is asked of it
 * @param occupancy greatest mean share of chat places in use, 0.01 to 1; null where nothing is asked of it
 * @param leastOperators fewest operators while it is open, however few chats come, 1 to 1,000; null for none
 */
public record QueueTarget(
        double share,
        double withinSeconds,
        @Nullable Double meanWaitSeconds,
        @Nullable Double abandonment,
        @Nullable Double occupancy,
        @Nullable Integer leastOperators) {
    public QueueTarget {
        new AnswerTarget(share, withinSeconds);
        above("meanWaitSeconds", meanWaitSeconds, 0.1, 86_400, "no finite number of operators lets nobody wait at all");
        above("abandonment", abandonment, 0.0001, 1, "no finite number of operators keeps everybody from giving up");
        above("occupancy", occupancy, 0.01, 1, "operators who are never busy answer nobody");
        if (leastOperators != null) {
            Checks.between("leastOperators", leastOperators, 1, 1_000);
        }
    }

    private static void above(String field, @Nullable Double value, double least, double most, String why) {
        if (value != null && value >= 0 && value < least) {
            throw new PlanRefusal("/" + field, field + " must be at least " + least + ": " + why + "; was " + value);
        }
        if (value != null) {
            Checks.between(field, value, least, most);
        }
    }

    /** A target of answers in time, and nothing besides. */
    public static QueueTarget of(double share, double withinSeconds) {
        return new QueueTarget(share, withinSeconds, null, null, null, null);
    }

    /** Fewest operators while it is open; 0 for none. */
    public int least() {
        return leastOperators == null ? 0 : leastOperators;
    }

    /** The share to be answered within the time. */
    public AnswerTarget answer() {
        return new AnswerTarget(share, withinSeconds);
    }
}
