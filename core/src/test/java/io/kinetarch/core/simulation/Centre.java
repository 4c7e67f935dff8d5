package io.kinetarch.core.simulation;

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
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.NotificationWishes;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
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
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.simulation.Experiment.Span;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A contact centre put together for a test: queues that need a skill each, operators who hold some of them, visitors who come to a queue
 * by their language. Open round the clock; chats are handed over without asking.
 */
public final class Centre {
    public static final Instant START = Instant.parse("2026-12-07T00:00:00Z");
    private static final List<String> LANGUAGES = List.of("en", "de", "fr", "es", "it");
    private static final DoorId DOOR = new DoorId("door");
    private static final HoursId ALWAYS = new HoursId("always");
    private static final DepartmentId ALL = new DepartmentId("all");

    private final List<Queue> queues = new ArrayList<>();
    private final List<Operator> operators = new ArrayList<>();
    private final List<Rule> rules = new ArrayList<>();
    private final List<Flow> flows = new ArrayList<>();
    private Settings settings = Settings.of("Centre", ZoneOffset.UTC, Texts.NONE);
    private Behaviour behaviour = Behaviour.PLAIN;
    private Duration span = Duration.ofDays(50);
    private Duration warmUp = Duration.ofHours(12);

    public static QueueId queueId(int i) {
        return new QueueId("queue-" + i);
    }

    private static SkillId skill(int i) {
        return new SkillId("skill-" + i);
    }

    /** Two queues and five people who answer one of them, two of these the other too; short spans, counted from the beginning. */
    static Centre ofTwoQueues(int hours) {
        return new Centre()
                .queue(30, 300, 60.0)
                .queue(12, 400, 90.0)
                .operators(3, 1, 0)
                .operators(2, 1, 0, 1)
                .lasting(Duration.ofHours(hours))
                .warmUp(Duration.ZERO);
    }

    /** A queue to which so many chats come in an hour, and the workload they bring. */
    public Centre queue(double perHour, double handling, @Nullable Double patience, Double... slowdown) {
        return queue(
                perHour,
                Workload.of(handling, patience, slowdown.length == 0 ? List.of(1.0) : List.of(slowdown)),
                1,
                0,
                null,
                List.of());
    }

    public Centre queue(
            double perHour,
            Workload workload,
            int weight,
            int priority,
            WaitingRoom.@Nullable Limit limit,
            List<Rung> ladder) {
        int i = queues.size();
        queues.add(new Queue(
                queueId(i),
                "Queue " + i,
                ALL,
                new Membership.BySkill(),
                List.of(new SkillNeed(skill(i), 1)),
                1,
                weight,
                priority,
                new OperatorChoice.LongestFree(),
                new Handover(Handover.By.DIRECT, 0),
                new WaitingRoom(limit, true, false),
                QueueTarget.of(0.8, 20),
                workload,
                Queue.plain(queueId(i), "Queue", ALL, List.of(), 1, QueueTarget.of(0.8, 20), workload)
                        .transfers(),
                ladder));
        rules.add(Rule.plain(
                new RuleId("rule-" + i),
                "Rule " + i,
                List.of(new Condition.LanguageIs(List.of(LANGUAGES.get(i)))),
                queueId(i),
                List.of()));
        if (perHour > 0) {
            flows.add(new Flow(
                    Visit.of(DOOR, LANGUAGES.get(i)),
                    Duration.ofHours(1),
                    Collections.nCopies((int) span.toHours(), perHour)));
        }
        return this;
    }

    /** So many operators who hold so many chats at once, of these queues. */
    public Centre operators(int count, int capacity, int... of) {
        var skills = new ArrayList<HeldSkill>();
        for (int queue : of) {
            skills.add(new HeldSkill(skill(queue), 3));
        }
        for (int i = 0; i < count; i++) {
            int number = operators.size();
            operators.add(new Operator(
                    new OperatorId("operator-" + number),
                    "Operator " + number,
                    null,
                    false,
                    null,
                    null,
                    LANGUAGES.stream().map(tag -> new SpokenLanguage(tag, 5)).toList(),
                    skills,
                    capacity,
                    null,
                    List.of(),
                    LocalText.NONE,
                    NotificationWishes.USUAL,
                    List.of()));
        }
        return this;
    }

    public Centre lasting(Duration other) {
        span = other;
        return this;
    }

    public Centre warmUp(Duration other) {
        warmUp = other;
        return this;
    }

    public Centre behaving(Behaviour other) {
        behaviour = other;
        return this;
    }

    public Centre behaving(Behaviour.Handling handling, Behaviour.Patience patience) {
        return behaving(new Behaviour(
                handling, Behaviour.Differences.NONE, patience, 0, Behaviour.BotTalk.SHORT, Behaviour.Ways.USUAL));
    }

    public Centre with(Settings other) {
        settings = other;
        return this;
    }

    /** Other visitors than those of the queues. */
    Centre visitedBy(Flow... others) {
        flows.clear();
        flows.addAll(List.of(others));
        return this;
    }

    public Plan plan() {
        var all = new ArrayList<>(rules);
        all.add(Rule.plain(new RuleId("rest"), "Rest", List.of(), queueId(0), List.of()));
        var skills = new ArrayList<Skill>();
        for (int i = 0; i < queues.size(); i++) {
            skills.add(new Skill(skill(i), "Skill " + i));
        }
        return new Plan(
                settings,
                skills,
                List.of(HoursSet.of(ALWAYS, "Always", OpeningHours.aroundTheClock(ZoneOffset.UTC))),
                List.of(new Department(ALL, "All", ALWAYS, Texts.NONE, List.of())),
                queues,
                operators,
                List.of(FrontDoor.plain(DOOR, "Door", LANGUAGES, List.of())),
                all);
    }

    /** Everybody is there all the time. */
    public Experiment experiment(long seed) {
        Map<OperatorId, List<Span>> presence = new HashMap<>();
        operators.forEach(operator -> presence.put(operator.id(), List.of(new Span(START, START.plus(span)))));
        return new Experiment(
                plan(), START, START.plus(span), warmUp, Duration.ofHours(1), flows, behaviour, presence, seed);
    }

    public Simulation run(int replications) throws InterruptedException {
        return new Simulation(experiment(42)).run(replications);
    }
}
