package io.kinetarch.bench;

import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.OpenTimeline;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.Season;
import io.kinetarch.core.hours.WeeklyWindow;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Open or closed, asked at random instants of two years: hours with two windows a day, a season and twenty exceptions. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class HoursBench {
    private static final int QUESTIONS = 1 << 16;
    private static final LocalDate START = LocalDate.of(2026, 1, 1);
    private static final Instant FROM = Instant.parse("2026-01-01T00:00:00Z");

    private final OpeningHours hours = hours();
    private final OpenTimeline timeline = OpenTimeline.of(hours, FROM, FROM.plus(Duration.ofDays(730)));
    private final long[] seconds = new Random(1)
            .longs(QUESTIONS, 0, 730L * 86_400)
            .map(second -> FROM.getEpochSecond() + second)
            .toArray();
    private int next;

    @Benchmark
    public boolean openOnTheTimeline() {
        return timeline.isOpen(seconds[next++ & (QUESTIONS - 1)]);
    }

    @Benchmark
    public boolean openByLocalTime() {
        return hours.isOpen(Instant.ofEpochSecond(seconds[next++ & (QUESTIONS - 1)]));
    }

    @Benchmark
    public Object whyAndUntilWhen() {
        return hours.at(Instant.ofEpochSecond(seconds[next++ & (QUESTIONS - 1)]));
    }

    private static OpeningHours hours() {
        return new OpeningHours(
                ZoneId.of("Europe/Dublin"),
                false,
                week(8),
                List.of(new Season("Summer", START.plusDays(150), START.plusDays(250), week(6))),
                IntStream.range(0, 20)
                        .mapToObj(i -> new DatedHours(START.plusDays(17L * i), "Day " + i, List.of()))
                        .toList(),
                null);
    }

    private static List<WeeklyWindow> week(int from) {
        return Stream.of(DayOfWeek.values())
                .flatMap(day -> Stream.of(
                        new WeeklyWindow(day, LocalTime.of(from, 0), LocalTime.of(12, 30)),
                        new WeeklyWindow(day, LocalTime.of(13, 0), LocalTime.of(22, 0))))
                .toList();
    }
}
