package io.kinetarch.server.feed;

import io.kinetarch.server.plan.Plans;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Passes the database's notices of changes on to whoever listens. The database tells every instance, so this one need not
 * know of others.
 */
@Component
class PlanFeed implements SmartLifecycle, HealthIndicator {
    private static final Logger LOG = LoggerFactory.getLogger(PlanFeed.class);
    /** How long to wait for notices before looking whether one was lost: what was changed is seen within two seconds. */
    private static final Duration LOOK = Duration.ofSeconds(1);

    private static final Duration BEFORE_NEXT_TRY = Duration.ofSeconds(1);
    private static final Duration LONGEST_SILENCE = Duration.ofSeconds(15);

    private final DataSource database;
    private final Plans plans;
    private final Clock clock;
    private final Map<String, List<Listener>> listeners = new ConcurrentHashMap<>();
    private volatile @Nullable Thread thread;
    private volatile @Nullable Instant lookedAt;

    PlanFeed(DataSource database, Plans plans, Clock clock) {
        this.database = database;
        this.plans = plans;
        this.clock = clock;
    }

    /**
     * A stream of the numbers of the changes of a plan's parts as they come. Those that are the newest already are told at once:
     * the listener may have missed some.
     *
     * @param allowed whether the listener may still hear more
     */
    SseEmitter listen(String planId, BooleanSupplier allowed) {
        var newest = plans.counters(planId); // refuses a plan that is none before anybody is put on its list
        var others = listeners.computeIfAbsent(planId, _ -> new CopyOnWriteArrayList<>());
        var listener = Listener.start(allowed, others::remove);
        others.add(listener);
        listener.tell(newest);
        return listener.emitter();
    }

    /** Up while the database's notices were looked for just now. */
    @Override
    public Health health() {
        var last = lookedAt;
        return last != null && Duration.between(last, clock.instant()).compareTo(LONGEST_SILENCE) < 0
                ? Health.up().build()
                : Health.down().withDetail("lastLook", String.valueOf(last)).build();
    }

    @Override
    public void start() {
        // One thread that waits for the whole life of the server: it must not depend on the others' carriers being
        // free.
        var following = Thread.ofPlatform().daemon().name("plan-feed").unstarted(this::follow);
        thread = following; // before it starts, since it ends as soon as it finds itself not wanted
        following.start();
    }

    @Override
    public void stop() {
        var following = thread;
        thread = null;
        if (following != null) {
            following.interrupt();
        }
        listeners
                .values()
                .forEach(all -> all.forEach(listener -> listener.emitter().complete()));
    }

    @Override
    public boolean isRunning() {
        return thread != null;
    }

    private void follow() {
        while (isRunning()) {
            try (Connection connection = database.getConnection()) {
                try (var statement = connection.createStatement()) {
                    statement.execute("listen plan_change");
                }
                pass(connection.unwrap(PGConnection.class));
            } catch (SQLException | RuntimeException e) {
                if (isRunning()) {
                    LOG.warn("The database's notices cannot be followed, trying again: {}", e.getMessage());
                    pause();
                }
            }
        }
    }

    private void pass(PGConnection connection) throws SQLException {
        while (isRunning()) {
            lookedAt = clock.instant();
            var notices = connection.getNotifications(Math.toIntExact(LOOK.toMillis()));
            if (notices == null || notices.length == 0) {
                look();
                continue;
            }
            Stream.of(notices).map(PGNotification::getParameter).distinct().forEach(this::tell);
        }
    }

    /** Reminds of what a lost notice, or one sent while nobody could listen, would leave untold. */
    private void look() {
        listeners.keySet().forEach(this::tell);
    }

    private void tell(String planId) {
        var all = listeners.getOrDefault(planId, List.of());
        if (!all.isEmpty()) {
            var counters = plans.counters(planId);
            all.forEach(listener -> listener.tell(counters));
        }
    }

    private static void pause() {
        try {
            Thread.sleep(BEFORE_NEXT_TRY);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
