package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.Method;
import io.kinetarch.core.forecast.SumSpread;
import io.kinetarch.server.forecast.ForecastController.HorizonScores;
import io.kinetarch.server.forecast.ForecastController.MethodScores;
import io.kinetarch.server.forecast.SeriesForecasts.Days;
import io.kinetarch.server.forecast.SeriesForecasts.Selection;
import io.kinetarch.server.job.Jobs;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The series of arrivals and their sums over HTTP: their days and what is made of them, the methods tried, the week so far. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/forecast")
class SeriesController {
    private final Arrivals arrivals;
    private final MethodChoices choices;
    private final SeriesForecasts forecasts;
    private final Plans plans;
    private final Jobs jobs;

    SeriesController(Arrivals arrivals, MethodChoices choices, SeriesForecasts forecasts, Plans plans, Jobs jobs) {
        this.arrivals = arrivals;
        this.choices = choices;
        this.forecasts = forecasts;
        this.plans = plans;
        this.jobs = jobs;
    }

    /**
     * A series.
     *
     * @param label door and topic in words
     * @param method by which it is forecast
     * @param methodWords what that is, in words
     * @param tried the method that trials found
     * @param due whether its trials are to be made or made anew
     * @param wanted the method a planner wants instead; null for none
     * @param chatsADay mean of the newest four weeks
     * @param expectedADay mean of the four weeks to come
     */
    record SeriesHead(
            SeriesKey key,
            String label,
            Method method,
            String methodWords,
            Method tried,
            boolean due,
            @Nullable Method wanted,
            double chatsADay,
            double expectedADay) {}

    /**
     * Series together.
     *
     * @param doorId whose; empty for all
     * @param series how many there are
     */
    record SumHead(String doorId, String label, int series, double chatsADay, double expectedADay) {
        private static SumHead of(String doorId, String label, List<SeriesHead> heads) {
            return new SumHead(
                    doorId,
                    label,
                    heads.size(),
                    heads.stream().mapToDouble(SeriesHead::chatsADay).sum(),
                    heads.stream().mapToDouble(SeriesHead::expectedADay).sum());
        }
    }

    /** All series, those with most chats first, and their sums: of all, and of doors with several. */
    record SeriesView(List<SeriesHead> series, List<SumHead> sums) {}

    /**
     * A day of a series.
     *
     * @param came null where it is not known or to come
     * @param mean what is expected; null in the past
     * @param model what the model alone expects; null in the past
     * @param special factor of public holidays and events on it or beside it
     * @param names of them
     */
    record SeriesDay(
            LocalDate day,
            @Nullable Double came,
            @Nullable Double mean,
            @Nullable Double model,
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
     * The week that the newest counts are of, by its half-hours.
     *
     * @param iso its number by ISO 8601, such as 2026-W48
     * @param expected before it began; empty where too little was known then
     * @param came null where it is not known or to come
     * @param now expected of the rest by all that is known; null where it is past
     * @param range what the sum of what is past might have come to, as known before it began; null where nothing was expected
     */
    record WeekAsItGoes(
            LocalDate monday,
            String iso,
            List<Instant> startsAt,
            List<Double> expected,
            List<@Nullable Double> came,
            List<@Nullable Double> now,
            @Nullable SumRange range) {}

    /** What a sum might have come to: counts of a day move together, so it is no sum of ranges. */
    record SumRange(double lower80, double upper80, double lower95, double upper95) {
        static SumRange of(SumSpread.Range range) {
            return new SumRange(range.lower80(), range.upper80(), range.lower95(), range.upper95());
        }
    }

    /** A wish; a null method leaves the choice to the trials. */
    record Wish(SeriesKey series, @Nullable Method method) {}

    /** What is forecast: doors, topics and sums, each with how it is forecast and how good that was. */
    @GetMapping("/series")
    SeriesView series(@PathVariable("plan") String planId) {
        var state = plans.draftState(planId);
        var history = arrivals.newest(state);
        var heads = history.series().keySet().stream()
                .map(key -> head(state, history, key))
                .sorted(Comparator.comparingDouble(SeriesHead::chatsADay).reversed())
                .toList();
        var sums = new ArrayList<SumHead>();
        if (heads.size() > 1) {
            sums.add(SumHead.of("", "All arrivals", heads));
        }
        byDoor(heads).forEach((door, own) -> {
            if (!door.isEmpty() && own.size() > 1 && own.size() < heads.size()) {
                sums.add(SumHead.of(door, SeriesNames.name(state.plan().doors(), door), own));
            }
        });
        return new SeriesView(heads, sums);
    }

    private static Map<String, List<SeriesHead>> byDoor(List<SeriesHead> heads) {
        return heads.stream()
                .collect(Collectors.groupingBy(head -> head.key.doorId(), TreeMap::new, Collectors.toList()));
    }

    private SeriesHead head(State state, History history, SeriesKey key) {
        var chosen = Objects.requireNonNull(history.choices().get(key));
        return new SeriesHead(
                key,
                SeriesNames.of(state.plan(), key),
                chosen.choice().method(),
                chosen.choice().method().words(),
                chosen.tried(),
                history.untried().contains(key),
                chosen.wanted(),
                Objects.requireNonNull(history.daily().get(key)).last(28).mean(),
                forecasts.chatsADay(state, history, key));
    }

    /** The days of one series: what came, and what is expected with its ranges. */
    @GetMapping("/series/days")
    SeriesForecast days(
            @PathVariable("plan") String planId,
            @RequestParam(defaultValue = "") String door,
            @RequestParam(defaultValue = "") String topic,
            @RequestParam(defaultValue = "") String queue,
            @RequestParam(defaultValue = "false") boolean sum) {
        var days = forecasts.days(plans.draftState(planId), Selection.of(door, topic, queue, sum));
        var forecast = days.forecast();
        return new SeriesForecast(
                forecast.method(),
                forecast.best(),
                forecast.trials(),
                forecast.trialSteps(),
                IntStream.range(0, forecast.effects().size())
                        .mapToObj(i -> day(days, i))
                        .toList(),
                MethodScores.all(forecast),
                HorizonScores.all(forecast),
                forecast.findings());
    }

    private static SeriesDay day(Days days, int i) {
        var forecast = days.forecast();
        var effects = forecast.effects().get(i);
        int ahead = i - days.history().length();
        boolean past = ahead < 0;
        double came = past ? days.history().values()[i] : Double.NaN;
        return new SeriesDay(
                effects.day(),
                Double.isNaN(came) ? null : came,
                past ? null : days.chats()[ahead],
                past ? null : days.model()[ahead],
                past ? null : days.moved(forecast.lower80(), ahead),
                past ? null : days.moved(forecast.upper80(), ahead),
                past ? null : days.moved(forecast.lower95(), ahead),
                past ? null : days.moved(forecast.upper95(), ahead),
                effects.level(),
                effects.week(),
                effects.year(),
                effects.special(),
                days.special().on(effects.day()));
    }

    /** A week of all series by day: what came so far, and what is expected. */
    @GetMapping("/week")
    WeekAsItGoes week(
            @PathVariable("plan") String planId,
            @RequestParam(defaultValue = "") String door,
            @RequestParam(defaultValue = "") String topic,
            @RequestParam(defaultValue = "") String queue,
            @RequestParam(defaultValue = "true") boolean sum) {
        var week = forecasts.week(plans.draftState(planId), Selection.of(door, topic, queue, sum));
        var range = week.range();
        return new WeekAsItGoes(
                week.week().monday(),
                week.week().iso(),
                week.week().slots(),
                Arrays.stream(week.expected()).boxed().toList(),
                known(week.came()),
                known(week.now()),
                range == null ? null : SumRange.of(range));
    }

    private static List<@Nullable Double> known(double[] values) {
        var known = new ArrayList<@Nullable Double>();
        for (double value : values) {
            known.add(Double.isNaN(value) ? null : value);
        }
        return known;
    }

    /** Sets by which method a series is to be forecast, or leaves it to the trials. */
    @PutMapping("/methods")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void want(@PathVariable("plan") String planId, @RequestBody Wish wish) {
        var history = arrivals.newest(plans.draftState(planId));
        var daily = history.daily().get(wish.series);
        if (daily == null) {
            throw new Refusal(Kind.NOT_FOUND, "There is no such series; the volumes may have changed since.");
        }
        if (wish.method != null) {
            try {
                Forecaster.days(daily, Arrivals.TRIED_DAYS_AHEAD, history.special(), wish.method);
            } catch (Method.Unfit e) {
                throw new Refusal(Kind.INVALID_DOCUMENT, "/method", String.valueOf(e.getMessage()));
            }
        }
        choices.want(planId, wish.series, wish.method);
    }

    /** Has the methods tried anew on all series. */
    @PostMapping("/trials")
    @ResponseStatus(HttpStatus.ACCEPTED)
    void tryAnew(@PathVariable("plan") String planId) {
        plans.newestChange(planId); // refuses a plan that is none
        choices.forgetTrials(planId);
        jobs.start(TryMethods.NAME, planId);
    }
}
