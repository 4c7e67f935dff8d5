package io.kinetarch.core.volume;

import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import java.time.DayOfWeek;
import java.time.ZonedDateTime;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * When on a day chats come, for files that count whole days: as those of the same origin came on that weekday before, else as
 * all chats did, else evenly over the opening hours.
 */
public final class TimesOfDay {
    private static final int WEEKDAYS = 7;
    private static final int SLOTS = 48;

    private static final Place ALL = new Place(null, null);

    private final Plan plan;
    private final Map<Place, double[][]> known = new HashMap<>();

    private record Place(@Nullable QueueId queue, @Nullable DoorId door) {}

    /**
     * Chats that came before.
     *
     * @param slot half-hour of the local day, from 0
     */
    public record Seen(@Nullable QueueId queue, @Nullable DoorId door, DayOfWeek weekday, int slot, double chats) {}

    private TimesOfDay(Plan plan) {
        this.plan = plan;
    }

    /** Learns from chats that came before; there may be none. */
    public static TimesOfDay of(Plan plan, List<Seen> seen) {
        var times = new TimesOfDay(plan);
        for (var one : seen) {
            // Some of these are the same where the queue or the door is not known.
            new HashSet<>(List.of(
                            new Place(one.queue, one.door), new Place(one.queue, null), new Place(null, one.door), ALL))
                    .forEach(place -> times.add(place, one));
        }
        return times;
    }

    private void add(Place place, Seen seen) {
        double[][] week = known.computeIfAbsent(place, _ -> new double[WEEKDAYS][SLOTS]);
        week[seen.weekday.getValue() - 1][seen.slot] += seen.chats;
    }

    /** How much of a day's chats come in a half-hour, against its other half-hours. */
    double weight(Origin origin, ZonedDateTime slot) {
        int weekday = slot.getDayOfWeek().getValue() - 1;
        for (var place : List.of(new Place(origin.queue(), origin.door()), ALL)) {
            double[][] week = known.get(place);
            if (week != null && sum(week[weekday]) > 0) {
                return week[weekday][slot.getHour() * 2 + slot.getMinute() / 30];
            }
        }
        return isOpen(origin, slot) ? 1 : 0;
    }

    private boolean isOpen(Origin origin, ZonedDateTime slot) {
        return plan.queues().stream()
                .filter(queue -> origin.queue() == null || queue.id().equals(origin.queue()))
                .anyMatch(queue -> isOpen(queue, slot));
    }

    private boolean isOpen(Queue queue, ZonedDateTime slot) {
        return plan.hoursOf(queue).hours().isOpen(slot.toInstant());
    }

    private static double sum(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        return sum;
    }
}
