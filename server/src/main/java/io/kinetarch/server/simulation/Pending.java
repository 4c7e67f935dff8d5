package io.kinetarch.server.simulation;

import java.time.Duration;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What is being worked out, as far as it is known. */
final class Pending<R> {
    private volatile @Nullable R result;
    private volatile boolean ended;
    private volatile @Nullable String failure;

    /** What is known by now; none before anything is. */
    Optional<R> result() {
        return Optional.ofNullable(result);
    }

    /** Whether it will not be known any better. */
    boolean hasEnded() {
        return ended;
    }

    /** Why it could not be worked out. */
    Optional<String> failure() {
        return Optional.ofNullable(failure);
    }

    synchronized void now(R better) {
        result = better;
        notifyAll();
    }

    synchronized void end(@Nullable String why) {
        failure = why;
        ended = true;
        notifyAll();
    }

    synchronized void awaitFirst(Duration most) throws InterruptedException {
        long until = System.nanoTime() + most.toNanos();
        for (long left = most.toMillis();
                result == null && !ended && left > 0;
                left = (until - System.nanoTime()) / 1_000_000) {
            wait(left);
        }
    }
}
