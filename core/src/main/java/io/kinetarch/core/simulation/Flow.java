package io.kinetarch.core.simulation;

import io.kinetarch.core.dispatch.Visit;
import java.time.Duration;
import java.util.List;

/**
 * Visitors who are alike, and how many of them are expected.
 *
 * @param visit what is known of each
 * @param interval above 0
 * @param chats how many are expected in each interval from the start of the span on, at least 0; none after the last
 * @param byDay how much a whole day may be above or below that, as standard deviation over mean, at least 0: what is not foreseen is
 *     log-normal from day to day
 */
public record Flow(Visit visit, Duration interval, List<Double> chats, double byDay) {
    /** Visitors of whom as many are expected as are said to be, on any day. */
    public Flow(Visit visit, Duration interval, List<Double> chats) {
        this(visit, interval, chats, 0);
    }

    public Flow {
        if (!(byDay >= 0)) {
            throw new IllegalArgumentException("days vary by at least 0, were " + byDay);
        }
        if (!interval.isPositive()) {
            throw new IllegalArgumentException("intervals must be longer than 0, were " + interval);
        }
        chats = List.copyOf(chats);
        for (double expected : chats) {
            if (!(expected >= 0 && expected < Double.POSITIVE_INFINITY)) {
                throw new IllegalArgumentException("expected chats must be at least 0, were " + expected);
            }
        }
    }
}
