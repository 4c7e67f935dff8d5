package io.kinetarch.core.forecast;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

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

    private static final double DAYS_OF_YEAR = 365.2425;
    private static final int DAYS_FOR_YEAR = 350;
    private static final int DAYS_FOR_FINE_YEAR = 700;
    private static final int COARSE_PAIRS = 2;
    private static final int FINE_PAIRS = 6;

    private static final int ROUNDS = 8;
    private static final double OUTLYING = 3;
    private static final double SMALLEST = 1e-3;
    private static final double LARGEST_STEP = 3;

    /** Standard deviations, as logarithms, of effects before anything is seen. */
    private static final double WEEKDAY_SPREAD = 1.5;

    private static final double TREND_SPREAD = 0.2;
    private static final double YEAR_SPREAD = 0.3;
    private static final double SPECIAL_SPREAD = 0.7;
    private static final double NEIGHBOUR_SPREAD = 0.2;

    private final LocalDate origin;
    private final List<Term> terms;
    private final double[] coefficients;
    private final Drift drift;

    /** What a column of the regression stands for. */
    enum Part {
        LEVEL,
        WEEK,
        YEAR,
        SPECIAL
    }

    /** A column: its value on each day, and how large its effect is thought to be beforehand. */
    private record Term(Part part, double spread, Column column) {}

    private interface Column {
        double on(LocalDate day, double daysSinceOrigin);
    }

    private CalendarRegression(LocalDate origin, List<Term> terms, double[] coefficients, Drift drift) {
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
        var terms = terms(history, special, origin);
        var columns = columns(history, terms);
        double[] coefficients = learn(history.values(), columns, terms);
        double[] expected = expected(columns, coefficients);
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
        double sum = 0;
        double since = sinceOrigin(day);
        for (int k = 0; k < coefficients.length; k++) {
            sum += coefficients[k] * terms.get(k).column.on(day, since);
        }
        return Math.exp(sum);
    }

    /** The factor by which one part of the calendar raises or lowers a day; the level is the number itself. */
    double factor(Part part, LocalDate day) {
        double sum = 0;
        double since = sinceOrigin(day);
        for (int k = 0; k < coefficients.length; k++) {
            var term = terms.get(k);
            if (term.part == part) {
                sum += coefficients[k] * term.column.on(day, since);
            }
        }
        return Math.exp(sum);
    }

    private double sinceOrigin(LocalDate day) {
        return (double) (day.toEpochDay() - origin.toEpochDay());
    }

    private static List<Term> terms(DailySeries history, SpecialDays special, LocalDate origin) {
        var terms = new ArrayList<Term>();
        terms.add(new Term(Part.LEVEL, Double.POSITIVE_INFINITY, (_, _) -> 1));
        for (int weekday = 1; weekday <= 7; weekday++) {
            int which = weekday;
            terms.add(new Term(
                    Part.WEEK, WEEKDAY_SPREAD, (day, _) -> day.getDayOfWeek().getValue() == which ? 1 : 0));
        }
        if (history.length() >= DAYS_FOR_YEAR) {
            terms.add(new Term(Part.LEVEL, TREND_SPREAD, (_, since) -> since / DAYS_OF_YEAR));
            int pairs = history.length() >= DAYS_FOR_FINE_YEAR ? FINE_PAIRS : COARSE_PAIRS;
            for (int pair = 1; pair <= pairs; pair++) {
                double turns = 2 * Math.PI * pair / DAYS_OF_YEAR;
                terms.add(new Term(Part.YEAR, YEAR_SPREAD / pair, (_, since) -> Math.sin(turns * since)));
                terms.add(new Term(Part.YEAR, YEAR_SPREAD / pair, (_, since) -> Math.cos(turns * since)));
            }
        }
        for (String name : special.names(history.start(), origin.minusDays(1))) {
            terms.add(new Term(Part.SPECIAL, SPECIAL_SPREAD, (day, _) -> has(special, day, name) ? 1 : 0));
            for (int side = -1; side <= 1; side += 2) {
                int away = side;
                terms.add(new Term(
                        Part.SPECIAL,
                        NEIGHBOUR_SPREAD,
                        (day, _) -> !has(special, day, name) && has(special, day.plusDays(away), name) ? 1 : 0));
            }
        }
        return terms;
    }

    private static boolean has(SpecialDays special, LocalDate day, String name) {
        return special.on(day).contains(name);
    }

    private static double[][] columns(DailySeries history, List<Term> terms) {
        var columns = new double[terms.size()][history.length()];
        for (int i = 0; i < history.length(); i++) {
            var day = history.day(i);
            double since = i - history.length();
            for (int k = 0; k < columns.length; k++) {
                columns[k][i] = terms.get(k).column.on(day, since);
            }
        }
        return columns;
    }

    private static double[] learn(double[] values, double[][] columns, List<Term> terms) {
        int n = values.length;
        double mean = Math.max(SMALLEST, mean(values));
        var coefficients = new double[columns.length];
        coefficients[0] = Math.log(mean);
        double dispersion = 1;
        var scaled = new double[columns.length][n];
        var response = new double[n];
        for (int round = 0; round < ROUNDS; round++) {
            double[] expected = expected(columns, coefficients);
            double pearson = Math.sqrt(dispersion);
            double sum = 0;
            double counted = 0;
            for (int i = 0; i < n; i++) {
                boolean known = !Double.isNaN(values[i]);
                double mu = Math.max(expected[i], SMALLEST * mean);
                double error = known ? (values[i] - mu) / Math.sqrt(mu) : 0;
                double trust = Math.abs(error) <= OUTLYING * pearson ? 1 : OUTLYING * pearson / Math.abs(error);
                double weight = known ? Math.sqrt(mu * trust) : 0;
                sum += known ? trust * error * error : 0;
                counted += known ? 1 : 0;
                for (int k = 0; k < columns.length; k++) {
                    scaled[k][i] = columns[k][i] * weight;
                }
                response[i] = known ? weight * (Math.log(mu) + Math.clamp((values[i] - mu) / mu, -1, LARGEST_STEP)) : 0;
            }
            dispersion = Math.max(0.5, sum / Math.max(1, counted - 8));
            var penalties = new double[columns.length];
            for (int k = 0; k < columns.length; k++) {
                double spread = terms.get(k).spread;
                penalties[k] = dispersion / (spread * spread);
            }
            coefficients = LeastSquares.solve(scaled, response, penalties);
        }
        return coefficients;
    }

    private static double[] expected(double[][] columns, double[] coefficients) {
        var expected = new double[columns[0].length];
        for (int k = 0; k < columns.length; k++) {
            for (int i = 0; i < expected.length; i++) {
                expected[i] += coefficients[k] * columns[k][i];
            }
        }
        for (int i = 0; i < expected.length; i++) {
            expected[i] = Math.exp(expected[i]);
        }
        return expected;
    }

    private static double mean(double[] values) {
        return Arrays.stream(values)
                .filter(value -> !Double.isNaN(value))
                .average()
                .orElse(0);
    }
}
