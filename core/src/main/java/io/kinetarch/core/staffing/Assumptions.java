package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.AnswerTarget;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.Shrinkage;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * What would be if a week were unlike the plan and its forecast.
 *
 * @param volume factor of all chats, 0–10
 * @param handling factor of all handling times, 0.1–10
 * @param chatsAtOnce how many chats an operator holds at once, 1–20; null as many as each queue is planned with
 * @param answerShare share of the chats of every queue to be answered in time, above 0 and below 1; null its own
 * @param withinSeconds the time meant by that, in every queue, 0–86,400; null its own
 * @param maxMeanWaitSeconds greatest mean wait in every queue; null its own
 * @param maxAbandonment greatest share that may give up waiting; null its own
 * @param maxOccupancy greatest mean share of chat places in use; null its own
 * @param botShare share of the chats that a bot finishes by itself, 0–0.95; null as many as the
 *     chats that are handed over leave to it already
 * @param shrinkage paid time that is not spent answering; null as the plan says
 */
public record Assumptions(
        double volume,
        double handling,
        @Nullable Integer chatsAtOnce,
        @Nullable Double answerShare,
        @Nullable Double withinSeconds,
        @Nullable Double maxMeanWaitSeconds,
        @Nullable Double maxAbandonment,
        @Nullable Double maxOccupancy,
        @Nullable Double botShare,
        @Nullable Shrinkage shrinkage) {
    /** The week as it is planned and forecast. */
    public static final Assumptions AS_PLANNED = new Assumptions(1, 1, null, null, null, null, null, null, null, null);

    private static final int MOST_CHATS_AT_ONCE = 20;

    /** Refuses what lies outside. */
    public Assumptions {
        between("volume", volume, 0, 10);
        between("handling", handling, 0.1, 10);
        if (chatsAtOnce != null) {
            between("chatsAtOnce", chatsAtOnce, 1, MOST_CHATS_AT_ONCE);
        }
        if (botShare != null) {
            between("botShare", botShare, 0, 0.95);
        }
    }

    private static void between(String name, double value, double least, double most) {
        if (!(value >= least && value <= most)) {
            throw new IllegalArgumentException(name + " must be from " + least + " to " + most + ", was " + value);
        }
    }

    /** The same with another share of chats to be answered in time. */
    public Assumptions answering(double share) {
        return new Assumptions(
                volume,
                handling,
                chatsAtOnce,
                share,
                withinSeconds,
                maxMeanWaitSeconds,
                maxAbandonment,
                maxOccupancy,
                botShare,
                shrinkage);
    }

    /** The chats that reach people. */
    double chats(double expected) {
        return expected * volume * (botShare == null ? 1 : 1 - botShare);
    }

    ServiceLimits limits(Queue queue) {
        var own = queue.target();
        return new ServiceLimits(
                new AnswerTarget(
                        answerShare == null ? own.share() : answerShare,
                        withinSeconds == null ? own.withinSeconds() : withinSeconds),
                maxMeanWaitSeconds == null ? own.meanWaitSeconds() : maxMeanWaitSeconds,
                maxAbandonment == null ? own.abandonment() : maxAbandonment,
                maxOccupancy == null ? own.occupancy() : maxOccupancy);
    }

    /** The paid time that is not spent answering. */
    public Shrinkage shrinkage(Plan plan) {
        return shrinkage == null ? plan.settings().shrinkage() : shrinkage;
    }

    int chatsAtOnce(int planned) {
        return chatsAtOnce == null ? planned : chatsAtOnce;
    }

    /** Factors for so many chats at once; beyond those that are known, each more slows down as the last one did. */
    static double[] slowdown(List<Double> known, int chatsAtOnce) {
        double last = known.getLast();
        double step = known.size() == 1 ? 0 : last - known.get(known.size() - 2);
        return DoubleStream.concat(
                        known.stream().limit(chatsAtOnce).mapToDouble(Double::doubleValue),
                        IntStream.rangeClosed(1, Math.max(0, chatsAtOnce - known.size()))
                                .mapToDouble(more -> last + more * Math.max(0, step)))
                .toArray();
    }
}
