package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.AnswerTarget;
import io.kinetarch.core.plan.QueueTarget;
import org.jspecify.annotations.Nullable;

/**
 * What a queue is to achieve. Each part may be left out.
 *
 * @param answer the share of chats to be answered within a time
 * @param maxMeanWaitSeconds greatest mean wait, above 0
 * @param maxAbandonment greatest share that may give up waiting, above 0 and at most 1
 * @param maxOccupancy greatest mean share of chat places in use, above 0 and at most 1
 */
public record ServiceLimits(
        @Nullable AnswerTarget answer,
        @Nullable Double maxMeanWaitSeconds,
        @Nullable Double maxAbandonment,
        @Nullable Double maxOccupancy) {

    public ServiceLimits {
        if (maxMeanWaitSeconds != null && !(maxMeanWaitSeconds > 0)) {
            throw new IllegalArgumentException("maxMeanWaitSeconds must be above 0, was " + maxMeanWaitSeconds);
        }
        requireShare("maxAbandonment", maxAbandonment);
        requireShare("maxOccupancy", maxOccupancy);
    }

    /** The limits of a queue that only has an answer-time target. */
    public static ServiceLimits of(AnswerTarget answer) {
        return new ServiceLimits(answer, null, null, null);
    }

    /** The limits that a queue's target sets. */
    public static ServiceLimits of(QueueTarget target) {
        return new ServiceLimits(target.answer(), target.meanWaitSeconds(), target.abandonment(), target.occupancy());
    }

    /** Whether nothing is asked for. */
    public boolean isEmpty() {
        return answer == null && maxMeanWaitSeconds == null && maxAbandonment == null && maxOccupancy == null;
    }

    /** The time within which an answer counts, 0 without a target. */
    public double withinSeconds() {
        return answer == null ? 0 : answer.withinSeconds();
    }

    boolean metBy(Performance seen) {
        boolean settles = seen.meanWaiting() < Double.POSITIVE_INFINITY;
        return settles
                && (answer == null || seen.serviceLevel() >= answer.share())
                && (maxMeanWaitSeconds == null || seen.meanWaitSeconds() <= maxMeanWaitSeconds)
                && (maxAbandonment == null || seen.abandonment() <= maxAbandonment)
                && (maxOccupancy == null || seen.occupancy() <= maxOccupancy);
    }

    private static void requireShare(String name, @Nullable Double share) {
        if (share != null && !(share > 0 && share <= 1)) {
            throw new IllegalArgumentException(name + " must be above 0 and at most 1, was " + share);
        }
    }
}
