package io.kinetarch.bench;

import io.kinetarch.core.forecast.Forecast;
import io.kinetarch.core.forecast.Forecaster;
import io.kinetarch.core.forecast.IntervalSeries;
import io.kinetarch.core.forecast.SpecialDays;
import io.kinetarch.core.hours.PublicHolidays;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Forecasts of two years of half-hours, a week ahead, every method tried from points of the past. */
@State(Scope.Benchmark)
@Warmup(iterations = 2, time = 5)
@Measurement(iterations = 3, time = 5)
@Fork(1)
public class ForecastBench {
    private static final ZoneId ZONE = ZoneId.of("Europe/Dublin");
    private static final LocalDate FIRST = LocalDate.of(2024, 11, 25);
    private static final int DAYS = 730;
    private static final int WEEK = 336;
    private static final int MANY = 100;

    private final SpecialDays special =
            SpecialDays.of(PublicHolidays.between("IE", FIRST.minusDays(1), FIRST.plusDays(DAYS + 30)));
    private final List<IntervalSeries> series =
            IntStream.range(0, MANY).mapToObj(ForecastBench::drawn).toList();

    /** One series. */
    @Benchmark
    @BenchmarkMode(Mode.AverageTime)
    @OutputTimeUnit(TimeUnit.MILLISECONDS)
    public Forecast one() {
        return Forecaster.intervals(series.getFirst(), WEEK, special, null);
    }

    /** A hundred, one after the other. */
    @Benchmark
    @BenchmarkMode(Mode.SingleShotTime)
    @Warmup(iterations = 0)
    @Measurement(iterations = 1)
    @OutputTimeUnit(TimeUnit.SECONDS)
    public List<Forecast> hundred() {
        return series.stream()
                .map(one -> Forecaster.intervals(one, WEEK, special, null))
                .toList();
    }

    private static IntervalSeries drawn(int seed) {
        var random = new SplittableRandom(seed);
        var start = FIRST.atStartOfDay(ZONE).toInstant();
        int steps = Math.toIntExact(
                Duration.between(start, FIRST.plusDays(DAYS).atStartOfDay(ZONE).toInstant())
                        .dividedBy(Duration.ofMinutes(30)));
        double perSlot = 1 + 10 * random.nextDouble();
        double[] values = IntStream.range(0, steps)
                .mapToDouble(i -> {
                    var local = start.plusSeconds(1800L * i).atZone(ZONE);
                    double hour = local.getHour() + local.getMinute() / 60.0;
                    double mean = perSlot
                            * Math.exp(-Math.pow((hour - 13) / 4, 2))
                            * (local.getDayOfWeek().getValue() > 5 ? 0.5 : 1)
                            * (1 + 0.3 * Math.sin(2 * Math.PI * local.getDayOfYear() / 365));
                    return Math.max(0, Math.rint(mean + Math.sqrt(mean) * random.nextGaussian()));
                })
                .toArray();
        return new IntervalSeries(ZONE, start, 30, values);
    }
}
