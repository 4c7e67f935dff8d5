package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.DailySeries;
import io.kinetarch.core.forecast.Expectation;
import io.kinetarch.core.forecast.IntervalSeries;
import io.kinetarch.core.forecast.SpecialDays;
import io.kinetarch.core.volume.ChatCount;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * A plan's series up to an instant, and how they are forecast.
 *
 * @param until the end of the last half-hour that is known; midnight where the last day is over
 * @param daily sums of the whole days
 * @param counted what was counted on each day, errors too; the last day may have begun only
 * @param untried series whose trials are due
 * @param sums of series that are forecast as well
 */
record History(
        ZoneId zone,
        Instant until,
        Map<SeriesKey, IntervalSeries> series,
        Map<SeriesKey, DailySeries> daily,
        Map<SeriesKey, CountedDays> counted,
        Map<SeriesKey, Chosen> choices,
        SpecialDays special,
        Set<SeriesKey> untried,
        Optional<TriedSums.Found> sums) {
    /** What the models expect of the half-hours of each series after this history, sums considered. */
    Map<SeriesKey, Expectation> expected(int halfHours, SeriesModels models) {
        Map<SeriesKey, Expectation> expected = new LinkedHashMap<>();
        series.entrySet().parallelStream()
                .map(entry -> Map.entry(
                        entry.getKey(),
                        models.expected(
                                entry.getValue(),
                                halfHours,
                                special,
                                Objects.requireNonNull(choices.get(entry.getKey()))
                                        .choice())))
                .forEachOrdered(entry -> expected.put(entry.getKey(), entry.getValue()));
        return sums.map(found -> found.reconciled(this, expected)).orElse(expected);
    }

    /** Half-hours from its end to the start of a day. */
    int halfHoursUntil(LocalDate day) {
        return Math.toIntExact(
                Duration.between(until, day.atStartOfDay(zone).toInstant()).dividedBy(ChatCount.INTERVAL));
    }

    /** The day that has begun but is not over, or the first one to come. */
    LocalDate today() {
        return until.atZone(zone).toLocalDate();
    }
}
