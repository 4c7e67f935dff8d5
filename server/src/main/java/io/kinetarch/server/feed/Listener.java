package io.kinetarch.server.feed;

import java.io.IOException;
import java.time.Duration;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * One browser that follows a plan. It is written to by a thread of its own, so that a browser which takes long to be written to,
 * or is gone and not known to be, keeps nobody else waiting.
 */
final class Listener {
    /** How long to be quiet before a sign of life, which finds out whether the browser is gone. */
    private static final Duration PULSE = Duration.ofSeconds(15);

    private static final long NOTHING = -1;

    private final SseEmitter emitter = new SseEmitter(0L); // never times out by itself
    private final AtomicLong newest = new AtomicLong(NOTHING);
    private final Semaphore news = new Semaphore(0);
    private volatile long told = NOTHING;
    private volatile boolean gone;

    /**
     * Starts to listen.
     *
     * @param onGone called once the browser is gone, perhaps more than once
     */
    static Listener start(Consumer<Listener> onGone) {
        var listener = new Listener();
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

    /** A change was made, or the plan went live at it; the newest is enough to know. */
    void tell(long change) {
        newest.accumulateAndGet(change, Math::max);
        news.release();
    }

    /** The newest change, which it may have been told of. */
    void remind(long change) {
        if (change > told) {
            tell(change);
        }
    }

    private void write() {
        try {
            while (!gone) {
                if (news.tryAcquire(PULSE.toMillis(), TimeUnit.MILLISECONDS)) {
                    news.drainPermits();
                    long change = newest.get();
                    emitter.send(SseEmitter.event().name("change").data(Long.toString(change)));
                    told = change;
                } else {
                    emitter.send(SseEmitter.event().comment("pulse"));
                }
            }
        } catch (IOException | IllegalStateException e) {
            emitter.completeWithError(e); // the browser is gone; completion takes it off the list
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
