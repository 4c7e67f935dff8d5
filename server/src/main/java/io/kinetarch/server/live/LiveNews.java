package io.kinetarch.server.live;

import io.kinetarch.server.database.Connections;
import io.kinetarch.server.feed.Notices;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;

/** How far the runs of live plans are, wherever they run: for whoever made a call and for those who show what came of it. */
@Component
public class LiveNews {
    /** Its notices tell of calls whose effects are stored: plan, last number before, number, how many were refused. */
    static final String CHANNEL = "live_done";

    private static final Logger LOG = LoggerFactory.getLogger(LiveNews.class);

    /** How long to wait before showing again what could not be read. */
    private static final Duration AGAIN = Duration.ofSeconds(1);

    private final LiveMapper mapper;
    private final Map<String, Course> courses = new ConcurrentHashMap<>();
    private volatile Follower follower = (_, _, _) -> {};

    LiveNews(LiveMapper mapper, Notices notices) {
        this.mapper = mapper;
        notices.on(CHANNEL, this::hear);
        notices.whileQuiet(this::look);
    }

    /** Shows what came of calls. */
    public interface Follower {
        /** The effects of calls after one number up to another are stored. Called in order, by one thread a plan. */
        void follow(String planId, long after, long until);
    }

    /** Names who shows it. */
    public void followedBy(Follower other) {
        follower = other;
    }

    /**
     * Waits until what came of a call is stored.
     *
     * @return why the call was not taken, in words; null inside if it was. Empty where that is not decided in time
     */
    public Optional<Decided> await(String planId, long number, Duration most) {
        var decided = course(planId).decided(number);
        try {
            return Optional.of(decided.get(most.toMillis(), TimeUnit.MILLISECONDS));
        } catch (TimeoutException e) {
            return Optional.empty();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.empty();
        } catch (ExecutionException e) {
            throw new IllegalStateException(e.getCause());
        }
    }

    /**
     * What became of a call.
     *
     * @param refusal why it was not taken; none if it was
     */
    public record Decided(Optional<String> refusal) {}

    /** This instance has stored what came of calls. */
    void stored(String planId, long before, long done, Map<Long, String> refused) {
        course(planId).reached(before, done, refused);
    }

    static String notice(String planId, long before, long done, int refused) {
        return planId + " " + before + " " + done + " " + refused;
    }

    private void hear(String notice) {
        var parts = notice.split(" ", -1);
        long before = Long.parseLong(parts[1]);
        long done = Long.parseLong(parts[2]);
        var course = course(parts[0]);
        if (course.done() < done) {
            course.reached(before, done, parts[3].equals("0") ? Map.of() : refused(parts[0], course.done(), done));
        }
    }

    private Map<Long, String> refused(String planId, long after, long until) {
        var refused = new TreeMap<Long, String>();
        mapper.refused(planId, after, until).forEach(one -> refused.put(one.number(), one.words()));
        return refused;
    }

    private void look() {
        courses.forEach((planId, course) -> {
            long before = course.done();
            mapper.done(planId)
                    .filter(done -> done > before)
                    .ifPresent(done -> course.reached(before, done, refused(planId, before, done)));
        });
    }

    private Course course(String planId) {
        return courses.computeIfAbsent(
                planId, id -> new Course(id, mapper.done(id).orElse(0L)));
    }

    private final class Course {
        private final String planId;
        private final TreeMap<Long, CompletableFuture<Decided>> pending = new TreeMap<>();
        private final TreeMap<Long, String> refusedLately = new TreeMap<>();
        private long done;
        private long shown;

        Course(String planId, long done) {
            this.planId = planId;
            this.done = done;
            this.shown = done;
            Thread.ofVirtual().name("live-news-" + planId).start(() -> Connections.forChats(this::show));
        }

        synchronized long done() {
            return done;
        }

        synchronized CompletableFuture<Decided> decided(long number) {
            if (number <= done) {
                return CompletableFuture.completedFuture(new Decided(Optional.ofNullable(refusedLately.get(number))));
            }
            return pending.computeIfAbsent(number, _ -> new CompletableFuture<>());
        }

        synchronized void reached(long before, long until, Map<Long, String> refused) {
            if (until <= done) {
                return;
            }
            refusedLately.putAll(refused);
            refusedLately.headMap(Math.max(0, until - 10_000)).clear();
            if (before > done && !pending.isEmpty()) {
                // A notice was lost: what it refused is stored.
                refusedLately.putAll(refused(planId, done, until));
            }
            done = until;
            var decided = pending.headMap(until, true);
            List.copyOf(decided.entrySet())
                    .forEach(call -> call.getValue()
                            .complete(new Decided(Optional.ofNullable(refusedLately.get(call.getKey())))));
            decided.clear();
            notifyAll();
        }

        private synchronized long awaitMore() throws InterruptedException {
            while (done <= shown) {
                wait();
            }
            return done;
        }

        private void show() {
            try {
                while (true) {
                    long until = awaitMore();
                    try {
                        follower.follow(planId, shown, until);
                        shown = until;
                    } catch (DataAccessException e) {
                        LOG.warn("What came of calls {} to {} is shown later: {}", shown + 1, until, e.getMessage());
                        Thread.sleep(AGAIN);
                    } catch (RuntimeException e) {
                        // Whoever listens sees by the numbers that something is missing, and asks for it.
                        LOG.error("What came of calls {} to {} cannot be shown", shown + 1, until, e);
                        shown = until;
                    }
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
    }
}
