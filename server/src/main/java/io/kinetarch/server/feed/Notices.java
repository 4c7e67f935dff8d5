package io.kinetarch.server.feed;

import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Consumer;
import java.util.stream.Collectors;
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

/**
 * Hears the database's notices for everybody in this instance. The database tells every instance, so none need know of others. A
 * notice may get lost, so whoever listens is reminded to look once a second while it is quiet, and after a gap.
 */
@Component
public class Notices implements SmartLifecycle, HealthIndicator {
    private static final Logger LOG = LoggerFactory.getLogger(Notices.class);
    /** How long to wait for notices before looking whether one was lost. */
    private static final Duration LOOK = Duration.ofSeconds(1);

    private static final Duration BEFORE_NEXT_TRY = Duration.ofSeconds(1);
    private static final Duration LONGEST_SILENCE = Duration.ofSeconds(15);

    private final DataSource database;
    private final Clock clock;
    private final Map<String, Consumer<String>> listeners = new ConcurrentHashMap<>();
    private final List<Runnable> lookers = new CopyOnWriteArrayList<>();
    private volatile @Nullable Thread thread;
    private volatile @Nullable Instant lookedAt;

    Notices(DataSource database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /**
     * Hears a channel from the start on; to be asked for before the application runs. Who hears must be quick.
     *
     * @param heard is given what the notice says; the same said several times at once is heard once
     */
    public void on(String channel, Consumer<String> heard) {
        if (listeners.putIfAbsent(channel, heard) != null) {
            throw new IllegalStateException("somebody hears \"" + channel + "\" already");
        }
    }

    /** Is reminded to look whether a notice was lost. */
    public void whileQuiet(Runnable look) {
        lookers.add(look);
    }

    /** Up while notices were looked for just now. */
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
        var following = Thread.ofPlatform().daemon().name("notices").unstarted(this::follow);
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
    }

    @Override
    public boolean isRunning() {
        return thread != null;
    }

    private void follow() {
        while (isRunning()) {
            try (Connection connection = database.getConnection()) {
                try (var statement = connection.createStatement()) {
                    for (String channel : listeners.keySet()) {
                        statement.execute("listen " + channel);
                    }
                }
                lookers.forEach(Runnable::run);
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
                lookers.forEach(Runnable::run);
                continue;
            }
            Stream.of(notices)
                    .collect(Collectors.groupingBy(
                            PGNotification::getName,
                            Collectors.mapping(PGNotification::getParameter, Collectors.toList())))
                    .forEach((channel, said) -> {
                        var listener = listeners.get(channel);
                        if (listener != null) {
                            said.stream().distinct().forEach(listener);
                        }
                    });
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
