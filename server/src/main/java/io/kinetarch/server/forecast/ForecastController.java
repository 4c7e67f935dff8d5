package io.kinetarch.server.forecast;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import io.kinetarch.core.forecast.DailySeries;
import io.kinetarch.core.forecast.Forecast;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.IntervalSeries;
import io.kinetarch.core.forecast.Method;
import io.kinetarch.core.forecast.Scores;
import io.kinetarch.core.forecast.SpecialDays;
import io.kinetarch.core.hours.PublicHolidays;
import io.kinetarch.core.plan.PlanRefusal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is to come of a series, without stored data. */
@RestController
@RequestMapping("/api/v1/calc/forecast")
class ForecastController {
    private static final int MINUTES_OF_DAY = 24 * 60;
    private static final int MOST_VALUES = 400_000;
    private static final int MOST_SPECIAL_DAYS = 10_000;

    /**
     * A series, and how far to look ahead.
     *
     * @param start local time the first interval begins
     * @param intervalMinutes 15, 30, 60 or 1440
     * @param values one an interval as time goes by, a day having its real length where clocks change; null where unknown
     * @param horizon intervals ahead, at most two years of them
     * @param specialDays days unlike others, past and to come; those of one name are taken to be alike
     * @param country ISO 3166 code whose public holidays are added; null for none
     * @param method to use; null for the one that does best in trials
     */
    record ForecastQuestion(
            LocalDateTime start,
            ZoneId timeZone,
            int intervalMinutes,
            @JsonSetter(contentNulls = Nulls.SET) List<@Nullable Double> values,
            int horizon,
            @Nullable List<SpecialDay> specialDays,
            @Nullable String country,
            @Nullable Method method) {
        ForecastQuestion {
            if (intervalMinutes != 15 && intervalMinutes != 30 && intervalMinutes != 60 && !daily(intervalMinutes)) {
                throw new PlanRefusal(
                        "/intervalMinutes", "intervalMinutes must be 15, 30, 60 or 1440, was " + intervalMinutes);
            }
            int startMinute = start.getHour() * 60 + start.getMinute();
            if (start.getSecond() != 0 || start.getNano() != 0 || startMinute % intervalMinutes != 0) {
                throw new PlanRefusal(
                        "/start", start + " does not begin an interval of " + intervalMinutes + " minutes of the day");
            }
            if (timeZone.getRules().getValidOffsets(start).isEmpty()) {
                throw new PlanRefusal(
                        "/start", start + " does not exist in " + timeZone + ": the clocks were put forward over it");
            }
            if (values.isEmpty() || values.size() > MOST_VALUES) {
                throw new PlanRefusal(
                        "/values", "values must have 1 to " + MOST_VALUES + " entries, had " + values.size());
            }
            for (int i = 0; i < values.size(); i++) {
                Double value = values.get(i);
                if (value != null && !(value >= 0 && value <= 1e9)) {
                    throw new PlanRefusal(
                            "/values/" + i,
                            "a value must be from 0 to 1,000,000,000, was " + value
                                    + "; write null where it is not known");
                }
            }
            if (values.stream().allMatch(value -> value == null)) {
                throw new PlanRefusal("/values", "no value is known; give at least one");
            }
            long most = (long) Forecaster.MOST_DAYS * MINUTES_OF_DAY / intervalMinutes;
            if (horizon < 1 || horizon > most) {
                throw new PlanRefusal("/horizon", "horizon must be from 1 to " + most + " intervals, was " + horizon);
            }
            if (specialDays != null && specialDays.size() > MOST_SPECIAL_DAYS) {
                throw new PlanRefusal("/specialDays", "at most " + MOST_SPECIAL_DAYS + " special days can be used");
            }
            if (country != null && !PublicHolidays.hasCalendar(country)) {
                throw new PlanRefusal(
                        "/country",
                        "there is no calendar of public holidays for \"" + country
                                + "\"; write null and give specialDays");
            }
        }

        private static boolean daily(int minutes) {
            return minutes == MINUTES_OF_DAY;
        }

        Forecast answer() {
            double[] series = values.stream()
                    .mapToDouble(value -> value == null ? Double.NaN : value)
                    .toArray();
            var first = start.toLocalDate();
            if (daily(intervalMinutes)) {
                return Forecaster.days(
                        new DailySeries(first, series), horizon, special(first, series.length + horizon), method);
            }
            var intervals = new IntervalSeries(timeZone, start.atZone(timeZone).toInstant(), intervalMinutes, series);
            int days = (series.length + horizon) * intervalMinutes / MINUTES_OF_DAY + 2;
            return Forecaster.intervals(intervals, horizon, special(first, days), method);
        }

        private SpecialDays special(LocalDate first, int days) {
            var named = SpecialDays.of(PublicHolidays.between(country, first.minusDays(1), first.plusDays(days + 1L)));
            for (var day : specialDays == null ? List.<SpecialDay>of() : specialDays) {
                named = named.and(new TreeMap<>(Map.of(day.date, day.name)));
            }
            return named;
        }
    }

    /** A day unlike others. */
    record SpecialDay(LocalDate date, String name) {}

    /**
     * The answer; every list has an entry for each interval ahead.
     *
     * @param model by which it was made
     * @param lower80 with a chance of one in ten, less comes
     * @param backtest how each method did, tried from points of the past; the best first
     * @param horizons how the model did near and far, for quarters of the horizon
     * @param findings what its reader should know
     */
    record ForecastAnswer(
            Method model,
            String modelWords,
            List<Double> mean,
            List<Double> lower80,
            List<Double> upper80,
            List<Double> lower95,
            List<Double> upper95,
            int trials,
            List<MethodScores> backtest,
            List<HorizonScores> horizons,
            List<String> findings) {
        static ForecastAnswer of(Forecast forecast) {
            return new ForecastAnswer(
                    forecast.method(),
                    forecast.method().words(),
                    list(forecast.mean()),
                    list(forecast.lower80()),
                    list(forecast.upper80()),
                    list(forecast.lower95()),
                    list(forecast.upper95()),
                    forecast.trials(),
                    MethodScores.all(forecast),
                    HorizonScores.all(forecast),
                    forecast.findings());
        }

        private static List<Double> list(double[] values) {
            return Arrays.stream(values).boxed().toList();
        }
    }

    /**
     * How a method did in the trials.
     *
     * @param weight its share in the combination
     * @param wape sum of absolute errors over the sum of what came; null where nothing came
     * @param near the same over the first quarter of the horizon
     * @param far the same over the last quarter of the horizon
     * @param mase mean absolute error over that of taking the week before; null where that is 0
     * @param bias sum forecast less sum come, over the latter
     * @param coverage80 share of what came within the range for 80 %, learnt from the other trials
     */
    record MethodScores(
            Method model,
            String words,
            double weight,
            @Nullable Double wape,
            @Nullable Double near,
            @Nullable Double far,
            @Nullable Double mase,
            @Nullable Double bias,
            @Nullable Double coverage80,
            @Nullable Double coverage95) {
        /** Those of all methods that were tried, the best first. */
        static List<MethodScores> all(Forecast forecast) {
            return forecast.scores().entrySet().stream()
                    .map(entry -> of(entry.getKey(), entry.getValue(), forecast))
                    .sorted(Comparator.comparing(MethodScores::wape, Comparator.nullsLast(Comparator.naturalOrder())))
                    .toList();
        }

        private static MethodScores of(Method method, Scores scores, Forecast forecast) {
            var parts = Objects.requireNonNull(forecast.byHorizon().get(method));
            return new MethodScores(
                    method,
                    method.words(),
                    forecast.weights().getOrDefault(method, 0.0),
                    known(scores.wape()),
                    known(parts.getFirst().scores().wape()),
                    known(parts.getLast().scores().wape()),
                    known(scores.mase()),
                    known(scores.bias()),
                    known(scores.coverage80()),
                    known(scores.coverage95()));
        }
    }

    /** How the model did over part of the horizon. */
    record HorizonScores(
            int fromInterval,
            int untilInterval,
            @Nullable Double wape,
            @Nullable Double mase,
            @Nullable Double bias,
            @Nullable Double coverage80,
            @Nullable Double coverage95) {
        /** Those of the method that is used. */
        static List<HorizonScores> all(Forecast forecast) {
            return forecast.byHorizon().getOrDefault(forecast.method(), List.of()).stream()
                    .map(HorizonScores::of)
                    .toList();
        }

        private static HorizonScores of(Forecast.PartScores part) {
            return new HorizonScores(
                    part.fromStep(),
                    part.untilStep(),
                    known(part.scores().wape()),
                    known(part.scores().mase()),
                    known(part.scores().bias()),
                    known(part.scores().coverage80()),
                    known(part.scores().coverage95()));
        }
    }

    /** Forecasts a series that is sent along; nothing is stored. */
    @PostMapping
    ForecastAnswer answer(@RequestBody ForecastQuestion question) {
        try {
            return ForecastAnswer.of(question.answer());
        } catch (Method.Unfit e) {
            throw new PlanRefusal("/method", String.valueOf(e.getMessage()));
        }
    }

    private static @Nullable Double known(double score) {
        return Double.isFinite(score) ? score : null;
    }
}
