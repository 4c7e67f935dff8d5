package io.kinetarch.core.forecast;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;

/**
 * A value for each interval from a first one on, as time goes by: a local day has fewer or more of them where the clocks are
 * changed.
 *
 * @param zone whose days are meant
 * @param start of the first interval, a whole number of intervals after a local midnight
 * @param minutes 15, 30 or 60
 * @param values at least 0; NaN where the interval is not known
 */
@SuppressWarnings("ArrayRecordComponent") // a series is handed on, never compared
public record IntervalSeries(ZoneId zone, Instant start, int minutes, double[] values) {
    /** Refuses what is no such series. */
    public IntervalSeries {
        if (minutes != 15 && minutes != 30 && minutes != 60) {
            throw new IllegalArgumentException("Intervals have 15, 30 or 60 minutes, not " + minutes);
        }
        if (start.atZone(zone).toLocalTime().toSecondOfDay() % (60 * minutes) != 0) {
            throw new IllegalArgumentException(start.atZone(zone).toLocalDateTime() + " does not start an interval of "
                    + minutes + " minutes in " + zone);
        }
        for (int i = 0; i < values.length; i++) {
            if (values[i] < 0 || Double.isInfinite(values[i])) {
                throw new IllegalArgumentException("The value of "
                        + start.plus(Duration.ofMinutes((long) i * minutes)).atZone(zone)
                        + " must be a number from 0, not " + values[i]);
            }
        }
    }

    /** The start of an interval, which may lie after the series. */
    public Instant startOf(int index) {
        return start.plus(Duration.ofMinutes((long) index * minutes));
    }

    /** The place of the first interval of a day, which may lie outside the series. */
    public long index(LocalDate day) {
        return Duration.between(start, day.atStartOfDay(zone).toInstant()).toMinutes() / minutes;
    }
}
