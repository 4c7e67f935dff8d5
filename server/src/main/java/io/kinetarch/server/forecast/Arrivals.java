package io.kinetarch.server.forecast;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.forecast.DailySeries;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.Forecaster.Choice;
import io.kinetarch.core.forecast.IntervalSeries;
import io.kinetarch.core.forecast.Method;
import io.kinetarch.core.forecast.SpecialDays;
import io.kinetarch.core.hours.PublicHolidays;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.volume.KnownSlots;
import io.kinetarch.server.forecast.ForecastMapper.StoredChoice;
import io.kinetarch.server.forecast.MarkedDays.Mark;
import io.kinetarch.server.forecast.MarkedDays.Meaning;
import io.kinetarch.server.plan.Plans.State;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The stored arrivals as series by what is known of them, and the method each is forecast by. */
@Component
class Arrivals {
    /** Further back tells little of the time to come, and costs time. */
    private static final int MOST_YEARS = 4;

    private static final int MINUTES = 30;
    /** How far ahead rosters are made. */
    static final int TRIED_DAYS_AHEAD = 28;

    /** Trials are made anew once so many days came since. */
    private static final int TRIALS_LAST_DAYS = 28;

    private static final int LANGUAGE_WEEKS = 10;

    private static final int MOST_KEPT = 8;

    private final ForecastMapper mapper;
    private final MarkedDays marks;
    private final JsonMapper json;
    /** Two years of a plan's half-hours are quick to use and slow to read; kept under what they follow from. */
    private final Cache<Key, History> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    Arrivals(ForecastMapper mapper, MarkedDays marks, JsonMapper json) {
        this.mapper = mapper;
        this.marks = marks;
        this.json = json;
    }

    private record Key(
            String planId,
            long volumeChange,
            ZoneId zone,
            @Nullable String country,
            LocalDate until) {}

    /** The series of a plan up to a day, which is not included, in the order of their keys. */
    private Map<SeriesKey, IntervalSeries> series(String planId, ZoneId zone, LocalDate until) {
        var counts = mapper.series(
                planId,
                until.minusYears(MOST_YEARS).atStartOfDay(zone).toInstant(),
                until.atStartOfDay(zone).toInstant());
        var series = new LinkedHashMap<SeriesKey, IntervalSeries>();
        if (counts.isEmpty()) {
            return series;
        }
        long[] all = counts.stream()
                .flatMap(own -> Arrays.stream(own.startsAt()))
                .mapToLong(Long::longValue)
                .toArray();
        var known = new KnownSlots(zone, day(Arrays.stream(all).min().orElseThrow(), zone), until, all);
        for (var own : counts) {
            double[] values = known.empty();
            long first = Long.MAX_VALUE;
            for (int i = 0; i < own.startsAt().length; i++) {
                values[known.index(own.startsAt()[i])] = own.chats()[i];
                first = Math.min(first, own.startsAt()[i]);
            }
            // Before its first day nobody counted it, which is not to say that no chats came.
            var since = day(first, zone).atStartOfDay(zone).toInstant();
            series.put(
                    new SeriesKey(own.doorId(), own.topic(), own.queueId()),
                    new IntervalSeries(
                            zone,
                            since,
                            MINUTES,
                            Arrays.copyOfRange(values, known.index(since.getEpochSecond()), values.length)));
        }
        return series;
    }

    private static LocalDate day(long second, ZoneId zone) {
        return LocalDate.ofInstant(Instant.ofEpochSecond(second), zone);
    }

    /**
     * A plan's series up to a day, and how they are forecast.
     *
     * @param daily sums of days
     */
    record History(
            Map<SeriesKey, IntervalSeries> series,
            Map<SeriesKey, DailySeries> daily,
            Map<SeriesKey, Chosen> choices,
            SpecialDays special) {}

    /**
     * How a series is forecast.
     *
     * @param tried the method that trials found
     * @param wanted the method a planner wants instead; null for none
     */
    record Chosen(Method tried, @Nullable Method wanted, Map<Method, Double> weights) {
        Choice choice() {
            return new Choice(wanted == null ? tried : wanted, weights);
        }
    }

    /**
     * The series of a plan up to a day, which is not included, and how each is forecast; those not tried yet, or long ago, are
     * tried now.
     */
    History history(State state, LocalDate until) {
        var plan = state.plan();
        var key = new Key(state.id(), state.volumeChange(), plan.timeZone(), plan.country(), until);
        return kept.get(key, _ -> history(state.id(), plan, until));
    }

    private History history(String planId, Plan plan, LocalDate until) {
        var marked = marks.of(planId);
        var special = MarkedDays.with(
                SpecialDays.of(PublicHolidays.between(
                        plan.country(),
                        until.minusYears(MOST_YEARS).minusDays(1),
                        until.plusDays(Forecaster.MOST_DAYS))),
                marked);
        var series = series(planId, plan.timeZone(), until);
        series.values().forEach(values -> leaveOut(values, marked));
        var daily = new LinkedHashMap<SeriesKey, DailySeries>();
        series.forEach((key, values) -> daily.put(key, Forecaster.daily(values, special)));
        var stored = mapper.choices(planId).stream()
                .collect(Collectors.toMap(
                        choice -> new SeriesKey(choice.doorId(), choice.topic(), choice.queueId()), choice -> choice));
        var choices = new LinkedHashMap<SeriesKey, Chosen>();
        daily.forEach((key, days) -> {
            var known = stored.get(key);
            choices.put(
                    key,
                    known == null || known.triedOn().plusDays(TRIALS_LAST_DAYS).isBefore(until)
                            ? tried(planId, key, days, special, until, known)
                            : new Chosen(
                                    Method.valueOf(known.method()), method(known.wanted()), weights(known.weights())));
        });
        return new History(series, daily, choices, special);
    }

    /** Days marked as errors are not known. */
    private static void leaveOut(IntervalSeries series, List<Mark> marked) {
        for (var mark : marked) {
            if (mark.kind() == Meaning.ERROR) {
                long from = series.index(mark.firstDay());
                long until = series.index(mark.lastDay().plusDays(1));
                for (long i = Math.max(0, from); i < Math.min(until, series.values().length); i++) {
                    series.values()[(int) i] = Double.NaN;
                }
            }
        }
    }

    private Chosen tried(
            String planId,
            SeriesKey key,
            DailySeries days,
            SpecialDays special,
            LocalDate until,
            @Nullable StoredChoice before) {
        var choice = Forecaster.choose(days, TRIED_DAYS_AHEAD, special);
        mapper.putChoice(planId, key, choice.method().name(), json.writeValueAsString(choice.weights()), until);
        return new Chosen(choice.method(), before == null ? null : method(before.wanted()), choice.weights());
    }

    private static @Nullable Method method(@Nullable String name) {
        return name == null ? null : Method.valueOf(name);
    }

    private Map<Method, Double> weights(String stored) {
        var weights = new EnumMap<Method, Double>(Method.class);
        weights.putAll(json.readValue(stored, new TypeReference<Map<Method, Double>>() {}));
        return weights;
    }

    /** Gives one plan the choices of another that has the same volumes. */
    void copyChoices(String fromPlan, String toPlan) {
        mapper.copyChoices(fromPlan, toPlan);
    }

    /** The shares of languages among the arrivals of each series, of late. */
    Map<SeriesKey, Map<String, Double>> languages(String planId, ZoneId zone, LocalDate until) {
        var shares = new LinkedHashMap<SeriesKey, Map<String, Double>>();
        mapper.languages(
                        planId,
                        until.minusWeeks(LANGUAGE_WEEKS).atStartOfDay(zone).toInstant(),
                        until.atStartOfDay(zone).toInstant())
                .forEach(count -> shares.computeIfAbsent(
                                new SeriesKey(count.doorId(), count.topic(), ""), _ -> new TreeMap<>())
                        .put(count.language(), (double) count.chats()));
        shares.values().forEach(own -> {
            double all = own.values().stream().mapToDouble(Double::doubleValue).sum();
            own.replaceAll((_, chats) -> chats / all);
        });
        return shares;
    }

    /** Measured handling seconds by recorded queue, over some weeks up to a day. */
    Map<String, Double> handling(String planId, ZoneId zone, LocalDate until, int weeks) {
        return mapper
                .handling(
                        planId,
                        until.minusWeeks(weeks).atStartOfDay(zone).toInstant(),
                        until.atStartOfDay(zone).toInstant())
                .stream()
                .collect(
                        Collectors.toMap(ForecastMapper.QueueHandling::queueId, ForecastMapper.QueueHandling::seconds));
    }

    /** The planner's wish for a series; null for what trials find. */
    boolean want(String planId, SeriesKey key, @Nullable Method wanted) {
        return mapper.want(planId, key, wanted == null ? null : wanted.name()) == 1;
    }
}
