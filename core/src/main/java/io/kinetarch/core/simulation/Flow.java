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
 */
public record Flow(Visit visit, Duration interval, List<Double> chats) {
    public Flow {
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
