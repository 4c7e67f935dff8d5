package io.kinetarch.bench;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Comparison;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.routing.CompiledRules;
import io.kinetarch.core.routing.RuleAnalysis;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.function.IntFunction;
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

/** Deciding chats by 200 random rules of one to four conditions, and analysing 300 random rules of ten. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
@Fork(1)
public class RulesBench {
    private static final int CHATS = 1 << 12;
    private static final List<VisitorKind> VISITORS = List.of(VisitorKind.values());
    private static final int DOORS = 4;
    private static final int QUEUES = 40;
    private static final QuestionId TOPIC = new QuestionId("topic");
    private static final QuestionId NOTE = new QuestionId("note");
    private static final QuestionId TRUCKS = new QuestionId("trucks");
    private static final LocalDate TODAY = LocalDate.of(2026, 12, 1);
    private static final Instant FROM = Instant.parse("2026-12-01T00:00:00Z");

    private final CompiledRules compiled = new CompiledRules(plan(200, 1, 4), FROM, FROM.plus(Duration.ofDays(370)));
    private final Plan wide = plan(300, 10, 10);
    private final List<Arrival> chats = new Random(2)
            .ints(CHATS, 0, Integer.MAX_VALUE)
            .mapToObj(RulesBench::chat)
            .toList();
    private int next;

    @Benchmark
    @OutputTimeUnit(TimeUnit.NANOSECONDS)
    public int decide() {
        return compiled.decide(chats.get(next++ & (CHATS - 1)));
    }

    @Benchmark
    @OutputTimeUnit(TimeUnit.MILLISECONDS)
    public RuleAnalysis analyse() {
        return RuleAnalysis.of(wide, TODAY);
    }

    private static Plan plan(int rules, int least, int most) {
        var random = new Random(1);
        var all = new ArrayList<Rule>();
        for (int i = 0; i < rules - 1; i++) {
            all.add(rule(i, conditions(random, least + random.nextInt(most - least + 1)), random));
        }
        all.add(rule(rules - 1, List.of(), random));
        var large = LargePlan.of(1);
        return new Plan(
                large.settings(),
                large.skills(),
                large.hours(),
                large.departments(),
                large.queues(),
                large.operators(),
                IntStream.range(0, DOORS).mapToObj(RulesBench::door).toList(),
                all);
    }

    private static Rule rule(int i, List<Condition> conditions, Random random) {
        return Rule.plain(
                new RuleId("rule-" + i),
                "Rule " + i,
                conditions,
                new QueueId("queue-" + random.nextInt(QUEUES)),
                List.of());
    }

    private static FrontDoor door(int i) {
        return FrontDoor.plain(
                new DoorId("door-" + i),
                "Door " + i,
                List.of("en", "de", "fr"),
                List.of(
                        Question.choice(
                                TOPIC,
                                LocalText.of("en", "Topic?"),
                                true,
                                IntStream.range(0, 12)
                                        .mapToObj(t -> "topic " + t)
                                        .toList()),
                        Question.open(NOTE, LocalText.of("en", "Note?"), false),
                        new Question(
                                TRUCKS,
                                QuestionKind.NUMBER,
                                LocalText.of("en", "Trucks?"),
                                LocalText.NONE,
                                false,
                                AskedWhen.BEFORE,
                                List.of())));
    }

    /** Conditions of as many kinds, one of them turned round. */
    private static List<Condition> conditions(Random random, int count) {
        var kinds = new ArrayList<Condition>(List.of(
                new Condition.DoorIs(some(random, DOORS, i -> new DoorId("door-" + i))),
                new Condition.LanguageIs(some(random, 4, List.of("en", "de", "de-AT", "fr")::get)),
                new Condition.PageMatches(
                        some(random, 12, i -> new PagePattern("https://ferry.example/section-" + i + "/*"))),
                new Condition.AnswerIs(TOPIC, some(random, 12, i -> "topic " + i)),
                new Condition.AnswerContains(
                        NOTE, some(random, 5, List.of("refund", "dog", "late", "storm", "car")::get)),
                new Condition.AnswerNumber(
                        TRUCKS, random.nextBoolean() ? Comparison.AT_LEAST : Comparison.BELOW, random.nextInt(10)),
                new Condition.VisitorIs(some(random, 3, VISITORS::get)),
                new Condition.TopicIs(some(random, 8, i -> "found " + i)),
                new Condition.DepartmentIsOpen(some(random, 6, i -> new DepartmentId("department-" + i))),
                new Condition.ChatsWait(new QueueId("queue-" + random.nextInt(4)), 1 + random.nextInt(20)),
                new Condition.ArrivesWithin(some(
                        random,
                        7,
                        i -> new WeeklyWindow(DayOfWeek.of(i + 1), LocalTime.of(6 + i, 0), LocalTime.of(20, 0))))));
        Collections.shuffle(kinds, random);
        List<Condition> chosen = new ArrayList<>(kinds.subList(0, count));
        chosen.set(0, new Condition.Not(chosen.getFirst()));
        return chosen;
    }

    private static <T> List<T> some(Random random, int of, IntFunction<T> make) {
        var all = new ArrayList<>(IntStream.range(0, of).boxed().toList());
        Collections.shuffle(all, random);
        return all.subList(0, 1 + random.nextInt(of - 1)).stream()
                .map(make::apply)
                .toList();
    }

    private static Arrival chat(int seed) {
        var random = new Random(seed);
        return new Arrival(
                new DoorId("door-" + random.nextInt(DOORS)),
                "https://ferry.example/section-" + random.nextInt(14) + "/page",
                List.of("en", "de", "de-AT", "fr", "it").get(random.nextInt(5)),
                Map.of(
                        TOPIC,
                        "topic " + random.nextInt(12),
                        NOTE,
                        List.of("my car is late", "a refund please", "hello").get(random.nextInt(3)),
                        TRUCKS,
                        Integer.toString(random.nextInt(12))),
                FROM.plusSeconds(random.nextInt(7 * 86_400)),
                VISITORS.get(random.nextInt(3)),
                Map.of(),
                "found " + random.nextInt(9),
                Map.of(new QueueId("queue-0"), new Arrival.Waiting(1 + random.nextInt(20), 30)));
    }
}
