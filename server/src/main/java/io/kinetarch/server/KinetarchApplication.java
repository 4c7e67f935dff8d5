package io.kinetarch.server;

import java.time.Clock;
import org.apache.ibatis.annotations.Mapper;
import org.mybatis.spring.annotation.MapperScan;
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

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }
}
