package io.kinetarch.core.forecast;

import io.kinetarch.core.forecast.CalendarRegression.Part;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What a day is to the regression: a row of few values in many columns. Column 0 is the level, then come weekdays, the trend,
 * waves of the year, and for each name of special days the day itself, the one before and the one after.
 */
final class CalendarTerms {
    static final int WEEKDAYS = 7;

    private static final double DAYS_OF_YEAR = 365.2425;
    /** From so many days on the time of year is told, at first hardly and after as many again in full; its fine waves likewise. */
    private static final int DAYS_FOR_YEAR = 350;

    private static final int DAYS_FOR_FINE_YEAR = 700;
    private static final int COARSE_WAVES = 2;
    private static final int FINE_WAVES = 6;

    /** Standard deviations, as logarithms, of effects before anything is seen. */
    private static final double WEEKDAY_SPREAD = 1.5;

    /** A spread must be above 0. */
    private static final double LEAST_TOLD = 1e-3;

    private static final double TREND_SPREAD = 0.2;
    private static final double YEAR_SPREAD = 0.3;
    private static final double SPECIAL_SPREAD = 0.7;
    private static final double NEIGHBOUR_SPREAD = 0.2;

    private final SpecialDays special;
    private final long origin;
    private final int waves;
    private final Map<String, Integer> columnOf = new HashMap<>();
    private final List<Double> spreads = new ArrayList<>();
    private final List<Part> parts = new ArrayList<>();

    /**
     * The values of a day that are not 0.
     *
     * @param columns where they stand
     */
    @SuppressWarnings("ArrayRecordComponent") // made for one use, never compared
    record Row(int[] columns, double[] values) {
        double times(double[] coefficients) {
            double sum = 0;
            for (int i = 0; i < columns.length; i++) {
                sum += coefficients[columns[i]] * values[i];
            }
            return sum;
        }

        double times(double[] coefficients, CalendarTerms terms, Part part) {
            double sum = 0;
            for (int i = 0; i < columns.length; i++) {
                if (terms.parts.get(columns[i]) == part) {
                    sum += coefficients[columns[i]] * values[i];
                }
            }
            return sum;
        }
    }

    /** The terms that a history is long enough for. */
    CalendarTerms(DailySeries history, SpecialDays special) {
        this.special = special;
        origin = history.day(history.length()).toEpochDay();
        column(Part.LEVEL, Double.POSITIVE_INFINITY);
        for (int weekday = 0; weekday < WEEKDAYS; weekday++) {
            column(Part.WEEK, WEEKDAY_SPREAD);
        }
        if (history.length() < DAYS_FOR_YEAR) {
            waves = 0;
        } else {
            waves = history.length() < DAYS_FOR_FINE_YEAR ? COARSE_WAVES : FINE_WAVES;
            column(Part.LEVEL, TREND_SPREAD * told(history.length(), DAYS_FOR_YEAR));
        }
        for (int wave = 1; wave <= waves; wave++) {
            int from = wave <= COARSE_WAVES ? DAYS_FOR_YEAR : DAYS_FOR_FINE_YEAR;
            double spread = YEAR_SPREAD / wave * told(history.length(), from);
            column(Part.YEAR, spread);
            column(Part.YEAR, spread);
        }
        for (String name : special.names(history.start(), history.day(history.length() - 1))) {
            columnOf.put(name, spreads.size());
            column(Part.SPECIAL, SPECIAL_SPREAD);
            column(Part.SPECIAL, NEIGHBOUR_SPREAD);
            column(Part.SPECIAL, NEIGHBOUR_SPREAD);
        }
    }

    /** How far what takes a year to be seen is believed: it comes in by and by, so that no day more turns a forecast. */
    private static double told(int days, int from) {
        return Math.clamp((days - from + 1) / (double) DAYS_FOR_YEAR, LEAST_TOLD, 1);
    }

    private void column(Part part, double spread) {
        parts.add(part);
        spreads.add(spread);
    }

    /** How large the effect of each column is thought to be beforehand. */
    double[] spreads() {
        return spreads.stream().mapToDouble(Double::doubleValue).toArray();
    }

    /** The row of a day, past or to come. */
    Row of(LocalDate day) {
        var row = new Builder();
        row.put(0, 1);
        row.put(day.getDayOfWeek().getValue(), 1);
        if (waves > 0) {
            double since = day.toEpochDay() - (double) origin;
            row.put(1 + WEEKDAYS, since / DAYS_OF_YEAR);
            for (int wave = 1; wave <= waves; wave++) {
                double angle = 2 * Math.PI * wave / DAYS_OF_YEAR * since;
                row.put(2 * wave + WEEKDAYS, Math.sin(angle));
                row.put(2 * wave + WEEKDAYS + 1, Math.cos(angle));
            }
        }
        var today = special.on(day);
        put(row, today, List.of(), 0);
        put(row, special.on(day.plusDays(1)), today, 1);
        put(row, special.on(day.minusDays(1)), today, 2);
        return row.row();
    }

    private void put(Builder row, List<String> names, List<String> butNot, int offset) {
        for (String name : names) {
            Integer column = columnOf.get(name);
            if (column != null && !butNot.contains(name)) {
                row.put(column + offset, 1);
            }
        }
    }

    private static final class Builder {
        private int[] columns = new int[32];
        private double[] values = new double[32];
        private int size;

        void put(int column, double value) {
            if (size == columns.length) {
                columns = Arrays.copyOf(columns, 2 * size);
                values = Arrays.copyOf(values, 2 * size);
            }
            columns[size] = column;
            values[size++] = value;
        }

        Row row() {
            return new Row(Arrays.copyOf(columns, size), Arrays.copyOf(values, size));
        }
    }
}
