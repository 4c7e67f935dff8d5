package io.kinetarch.server.forecast;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.forecast.DailySeries;
import io.kinetarch.core.forecast.Forecast;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.Method;
import io.kinetarch.core.forecast.UnusualDays;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.forecast.ForecastController.HorizonScores;
import io.kinetarch.server.forecast.ForecastController.MethodScores;
import io.kinetarch.server.forecast.MarkedDays.Mark;
import io.kinetarch.server.forecast.MarkedDays.Meaning;
import io.kinetarch.server.plan.PlanChanges;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.volume.Volumes;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The series of arrivals over HTTP: their days and what is made of them, the methods tried, unusual days and their marks. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/forecast")
class SeriesController {
    private static final int MOST_KEPT = 200;

    private final Arrivals arrivals;
    private final MarkedDays marks;
    private final Plans plans;
    private final PlanChanges changes;
    private final Volumes volumes;
    private final Clock clock;
    private final Cache<Key, SeriesForecast> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();
    private final Cache<String, List<FoundRun>> unusual =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    SeriesController(
            Arrivals arrivals, MarkedDays marks, Plans plans, PlanChanges changes, Volumes volumes, Clock clock) {
        this.arrivals = arrivals;
        this.marks = marks;
        this.plans = plans;
        this.changes = changes;
        this.volumes = volumes;
        this.clock = clock;
    }

    /** Days that were unusual in some series, in one most. */
    private record FoundRun(LocalDate firstDay, LocalDate lastDay, int series, SeriesKey strongest, double factor) {}

    private record Key(
            String planId,
            long volumeChange,
            String zone,
            @Nullable String country,
            SeriesKey series) {}

    /**
     * A series.
     *
     * @param label door and topic in words
     * @param method by which it is forecast
     * @param tried the method that trials found
     * @param wanted the method a planner wants instead; null for none
     * @param chatsADay mean of the newest four weeks
     */
    record SeriesHead(
            SeriesKey key,
            String label,
            Method method,
            Method tried,
            @Nullable Method wanted,
            double chatsADay) {}

    /**
     * A day of a series.
     *
     * @param came null where it is not known or to come
     * @param mean null in the past
     * @param special factor of public holidays and events on it or beside it
     * @param names of them
     */
    record SeriesDay(
            LocalDate day,
            @Nullable Double came,
            @Nullable Double mean,
            @Nullable Double lower80,
            @Nullable Double upper80,
            @Nullable Double lower95,
            @Nullable Double upper95,
            double level,
            double week,
            double year,
            double special,
            List<String> names) {}

    /**
     * What is made of a series.
     *
     * @param backtest how each method did in trials, the best first
     * @param triedDays how many days ahead they were tried
     */
    record SeriesForecast(
            Method method,
            Method tried,
            int trials,
            int triedDays,
            List<SeriesDay> days,
            List<MethodScores> backtest,
            List<HorizonScores> horizons,
            List<String> findings) {}

    /**
     * Days that were unusual.
     *
     * @param series how many series they were unusual in
     * @param strongest the label of the one in which most
     * @param factor there, what came over what was expected
     */
    record UnusualRun(LocalDate firstDay, LocalDate lastDay, int series, String strongest, double factor) {}

    /** What is known of special days. */
    record DaysView(List<UnusualRun> unusual, List<Mark> marks) {}

    /** A wish; a null method leaves the choice to the trials. */
    record Wish(SeriesKey series, @Nullable Method method) {}

    /** Days to mark. */
    record NewMark(LocalDate firstDay, LocalDate lastDay, Meaning kind, String name) {}

    @GetMapping("/series")
    List<SeriesHead> series(@PathVariable("plan") String planId) {
        var state = plans.draftState(planId);
        var history = history(state);
        return history.daily().entrySet().stream()
                .map(entry -> {
                    var stored = Objects.requireNonNull(history.choices().get(entry.getKey()));
                    return new SeriesHead(
                            entry.getKey(),
                            label(state.plan(), entry.getKey()),
                            stored.choice().method(),
                            stored.tried(),
                            stored.wanted(),
                            entry.getValue().last(28).mean());
                })
                .sorted(Comparator.comparingDouble(SeriesHead::chatsADay).reversed())
                .toList();
    }

    @GetMapping("/series/days")
    SeriesForecast days(
            @PathVariable("plan") String planId,
            @RequestParam(defaultValue = "") String door,
            @RequestParam(defaultValue = "") String topic,
            @RequestParam(defaultValue = "") String queue) {
        var state = plans.draftState(planId);
        var key = new SeriesKey(door, topic, queue);
        return kept.get(
                new Key(
                        planId,
                        state.volumeChange(),
                        state.plan().timeZone().getId(),
                        state.plan().country(),
                        key),
                _ -> forecast(history(state), key));
    }

    @PutMapping("/methods")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void want(@PathVariable("plan") String planId, @RequestBody Wish wish) {
        var history = history(plans.draftState(planId));
        var daily = history.daily().get(wish.series);
        if (daily != null && wish.method != null) {
            try {
                Forecaster.days(daily, Arrivals.TRIED_DAYS_AHEAD, history.special(), wish.method);
            } catch (Method.TooShort e) {
                throw new Refusal(Kind.INVALID_DOCUMENT, "/method", String.valueOf(e.getMessage()));
            }
        }
        if (!arrivals.want(planId, wish.series, wish.method)) {
            throw new Refusal(Kind.NOT_FOUND, "There is no such series; the volumes may have changed since.");
        }
        changes.volumesChanged(planId);
    }

    @GetMapping("/days")
    DaysView days(@PathVariable("plan") String planId) {
        var state = plans.draftState(planId);
        var all = marks.of(planId);
        var found = unusual.get(planId + " " + state.volumeChange(), _ -> unusual(history(state)));
        return new DaysView(
                found.stream()
                        .filter(run -> all.stream().noneMatch(mark -> mark.touches(run.firstDay, run.lastDay)))
                        .map(run -> new UnusualRun(
                                run.firstDay, run.lastDay, run.series, label(state.plan(), run.strongest), run.factor))
                        .toList(),
                all);
    }

    @PostMapping("/days")
    @ResponseStatus(HttpStatus.CREATED)
    Mark mark(@PathVariable("plan") String planId, @RequestBody NewMark mark, @AuthenticationPrincipal SignedIn by) {
        long id = marks.mark(planId, mark.firstDay, mark.lastDay, mark.kind, mark.name, by);
        return new Mark(id, mark.firstDay, mark.lastDay, mark.kind, mark.name.strip());
    }

    @DeleteMapping("/days/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void unmark(@PathVariable("plan") String planId, @PathVariable long id) {
        marks.unmark(planId, id);
    }

    private Arrivals.History history(State state) {
        var last = volumes.lastBefore(state.id(), clock.instant());
        var zone = state.plan().timeZone();
        LocalDate until = last.map(at -> at.atZone(zone).toLocalDate().plusDays(1))
                .orElseGet(() -> LocalDate.ofInstant(clock.instant(), zone));
        return arrivals.history(state, until);
    }

    private static SeriesForecast forecast(Arrivals.History history, SeriesKey key) {
        var daily = history.daily().get(key);
        var stored = history.choices().get(key);
        if (daily == null || stored == null) {
            throw new Refusal(Kind.NOT_FOUND, "There is no such series; the volumes may have changed since.");
        }
        Forecast forecast = Forecaster.days(
                daily,
                Arrivals.TRIED_DAYS_AHEAD,
                history.special(),
                stored.choice().method());
        return new SeriesForecast(
                forecast.method(),
                forecast.best(),
                forecast.trials(),
                forecast.trialSteps(),
                IntStream.range(0, forecast.effects().size())
                        .mapToObj(i -> day(history, daily, forecast, i))
                        .toList(),
                MethodScores.all(forecast),
                forecast.byHorizon().stream().map(HorizonScores::of).toList(),
                forecast.findings());
    }

    private static SeriesDay day(Arrivals.History history, DailySeries daily, Forecast forecast, int i) {
        var effects = forecast.effects().get(i);
        int ahead = i - daily.length();
        boolean past = ahead < 0;
        double came = past ? daily.values()[i] : Double.NaN;
        return new SeriesDay(
                effects.day(),
                Double.isNaN(came) ? null : came,
                past ? null : forecast.mean()[ahead],
                past ? null : forecast.lower80()[ahead],
                past ? null : forecast.upper80()[ahead],
                past ? null : forecast.lower95()[ahead],
                past ? null : forecast.upper95()[ahead],
                effects.level(),
                effects.week(),
                effects.year(),
                effects.special(),
                history.special().on(effects.day()));
    }

    /** Unusual days of all series, those that touch put together. */
    private static List<FoundRun> unusual(Arrivals.History history) {
        var runs = new ArrayList<FoundRun>();
        history.daily()
                .forEach((key, daily) -> UnusualDays.in(daily, history.special()).runs().stream()
                        .map(run -> new FoundRun(run.first(), run.last(), 1, key, run.factor()))
                        .forEach(runs::add));
        runs.sort(Comparator.comparing(FoundRun::firstDay));
        var together = new ArrayList<FoundRun>();
        for (var run : runs) {
            var before = together.isEmpty() ? null : together.getLast();
            if (before == null || run.firstDay.isAfter(before.lastDay.plusDays(1))) {
                together.add(run);
            } else {
                boolean stronger = Math.abs(Math.log(run.factor)) > Math.abs(Math.log(before.factor));
                together.set(
                        together.size() - 1,
                        new FoundRun(
                                before.firstDay,
                                run.lastDay.isAfter(before.lastDay) ? run.lastDay : before.lastDay,
                                before.series + 1,
                                stronger ? run.strongest : before.strongest,
                                stronger ? run.factor : before.factor));
            }
        }
        return together.reversed();
    }

    private static String label(Plan plan, SeriesKey key) {
        String place = key.doorId().isEmpty()
                ? plan.queues().stream()
                                .filter(queue -> queue.id().value().equals(key.queueId()))
                                .map(Element::name)
                                .findFirst()
                                .orElse(key.queueId())
                        + ", door not known"
                : plan.doors().stream()
                        .filter(door -> door.id().value().equals(key.doorId()))
                        .map(Element::name)
                        .findFirst()
                        .orElse(key.doorId());
        return key.topic().isEmpty() ? place : place + " · " + key.topic();
    }
}
