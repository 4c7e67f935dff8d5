package io.kinetarch.server.forecast;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.forecast.DailySeries;
import io.kinetarch.core.forecast.Expectation;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.Forecaster.Choice;
import io.kinetarch.core.forecast.IntervalSeries;
import io.kinetarch.core.forecast.Method;
import io.kinetarch.core.forecast.SpecialDays;
import io.kinetarch.core.hours.PublicHolidays;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.staffing.WorkloadEstimate.Seen;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.core.volume.KnownSlots;
import io.kinetarch.server.forecast.ForecastMapper.StoredChoice;
import io.kinetarch.server.forecast.ForecastMapper.WorkSeen;
import io.kinetarch.server.forecast.MarkedDays.Mark;
import io.kinetarch.server.forecast.MarkedDays.Meaning;
import io.kinetarch.server.job.Jobs;
import io.kinetarch.server.plan.PlanChanges;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.volume.Volumes;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiConsumer;
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
    private static final int SLOTS_OF_DAY = 48;
    /** How far ahead rosters are made. */
    static final int TRIED_DAYS_AHEAD = 28;

    /** Trials are made anew once so many days came since. */
    private static final int TRIALS_LAST_DAYS = 28;

    private static final int LANGUAGE_WEEKS = 10;

    private static final int MOST_KEPT = 8;

    private final ForecastMapper mapper;
    private final MarkedDays marks;
    private final Volumes volumes;
    private final PlanChanges changes;
    private final Jobs jobs;
    private final JsonMapper json;
    private final Clock clock;
    /** Two years of a plan's half-hours are quick to use and slow to read; kept under what they follow from. */
    private final Cache<Key, History> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    private final Cache<AheadKey, Map<SeriesKey, Expectation>> expected =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    Arrivals(
            ForecastMapper mapper,
            MarkedDays marks,
            Volumes volumes,
            PlanChanges changes,
            Jobs jobs,
            JsonMapper json,
            Clock clock) {
        this.mapper = mapper;
        this.marks = marks;
        this.volumes = volumes;
        this.changes = changes;
        this.jobs = jobs;
        this.json = json;
        this.clock = clock;
    }

    private record Key(
            String planId,
            long volumeChange,
            ZoneId zone,
            @Nullable String country,
            Instant until) {}

    private record AheadKey(Key history, int days) {}

    /** The series of a plan up to an instant, in the order of their keys. */
    private Map<SeriesKey, IntervalSeries> series(String planId, ZoneId zone, Instant until) {
        var oldest = until.atZone(zone).toLocalDate().minusYears(MOST_YEARS);
        var counts = mapper.series(planId, oldest.atStartOfDay(zone).toInstant(), until);
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
     * A plan's series up to an instant, and how they are forecast.
     *
     * @param until the end of the last half-hour that is known; midnight where the last day is over
     * @param daily sums of the whole days
     * @param counted what was counted on each day, errors too; the last day may have begun only
     * @param untried series whose trials are due
     */
    record History(
            ZoneId zone,
            Instant until,
            Map<SeriesKey, IntervalSeries> series,
            Map<SeriesKey, DailySeries> daily,
            Map<SeriesKey, CountedDays> counted,
            Map<SeriesKey, Chosen> choices,
            SpecialDays special,
            Set<SeriesKey> untried) {
        /** What the models expect of the half-hours of each series after this history. */
        private Map<SeriesKey, Expectation> expected(int halfHours) {
            var expected = new LinkedHashMap<SeriesKey, Expectation>();
            series.entrySet().parallelStream()
                    .map(entry -> Map.entry(
                            entry.getKey(),
                            Forecaster.expected(
                                    entry.getValue(),
                                    halfHours,
                                    special,
                                    Objects.requireNonNull(choices.get(entry.getKey()))
                                            .choice())))
                    .forEachOrdered(entry -> expected.put(entry.getKey(), entry.getValue()));
            return expected;
        }

        /** Half-hours from its end to the start of a day. */
        int halfHoursUntil(LocalDate day) {
            return Math.toIntExact(Duration.between(until, midnight(day, zone)).dividedBy(ChatCount.INTERVAL));
        }

        /** The day that has begun but is not over, or the first one to come. */
        LocalDate today() {
            return until.atZone(zone).toLocalDate();
        }
    }

    /**
     * How a series is forecast.
     *
     * @param tried the method that trials found
     * @param wanted the method a planner wants instead; null for none
     */
    record Chosen(Method tried, @Nullable Method wanted, Map<Method, Double> weights, double together) {
        private static final Chosen UNTRIED =
                new Chosen(Choice.UNTRIED.method(), null, Map.of(), Choice.UNTRIED.together());

        Choice choice() {
            return new Choice(wanted == null ? tried : wanted, weights, together);
        }
    }

    /** All that is known of a plan's arrivals, part of today included. */
    History newest(State state) {
        return known(state, clock.instant());
    }

    /**
     * What is known before an instant. The end of a day is known as well once the day is over: after its last chats none came.
     */
    History known(State state, Instant before) {
        var history = history(state, until(state, before));
        if (!history.untried().isEmpty()) {
            jobs.offer(TryMethods.NAME, state.id());
        }
        return history;
    }

    private Instant until(State state, Instant before) {
        var zone = state.plan().timeZone();
        var now = clock.instant();
        Instant today = midnight(now.atZone(zone).toLocalDate(), zone);
        var asked = before.isBefore(now) ? before : now;
        return volumes.lastBefore(state.id(), asked)
                .map(last -> last.isBefore(today)
                        ? midnight(last.atZone(zone).toLocalDate().plusDays(1), zone)
                        : last.plus(ChatCount.INTERVAL))
                .orElse(asked.isBefore(today) ? asked : today);
    }

    /** What the models expect of each series of a history, for so many half-hours at least. */
    Map<SeriesKey, Expectation> expected(State state, History history, int halfHours) {
        int days = Math.max(
                TRIED_DAYS_AHEAD, Math.ceilDiv(halfHours - history.halfHoursUntil(history.today()), SLOTS_OF_DAY) + 1);
        return expected.get(
                new AheadKey(key(state, history.until()), days),
                _ -> history.expected(history.halfHoursUntil(history.today().plusDays(days))));
    }

    private static Instant midnight(LocalDate day, ZoneId zone) {
        return day.atStartOfDay(zone).toInstant();
    }

    private History history(State state, Instant until) {
        return kept.get(key(state, until), _ -> read(state.id(), state.plan(), until));
    }

    private static Key key(State state, Instant until) {
        var plan = state.plan();
        return new Key(state.id(), state.volumeChange(), plan.timeZone(), plan.country(), until);
    }

    private History read(String planId, Plan plan, Instant until) {
        var zone = plan.timeZone();
        var today = until.atZone(zone).toLocalDate();
        var marked = marks.of(planId);
        var special = MarkedDays.with(
                SpecialDays.of(PublicHolidays.between(
                        plan.country(),
                        today.minusYears(MOST_YEARS).minusDays(1),
                        today.plusDays(Forecaster.MOST_DAYS))),
                marked);
        var series = series(planId, zone, until);
        var counted = new LinkedHashMap<SeriesKey, CountedDays>();
        series.forEach((key, values) -> counted.put(key, CountedDays.of(values)));
        series.values().forEach(values -> leaveOut(values, marked));
        var daily = new LinkedHashMap<SeriesKey, DailySeries>();
        series.forEach((key, values) -> daily.put(key, Forecaster.daily(values, special)));
        var stored = mapper.choices(planId).stream()
                .collect(Collectors.toMap(
                        choice -> new SeriesKey(choice.doorId(), choice.topic(), choice.queueId()), choice -> choice));
        var choices = new LinkedHashMap<SeriesKey, Chosen>();
        var untried = new LinkedHashSet<SeriesKey>();
        for (var key : series.keySet()) {
            var known = stored.get(key);
            choices.put(key, known == null ? Chosen.UNTRIED : chosen(known));
            if (known == null || known.triedOn().plusDays(TRIALS_LAST_DAYS).isBefore(today)) {
                untried.add(key);
            }
        }
        return new History(zone, until, series, daily, counted, choices, special, untried);
    }

    private Chosen chosen(StoredChoice stored) {
        return new Chosen(
                Method.valueOf(stored.method()),
                stored.wanted() == null ? null : Method.valueOf(stored.wanted()),
                weights(stored.weights()),
                stored.together());
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

    /**
     * Tries the methods on the series that are due, some at a time.
     *
     * @param progress told after each, how many are done and of how many; may throw to end it, which keeps what was found
     */
    void tryDue(State state, BiConsumer<Integer, Integer> progress) {
        var history = history(state, until(state, clock.instant()));
        var due = List.copyOf(history.untried());
        try {
            for (int i = 0; i < due.size(); i++) {
                progress.accept(i, due.size());
                var key = due.get(i);
                var choice = Forecaster.choose(
                        Objects.requireNonNull(history.daily().get(key)), TRIED_DAYS_AHEAD, history.special());
                mapper.putChoice(
                        state.id(),
                        key,
                        choice.method().name(),
                        json.writeValueAsString(choice.weights()),
                        choice.together(),
                        history.today());
            }
            progress.accept(due.size(), due.size());
        } finally {
            changes.volumesChanged(state.id());
        }
    }

    /** Has the trials of all series made anew. */
    void forgetTrials(String planId) {
        mapper.forgetTrials(planId);
        changes.volumesChanged(planId);
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
    Map<SeriesKey, Map<String, Double>> languages(String planId, History history) {
        var zone = history.zone();
        var until = history.today();
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

    /** What the chats of recorded queues took in the half-hours of some weeks up to a day. */
    Map<String, List<Seen>> work(String planId, History history, int weeks) {
        var zone = history.zone();
        var until = history.today();
        return mapper
                .work(
                        planId,
                        until.minusWeeks(weeks).atStartOfDay(zone).toInstant(),
                        until.atStartOfDay(zone).toInstant())
                .stream()
                .collect(Collectors.groupingBy(
                        WorkSeen::queueId, Collectors.mapping(WorkSeen::seen, Collectors.toList())));
    }

    /** The planner's wish for a series; null for what trials find. */
    void want(String planId, SeriesKey key, @Nullable Method wanted) {
        mapper.want(planId, key, Choice.UNTRIED.method().name(), wanted == null ? null : wanted.name());
        changes.volumesChanged(planId);
    }
}
