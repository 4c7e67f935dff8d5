package io.kinetarch.server.forecast;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.forecast.DailySeries;
import io.kinetarch.core.forecast.Expectation;
import io.kinetarch.core.forecast.Forecast;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.IntervalSeries;
import io.kinetarch.core.forecast.Method;
import io.kinetarch.core.forecast.SpecialDays;
import io.kinetarch.core.forecast.SumSpread;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.plan.Plans.State;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/**
 * The days to come of series and of their sums. A sum is what its series make together, so that totals add up; its ranges are
 * those of the sum tried as one. Models are kept under the volumes they follow from; what planners put on top is put there
 * each time anew.
 */
@Service
class SeriesForecasts {
    private static final int MOST_KEPT = 200;

    private final Arrivals arrivals;
    private final StoredAdjustments adjustments;
    private final Cache<Key, Forecast> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    SeriesForecasts(Arrivals arrivals, StoredAdjustments adjustments) {
        this.arrivals = arrivals;
        this.adjustments = adjustments;
    }

    /**
     * A series, or the sum of several.
     *
     * @param sum whether the sum of all series of the key's door is meant, or of all if it names none
     */
    record Selection(SeriesKey key, boolean sum) {
        /** By what a request says; a sum is of a door or of all. */
        static Selection of(String door, String topic, String queue, boolean sum) {
            return new Selection(new SeriesKey(door, sum ? "" : topic, sum ? "" : queue), sum);
        }

        /** Its series, at least one. */
        List<SeriesKey> in(History history) {
            var found = history.series().keySet().stream().filter(this::holds).toList();
            if (found.isEmpty()) {
                throw new Refusal(Kind.NOT_FOUND, "There is no such series; the volumes may have changed since.");
            }
            return found;
        }

        private boolean holds(SeriesKey other) {
            return sum ? key.doorId().isEmpty() || key.doorId().equals(other.doorId()) : key.equals(other);
        }
    }

    private record Key(
            String planId,
            long volumeChange,
            String zone,
            @Nullable String country,
            Instant until,
            Selection selection) {}

    /**
     * Days of a series.
     *
     * @param history up to the last whole day
     * @param forecast its methods, tried; its means and ranges are those of the model
     * @param model chats of each day to come by the model, of today as well
     * @param chats the same with what planners put on top, and with what has come of today
     */
    @SuppressWarnings("ArrayRecordComponent") // a result is handed on, never compared
    record Days(DailySeries history, Forecast forecast, SpecialDays special, double[] model, double[] chats) {
        /** A limit of the model's ranges, moved as the mean was. */
        double moved(double[] limit, int ahead) {
            double mean = forecast.mean()[ahead];
            return mean > 0 ? limit[ahead] * chats[ahead] / mean : chats[ahead];
        }
    }

    private static Key key(State state, History history, Selection selection) {
        return new Key(
                state.id(),
                state.volumeChange(),
                history.zone().getId(),
                state.plan().country(),
                history.until(),
                selection);
    }

    private Map<SeriesKey, Expectation> expected(State state, History history) {
        return arrivals.expected(state, history, 0);
    }

    /** The mean of the days to come of each series, planners' numbers included. */
    double chatsADay(State state, History history, SeriesKey key) {
        double[] chats = with(state, history, key);
        return Arrays.stream(chats).sum() / Arrivals.TRIED_DAYS_AHEAD;
    }

    private double[] with(State state, History history, SeriesKey key) {
        return Objects.requireNonNull(expected(state, history).get(key))
                .with(adjustments.of(state.id()).of(key));
    }

    /** The days of a series or a sum. */
    Days days(State state, Selection selection) {
        var history = arrivals.newest(state);
        var keys = selection.in(history);
        var daily = daily(history, keys);
        var forecast = kept.get(
                key(state, history, selection),
                _ -> Forecaster.days(
                        daily, Arrivals.TRIED_DAYS_AHEAD, history.special(), method(history, selection, daily)));
        var model = new double[Arrivals.TRIED_DAYS_AHEAD];
        var chats = new double[Arrivals.TRIED_DAYS_AHEAD];
        var all = adjustments.of(state.id());
        for (var key : keys) {
            var expectation = Objects.requireNonNull(expected(state, history).get(key));
            var series = Objects.requireNonNull(history.series().get(key));
            addDays(series, history.today(), expectation.with(all.of(key)), chats);
            addDays(series, history.today(), expectation.model(), model);
            double today = cameOn(series, history.today());
            chats[0] += today;
            model[0] += today;
        }
        return new Days(daily, forecast, history.special(), model, chats);
    }

    /** The method of a series, as far as days can be forecast by it; null where the best is to be found. */
    private static @Nullable Method method(History history, Selection selection, DailySeries daily) {
        var chosen = history.choices().get(selection.key);
        if (selection.sum || chosen == null || history.untried().contains(selection.key)) {
            return null;
        }
        var method = chosen.choice().method();
        return Forecaster.fits(daily, method) ? method : null;
    }

    /** Adds half-hours after a series to the days they are part of. */
    private static void addDays(IntervalSeries series, LocalDate first, double[] halfHours, double[] days) {
        for (int i = 0; i < halfHours.length; i++) {
            var day = series.startOf(series.values().length + i)
                    .atZone(series.zone())
                    .toLocalDate();
            days[Math.toIntExact(day.toEpochDay() - first.toEpochDay())] += halfHours[i];
        }
    }

    private static double cameOn(IntervalSeries series, LocalDate day) {
        double came = 0;
        for (int i = Math.toIntExact(Math.max(0, series.index(day))); i < series.values().length; i++) {
            came += Double.isNaN(series.values()[i]) ? 0 : series.values()[i];
        }
        return came;
    }

    /** The sums of days; a day that is not known of one series is not known of their sum. */
    private static DailySeries daily(History history, List<SeriesKey> keys) {
        var parts = keys.stream()
                .map(key -> Objects.requireNonNull(history.daily().get(key)))
                .toList();
        return DailySeries.sum(parts);
    }

    /**
     * A week as it goes: every half-hour of it.
     *
     * @param expected before the week began, planners' numbers included; empty where nothing was known then
     * @param came NaN where it is not known or to come
     * @param now expected of the rest of the week by all that is known; NaN where it is past
     * @param range what came so far might have come to, as was known before; null where nothing was expected
     */
    @SuppressWarnings("ArrayRecordComponent") // a result is handed on, never compared
    record WeekSoFar(
            WeekOfHalfHours week, double[] expected, double[] came, double[] now, SumSpread.@Nullable Range range) {}

    /** The week that today is in. */
    WeekSoFar week(State state, Selection selection) {
        var history = arrivals.newest(state);
        var week = WeekOfHalfHours.of(history.today(), history.zone());
        var monday = week.monday();
        var begins = week.slots().getFirst();
        int slots = week.slots().size();
        var came = new double[slots];
        var now = new double[slots];
        int past = -history.halfHoursUntil(monday);
        Arrays.fill(came, past, slots, Double.NaN);
        Arrays.fill(now, 0, past, Double.NaN);
        for (var key : selection.in(history)) {
            var series = Objects.requireNonNull(history.series().get(key));
            int first = Math.toIntExact(series.index(monday));
            double[] chats = with(state, history, key);
            for (int i = 0; i < slots; i++) {
                if (i < past) {
                    came[i] += first + i < 0 ? 0 : series.values()[first + i];
                } else {
                    now[i] += chats[i - past];
                }
            }
        }
        var before = arrivals.known(state, begins);
        var spread = new SumSpread();
        double[] expected = before(state, before, selection, week, came, spread);
        return new WeekSoFar(week, expected, came, now, expected.length == 0 ? null : spread.range());
    }

    /**
     * What was expected of a week before it began; nothing where too little was known.
     *
     * @param came by half-hour, NaN where not known
     * @param soFar is told what was expected of the half-hours that are known
     */
    private double[] before(
            State state, History before, Selection selection, WeekOfHalfHours week, double[] came, SumSpread soFar) {
        var monday = week.monday();
        int between = before.halfHoursUntil(monday);
        var sum = new double[came.length];
        var all = adjustments.of(state.id());
        if (before.series().isEmpty()
                || before.today().plusDays(Arrivals.TRIED_DAYS_AHEAD - 7L).isBefore(monday)) {
            return new double[0];
        }
        expected(state, before).forEach((key, expectation) -> {
            if (selection.holds(key)) {
                double[] chats = expectation.with(all.of(key));
                for (int i = 0; i < sum.length; i++) {
                    sum[i] += chats[between + i];
                    if (!Double.isNaN(came[i])) {
                        var day = LocalDate.ofInstant(week.slots().get(i), before.zone());
                        soFar.add(day, chats[between + i], expectation.together());
                    }
                }
            }
        });
        return sum;
    }
}
