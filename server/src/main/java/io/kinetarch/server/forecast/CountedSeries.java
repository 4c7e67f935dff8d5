package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.IntervalSeries;
import io.kinetarch.core.volume.KnownSlots;
import io.kinetarch.server.forecast.ForecastMapper.SeriesCounts;
import io.kinetarch.server.forecast.MarkedDays.Mark;
import io.kinetarch.server.forecast.MarkedDays.Meaning;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Stored counts as series, in which what nobody counted is not known. */
final class CountedSeries {
    private static final int MINUTES = 30;

    private CountedSeries() {}

    /** The series of counts up to an instant, in the order of the counts. */
    static Map<SeriesKey, IntervalSeries> of(List<SeriesCounts> counts, ZoneId zone, Instant until) {
        var series = new LinkedHashMap<SeriesKey, IntervalSeries>();
        if (counts.isEmpty()) {
            return series;
        }
        long[] all = counts.stream()
                .flatMap(own -> Arrays.stream(own.startsAt()))
                .mapToLong(Long::longValue)
                .toArray();
        var known = new KnownSlots(zone, day(Arrays.stream(all).min().orElseThrow(), zone), until, all);
        for (var own : counts) {
            double[] values = known.empty();
            long first = Long.MAX_VALUE;
            for (int i = 0; i < own.startsAt().length; i++) {
                values[known.index(own.startsAt()[i])] = own.chats()[i];
                first = Math.min(first, own.startsAt()[i]);
            }
            // Before its first day nobody counted it, which is not to say that no chats came.
            var since = day(first, zone).atStartOfDay(zone).toInstant();
            series.put(
                    new SeriesKey(own.doorId(), own.topic(), own.queueId()),
                    new IntervalSeries(
                            zone,
                            since,
                            MINUTES,
                            Arrays.copyOfRange(values, known.index(since.getEpochSecond()), values.length)));
        }
        return series;
    }

    private static LocalDate day(long second, ZoneId zone) {
        return LocalDate.ofInstant(Instant.ofEpochSecond(second), zone);
    }

    /** Days marked as errors are not known. */
    static void leaveOut(IntervalSeries series, List<Mark> marked) {
        for (var mark : marked) {
            if (mark.kind() == Meaning.ERROR) {
                long from = series.index(mark.firstDay());
                long until = series.index(mark.lastDay().plusDays(1));
                for (long i = Math.max(0, from); i < Math.min(until, series.values().length); i++) {
                    series.values()[(int) i] = Double.NaN;
                }
            }
        }
    }
}
