package io.kinetarch.server;

import io.kinetarch.server.account.LetInCommand;
import io.kinetarch.server.installation.SealCommand;
import io.kinetarch.server.installation.TimeZoneData;
import io.kinetarch.server.rehearsal.CheckCommand;
import java.io.IOException;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.mybatis.spring.annotation.MapperScan;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;
import org.springframework.scheduling.TaskScheduler;
import org.springframework.scheduling.annotation.EnableScheduling;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;

/** Starts the server. */
@SpringBootApplication
@EnableScheduling
@MapperScan(annotationClass = Mapper.class)
public class KinetarchApplication {
    private static final int AT_ONCE = 4;

    public static void main(String[] args) throws IOException {
        TimeZoneData.takeNewest(System.err); // before all else, since the first line of a log asks for a time zone
        VirtualThreads.giveCarriers();
        if (args.length > 0 && args[0].equals("seal")) {
            System.exit(new SealCommand(System.out).run());
        }
        if (args.length > 0 && args[0].equals("check")) {
            System.exit(new CheckCommand(System.out).run(List.of(args).subList(1, args.length)));
        }
        if (args.length > 0 && args[0].equals("let-in")) {
            System.exit(new LetInCommand(System.out).run(List.of(args).subList(1, args.length)));
        }
        VirtualThreads.loadClasses();
        SpringApplication.run(KinetarchApplication.class, args);
    }

    /** What is done again and again has threads of its own: it waits for mail servers and others, as connections' pulses must not. */
    @Bean
    TaskScheduler taskScheduler() {
        var scheduler = new ThreadPoolTaskScheduler();
        scheduler.setPoolSize(AT_ONCE);
        scheduler.setThreadNamePrefix("again-");
        return scheduler;
    }
}
