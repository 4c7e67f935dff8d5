package io.kinetarch.server.live;

import io.kinetarch.server.database.Connections;
import io.kinetarch.server.feed.Notices;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** Runs every live plan that no other instance runs. */
@Component
class LiveRunners implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(LiveRunners.class);
    private static final Duration LOOK = Duration.ofMillis(500);

    private final LiveRunner.Parts parts;
    private final Map<String, Running> running = new ConcurrentHashMap<>();
    private volatile @Nullable Thread thread;

    private record Running(LiveRunner runner, Thread thread) {}

    LiveRunners(LiveRunner.Parts parts, Notices notices) {
        this.parts = parts;
        notices.on(LiveLog.CHANNEL, this::wake);
        notices.whileQuiet(() -> running.keySet().forEach(this::wake));
    }

    private void wake(String planId) {
        var found = running.get(planId);
        if (found != null) {
            found.runner.wake();
        }
    }

    @Override
    public void start() {
        var looking =
                Thread.ofPlatform().daemon().name("live-runners").unstarted(() -> Connections.forChats(this::look));
        thread = looking;
        looking.start();
    }

    @Override
    public void stop() {
        var looking = thread;
        thread = null;
        if (looking != null) {
            looking.interrupt();
        }
        running.values().forEach(found -> found.runner.end());
        running.values().forEach(LiveRunners::await);
    }

    /** While requests are still answered, so that they are decided; before the database's connections are closed. */
    @Override
    public int getPhase() {
        return 0;
    }

    @Override
    public boolean isRunning() {
        return thread != null;
    }

    private static void await(Running found) {
        try {
            found.thread.join(Duration.ofSeconds(5));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void look() {
        while (isRunning()) {
            try {
                parts.log().catchUp();
                parts.mapper().unheld().forEach(this::takeOn);
            } catch (RuntimeException e) {
                if (isRunning()) {
                    LOG.warn("Plans to be run cannot be looked for, trying again: {}", e.getMessage());
                }
            }
            pause();
        }
    }

    private void takeOn(String planId) {
        if (running.containsKey(planId)) {
            return;
        }
        parts.mapper().takeLease(planId, LiveRunner.LEASE_SECONDS).ifPresent(term -> {
            var runner = new LiveRunner(planId, term, parts);
            var running = Thread.ofPlatform().daemon().name("live-" + planId).unstarted(() -> {
                try {
                    Connections.forChats(runner::run);
                } finally {
                    this.running.remove(planId);
                }
            });
            this.running.put(planId, new Running(runner, running));
            running.start();
        });
    }

    private static void pause() {
        try {
            Thread.sleep(LOOK);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
