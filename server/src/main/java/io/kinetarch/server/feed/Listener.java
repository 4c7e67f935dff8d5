package io.kinetarch.server.feed;

import io.kinetarch.server.plan.Plans.Part;
import java.io.IOException;
import java.time.Duration;
import java.util.EnumMap;
import java.util.Map;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import org.springframework.dao.DataAccessException;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * One browser that follows a plan. It is written to by a thread of its own, so that a browser which takes long to be written to,
 * or is gone and not known to be, keeps nobody else waiting.
 */
final class Listener {
    /** How long to be quiet before a sign of life, which finds out whether the browser is gone. */
    private static final Duration PULSE = Duration.ofSeconds(15);

    private final SseEmitter emitter = new SseEmitter(0L); // never times out by itself
    private final AtomicReference<Map<Part, Long>> newest = new AtomicReference<>(Map.of());
    private final Semaphore news = new Semaphore(0);
    private final BooleanSupplier allowed;
    /** Only its writer touches it. */
    private final Map<Part, Long> told = new EnumMap<>(Part.class);

    private volatile boolean gone;

    private Listener(BooleanSupplier allowed) {
        this.allowed = allowed;
    }

    /**
     * Starts to listen.
     *
     * @param allowed asked before anything is said
     * @param onGone called once the browser is gone, perhaps more than once
     */
    static Listener start(BooleanSupplier allowed, Consumer<Listener> onGone) {
        var listener = new Listener(allowed);
        Runnable leave = () -> {
            listener.gone = true;
            listener.news.release();
            onGone.accept(listener);
        };
        listener.emitter.onCompletion(leave);
        listener.emitter.onError(_ -> leave.run());
        Thread.ofVirtual().name("plan-listener").start(listener::write);
        return listener;
    }

    SseEmitter emitter() {
        return emitter;
    }

    /** How often each part of the plan has changed; what it was told already is not said again. */
    void tell(Map<Part, Long> counters) {
        newest.accumulateAndGet(counters, Listener::later);
        news.release();
    }

    private static Map<Part, Long> later(Map<Part, Long> one, Map<Part, Long> other) {
        var later = new EnumMap<Part, Long>(Part.class);
        later.putAll(one);
        other.forEach((part, count) -> later.merge(part, count, Math::max));
        return later;
    }

    private void write() {
        try {
            while (!gone) {
                boolean some = news.tryAcquire(PULSE.toMillis(), TimeUnit.MILLISECONDS);
                news.drainPermits();
                if (some && isTold()) {
                    continue;
                }
                if (!allowed.getAsBoolean()) {
                    emitter.complete();
                    return;
                }
                if (some) {
                    sayNews();
                } else {
                    emitter.send(SseEmitter.event().comment("pulse"));
                }
            }
        } catch (IOException | IllegalStateException | DataAccessException e) {
            // The browser is gone, which takes it off the list; or nobody can say whether it may hear more: it asks
            // again.
            emitter.completeWithError(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private boolean isTold() {
        return newest.get().entrySet().stream()
                .allMatch(counter -> counter.getValue().equals(told.get(counter.getKey())));
    }

    private void sayNews() throws IOException {
        for (var counter : newest.get().entrySet()) {
            if (!counter.getValue().equals(told.put(counter.getKey(), counter.getValue()))) {
                emitter.send(SseEmitter.event()
                        .name(counter.getKey().name())
                        .data(counter.getValue().toString()));
            }
        }
    }
}
