package io.kinetarch.core.simulation;

import io.kinetarch.core.dispatch.Visit;
import java.time.Duration;
import java.util.List;

/**
 * Visitors of a door, a language and a topic, and how many of them are expected.
 *
 * @param kinds what else is known of them, at least one; their shares make 1
 * @param interval above 0
 * @param chats how many are expected in each interval from the start of the span on, at least 0; none after the last
 * @param byDay how much a whole day may be above or below that, as standard deviation over mean, at least 0: what is not foreseen is
 *     log-normal from day to day
 */
public record Flow(List<Kind> kinds, Duration interval, List<Double> chats, double byDay) {
    private static final double ROUNDING = 1e-6;

    /** A share of them who are alike, above 0 to 1. */
    public record Kind(Visit visit, double share) {}

    /** Visitors who are all alike, of whom as many are expected as are said to be, on any day. */
    public Flow(Visit visit, Duration interval, List<Double> chats) {
        this(visit, interval, chats, 0);
    }

    /** Visitors who are all alike. */
    public Flow(Visit visit, Duration interval, List<Double> chats, double byDay) {
        this(List.of(new Kind(visit, 1)), interval, chats, byDay);
    }

    public Flow {
        if (!(byDay >= 0)) {
            throw new IllegalArgumentException("days vary by at least 0, were " + byDay);
        }
        if (!interval.isPositive()) {
            throw new IllegalArgumentException("intervals must be longer than 0, were " + interval);
        }
        kinds = List.copyOf(kinds);
        double all = kinds.stream().mapToDouble(Kind::share).sum();
        if (!(Math.abs(all - 1) < ROUNDING)) {
            throw new IllegalArgumentException("shares must make 1, made " + all);
        }
        chats = List.copyOf(chats);
        for (double expected : chats) {
            if (!(expected >= 0 && expected < Double.POSITIVE_INFINITY)) {
                throw new IllegalArgumentException("expected chats must be at least 0, were " + expected);
            }
        }
    }

    /** One of them: all are of one door, language and topic. */
    public Visit visit() {
        return kinds.getFirst().visit();
    }
}
