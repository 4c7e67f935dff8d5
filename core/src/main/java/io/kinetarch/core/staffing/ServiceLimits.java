package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.AnswerTarget;
import org.jspecify.annotations.Nullable;

/**
 * What a queue is to achieve. Each part may be left out.
 *
 * @param answer the share of chats to be answered within a time
 * @param maxAbandonment greatest share that may give up waiting, above 0 and at most 1
 * @param maxOccupancy greatest mean share of chat places in use, above 0 and at most 1
 */
public record ServiceLimits(
        @Nullable AnswerTarget answer,
        @Nullable Double maxAbandonment,
        @Nullable Double maxOccupancy) {

    public ServiceLimits {
        requireShare("maxAbandonment", maxAbandonment);
        requireShare("maxOccupancy", maxOccupancy);
    }

    /** The limits of a queue that only has an answer-time target. */
    public static ServiceLimits of(AnswerTarget answer) {
        return new ServiceLimits(answer, null, null);
    }

    /** Whether nothing is asked for. */
    public boolean isEmpty() {
        return answer == null && maxAbandonment == null && maxOccupancy == null;
    }

    /** The time within which an answer counts, 0 without a target. */
    public double withinSeconds() {
        return answer == null ? 0 : answer.withinSeconds();
    }

    boolean metBy(Performance seen) {
        boolean settles = seen.meanWaiting() < Double.POSITIVE_INFINITY;
        return settles
                && (answer == null || seen.serviceLevel() >= answer.share())
                && (maxAbandonment == null || seen.abandonment() <= maxAbandonment)
                && (maxOccupancy == null || seen.occupancy() <= maxOccupancy);
    }

    private static void requireShare(String name, @Nullable Double share) {
        if (share != null && !(share > 0 && share <= 1)) {
            throw new IllegalArgumentException(name + " must be above 0 and at most 1, was " + share);
        }
    }
}
