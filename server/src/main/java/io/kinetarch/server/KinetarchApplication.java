package io.kinetarch.server;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.apache.ibatis.annotations.Mapper;
import org.jspecify.annotations.Nullable;
import org.mybatis.spring.annotation.MapperScan;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;

/** Starts the server. */
@SpringBootApplication
@MapperScan(annotationClass = Mapper.class)
public class KinetarchApplication {
    public static void main(String[] args) {
        SpringApplication.run(KinetarchApplication.class, args);
    }

    /**
     * The one place that reads the time.
     *
     * @param startsAt what time it is to be as the server starts, for tests; the machine's own where it is not set
     */
    @Bean
    Clock clock(@Value("${kinetarch.starts-at:#{null}}") @Nullable Instant startsAt) {
        var machine = Clock.systemUTC();
        return startsAt == null ? machine : Clock.offset(machine, Duration.between(machine.instant(), startsAt));
    }
}
