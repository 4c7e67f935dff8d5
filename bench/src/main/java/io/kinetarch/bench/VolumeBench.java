package io.kinetarch.bench;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.volume.TimesOfDay;
import io.kinetarch.formats.volume.StrangerNames;
import io.kinetarch.formats.volume.VolumeFile;
import io.kinetarch.formats.volume.VolumeFile.Reading;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** A file of a million counts read, as it is sent: by queue, door and twenty topics over nearly three years. */
@State(Scope.Benchmark)
@Fork(1)
@Warmup(iterations = 1)
@Measurement(iterations = 3)
public class VolumeBench {
    private static final int ROWS = 1_000_000;
    private static final int TOPICS = 20;
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("uuuu-MM-dd HH:mm");

    private final Plan plan = LargePlan.of(50);
    private final byte[] file = file();

    private byte[] file() {
        var random = new SplittableRandom(7);
        var csv = new StringBuilder("start,queue,door,topic,chats,handling seconds\n");
        String place = "," + plan.queues().getFirst().id().value() + ","
                + plan.doors().getFirst().id().value() + ",Topic ";
        var time = LocalDateTime.of(2023, 11, 20, 0, 0);
        for (int row = 0; row < ROWS; ) {
            // Half-hours that a clock change skips would be faults.
            if (time.getHour() != 1) {
                for (int topic = 0; topic < TOPICS && row < ROWS; topic++, row++) {
                    csv.append(TIME.format(time)).append(place).append(topic).append(',');
                    csv.append(random.nextInt(10))
                            .append(',')
                            .append(200 + random.nextInt(400))
                            .append('\n');
                }
            }
            time = time.plusMinutes(30);
        }
        return csv.toString().getBytes(StandardCharsets.UTF_8);
    }

    /** The file opened, its columns found, every line read and checked. */
    @Benchmark
    @BenchmarkMode(Mode.SingleShotTime)
    @OutputTimeUnit(TimeUnit.SECONDS)
    public Reading million() {
        var opened = VolumeFile.open(file);
        return opened.read(
                plan.timeZone(), plan, opened.columns(), StrangerNames.NONE, () -> TimesOfDay.of(plan, List.of()));
    }
}
