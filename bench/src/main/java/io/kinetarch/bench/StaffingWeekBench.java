package io.kinetarch.bench;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Presences;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.staffing.Assumptions;
import io.kinetarch.core.staffing.StaffingWeek;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
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

/** Two weeks of the largest plan: 80 queues required half-hour by half-hour, 500 operators counted for them. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
@Fork(1)
public class StaffingWeekBench {
    private static final LocalDate MONDAY = LocalDate.of(2026, 11, 30);
    private static final int HALF_HOURS = 336;

    private final Plan plan = LargePlan.of(1);
    private final Map<QueueId, double[]> chats = chats();
    private final Assumptions more = new Assumptions(1.2, 1, null, null, null, null, null, null, 0.1);

    private Map<QueueId, double[]> chats() {
        var random = new SplittableRandom(3);
        var drawn = new HashMap<QueueId, double[]>();
        plan.queues()
                .forEach(queue ->
                        drawn.put(queue.id(), random.doubles(HALF_HOURS, 2, 40).toArray()));
        return drawn;
    }

    @Benchmark
    public List<List<Slot>> fortnight() {
        return Stream.of(MONDAY, MONDAY.plusWeeks(1))
                .map(monday -> StaffingWeek.of(
                        plan, new WeekOfHalfHours(plan.timeZone(), monday), chats, Map.of(), more, Presences.USUAL))
                .toList();
    }
}
