package io.kinetarch.bench;

import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.routing.RuleVolumes;
import io.kinetarch.core.routing.RuleVolumes.Stream;
import io.kinetarch.core.simulation.Behaviour;
import io.kinetarch.core.simulation.Experiment;
import io.kinetarch.core.simulation.Figures;
import io.kinetarch.core.simulation.Flow;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
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

/**
 * A week of the largest plan: 200,000 chats in two languages through 40 doors about 6 topics each, by 300 rules to 80 queues and 500
 * operators. What an edit asks for: the draft laid out anew, and one run of it and one of the live plan, one after the other.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 5)
@Measurement(iterations = 5, time = 5)
@Fork(1)
public class LargeWeekBench {
    private static final double CHATS = 200_000;
    private static final int DOORS = 40;
    private static final int TOPICS = 6;
    private static final int HALF_HOURS_A_DAY = 48;
    private static final int FIRST_HALF_HOUR = 14;
    private static final int END = 42;
    private static final Map<String, Double> LANGUAGES = Map.of("en", 0.7, "de", 0.3);

    private final Plan live = LargePlan.of(1);
    private final Plan draft = LargePlan.edited(live, 2);
    private final WeekOfHalfHours week = WeekOfHalfHours.of(LocalDate.of(2026, 12, 7), live.timeZone());
    private final List<Stream> streams = streams();

    /** Most come at noon, none by night. */
    private List<Stream> streams() {
        double[] shape = IntStream.range(0, week.slots().size())
                .mapToDouble(slot -> {
                    int halfHour = slot % HALF_HOURS_A_DAY;
                    return halfHour < FIRST_HALF_HOUR || halfHour >= END
                            ? 0
                            : Math.sin(Math.PI * (halfHour + 0.5 - FIRST_HALF_HOUR) / (END - FIRST_HALF_HOUR));
                })
                .toArray();
        double each = CHATS / DOORS / TOPICS / Arrays.stream(shape).sum();
        double[] chats = Arrays.stream(shape).map(share -> share * each).toArray();
        return IntStream.range(0, DOORS * TOPICS)
                .mapToObj(i -> new Stream(
                        new DoorId("door-" + i % DOORS), "Topic " + i / DOORS, LANGUAGES, null, chats, 0.1, List.of()))
                .toList();
    }

    private Experiment experiment(Plan plan) {
        List<Instant> slots = week.slots();
        return new Experiment(
                plan,
                slots.getFirst(),
                slots.getLast().plus(WeekOfHalfHours.SLOT),
                Duration.ZERO,
                WeekOfHalfHours.SLOT,
                RuleVolumes.comers(plan, slots, streams).stream()
                        .map(comers -> new Flow(
                                Visit.of(comers.who().getFirst().arrival()),
                                WeekOfHalfHours.SLOT,
                                Arrays.stream(comers.chats()).boxed().toList(),
                                comers.of().byDay()))
                        .toList(),
                Behaviour.PLAIN,
                null,
                1);
    }

    @Benchmark
    public Figures oneRunOfBoth() throws InterruptedException {
        var second = new Simulation(experiment(live)).run(1);
        var first = new Simulation(experiment(draft)).run(1);
        return first.difference(second);
    }
}
