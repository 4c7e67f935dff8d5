package io.kinetarch.server.forecast;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.forecast.DailySeries;
import io.kinetarch.core.forecast.Expectation;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.SpecialDays;
import io.kinetarch.core.hours.PublicHolidays;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.server.job.Jobs;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.volume.Volumes;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What is known of a plan's arrivals, and what is expected of them; kept as long as it holds. */
@Component
class Arrivals {
    /** Further back tells little of the time to come, and costs time. */
    private static final int MOST_YEARS = 4;

    private static final int SLOTS_OF_DAY = 48;
    /** How far ahead rosters are made. */
    static final int TRIED_DAYS_AHEAD = 28;

    /** Trials are made anew once so many days came since. */
    static final int TRIALS_LAST_DAYS = 28;

    private static final int MOST_KEPT = 8;

    private final ForecastMapper mapper;
    private final MarkedDays marks;
    private final Volumes volumes;
    private final MethodChoices methods;
    private final TriedSums sums;
    private final SeriesModels models;
    private final Jobs jobs;
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
            MethodChoices methods,
            TriedSums sums,
            SeriesModels models,
            Jobs jobs,
            Clock clock) {
        this.mapper = mapper;
        this.marks = marks;
        this.volumes = volumes;
        this.methods = methods;
        this.sums = sums;
        this.models = models;
        this.jobs = jobs;
        this.clock = clock;
    }

    private record Key(
            String planId,
            long volumeChange,
            ZoneId zone,
            @Nullable String country,
            Instant until) {}

    private record AheadKey(Key history, int days) {}

    /** The newest history, without asking for trials that are due. */
    History latest(State state) {
        return history(state, until(state, clock.instant()));
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
                _ -> history.expected(history.halfHoursUntil(history.today().plusDays(days)), models));
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
        var oldest = today.minusYears(MOST_YEARS);
        var series =
                CountedSeries.of(mapper.series(planId, oldest.atStartOfDay(zone).toInstant(), until), zone, until);
        var counted = new LinkedHashMap<SeriesKey, CountedDays>();
        series.forEach((key, values) -> counted.put(key, CountedDays.of(values)));
        series.values().forEach(values -> CountedSeries.leaveOut(values, marked));
        var daily = new LinkedHashMap<SeriesKey, DailySeries>();
        series.forEach((key, values) -> daily.put(key, models.daily(values, special)));
        var stored = methods.of(planId);
        var choices = new LinkedHashMap<SeriesKey, Chosen>();
        var untried = new LinkedHashSet<SeriesKey>();
        for (var key : series.keySet()) {
            var known = stored.get(key);
            choices.put(key, known == null ? Chosen.UNTRIED : known.chosen());
            if (known == null || known.triedOn().plusDays(TRIALS_LAST_DAYS).isBefore(today)) {
                untried.add(key);
            }
        }
        return new History(zone, until, series, daily, counted, choices, special, untried, sums.of(planId));
    }
}
