package io.kinetarch.bench;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.NotificationWishes;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Workload;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.function.IntFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** A plan as large as they come: 500 operators with 60 skills, 80 queues, 40 doors, 300 rules. The same seed, the same plan. */
final class LargePlan {
    /** Where an installation has it that was empty before. */
    static final String PATH = "/api/v1/plans/main";

    private static final int OPERATORS = 500;
    private static final int SKILLS = 60;
    private static final int QUEUES = 80;
    private static final int DOORS = 40;
    private static final int RULES = 300;
    private static final int DEPARTMENTS = 20;
    private static final int TOPICS = 20;
    private static final ZoneId ZONE = ZoneId.of("Europe/Dublin");
    private static final QuestionId TOPIC = new QuestionId("topic");

    private LargePlan() {}

    static Plan of(long seed) {
        var random = new Random(seed);
        var day = new HoursId("day");
        return new Plan(
                Settings.of("Large", ZONE, Texts.NONE),
                numbered(SKILLS, i -> new Skill(skill(i), "Skill " + i)),
                List.of(HoursSet.of(day, "Daytime", OpeningHours.weekly(ZONE, everyDay(7, 21)))),
                numbered(
                        DEPARTMENTS, i -> new Department(department(i), "Department " + i, day, Texts.NONE, List.of())),
                numbered(QUEUES, i -> queue(i, random)),
                numbered(OPERATORS, i -> operator(i, random)),
                numbered(DOORS, LargePlan::door),
                numbered(RULES, i -> rule(i, random)));
    }

    /** Some hundred edits later: people with other skills, queues with other weights, rules in another order. */
    static Plan edited(Plan plan, long seed) {
        var random = new Random(seed);
        var people = new ArrayList<>(plan.operators());
        people.replaceAll(operator -> random.nextInt(4) == 0 ? operator.withSkills(skills(random)) : operator);
        people.removeIf(_ -> random.nextInt(40) == 0);
        var rules = new ArrayList<>(plan.rules().subList(0, RULES - 1));
        Collections.shuffle(rules.subList(0, 40), random);
        rules.add(plan.rules().getLast());
        return new Plan(
                plan.settings(),
                plan.skills(),
                plan.hours(),
                plan.departments(),
                numbered(
                        QUEUES,
                        i -> random.nextInt(3) == 0
                                ? queue(i, random)
                                : plan.queues().get(i)),
                people,
                plan.doors(),
                rules);
    }

    private static Queue queue(int i, Random random) {
        return Queue.plain(
                new QueueId("queue-" + i),
                "Queue " + i,
                department(i % DEPARTMENTS),
                List.of(new SkillNeed(skill(i % SKILLS), 1 + random.nextInt(3))),
                1 + random.nextInt(3),
                QueueTarget.of(0.8, 30),
                Workload.of(420, 180.0, List.of(1.0, 1.12, 1.3)));
    }

    private static Operator operator(int i, Random random) {
        return new Operator(
                new OperatorId("operator-" + i),
                "Operator " + i,
                "Person " + i,
                false,
                null,
                null,
                List.of(new SpokenLanguage("en", 5), new SpokenLanguage(random.nextBoolean() ? "de" : "fr", 3)),
                skills(random),
                6,
                null,
                List.of(),
                LocalText.NONE,
                NotificationWishes.USUAL,
                everyDay(8, 16));
    }

    private static List<HeldSkill> skills(Random random) {
        return random.ints(0, SKILLS)
                .distinct()
                .limit(5)
                .mapToObj(skill -> new HeldSkill(skill(skill), 1 + random.nextInt(5)))
                .toList();
    }

    private static FrontDoor door(int i) {
        var topics = numbered(TOPICS, topic -> "Topic " + topic);
        return FrontDoor.plain(
                new DoorId("door-" + i),
                "Door " + i,
                List.of("en", "de"),
                List.of(Question.choice(TOPIC, LocalText.of("en", "What is it about?"), true, topics)));
    }

    private static Rule rule(int i, Random random) {
        List<Condition> conditions = i == RULES - 1
                ? List.of()
                : List.of(
                        new Condition.DoorIs(List.of(new DoorId("door-" + i % DOORS))),
                        new Condition.AnswerIs(TOPIC, List.of("Topic " + i % TOPICS)));
        return Rule.plain(
                new RuleId("rule-" + i),
                "Rule " + i,
                conditions,
                new QueueId("queue-" + random.nextInt(QUEUES)),
                List.of());
    }

    private static List<WeeklyWindow> everyDay(int from, int to) {
        return Stream.of(DayOfWeek.values())
                .map(day -> new WeeklyWindow(day, LocalTime.of(from, 0), LocalTime.of(to, 0)))
                .toList();
    }

    private static SkillId skill(int i) {
        return new SkillId("skill-" + i);
    }

    private static DepartmentId department(int i) {
        return new DepartmentId("department-" + i);
    }

    private static <T> List<T> numbered(int count, IntFunction<T> make) {
        return IntStream.range(0, count).mapToObj(make).toList();
    }
}
