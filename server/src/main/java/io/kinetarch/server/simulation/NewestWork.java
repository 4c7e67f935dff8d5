package io.kinetarch.server.simulation;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.simulation.Simulation;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Work in the background of which, about each subject, only the newest counts: it breaks off what was wanted before. What came of the
 * newest is kept.
 *
 * @param <S> what it is about
 * @param <K> what it follows from; one of them has one result
 */
final class NewestWork<S, K, R> implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(NewestWork.class);
    private static final String OVERTAKEN = "An edit has overtaken it.";
    private static final int MOST_KEPT = 12;
    private static final Duration FIRST = Duration.ofMillis(400);

    private final ExecutorService workers;
    private final Cache<K, Pending<R>> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();
    private final Map<S, Work<K, R>> running = new ConcurrentHashMap<>();

    /**
     * With threads of its own.
     *
     * @param name of the threads
     */
    NewestWork(String name) {
        workers = Executors.newFixedThreadPool(
                Math.max(2, Runtime.getRuntime().availableProcessors()),
                Thread.ofPlatform().daemon().name(name + "-", 0).factory());
    }

    private record Work<K, R>(K key, Pending<R> pending, Future<?> task) {}

    /** What is to be done; it tells of what it knows by {@link Pending#now}. */
    @FunctionalInterface
    interface Task<R> {
        void run(Pending<R> pending) throws InterruptedException;
    }

    /** What has come of something, where it is kept. */
    Optional<Pending<R>> known(K key) {
        return Optional.ofNullable(kept.getIfPresent(key));
    }

    /** What is known by now; if nothing is, it is waited for a little. */
    Pending<R> of(S subject, K key, Task<R> task) throws InterruptedException {
        var known = kept.getIfPresent(key);
        if (known != null) {
            return known;
        }
        var work = running.compute(subject, (_, before) -> {
            if (before != null && before.key().equals(key)) {
                return before;
            }
            if (before != null) {
                before.task().cancel(true);
            }
            var pending = new Pending<R>();
            return new Work<>(key, pending, workers.submit(() -> work(subject, key, pending, task)));
        });
        work.pending().awaitFirst(FIRST);
        return work.pending();
    }

    private void work(S subject, K key, Pending<R> pending, Task<R> task) {
        try {
            task.run(pending);
            kept.put(key, pending);
            pending.end(null);
        } catch (InterruptedException overtaken) {
            pending.end(OVERTAKEN);
        } catch (Simulation.TooManyOpen many) {
            kept.put(key, pending);
            pending.end("It was broken off: " + many.getMessage() + " at " + many.at() + ".");
        } catch (RuntimeException failed) {
            if (isOvertaken(subject, pending)) {
                pending.end(OVERTAKEN);
                return;
            }
            LOG.error("{} could not be simulated", subject, failed);
            kept.put(key, pending);
            pending.end("It could not be simulated; the log of the server says why.");
        } finally {
            running.computeIfPresent(subject, (_, work) -> work.pending() == pending ? null : work);
        }
    }

    /** Whether something newer is wanted, for which this was interrupted wherever it was. */
    private boolean isOvertaken(S subject, Pending<R> pending) {
        var work = running.get(subject);
        return work != null && work.pending() != pending;
    }

    @Override
    public void close() {
        workers.shutdownNow();
    }
}
