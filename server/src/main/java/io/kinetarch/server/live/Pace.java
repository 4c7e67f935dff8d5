package io.kinetarch.server.live;

import java.time.Duration;

/**
 * Leaves some milliseconds between one transaction and the next: what comes meanwhile goes with the next, so that under load many
 * calls share what one costs. What comes after a pause waits for nothing.
 */
final class Pace {
    private static final long BETWEEN_NANOS = Duration.ofMillis(10).toNanos();

    private long last = System.nanoTime() - BETWEEN_NANOS;

    /** Waits until it is time for the next. */
    void keep() throws InterruptedException {
        long left = last + BETWEEN_NANOS - System.nanoTime();
        if (left > 0) {
            Thread.sleep(Duration.ofNanos(left));
        }
        last = System.nanoTime();
    }
}
