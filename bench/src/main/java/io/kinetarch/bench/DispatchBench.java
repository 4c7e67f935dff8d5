package io.kinetarch.bench;

import io.kinetarch.core.dispatch.Dispatcher;
import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.NotificationWishes;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.routing.Arrival;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * Chats through a plan of 50 operators, 10 queues, 12 skills and ladders of three rungs. Half the queues offer, and the offer is
 * accepted five seconds later. Above a load of 1 the queues grow: at 1.2 a sixth of all chats wait in the end.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3)
@Measurement(iterations = 5)
@Fork(1)
public class DispatchBench {
    private static final int OPERATORS = 50;
    private static final int QUEUES = 10;
    private static final int SKILLS = 12;
    private static final int CAPACITY = 4;
    private static final long HANDLING = 300_000;
    private static final long ACCEPTING = 5_000;
    private static final Instant START = Instant.parse("2026-12-07T00:00:00Z");

    @Param({"250000", "1000000"})
    private int chats = 1_000_000;

    @Param({"0.9", "1.2"})
    private double load = 0.9;

    private final Plan plan = plan();
    private final Visit[] visits = IntStream.range(0, QUEUES)
            .mapToObj(i -> Visit.of(Arrival.of(
                    new DoorId("door"),
                    "https://site.example/" + i,
                    i % 4 == 0 ? "de" : "en",
                    Map.of(),
                    Instant.EPOCH)))
            .toArray(Visit[]::new);

    @Benchmark
    public long dispatch() {
        var run = new Run();
        return run.go();
    }

    /** Chats in the order in which something is due of them: all take the same time, so first in is first out. */
    private static final class Due {
        private long[] chats = new long[1024];
        private long[] at = new long[1024];
        private int head;
        private int count;

        void add(long chat, long due) {
            if (count == chats.length) {
                grow();
            }
            int place = (head + count++) & (chats.length - 1);
            chats[place] = chat;
            at[place] = due;
        }

        private void grow() {
            var more = new Due();
            more.chats = new long[chats.length * 2];
            more.at = new long[at.length * 2];
            while (count > 0) {
                long due = next();
                more.add(take(), due);
            }
            chats = more.chats;
            at = more.at;
            head = more.head;
            count = more.count;
        }

        long next() {
            return count == 0 ? Long.MAX_VALUE : at[head];
        }

        long take() {
            long chat = chats[head];
            head = (head + 1) & (chats.length - 1);
            count--;
            return chat;
        }
    }

    private final class Run implements EffectSink {
        private final Dispatcher dispatcher = new Dispatcher(plan, this);
        private final Due accepts = new Due();
        private final Due ends = new Due();
        private long ended;

        long go() {
            long now = START.toEpochMilli();
            for (int i = 0; i < OPERATORS; i++) {
                dispatcher.present(now, i);
            }
            double gap = (HANDLING + ACCEPTING / 2.0) / (OPERATORS * CAPACITY * load);
            for (int i = 0; i < chats; i++) {
                long arrival = START.toEpochMilli() + Math.round(i * gap);
                until(arrival);
                dispatcher.arrive(arrival, visits[i % QUEUES]);
            }
            return ended;
        }

        private void until(long at) {
            while (true) {
                long accept = accepts.next();
                long end = ends.next();
                if (Math.min(accept, end) > at) {
                    return;
                }
                if (accept <= end) {
                    long chat = accepts.take();
                    if (dispatcher.isOffered(chat)) {
                        dispatcher.accept(accept, chat, dispatcher.operator(chat));
                    }
                } else {
                    long chat = ends.take();
                    dispatcher.operatorEnds(end, chat, dispatcher.operator(chat));
                }
            }
        }

        @Override
        public boolean wantsReasons() {
            return false;
        }

        @Override
        public void happened(
                long atMillis, Effect effect, long chat, int operator, int queue, @Nullable Reason reason) {
            if (effect == Effect.OFFERED) {
                accepts.add(chat, atMillis + ACCEPTING);
            } else if (effect == Effect.ASSIGNED) {
                ends.add(chat, atMillis + HANDLING);
            }
        }

        @Override
        public void ended(long atMillis, long chat, Outcome outcome, int operator, int queue, @Nullable Reason reason) {
            ended++;
        }
    }

    private static Plan plan() {
        var random = new Random(7);
        var zone = ZoneId.of("Europe/Dublin");
        var always = new HoursId("always");
        var department = new DepartmentId("all");
        // Nobody replies here but by the end, so the wait for a reply is out of the way.
        var settings = Settings.of("Bench", zone, Texts.NONE);
        var timeouts = settings.timeouts();
        return new Plan(
                settings.with(timeouts.with(Timeouts.Reply.of(
                        86_400, LocalText.NONE, timeouts.reply().then()))),
                IntStream.range(0, SKILLS)
                        .mapToObj(i -> new Skill(skill(i), "Skill " + i))
                        .toList(),
                List.of(HoursSet.of(always, "Always", OpeningHours.aroundTheClock(zone))),
                List.of(new Department(department, "All", always, Texts.NONE, List.of())),
                IntStream.range(0, QUEUES).mapToObj(i -> queue(i, department)).toList(),
                IntStream.range(0, OPERATORS).mapToObj(i -> operator(i, random)).toList(),
                List.of(FrontDoor.plain(new DoorId("door"), "Door", List.of("en", "de"), List.of())),
                Stream.concat(
                                IntStream.range(0, QUEUES - 1)
                                        .mapToObj(i -> Rule.plain(
                                                new RuleId("rule-" + i),
                                                "Rule " + i,
                                                List.of(new Condition.PageMatches(
                                                        List.of(new PagePattern("https://site.example/" + i)))),
                                                queueId(i),
                                                List.of())),
                                Stream.of(Rule.plain(
                                        new RuleId("rest"), "Rest", List.of(), queueId(QUEUES - 1), List.of())))
                        .toList());
    }

    private static Queue queue(int i, DepartmentId department) {
        return Queue.plain(
                        queueId(i),
                        "Queue " + i,
                        department,
                        List.of(new SkillNeed(skill(i), 3)),
                        1,
                        QueueTarget.of(0.8, 30),
                        Workload.of(300, 180.0, List.of(1.0)))
                .with(i % 2 == 0 ? Handover.OFFERED : new Handover(Handover.By.DIRECT, 0))
                .withLadder(List.of(
                        new Rung(30, new Rung.Action.LowerLevel(skill(i), 1)),
                        new Rung(60, new Rung.Action.RaisePriority(1)),
                        new Rung(120, new Rung.Action.AddMembersOf(queueId((i + 1) % QUEUES)))));
    }

    private static Operator operator(int i, Random random) {
        return new Operator(
                new OperatorId("operator-" + i),
                "Operator " + i,
                null,
                false,
                null,
                null,
                List.of(new SpokenLanguage("en", 5), new SpokenLanguage("de", 4)),
                IntStream.range(0, SKILLS)
                        .filter(_ -> random.nextInt(3) > 0)
                        .mapToObj(skill -> new HeldSkill(skill(skill), 1 + random.nextInt(5)))
                        .toList(),
                CAPACITY,
                null,
                List.of(),
                LocalText.NONE,
                NotificationWishes.USUAL,
                List.of());
    }

    private static SkillId skill(int i) {
        return new SkillId("skill-" + i);
    }

    private static QueueId queueId(int i) {
        return new QueueId("queue-" + i);
    }
}
