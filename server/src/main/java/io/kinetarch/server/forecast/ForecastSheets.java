package io.kinetarch.server.forecast;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.forecast.SeriesForecasts.Selection;
import io.kinetarch.server.plan.Plans.State;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** The forecast of the weeks to come as tables: half-hours and days of each series, and half-hours of each queue. */
@Component
class ForecastSheets {
    private static final int WEEKS = 4;

    private final Arrivals arrivals;
    private final SeriesForecasts forecasts;
    private final WeekForecasts weeks;
    private final StoredAdjustments adjustments;

    ForecastSheets(Arrivals arrivals, SeriesForecasts forecasts, WeekForecasts weeks, StoredAdjustments adjustments) {
        this.arrivals = arrivals;
        this.forecasts = forecasts;
        this.weeks = weeks;
        this.adjustments = adjustments;
    }

    /** What is to be told of the weeks to come. */
    enum Table {
        HALF_HOURS,
        DAYS,
        QUEUES
    }

    Sheet sheet(State state, Table table) {
        return switch (table) {
            case HALF_HOURS -> halfHours(state);
            case DAYS -> days(state);
            case QUEUES -> queues(state);
        };
    }

    private Sheet halfHours(State state) {
        var history = arrivals.newest(state);
        var all = adjustments.of(state.id());
        return new Sheet(
                "Half-hours",
                List.of("start", "door", "topic", "queue", "model", "expected"),
                arrivals.expected(state, history, 0).entrySet().stream().flatMap(entry -> {
                    double[] model = entry.getValue().model();
                    double[] chats = entry.getValue().with(all.of(entry.getKey()));
                    return IntStream.range(0, model.length)
                            .mapToObj(i -> line(
                                    state.plan(),
                                    entry.getKey(),
                                    local(history.until().plus(ChatCount.INTERVAL.multipliedBy(i)), history.zone()),
                                    List.of(model[i], chats[i])));
                }));
    }

    private Sheet days(State state) {
        var history = arrivals.newest(state);
        return new Sheet(
                "Days",
                List.of(
                        "day",
                        "door",
                        "topic",
                        "queue",
                        "model",
                        "expected",
                        "lower 80 %",
                        "upper 80 %",
                        "lower 95 %",
                        "upper 95 %",
                        "named",
                        "week"),
                history.series().keySet().stream().flatMap(key -> daysOf(state, history, key)));
    }

    private Stream<List<@Nullable Object>> daysOf(State state, History history, SeriesKey key) {
        var days = forecasts.days(state, new Selection(key, false));
        var forecast = days.forecast();
        return IntStream.range(0, days.chats().length).mapToObj(i -> {
            var day = history.today().plusDays(i);
            return line(
                    state.plan(),
                    key,
                    day,
                    List.of(
                            days.model()[i],
                            days.chats()[i],
                            days.moved(forecast.lower80(), i),
                            days.moved(forecast.upper80(), i),
                            days.moved(forecast.lower95(), i),
                            days.moved(forecast.upper95(), i),
                            String.join(", ", history.special().on(day)),
                            WeekOfHalfHours.of(day, history.zone()).iso()));
        });
    }

    private Sheet queues(State state) {
        var zone = state.plan().timeZone();
        var first = WeekOfHalfHours.of(arrivals.newest(state).today(), zone).monday();
        return new Sheet(
                "Queues",
                List.of("start", "queue", "expected"),
                IntStream.range(0, WEEKS)
                        .mapToObj(week -> new WeekOfHalfHours(zone, first.plusWeeks(week)))
                        .flatMap(week -> queuesOf(state, week)));
    }

    private Stream<List<@Nullable Object>> queuesOf(State state, WeekOfHalfHours week) {
        var forecast = weeks.of(state, week);
        var slots = week.slots();
        return state.plan().queues().stream()
                .filter(queue -> forecast.beforeBot().keySet().stream()
                        .anyMatch(needs -> needs.queue().equals(queue.id())))
                .flatMap(queue -> {
                    double[] chats = forecast.beforeBot(queue.id());
                    return IntStream.range(0, slots.size())
                            .mapToObj(i -> cells(local(slots.get(i), week.zone()), queue.name(), chats[i]));
                });
    }

    private static List<@Nullable Object> line(Plan plan, SeriesKey key, Object when, List<Object> more) {
        var line = new ArrayList<@Nullable Object>();
        line.add(when);
        line.add(SeriesNames.name(plan.doors(), key.doorId()));
        line.add(key.topic());
        line.add(SeriesNames.name(plan.queues(), key.queueId()));
        line.addAll(more);
        return line;
    }

    private static List<@Nullable Object> cells(@Nullable Object... cells) {
        return Arrays.asList(cells);
    }

    private static OffsetDateTime local(Instant at, ZoneId zone) {
        return at.atZone(zone).toOffsetDateTime();
    }
}
