package io.kinetarch.server.live;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import org.springframework.stereotype.Component;

/** How the log of live chats stands, for whoever watches the installation. Every instance tells the same of the database. */
@Component
class LiveMeters implements MeterBinder {
    private final LiveMapper mapper;

    LiveMeters(LiveMapper mapper) {
        this.mapper = mapper;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Gauge.builder("kinetarch.live.lag", mapper, LiveMapper::callsToDecide)
                .description("Calls that were written to the log and are not decided yet")
                .register(registry);
        Gauge.builder("kinetarch.live.chats", mapper, LiveMapper::openChats)
                .description("Chats that run")
                .register(registry);
        Gauge.builder("kinetarch.live.unheld", mapper, one -> one.unheld().size())
                .description("Live plans that no instance runs")
                .register(registry);
    }
}
