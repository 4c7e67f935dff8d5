package io.kinetarch.server.live;

import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.function.LongSupplier;

/**
 * Gives the instants of a log: they never go back, and the seconds between them are as long as they were, whatever the machine's clock
 * is set to. Where that clock goes forward it is followed, since hours are kept by it and a machine that slept is as one set forward;
 * where it goes back, time goes on at nine tenths of its pace until the clock has caught up.
 *
 * <p>Not safe for use by several threads.
 */
final class LogClock {
    private static final double PACE_WHILE_AHEAD = 0.9;

    private final Clock machine;
    private final LongSupplier nanoTime;
    private Instant last;
    private long lastNanos;

    /**
     * A clock that goes on from an instant.
     *
     * @param nanoTime nanoseconds since whenever, as {@link System#nanoTime()} counts them
     */
    LogClock(Instant newest, Clock machine, LongSupplier nanoTime) {
        this.machine = machine;
        this.nanoTime = nanoTime;
        last = newest;
        lastNanos = nanoTime.getAsLong();
    }

    /** The instant that it is, in whole milliseconds; never before one it gave or was told of. */
    Instant now() {
        long nanos = nanoTime.getAsLong();
        long passed = Math.max(0, nanos - lastNanos);
        var told = machine.instant();
        boolean ahead = told.isBefore(last.plusNanos(passed));
        var steady = last.plusNanos(ahead ? (long) (passed * PACE_WHILE_AHEAD) : passed);
        var now = steady.isAfter(told) ? steady : told;
        last = now;
        lastNanos = nanos;
        return now.truncatedTo(ChronoUnit.MILLIS);
    }

    /** Others have given this instant. */
    void heardOf(Instant others) {
        now();
        if (others.isAfter(last)) {
            last = others;
        }
    }
}
