package io.kinetarch.server.feed;

import io.kinetarch.server.plan.Plans;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.postgresql.PGConnection;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Passes the database's notices of changes on to whoever listens. The database tells every instance, so this one need not
 * know of others.
 */
@Component
class PlanFeed implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(PlanFeed.class);
    /** How long to wait for notices before looking whether one was lost: what was changed is seen within two seconds. */
    private static final Duration LOOK = Duration.ofSeconds(1);

    private static final Duration BEFORE_NEXT_TRY = Duration.ofSeconds(1);

    private final DataSource database;
    private final Plans plans;
    private final Map<String, List<Listener>> listeners = new ConcurrentHashMap<>();
    private volatile @Nullable Thread thread;

    PlanFeed(DataSource database, Plans plans) {
        this.database = database;
        this.plans = plans;
    }

    /**
     * A stream of the numbers of a plan's changes as they come. The change that is the newest already is told at once: the
     * listener may have missed some.
     */
    SseEmitter listen(String planId) {
        long newest = plans.newestChange(planId); // refuses a plan that is none before anybody is put on its list
        var others = listeners.computeIfAbsent(planId, _ -> new CopyOnWriteArrayList<>());
        var listener = Listener.start(others::remove);
        others.add(listener);
        listener.tell(newest);
        return listener.emitter();
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
            var notices = connection.getNotifications(Math.toIntExact(LOOK.toMillis()));
            if (notices == null || notices.length == 0) {
                look();
                continue;
            }
            for (var notice : notices) {
                var words = notice.getParameter().split(" ", 2);
                listeners
                        .getOrDefault(words[0], List.of())
                        .forEach(listener -> listener.tell(Long.parseLong(words[1])));
            }
        }
    }

    /** Reminds of what a lost notice, or one sent while nobody could listen, would leave untold. */
    private void look() {
        listeners.forEach((plan, all) -> {
            if (!all.isEmpty()) {
                long newest = plans.newestChange(plan);
                all.forEach(listener -> listener.remind(newest));
            }
        });
    }

    private static void pause() {
        try {
            Thread.sleep(BEFORE_NEXT_TRY);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
