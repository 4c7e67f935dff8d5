package io.kinetarch.bench;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.Assumptions;
import io.kinetarch.core.staffing.StaffingWeek;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashMap;
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

/**
 * Two weeks of the largest plan: 80 queues required half-hour by half-hour, 500 operators counted for them; once as if all could take all
 * chats of a queue, and once with chats in three languages and with what a rule asks for, which only some can take.
 */
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
    private final Map<ChatNeeds, double[]> alike = chats(false);
    private final Map<ChatNeeds, double[]> told = chats(true);
    private final Assumptions more = new Assumptions(1.2, 1, null, null, null, null, null, null, 0.1, null);

    private Map<ChatNeeds, double[]> chats(boolean apart) {
        var random = new SplittableRandom(3);
        var drawn = new LinkedHashMap<ChatNeeds, double[]>();
        plan.queues().forEach(queue -> {
            double[] all = random.doubles(HALF_HOURS, 2, 40).toArray();
            if (apart) {
                var expert =
                        plan.skills().get(random.nextInt(plan.skills().size())).id();
                drawn.put(in(queue.id(), "en"), share(all, 0.7));
                drawn.put(in(queue.id(), "de"), share(all, 0.17));
                drawn.put(in(queue.id(), "fr"), share(all, 0.08));
                drawn.put(new ChatNeeds(queue.id(), List.of(new SkillNeed(expert, 3)), "en"), share(all, 0.05));
            } else {
                drawn.put(ChatNeeds.of(queue.id()), all);
            }
        });
        return drawn;
    }

    private static ChatNeeds in(QueueId queue, String language) {
        return new ChatNeeds(queue, List.of(), language);
    }

    private static double[] share(double[] all, double share) {
        return Arrays.stream(all).map(chats -> share * chats).toArray();
    }

    @Benchmark
    public List<List<Slot>> fortnight() {
        return fortnight(alike);
    }

    @Benchmark
    public List<List<Slot>> fortnightByLanguagesAndNeeds() {
        return fortnight(told);
    }

    private List<List<Slot>> fortnight(Map<ChatNeeds, double[]> chats) {
        return Stream.of(MONDAY, MONDAY.plusWeeks(1))
                .map(monday -> StaffingWeek.of(
                        plan, new WeekOfHalfHours(plan.timeZone(), monday), chats, Map.of(), more, Presences.USUAL))
                .toList();
    }
}
