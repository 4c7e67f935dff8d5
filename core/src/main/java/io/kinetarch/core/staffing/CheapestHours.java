package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;

/**
 * The fewest operator-hours with which a queue answers a share of a whole week's chats in time, some half-hours better and some
 * worse, instead of that share in every half-hour.
 *
 * <p>In each half-hour further operators bring less and less, once the first few are there; so hours are spent where the next ones
 * bring most, along the upper hull of each half-hour's answers over operators (marginal analysis: Fox, Management Science 13, 1966).
 * No other way needs fewer than {@code bound}, the same with parts of operators.
 *
 * @param everyHalfHour operator-hours where each half-hour is to reach the share
 * @param overTheWeek operator-hours where the week is to reach it
 * @param bound no fewer reach it
 * @param answered share of the week's chats answered in time by {@code overTheWeek}
 */
public record CheapestHours(QueueId queue, double everyHalfHour, double overTheWeek, double bound, double answered) {
    private static final double HALF_HOUR = 0.5;

    /** What is left to win in a half-hour whose chats are all but answered is not looked at. */
    private static final double AS_GOOD_AS_ALL = 0.9995;

    /**
     * Some operators more in a half-hour.
     *
     * @param answered more chats in time by all of them
     */
    private record Step(int operators, double answered) {
        double each() {
            return answered / operators;
        }
    }

    /**
     * Half-hours that are alike.
     *
     * @param chats in each of them
     * @param queue with these chats
     * @param times how many there are
     */
    record Alike(double chats, ChatQueue queue, int times) {}

    /**
     * Works out every queue of a week, each by the share and the time of its own target.
     *
     * @param handling measured mean handling seconds, by queue; a queue not named uses the plan's assumption
     */
    public static List<CheapestHours> of(Plan plan, List<Slot> slots, Map<QueueId, Double> handling) {
        return IntStream.range(0, plan.queues().size())
                .parallel()
                .mapToObj(q -> {
                    var queue = plan.queues().get(q);
                    var times = new TreeMap<Double, Integer>();
                    slots.stream()
                            .map(slot -> slot.queues().get(q))
                            .filter(slot -> slot.open() && slot.chats() > 0)
                            .forEach(slot -> times.merge(slot.chats(), 1, Integer::sum));
                    var week = new ArrayList<Alike>();
                    times.forEach((chats, count) -> week.add(
                            new Alike(chats, StaffingWeek.model(plan, queue, handling.get(queue.id()), chats), count)));
                    return of(queue.id(), week, queue.target());
                })
                .toList();
    }

    /**
     * Works out a queue's week.
     *
     * @param target of which the share answered in time and the fewest operators count
     */
    static CheapestHours of(QueueId id, List<Alike> week, QueueTarget target) {
        double withinSeconds = target.withinSeconds();
        int least = target.least();
        var limits = ServiceLimits.of(target.answer());
        long operators = 0;
        double chats = 0;
        double inTime = 0;
        long each = 0;
        var steps = new ArrayList<Step>();
        for (var alike : week) {
            chats += alike.chats * alike.times;
            inTime += alike.times
                    * alike.chats
                    * alike.queue.evaluate(least, withinSeconds).serviceLevel();
            operators += (long) alike.times * least;
            each += (long) alike.times * Math.max(least, Requirement.smallest(alike.queue, limits));
            var hull = hull(alike, least, withinSeconds);
            for (int i = 0; i < alike.times; i++) {
                steps.addAll(hull);
            }
        }
        steps.sort(Comparator.comparingDouble(Step::each).reversed());
        double wanted = target.share() * chats;
        double bound = operators;
        for (var step : steps) {
            if (inTime >= wanted) {
                break;
            }
            double part = Math.min(1, (wanted - inTime) / step.answered);
            bound += part * step.operators;
            operators += step.operators;
            inTime += step.answered;
        }
        return new CheapestHours(
                id, each * HALF_HOUR, operators * HALF_HOUR, bound * HALF_HOUR, chats == 0 ? 1 : inTime / chats);
    }

    /** The corners of the upper hull of chats answered in time over operators, each as what it adds to the one before. */
    private static List<Step> hull(Alike alike, int least, double withinSeconds) {
        var steps = new ArrayList<Step>();
        double before = alike.queue.evaluate(least, withinSeconds).serviceLevel();
        for (int n = least + 1; before < AS_GOOD_AS_ALL; n++) {
            double level = alike.queue.evaluate(n, withinSeconds).serviceLevel();
            var step = new Step(1, alike.chats * (level - before));
            while (!steps.isEmpty() && steps.getLast().each() <= step.each()) {
                var flatter = steps.removeLast();
                step = new Step(flatter.operators + step.operators, flatter.answered + step.answered);
            }
            steps.add(step);
            before = level;
        }
        return steps;
    }
}
