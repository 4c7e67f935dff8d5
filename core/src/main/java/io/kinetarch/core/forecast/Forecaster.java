package io.kinetarch.core.forecast;

import io.kinetarch.core.forecast.CalendarRegression.Part;
import io.kinetarch.core.forecast.Forecast.DayEffects;
import io.kinetarch.core.forecast.Forecast.PartScores;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Forecasts a series by the method that would have forecast it best: each is tried from several points of the past at the
 * horizon that is asked for, and judged by what came.
 */
public final class Forecaster {
    /** The longest horizon, in days. */
    public static final int MOST_DAYS = 731;

    private static final int MOST_TRIALS = 13;
    private static final int MOST_LONG_TRIALS = 8;
    private static final int LONG_DAYS = 90;
    private static final int TRIALS_APART_DAYS = 28;
    private static final int LEAST_HISTORY_DAYS = 14;
    /** What the better methods need; where there is a week more than that, trials know so much. */
    private static final int LEAST_TO_CHOOSE_DAYS = 28;
    /** A trial should know a year, but half of what there is will do. */
    private static final int ENOUGH_DAYS = 366;

    private static final int PARTS = 4;
    /** Ranges from fewer independent errors are hardly known. */
    private static final double FEW_INDEPENDENT = 12;
    /** A mean count below which a single chat is a good part of the chance. */
    private static final double FEW_CHATS = 4;

    private static final double CLEARLY_WIDER = 1.2;

    private static final int WEEK = 7;
    /** How strongly counts of a day are thought to move together where nothing was tried. */
    private static final double UNTRIED_TOGETHER = 0.3;

    private Forecaster() {}

    /** Something with days behind it that methods can be tried on. */
    private interface Subject {
        int stepsOfDay();

        /** Whole days of history. */
        int days();

        /**
         * The steps of some days of the history, as they came; unknown on days of a name that was not heard of before them, which
         * nobody could foresee.
         */
        double[] actual(int fromDay, int untilDay);

        /** The methods for which the days before one are enough. */
        Set<Method> methods(int day);

        /** What each method makes of some days after a day of the history, or after all of it. */
        Map<Method, double[]> forecasts(int day, int ahead, Set<Method> methods);

        /** Mean absolute difference to the week before. */
        double scale();
    }

    /**
     * Forecasts days.
     *
     * @param horizon days ahead, 1–{@value #MOST_DAYS}
     * @param special days of history and future that are unlike others
     * @param wanted the method to use; null for the best one
     */
    public static Forecast days(DailySeries series, int horizon, SpecialDays special, @Nullable Method wanted) {
        refuseHorizon(horizon);
        if (wanted != null && wanted.ofIntervals()) {
            throw Method.Unfit.intervalsOnly(wanted);
        }
        var wild = WildDays.in(series, special);
        return days(WildDays.without(series, wild), wildDays(series, wild), horizon, special, wanted);
    }

    private static Forecast days(
            DailySeries series, List<LocalDate> wild, int horizon, SpecialDays special, @Nullable Method wanted) {
        var subject = new Days(series, special);
        var trials = trials(subject, horizon);
        var method = chosen(trials, wanted);
        var origin = new DayOrigin(series, special);
        double[] mean =
                trials.isEmpty() ? origin.forecast(method, horizon) : mean(trials.get(), method, origin, horizon);
        return finished(method, trials, mean, series, origin, special, 1, wild);
    }

    /**
     * Forecasts intervals.
     *
     * @param horizon intervals ahead, at most {@value #MOST_DAYS} days of them
     * @param special days of history and future that are unlike others
     * @param wanted the method to use; null for the best one
     */
    public static Forecast intervals(IntervalSeries series, int horizon, SpecialDays special, @Nullable Method wanted) {
        int perDay = perDay(series);
        refuseHorizon(Math.ceilDiv(horizon, perDay));
        var subject = tame(series, horizon, special);
        var trials = trials(subject, Math.ceilDiv(horizon, perDay));
        var method = chosen(trials, wanted);
        var origin = subject.origin(subject.days);
        int ahead = subject.gridDays - subject.days();
        double[] whole = trials.isEmpty() ? origin.forecast(method, ahead) : mean(trials.get(), method, origin, ahead);
        double together = trials.map(t -> t.together(method)).orElse(UNTRIED_TOGETHER);
        double[] mean = new Expectation(subject.grid, subject.days(), whole, whole, subject.today(), horizon, together)
                .with(Adjustments.NONE);
        return finished(method, trials, mean, origin.daily(), origin.whole(), special, perDay, subject.wild);
    }

    private static int perDay(IntervalSeries series) {
        return 24 * 60 / series.minutes();
    }

    /** A series without days that can only be errors. */
    private static Intervals tame(IntervalSeries series, int horizon, SpecialDays special) {
        var known = new Intervals(series, horizon, special, List.of());
        var counted = known.origin(known.days).daily();
        var wild = WildDays.in(counted, special);
        if (wild.isEmpty()) {
            return known;
        }
        var values = WildDays.without(known.grid, series.values(), wild);
        var tame = new IntervalSeries(series.zone(), series.start(), series.minutes(), values);
        return new Intervals(tame, horizon, special, wildDays(counted, wild));
    }

    private static List<LocalDate> wildDays(DailySeries series, BitSet wild) {
        return wild.stream().mapToObj(series::day).toList();
    }

    /**
     * What trials say a series is best forecast by.
     *
     * @param weights shares of methods where they are combined
     * @param together how strongly the counts of a day move together: the coefficient of variation of days beyond chance
     */
    public record Choice(Method method, Map<Method, Double> weights, double together) {
        /** What is used where nothing was tried. */
        public static final Choice UNTRIED = new Choice(Method.REGRESSION, Map.of(), UNTRIED_TOGETHER);
    }

    /**
     * What trying the methods on a series found.
     *
     * @param dayErrors by the first day of each trial, how many more came on each of its days than the choice forecast; NaN where
     *     that is not known
     */
    public record Tried(Choice choice, Map<LocalDate, double[]> dayErrors) {}

    /**
     * Tries the methods on a series without forecasting it; a history of a few days is too short to try anything.
     *
     * @param horizon days ahead
     */
    public static Tried choose(IntervalSeries series, int horizon, SpecialDays special) {
        refuseHorizon(horizon);
        var subject = tame(series, horizon * perDay(series), special);
        return tried(subject, subject.grid.day(0), horizon);
    }

    /** The same for a series of days. */
    public static Tried choose(DailySeries series, int horizon, SpecialDays special) {
        refuseHorizon(horizon);
        var tame = WildDays.without(series, WildDays.in(series, special));
        return tried(new Days(tame, special), series.start(), horizon);
    }

    private static Tried tried(Subject subject, LocalDate start, int horizon) {
        var trials = trials(subject, horizon);
        var errors = new TreeMap<LocalDate, double[]>();
        trials.ifPresent(
                tried -> tried.dayErrors(tried.best()).forEach((day, own) -> errors.put(start.plusDays(day), own)));
        return new Tried(
                trials.map(tried -> new Choice(tried.best(), tried.combination(), tried.together(tried.best())))
                        .orElse(Choice.UNTRIED),
                errors);
    }

    /** Whether days can be forecast by a method: some know intervals only, others need a longer history, or a rarer one. */
    public static boolean fits(DailySeries series, Method method) {
        return method == Method.COMBINATION || DayOrigin.methods(series).contains(method);
    }

    /** The sums of the whole days of a series; where part of a day is unknown, in proportion to what is known of it. */
    public static DailySeries daily(IntervalSeries series, SpecialDays special) {
        var subject = new Intervals(series, 1, special, List.of());
        return subject.origin(subject.days).daily();
    }

    /** What a choice made before expects of so many intervals after a series. */
    public static Expectation expected(IntervalSeries series, int horizon, SpecialDays special, Choice choice) {
        var subject = tame(series, horizon, special);
        var origin = subject.origin(subject.days);
        int ahead = subject.gridDays - subject.days();
        var ones = new double[ahead];
        Arrays.fill(ones, 1);
        return new Expectation(
                subject.grid,
                subject.days(),
                mean(origin, origin.methods(), ahead, choice),
                origin.spread(ones),
                subject.today(),
                horizon,
                choice.together);
    }

    /** What a choice made before expects of so many days after a series. */
    public static double[] expected(DailySeries series, int horizon, SpecialDays special, Choice choice) {
        var tame = WildDays.without(series, WildDays.in(series, special));
        return mean(new DayOrigin(tame, special), DayOrigin.methods(tame), horizon, choice);
    }

    private static double[] mean(Origin origin, Set<Method> methods, int ahead, Choice choice) {
        var shares = new EnumMap<Method, Double>(Method.class);
        if (choice.method == Method.COMBINATION) {
            shares.putAll(choice.weights);
        } else {
            shares.put(choice.method, 1.0);
        }
        shares.keySet().retainAll(methods);
        if (shares.isEmpty()) {
            shares.put(Method.WEEKLY_PROFILE, 1.0);
        }
        double all = shares.values().stream().mapToDouble(Double::doubleValue).sum();
        shares.replaceAll((_, share) -> share / all);
        return Trials.combined(forecasts(origin, ahead, shares.keySet()), shares);
    }

    private static Optional<Trials> trials(Subject subject, int horizon) {
        int days = subject.days();
        int ahead = Math.min(horizon, (days - LEAST_HISTORY_DAYS) / 2);
        if (ahead < 1) {
            return Optional.empty();
        }
        int least = Math.max(
                days - ahead >= LEAST_TO_CHOOSE_DAYS + WEEK ? LEAST_TO_CHOOSE_DAYS : LEAST_HISTORY_DAYS,
                Math.min(ENOUGH_DAYS, (days - ahead) / 2));
        int most = ahead >= LONG_DAYS ? MOST_LONG_TRIALS : MOST_TRIALS;
        int room = days - ahead - least;
        int apart = Math.max(1, Math.min(Math.max(TRIALS_APART_DAYS, ahead / 4), room / Math.max(1, most - 1)));
        if (ahead < WEEK && apart % WEEK == 0 && apart > 1) {
            apart--; // so that short horizons meet every weekday
        }
        int step = apart;
        int count = Math.min(most, room / step + 1);
        int[] origins = IntStream.range(0, count)
                .map(i -> days - ahead - i * step)
                .sorted()
                .toArray();
        var methods = subject.methods(origins[0]);
        var tried = Arrays.stream(origins)
                .parallel()
                .mapToObj(
                        day -> new Trial(day, subject.actual(day, day + ahead), subject.forecasts(day, ahead, methods)))
                .toList();
        return Optional.of(
                new Trials(tried, subject.scale(), subject.stepsOfDay(), Math.min(1, (double) step / ahead)));
    }

    private static Method chosen(Optional<Trials> trials, @Nullable Method wanted) {
        if (wanted != null && (trials.isPresent() || wanted != Method.COMBINATION)) {
            return wanted;
        }
        return trials.map(Trials::best).orElse(Method.WEEKLY_PROFILE);
    }

    private static double[] mean(Trials trials, Method method, Origin origin, int ahead) {
        if (!trials.methods().contains(method)) {
            throw Method.Unfit.tooShort(method);
        }
        return method == Method.COMBINATION
                ? trials.combined(forecasts(origin, ahead, trials.combination().keySet()))
                : origin.forecast(method, ahead);
    }

    private static Map<Method, double[]> forecasts(Origin origin, int ahead, Set<Method> methods) {
        var forecasts = new EnumMap<Method, double[]>(Method.class);
        methods.forEach(method -> forecasts.put(method, origin.forecast(method, ahead)));
        return forecasts;
    }

    private static Forecast finished(
            Method method,
            Optional<Trials> trials,
            double[] mean,
            DailySeries daily,
            DayOrigin origin,
            SpecialDays special,
            int perDay,
            List<LocalDate> wild) {
        var learnt = trials.map(tried -> tried.ranges(method)).orElseGet(Ranges::unlearnt);
        var ranges = origin.levelBreak().equals(LevelBreak.NONE) ? learnt.asOfLate() : learnt;
        int horizon = mean.length;
        var scores = new EnumMap<Method, Scores>(Method.class);
        trials.ifPresent(tried -> tried.methods().forEach(m -> scores.put(m, tried.scoresWithCoverage(m))));
        return new Forecast(
                method,
                trials.map(Trials::best).orElse(method),
                mean,
                ranges.quantiles(0.1, mean, 0),
                ranges.quantiles(0.9, mean, 0),
                ranges.quantiles(0.025, mean, 0),
                ranges.quantiles(0.975, mean, 0),
                trials.map(Trials::count).orElse(0),
                trials.map(Trials::horizon).orElse(0),
                trials.map(Trials::combination).orElse(Map.of()),
                scores,
                trials.map(tried -> parts(tried, method)).orElse(Map.of()),
                effects(daily, origin, horizon, perDay),
                findings(daily, trials, origin.levelBreak(), ranges, mean, perDay, special, wild));
    }

    private static Map<Method, List<PartScores>> parts(Trials trials, Method used) {
        int parts = Math.min(PARTS, trials.horizon());
        var ranges = trials.ranges(used);
        var scores = new EnumMap<Method, List<PartScores>>(Method.class);
        for (var method : trials.methods()) {
            scores.put(
                    method,
                    IntStream.range(0, parts)
                            .mapToObj(p -> {
                                int from = p * trials.horizon() / parts;
                                int until = (p + 1) * trials.horizon() / parts;
                                return new PartScores(
                                        from,
                                        until,
                                        method == used
                                                ? trials.scoresWithCoverage(method, ranges, from, until)
                                                : trials.scores(method, from, until));
                            })
                            .toList());
        }
        return scores;
    }

    private static List<DayEffects> effects(DailySeries daily, DayOrigin origin, int horizon, int perDay) {
        var regression = origin.regression();
        return IntStream.range(0, daily.length() + Math.ceilDiv(horizon, perDay))
                .mapToObj(daily::day)
                .map(day -> new DayEffects(
                        day,
                        regression.factor(Part.LEVEL, day) / origin.levelBreak().on(daily.index(day)),
                        regression.factor(Part.WEEK, day),
                        regression.factor(Part.YEAR, day),
                        regression.factor(Part.SPECIAL, day)))
                .toList();
    }

    private static List<String> findings(
            DailySeries daily,
            Optional<Trials> trials,
            LevelBreak levelBreak,
            Ranges ranges,
            double[] mean,
            int perDay,
            SpecialDays special,
            List<LocalDate> wild) {
        int horizon = mean.length;
        var findings = new ArrayList<String>();
        for (var day : wild) {
            findings.add(day
                    + " is more than twelve times what the days around it let expect: it is taken for an error and left"
                    + " out. Mark it as an event if it was none.");
        }
        int known = daily.known();
        if (trials.isEmpty()) {
            findings.add("Only " + known + " days are known: too few to try methods on. The ranges are a guess.");
        } else if (trials.get().horizon() < horizon) {
            findings.add("The history is too short to try methods at the whole horizon; they were tried "
                    + trials.get().horizon() / perDay
                    + " days ahead, and further ahead the ranges are those of that distance.");
        }
        if (trials.isPresent() && ranges.independent() < FEW_INDEPENDENT) {
            findings.add("We know little: the trials overlap or were off together, and tell as much as "
                    + Math.max(1, Math.round(ranges.independent()))
                    + " that have nothing to do with each other. The ranges are wide for that.");
        }
        if (!levelBreak.equals(LevelBreak.NONE)) {
            findings.add("Since " + daily.day(levelBreak.day()) + " days have "
                    + Math.round(100 * levelBreak.factor())
                    + " % of what they had: that is taken for the level now. Mark them as an event if it passes.");
        } else if (ranges.wider() > CLEARLY_WIDER) {
            findings.add(
                    "The last week was further off than usual: something may have changed. The ranges are wider for that.");
        }
        if (IntStream.range(0, horizon)
                        .filter(h -> mean[h] < FEW_CHATS && ranges.discrete(mean[h], h))
                        .count()
                > horizon / 2) {
            findings.add(
                    "Mostly there are so few chats at a time that a range cannot hold 80 % exactly: it holds more.");
        }
        if (daily.length() - known > 0) {
            findings.add(daily.length() - known + " days are not known and were bridged.");
        }
        if (known > 0 && daily.mean() == 0) {
            findings.add("All values are 0, so is the forecast.");
        }
        if (known < 365) {
            findings.add("Less than a year is known, so the time of year is not.");
        }
        for (String name :
                special.names(daily.day(daily.length()), daily.day(daily.length() + Math.ceilDiv(horizon, perDay)))) {
            if (!special.names(daily.start(), daily.day(daily.length() - 1)).contains(name)) {
                findings.add("\"" + name + "\" is to come but not in the history; it is forecast like any other day.");
            }
        }
        return findings;
    }

    private static void refuseHorizon(int days) {
        if (days < 1 || days > MOST_DAYS) {
            throw new IllegalArgumentException("The horizon must be 1 to " + MOST_DAYS + " days, not " + days);
        }
    }

    private record Days(DailySeries series, SpecialDays special) implements Subject {
        @Override
        public int stepsOfDay() {
            return 1;
        }

        @Override
        public int days() {
            return series.length();
        }

        @Override
        public double[] actual(int fromDay, int untilDay) {
            double[] actual = Arrays.copyOfRange(series.values(), fromDay, untilDay);
            for (int i = 0; i < actual.length; i++) {
                if (special.unheardOf(series.day(fromDay + i), series.start(), series.day(fromDay - 1))) {
                    actual[i] = Double.NaN;
                }
            }
            return actual;
        }

        @Override
        public Set<Method> methods(int day) {
            return DayOrigin.methods(series.first(day));
        }

        @Override
        public Map<Method, double[]> forecasts(int day, int ahead, Set<Method> methods) {
            return Forecaster.forecasts(new DayOrigin(series.first(day), special), ahead, methods);
        }

        @Override
        public double scale() {
            return weekly(series.values(), WEEK);
        }
    }

    private static final class Intervals implements Subject {
        private final IntervalSeries series;
        private final SpecialDays special;
        private final int gridDays;
        private final DayGrid grid;
        private final int days;
        /** Days that were left out of it. */
        private final List<LocalDate> wild;

        Intervals(IntervalSeries series, int horizon, SpecialDays special, List<LocalDate> wild) {
            this.wild = wild;
            this.series = series;
            this.special = special;
            LocalDate first = series.start().atZone(series.zone()).toLocalDate();
            var end = series.startOf(series.values().length).atZone(series.zone());
            days = Math.toIntExact(end.toLocalDate().toEpochDay() - first.toEpochDay());
            LocalDate last = series.startOf(series.values().length + horizon - 1)
                    .atZone(series.zone())
                    .toLocalDate();
            gridDays = Math.toIntExact(last.toEpochDay() - first.toEpochDay()) + 1;
            grid = new DayGrid(series, gridDays);
        }

        @Override
        public int stepsOfDay() {
            return grid.slots();
        }

        @Override
        public int days() {
            return days;
        }

        IntervalOrigin origin(int day) {
            return new IntervalOrigin(grid, series.values(), day, special);
        }

        /** What came after the last whole day. */
        double[] today() {
            return Arrays.copyOfRange(series.values(), grid.firstStep(days), series.values().length);
        }

        @Override
        public double[] actual(int fromDay, int untilDay) {
            int first = grid.firstStep(fromDay);
            double[] actual = Arrays.copyOfRange(series.values(), first, grid.firstStep(untilDay));
            for (int i = 0; i < actual.length; i++) {
                if (special.unheardOf(grid.day(grid.dayOf(first + i)), grid.day(0), grid.day(fromDay - 1))) {
                    actual[i] = Double.NaN;
                }
            }
            return actual;
        }

        @Override
        public Set<Method> methods(int day) {
            return origin(day).methods();
        }

        @Override
        public Map<Method, double[]> forecasts(int day, int ahead, Set<Method> methods) {
            return Forecaster.forecasts(origin(day), ahead, methods);
        }

        @Override
        public double scale() {
            return weekly(series.values(), WEEK * grid.slots());
        }
    }

    private static double weekly(double[] values, int week) {
        return IntStream.range(week, values.length)
                .mapToDouble(i -> Math.abs(values[i] - values[i - week]))
                .filter(difference -> !Double.isNaN(difference))
                .average()
                .orElse(Double.NaN);
    }
}
