package io.kinetarch.server.forecast;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.routing.RuleVolumes;
import io.kinetarch.core.routing.RuleVolumes.Stream;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.volume.Volumes;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/**
 * The chats of a week to come: arrivals are forecast by what is known of them, and the plan's rules say into which queue they
 * fall. The newest forecasts of arrivals are kept under the state of the volumes they follow from.
 */
@Service
public class WeekForecasts {
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("d MMMM", Locale.ENGLISH);
    private static final int STALE_AFTER_DAYS = 14;
    private static final int HANDLING_WEEKS = 6;
    private static final int MOST_KEPT = 16;

    private final Volumes volumes;
    private final Arrivals arrivals;
    private final Cache<Key, Streams> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    WeekForecasts(Volumes volumes, Arrivals arrivals) {
        this.volumes = volumes;
        this.arrivals = arrivals;
    }

    /**
     * Chats expected.
     *
     * @param chats by queue, for each half-hour of the week
     * @param handlingSeconds measured mean handling time of the last weeks, by queue where known
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

    private record Key(
            String planId,
            long volumeChange,
            ZoneId zone,
            @Nullable String country,
            LocalDate monday) {}

    /** The arrivals of a week, whatever a plan's rules make of them. */
    private record Streams(List<Stream> streams, Map<String, Double> handling, List<String> notes) {}

    /** Tries the methods on a plan's series, for itself and for a plan with the same volumes. */
    public void prepare(State state, LocalDate until, String alsoFor) {
        arrivals.history(state, until);
        arrivals.copyChoices(state.id(), alsoFor);
    }

    /** Forecasts a week of a plan's queues. */
    public Forecast of(State state, WeekOfHalfHours week) {
        var plan = state.plan();
        var key = new Key(state.id(), state.volumeChange(), week.zone(), plan.country(), week.monday());
        var streams = kept.get(key, _ -> streams(state, week));
        var chats = new HashMap<QueueId, double[]>();
        var byDoor = new LinkedHashMap<Origin, double[]>();
        RuleVolumes.of(plan, week.slots(), streams.streams).forEach((route, expected) -> {
            var door = route.door();
            byDoor.put(new Origin(route.queue().value(), door == null ? "" : door.value()), expected);
            double[] sum = chats.computeIfAbsent(route.queue(), _ -> new double[expected.length]);
            Arrays.setAll(sum, i -> sum[i] + expected[i]);
        });
        var measured = new HashMap<QueueId, Double>();
        plan.queues().forEach(queue -> {
            Double seconds = streams.handling.get(queue.id().value());
            if (seconds != null) {
                measured.put(queue.id(), seconds);
            }
        });
        return new Forecast(week, chats, measured, byDoor, streams.notes);
    }

    private Streams streams(State state, WeekOfHalfHours week) {
        String planId = state.id();
        Instant begins = week.slots().getFirst();
        var last = volumes.lastBefore(planId, begins);
        if (last.isEmpty()) {
            return new Streams(List.of(), Map.of(), List.of("No volumes are known before this week. Import some."));
        }
        LocalDate until = last.get().atZone(week.zone()).toLocalDate().plusDays(1);
        var history = arrivals.history(state, until);
        var languages = arrivals.languages(planId, week.zone(), until);
        int between =
                Math.toIntExact(Duration.between(until.atStartOfDay(week.zone()).toInstant(), begins)
                        .dividedBy(WeekOfHalfHours.SLOT));
        int slots = week.slots().size();
        boolean tooFar = (between + slots) / 48 >= Forecaster.MOST_DAYS;
        var streams = new ArrayList<Stream>();
        history.choices().forEach((key, chosen) -> {
            double[] expected = tooFar
                    ? new double[slots]
                    : Arrays.copyOfRange(
                            Forecaster.mean(
                                    Objects.requireNonNull(history.series().get(key)),
                                    between + slots,
                                    history.special(),
                                    chosen.choice()),
                            between,
                            between + slots);
            streams.add(new Stream(
                    key.doorId().isEmpty() ? null : new DoorId(key.doorId()),
                    key.topic().isEmpty() ? null : key.topic(),
                    languages.getOrDefault(key, Map.of()),
                    key.queueId().isEmpty() ? null : new QueueId(key.queueId()),
                    expected));
        });
        return new Streams(
                List.copyOf(streams),
                arrivals.handling(planId, week.zone(), until, HANDLING_WEEKS),
                notes(week, until, history.series().size(), tooFar));
    }

    private static List<String> notes(WeekOfHalfHours week, LocalDate until, int series, boolean tooFar) {
        var notes = new ArrayList<String>();
        notes.add("Forecast from the chats before " + DATE.format(until) + ", by door and topic (" + series
                + " series), public holidays included; the rules say into which queue they fall.");
        if (tooFar) {
            notes.add("The week lies more than two years after the newest volumes: nothing can be said of it.");
        } else if (until.isBefore(week.monday().minusDays(STALE_AFTER_DAYS))) {
            notes.add("The newest volumes are from " + DATE.format(until.minusDays(1))
                    + ", more than two weeks before this week.");
        }
        return List.copyOf(notes);
    }
}
