package io.kinetarch.core.forecast;

import java.time.LocalDate;
import java.util.Arrays;

/**
 * Counts of days as a product of level, trend, weekday, time of year and special days, each with the day before and after: a
 * quasi-Poisson regression with logarithmic link (McCullagh and Nelder 1989, chapters 6 and 9) by iterated weighted least
 * squares. Each effect but the level is drawn towards none by a penalty that stands for how large such effects are
 * beforehand, so that a holiday seen once, or rare chats, teach with care; days far from what is expected count less (Huber
 * 1964). What neighbouring days share beyond that is an autocorrelated error: {@link Drift}.
 */
final class CalendarRegression {
    /** Days further back tell little of how weekdays and holidays are now. */
    private static final int MOST_DAYS = 4 * 366;

    private static final int ROUNDS = 8;
    private static final double OUTLYING = 3;
    private static final double SMALLEST = 1e-3;
    private static final double LARGEST_STEP = 3;
    private static final double LEAST_DISPERSION = 0.5;

    private final LocalDate origin;
    private final CalendarTerms terms;
    private final double[] coefficients;
    private final Drift drift;

    /** What an effect belongs to. */
    enum Part {
        LEVEL,
        WEEK,
        YEAR,
        SPECIAL
    }

    private CalendarRegression(LocalDate origin, CalendarTerms terms, double[] coefficients, Drift drift) {
        this.origin = origin;
        this.terms = terms;
        this.coefficients = coefficients;
        this.drift = drift;
    }

    /**
     * Learns from a history.
     *
     * @param special days of history and future; those of names that the history lacks are taken as any day
     */
    static CalendarRegression of(DailySeries all, SpecialDays special) {
        var history = all.last(MOST_DAYS);
        var origin = history.day(history.length());
        var terms = new CalendarTerms(history, special);
        var rows = new CalendarTerms.Row[history.length()];
        for (int i = 0; i < rows.length; i++) {
            rows[i] = terms.of(history.day(i));
        }
        double[] coefficients = learn(history.values(), rows, terms.spreads());
        double[] expected = new double[rows.length];
        for (int i = 0; i < rows.length; i++) {
            expected[i] = Math.exp(rows[i].times(coefficients));
        }
        return new CalendarRegression(origin, terms, coefficients, Drift.of(history.values(), expected));
    }

    /** What is expected of the days after the history. */
    double[] forecast(int days) {
        var forecast = new double[days];
        for (int h = 0; h < days; h++) {
            forecast[h] = regular(origin.plusDays(h)) * (1 + drift.after(h + 1));
        }
        return forecast;
    }

    /** What the calendar lets expect of a day, past or to come, without what only its neighbours tell. */
    double regular(LocalDate day) {
        return Math.exp(terms.of(day).times(coefficients));
    }

    /** The factor by which one part of the calendar raises or lowers a day; the level is the number itself. */
    double factor(Part part, LocalDate day) {
        return Math.exp(terms.of(day).times(coefficients, terms, part));
    }

    private static double[] learn(double[] values, CalendarTerms.Row[] rows, double[] spreads) {
        int n = values.length;
        double mean = Math.max(
                SMALLEST,
                Arrays.stream(values)
                        .filter(value -> !Double.isNaN(value))
                        .average()
                        .orElse(0));
        var coefficients = new double[spreads.length];
        coefficients[0] = Math.log(mean);
        double dispersion = 1;
        for (int round = 0; round < ROUNDS; round++) {
            var normal = new LeastSquares(spreads.length);
            double sum = 0;
            double counted = 0;
            for (int i = 0; i < n; i++) {
                if (Double.isNaN(values[i])) {
                    continue;
                }
                double mu = Math.max(Math.exp(rows[i].times(coefficients)), SMALLEST * mean);
                double error = (values[i] - mu) / Math.sqrt(mu);
                double limit = OUTLYING * Math.sqrt(dispersion);
                double trust = Math.abs(error) <= limit ? 1 : limit / Math.abs(error);
                sum += trust * error * error;
                counted++;
                double response = Math.log(mu) + Math.clamp((values[i] - mu) / mu, -1, LARGEST_STEP);
                normal.add(rows[i].columns(), rows[i].values(), response, mu * trust);
            }
            dispersion = Math.max(LEAST_DISPERSION, sum / Math.max(1, counted - CalendarTerms.WEEKDAYS - 1));
            for (int k = 0; k < spreads.length; k++) {
                normal.penalise(k, dispersion / (spreads[k] * spreads[k]));
            }
            coefficients = normal.solve();
        }
        return coefficients;
    }
}
