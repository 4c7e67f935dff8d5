package io.kinetarch.server.job;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import java.util.List;
import org.springframework.stereotype.Component;

/** How much work waits in the background and is under way, for whoever watches the installation. */
@Component
class JobMeters implements MeterBinder {
    private final JobMapper mapper;

    JobMeters(JobMapper mapper) {
        this.mapper = mapper;
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        for (String state : List.of("WAITING", "RUNNING")) {
            Gauge.builder("kinetarch.jobs", mapper, one -> one.count(state))
                    .tag("state", state)
                    .description("Work in the background")
                    .register(registry);
        }
    }
}
