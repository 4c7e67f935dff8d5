package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.IntervalSeries;
import java.time.LocalDate;

/**
 * What was counted of a series day by day.
 *
 * @param chats of each day
 * @param known the share of each day's half-hours that are known, 0–1
 */
@SuppressWarnings("ArrayRecordComponent") // handed on, never compared
record CountedDays(LocalDate first, double[] chats, double[] known) {
    static CountedDays of(IntervalSeries series) {
        var zone = series.zone();
        var first = series.start().atZone(zone).toLocalDate();
        var last = series.startOf(series.values().length - 1).atZone(zone).toLocalDate();
        int days = Math.toIntExact(last.toEpochDay() - first.toEpochDay()) + 1;
        var counted = new CountedDays(first, new double[days], new double[days]);
        for (int day = 0; day < days; day++) {
            counted.add(day, series);
        }
        return counted;
    }

    private void add(int day, IntervalSeries series) {
        int from = Math.toIntExact(series.index(first.plusDays(day)));
        int until = Math.toIntExact(series.index(first.plusDays(day + 1L)));
        int here = 0;
        for (int i = from; i < Math.min(until, series.values().length); i++) {
            if (!Double.isNaN(series.values()[i])) {
                chats[day] += series.values()[i];
                here++;
            }
        }
        known[day] = (double) here / (until - from);
    }
}
