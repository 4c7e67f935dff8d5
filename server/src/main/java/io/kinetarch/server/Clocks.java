package io.kinetarch.server;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The one place that reads the time. */
@Configuration(proxyBeanMethods = false)
public class Clocks {
    /**
     * The product's time.
     *
     * @param startsAt what time it is to be as the server starts, for tests; the machine's own where it is not set
     */
    @Bean
    Clock clock(@Value("${kinetarch.starts-at:#{null}}") @Nullable Instant startsAt) {
        var machine = Clock.systemUTC();
        return startsAt == null ? machine : Clock.offset(machine, Duration.between(machine.instant(), startsAt));
    }

    /** The machine's own time, for what is agreed with devices of the world outside. */
    @Bean(defaultCandidate = false)
    Clock machineClock() {
        return Clock.systemUTC();
    }
}
