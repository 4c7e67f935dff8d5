package io.kinetarch.core.forecast;

import io.kinetarch.core.forecast.CalendarRegression.Part;
import io.kinetarch.core.forecast.Smoothing.Errors;
import io.kinetarch.core.forecast.Smoothing.Form;
import io.kinetarch.core.forecast.Smoothing.Season;
import io.kinetarch.core.forecast.Smoothing.Trend;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * The days up to a point in time, and what each method makes of them. Special days are taken out by the effect the regression
 * finds before the other methods see a series, and put on again after.
 */
final class DayOrigin implements Origin {
    private static final int WEEK = 7;
    private static final int YEAR_OF_WEEKS = 364;
    private static final int YEAR = 365;
    private static final int MOST_DAYS_SMOOTHED = 3 * YEAR_OF_WEEKS;
    private static final int MOST_DAYS_DECOMPOSED = 6 * YEAR;
    private static final double PROFILE_HALF_LIFE_WEEKS = 3;
    private static final int LEAST_FOR_REGRESSION = 28;
    private static final List<Form> NON_SEASONAL =
            List.of(Form.plain(Trend.NONE), Form.plain(Trend.ADDITIVE), Form.plain(Trend.DAMPED));
    private static final int SHORT_DAYS = 150;
    private static final Form WEEKLY_FACTORS = new Form(Errors.MULTIPLICATIVE, Trend.NONE, Season.MULTIPLICATIVE, WEEK);
    private static final Form WEEKLY = new Form(Errors.ADDITIVE, Trend.DAMPED, Season.ADDITIVE, WEEK);
    /** A mean count above which days without a chat are none to speak of. */
    private static final double FEW = 8;

    private final DailySeries history;
    private final LevelBreak levelBreak;
    private final CalendarRegression regression;
    private final double[] adjusted;

    /**
     * A point in time.
     *
     * @param history up to it
     * @param special also those to come
     */
    DayOrigin(DailySeries history, SpecialDays special) {
        levelBreak = LevelBreak.of(history, special);
        this.history = levelBreak.evened(history);
        regression = CalendarRegression.of(this.history, special);
        adjusted = adjusted();
    }

    /** What the regression makes of the days. */
    CalendarRegression regression() {
        return regression;
    }

    /** Whether the level has changed of late. */
    LevelBreak levelBreak() {
        return levelBreak;
    }

    /** The history as if no day were special and all were at the newest level, without gaps. */
    double[] withoutSpecial() {
        return adjusted;
    }

    /**
     * The methods for which so many days are enough. A method is the same however long a history is: one that knows the year is
     * another than the same without it, so that what is used is what trials have judged.
     */
    Set<Method> methods() {
        return methods(history);
    }

    /** The methods for which a history is enough; that for rare chats only where there are few. */
    static Set<Method> methods(DailySeries history) {
        int days = history.known();
        var methods = EnumSet.of(Method.WEEKLY_PROFILE);
        if (history.mean() < FEW) {
            methods.add(Method.RARE);
        }
        if (days >= WEEK) {
            methods.add(Method.SAME_WEEKDAY);
        }
        if (days >= LEAST_FOR_REGRESSION) {
            methods.addAll(EnumSet.of(
                    Method.REGRESSION,
                    Method.PLAIN_SMOOTHING,
                    Method.SMOOTHING,
                    Method.DECOMPOSITION,
                    Method.AUTOREGRESSION));
        }
        if (days >= YEAR_OF_WEEKS + WEEK) {
            methods.add(Method.SAME_WEEKDAY_LAST_YEAR);
        }
        if (days >= 2 * YEAR) {
            methods.addAll(EnumSet.of(Method.YEARLY_SMOOTHING, Method.YEARLY_DECOMPOSITION));
        }
        return methods;
    }

    @Override
    public double[] forecast(Method method, int days) {
        double[] plain = switch (method) {
            case REGRESSION -> regression.forecast(days);
            case SAME_WEEKDAY -> withSpecial(repeated(WEEK, days));
            case SAME_WEEKDAY_LAST_YEAR -> withSpecial(repeated(YEAR_OF_WEEKS, days));
            case WEEKLY_PROFILE -> withSpecial(profile(days));
            case PLAIN_SMOOTHING -> withSpecial(smoothedPlainly(days));
            case SMOOTHING -> withSpecial(smoothed(days));
            case YEARLY_SMOOTHING -> withSpecial(smoothedYearly(days));
            case DECOMPOSITION -> withSpecial(decomposed(days, WEEK));
            case YEARLY_DECOMPOSITION -> withSpecial(decomposed(days, WEEK, YEAR));
            case AUTOREGRESSION -> withSpecial(autoregressed(days));
            case RARE -> withSpecial(RareCounts.forecast(adjusted, days));
            case INTERVAL_SMOOTHING, INTERVAL_DECOMPOSITION -> throw Method.Unfit.intervalsOnly(method);
            case COMBINATION ->
                throw new IllegalArgumentException("A combination is made of forecasts, not of a history");
        };
        for (int h = 0; h < days; h++) {
            plain[h] = Math.max(0, plain[h]);
        }
        return plain;
    }

    private double[] repeated(int period, int days) {
        var repeated = new double[days];
        for (int h = 0; h < days; h++) {
            repeated[h] = adjusted[adjusted.length - period + h % period];
        }
        return repeated;
    }

    private double[] profile(int days) {
        int n = adjusted.length;
        var profile = new double[days];
        for (int h = 0; h < days; h++) {
            double sum = 0;
            double weights = 0;
            double weight = 1;
            for (int i = n - WEEK + h % WEEK; i >= 0; i -= WEEK) {
                sum += weight * adjusted[i];
                weights += weight;
                weight *= Math.pow(0.5, 1 / PROFILE_HALF_LIFE_WEEKS);
            }
            profile[h] = weights == 0 ? history.mean() : sum / weights;
        }
        return profile;
    }

    private double[] smoothed(int days) {
        if (adjusted.length < SHORT_DAYS) {
            // A short series has not forgotten its start, so that is searched for as well.
            boolean always = Arrays.stream(adjusted).allMatch(value -> value > 0);
            return SmoothingFit.best(adjusted, always ? List.of(WEEKLY, WEEKLY_FACTORS) : List.of(WEEKLY))
                    .forecast(days);
        }
        var scale = new Scale(adjusted);
        return scale.back(SmoothingFit.quick(scale.to(last(adjusted, MOST_DAYS_SMOOTHED)), WEEKLY)
                .forecast(days));
    }

    private double[] smoothedPlainly(int days) {
        var scale = new Scale(adjusted);
        return scale.back(SmoothingFit.quickBest(scale.to(last(adjusted, MOST_DAYS_SMOOTHED)), NON_SEASONAL)
                .forecast(days));
    }

    private double[] autoregressed(int days) {
        var scale = new Scale(adjusted);
        return scale.back(Autoregression.forecast(scale.to(last(adjusted, MOST_DAYS_SMOOTHED)), WEEK, days));
    }

    private double[] smoothedYearly(int days) {
        var scale = new Scale(adjusted);
        double[] recent = scale.to(last(adjusted, MOST_DAYS_SMOOTHED));
        return scale.back(DoubleSeasonal.forecast(recent, WEEK, YEAR_OF_WEEKS, days));
    }

    private double[] decomposed(int days, int... periods) {
        var scale = new Scale(adjusted);
        double[] values = scale.to(last(adjusted, MOST_DAYS_DECOMPOSED));
        var parts = SeasonalTrend.of(values, periods);
        double[] level = SmoothingFit.quickBest(last(parts.adjusted(), MOST_DAYS_SMOOTHED), NON_SEASONAL)
                .forecast(days);
        for (int h = 0; h < days; h++) {
            level[h] += parts.seasonAfter(h + 1, periods);
        }
        return scale.back(level);
    }

    private double[] withSpecial(double[] days) {
        for (int h = 0; h < days.length; h++) {
            days[h] *= regression.factor(Part.SPECIAL, history.day(history.length() + h));
        }
        return days;
    }

    /** The history as if no day were special, gaps filled with what their neighbours and the calendar let expect. */
    private double[] adjusted() {
        double[] values = history.values().clone();
        double off = 1;
        for (int i = 0; i < values.length; i++) {
            var day = history.day(i);
            if (Double.isNaN(values[i])) {
                values[i] = off * regression.regular(day);
            } else {
                double regular = regression.regular(day);
                off = 0.9 * off + 0.1 * Math.clamp(values[i] / regular, 0.3, 3);
            }
            values[i] /= regression.factor(Part.SPECIAL, day);
        }
        return values;
    }

    private static double[] last(double[] values, int most) {
        return Arrays.copyOfRange(values, Math.max(0, values.length - most), values.length);
    }
}
