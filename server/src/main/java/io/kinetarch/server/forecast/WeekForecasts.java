package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.WeeklyMean;
import io.kinetarch.core.hours.PublicHolidays;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.volume.VolumeMapper.StoredCount;
import io.kinetarch.server.volume.Volumes;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Service;

/** The chats of a week to come: for each queue and half-hour the mean of its like over the last weeks. */
@Service
public class WeekForecasts {
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("d MMMM", Locale.ENGLISH);
    private static final int STALE_AFTER_DAYS = 14;

    private final Volumes volumes;

    WeekForecasts(Volumes volumes) {
        this.volumes = volumes;
    }

    /**
     * Chats expected.
     *
     * @param chats by queue, for each half-hour of the week
     * @param handlingSeconds measured mean handling time of the weeks looked back on, by queue where known
     * @param byDoor chats expected by queue and door; the door is empty where it is not known
     * @param notes what its reader should know
     */
    public record Forecast(
            WeekOfHalfHours week,
            Map<QueueId, double[]> chats,
            Map<QueueId, Double> handlingSeconds,
            Map<Origin, double[]> byDoor,
            List<String> notes) {}

    /** A queue and the door its chats come through. */
    public record Origin(String queue, String door) {}

    private record Moment(String queue, Instant startsAt) {}

    private record DoorMoment(Origin origin, Instant startsAt) {}

    private static final class Handling {
        private double seconds;
        private double chats;
    }

    /** Forecasts a week of a plan's queues; queues the plan no longer has are left out. */
    public Forecast of(State state, WeekOfHalfHours week) {
        Plan plan = state.plan();
        Instant begins = week.slots().getFirst();
        var last = volumes.lastBefore(state.id(), begins);
        if (last.isEmpty()) {
            return new Forecast(
                    week, Map.of(), Map.of(), Map.of(), List.of("No volumes are known before this week. Import some."));
        }
        LocalDate until = last.get().atZone(week.zone()).toLocalDate().plusDays(1);
        LocalDate from = until.minusWeeks(WeeklyMean.WEEKS);
        var holidays =
                PublicHolidays.between(plan.country(), from, week.monday().plusDays(6));
        var seen = volumes.between(
                state.id(),
                from.atStartOfDay(week.zone()).toInstant(),
                until.atStartOfDay(week.zone()).toInstant());

        var perQueue = new HashMap<String, WeeklyMean>();
        var perDoor = new HashMap<Origin, WeeklyMean>();
        var handling = new HashMap<String, Handling>();
        var totals = new HashMap<Moment, Integer>();
        var atDoors = new HashMap<DoorMoment, Integer>();
        for (StoredCount count : seen) {
            totals.merge(new Moment(count.queueId(), count.startsAt()), count.chats(), Integer::sum);
            atDoors.merge(
                    new DoorMoment(new Origin(count.queueId(), count.doorId()), count.startsAt()),
                    count.chats(),
                    Integer::sum);
            Double seconds = count.handlingSeconds();
            if (seconds != null && count.chats() > 0) {
                var sum = handling.computeIfAbsent(count.queueId(), _ -> new Handling());
                sum.seconds += seconds * count.chats();
                sum.chats += count.chats();
            }
        }
        atDoors.forEach((moment, chats) -> perDoor.computeIfAbsent(
                        moment.origin(), _ -> new WeeklyMean(week.zone(), until, holidays.keySet()))
                .observe(moment.startsAt(), chats));
        totals.forEach((moment, chats) -> perQueue.computeIfAbsent(
                        moment.queue(), _ -> new WeeklyMean(week.zone(), until, holidays.keySet()))
                .observe(moment.startsAt(), chats));

        var chats = new HashMap<QueueId, double[]>();
        var byDoor = new HashMap<Origin, double[]>();
        var measured = new HashMap<QueueId, Double>();
        for (var queue : plan.queues()) {
            String id = queue.id().value();
            var mean = perQueue.get(id);
            if (mean != null) {
                double[] expected = overWeek(mean, week);
                chats.put(queue.id(), expected);
                shareAmongDoors(id, expected, perDoor, week, byDoor);
            }
            var sum = handling.get(id);
            if (sum != null) {
                measured.put(queue.id(), sum.seconds / sum.chats);
            }
        }
        return new Forecast(week, chats, measured, byDoor, notes(week, until, holidays));
    }

    /** Splits a queue's chats as its doors had them in the same half-hours. */
    private static void shareAmongDoors(
            String queue,
            double[] expected,
            Map<Origin, WeeklyMean> perDoor,
            WeekOfHalfHours week,
            Map<Origin, double[]> into) {
        var doors = new HashMap<Origin, double[]>();
        double[] sum = new double[expected.length];
        perDoor.forEach((origin, mean) -> {
            if (origin.queue().equals(queue)) {
                double[] own = overWeek(mean, week);
                doors.put(origin, own);
                for (int i = 0; i < own.length; i++) {
                    sum[i] += own[i];
                }
            }
        });
        doors.forEach((origin, own) -> {
            double[] share = new double[own.length];
            for (int i = 0; i < own.length; i++) {
                share[i] = sum[i] == 0 ? 0 : expected[i] * own[i] / sum[i];
            }
            into.put(origin, share);
        });
    }

    private static double[] overWeek(WeeklyMean mean, WeekOfHalfHours week) {
        return week.slots().stream()
                .mapToDouble(slot -> mean.at(slot).orElse(0))
                .toArray();
    }

    private static List<String> notes(WeekOfHalfHours week, LocalDate until, Map<LocalDate, String> holidays) {
        var notes = new ArrayList<String>();
        notes.add("Mean of the same half-hour over the " + WeeklyMean.WEEKS + " weeks before " + DATE.format(until)
                + ", public holidays left out.");
        holidays.forEach((date, name) -> {
            if (!date.isBefore(week.monday())) {
                notes.add(name + " on " + DATE.format(date) + " is forecast as if it were an ordinary day.");
            }
        });
        if (until.isBefore(week.monday().minusDays(STALE_AFTER_DAYS))) {
            notes.add("The newest volumes are from " + DATE.format(until.minusDays(1))
                    + ", more than two weeks before this week.");
        }
        return List.copyOf(notes);
    }
}
