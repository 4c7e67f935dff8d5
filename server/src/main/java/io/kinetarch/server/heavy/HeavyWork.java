package io.kinetarch.server.heavy;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.github.resilience4j.bulkhead.Bulkhead;
import io.github.resilience4j.bulkhead.BulkheadConfig;
import io.github.resilience4j.bulkhead.BulkheadFullException;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Duration;
import java.util.concurrent.Callable;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.FutureTask;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/**
 * The one place where requests that compute are worked on. Those who wait for the database, the network or each other run on
 * threads that cost nothing and share the processors by giving way; one that computes would not give way, so it runs on one of a
 * few threads that the operating system interrupts. Nobody has more than half of them, and what takes too long is ended.
 */
@Component
public final class HeavyWork implements DisposableBean {
    private static final int THREADS = Math.max(2, Runtime.getRuntime().availableProcessors());
    private static final int MOST_WAITING = 200;
    /** How long a user's next request waits for the ones before it. */
    private static final Duration TURN = Duration.ofSeconds(20);

    private static final Duration FORGOTTEN = Duration.ofMinutes(10);
    /** Anybody can make up names, signed in or not. */
    private static final int MOST_USERS = 1_000;

    private static final Duration WORTH_WAITING = Duration.ofSeconds(5);

    private final ThreadPoolExecutor pool = new ThreadPoolExecutor(
            THREADS,
            THREADS,
            0,
            TimeUnit.SECONDS,
            new LinkedBlockingQueue<>(MOST_WAITING),
            Thread.ofPlatform().daemon().name("heavy-", 0).factory());

    private final LoadingCache<String, Bulkhead> byUser = Caffeine.newBuilder()
            .expireAfterAccess(FORGOTTEN)
            .maximumSize(MOST_USERS)
            .build(user -> Bulkhead.of(
                    user,
                    BulkheadConfig.custom()
                            .maxConcurrentCalls(Math.max(1, THREADS / 2))
                            .maxWaitDuration(TURN)
                            .build()));

    /**
     * Does work when its turn comes, and waits for it.
     *
     * @param user whose work it is, by any name that tells them from others
     * @param deadline after which it is interrupted, whoever waits for it
     * @throws Exception what the work throws
     */
    public <T> T run(String user, Duration deadline, Callable<T> work) throws Exception {
        try {
            return byUser.get(user).executeCallable(() -> inPool(deadline, work));
        } catch (BulkheadFullException full) {
            throw new Refusal(
                            Kind.TOO_MANY,
                            "Your requests before this one are still being worked on. Try again in some seconds.")
                    .retryAfter(WORTH_WAITING);
        }
    }

    private <T> T inPool(Duration deadline, Callable<T> work) throws Exception {
        var ended = new CountDownLatch(1);
        var begun = new CountDownLatch(1);
        var task = new FutureTask<>(() -> {
            begun.countDown();
            try {
                return work.call();
            } finally {
                ended.countDown();
            }
        });
        try {
            pool.execute(task);
        } catch (RejectedExecutionException full) {
            throw new Refusal(Kind.TOO_MANY, "Kinetarch is computing all it can. Try again in some seconds.")
                    .retryAfter(WORTH_WAITING);
        }
        try {
            return task.get(deadline.toMillis(), TimeUnit.MILLISECONDS);
        } catch (TimeoutException late) {
            task.cancel(true);
            if (begun.getCount() == 0) {
                // It writes to the same answer, so nobody else may before it has ended.
                ended.await();
            }
            throw tooLong(deadline);
        } catch (ExecutionException failed) {
            if (failed.getCause() instanceof Exception cause) {
                throw cause;
            }
            throw failed;
        }
    }

    /** What work that was interrupted is told as. */
    public static Refusal tooLong(Duration deadline) {
        return new Refusal(
                        Kind.UNAVAILABLE,
                        "This took longer than " + deadline.toSeconds()
                                + " seconds and was ended. Ask for less at once, or"
                                + " try again when less is going on.")
                .retryAfter(WORTH_WAITING);
    }

    @Override
    public void destroy() {
        pool.shutdownNow();
    }
}
