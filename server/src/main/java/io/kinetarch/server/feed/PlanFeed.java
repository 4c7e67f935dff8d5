package io.kinetarch.server.feed;

import io.kinetarch.server.plan.Plans;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.BooleanSupplier;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Passes the database's notices of changes to plans on to whoever listens: what was changed is seen within two seconds. */
@Component
class PlanFeed implements SmartLifecycle, MeterBinder {
    private final Plans plans;
    private final Map<String, List<Listener>> listeners = new ConcurrentHashMap<>();
    private volatile boolean running;

    PlanFeed(Notices notices, Plans plans) {
        this.plans = plans;
        notices.on("plan_change", this::tell);
        notices.whileQuiet(this::look);
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

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder(
                        "kinetarch.feed.listeners",
                        listeners,
                        all -> all.values().stream().mapToInt(List::size).sum())
                .description("Browsers that hear of changes to plans from this instance")
                .register(registry);
    }

    @Override
    public void start() {
        running = true;
    }

    @Override
    public void stop() {
        running = false;
        listeners
                .values()
                .forEach(all -> all.forEach(listener -> listener.emitter().complete()));
    }

    @Override
    public boolean isRunning() {
        return running;
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
}
