package io.kinetarch.core.plan;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.WeeklyWindow;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.stream.Stream;

/** A small plan that tests start from: two queues, four operators, one door, three rules. */
public final class SamplePlan {
    public static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");
    public static final SkillId FARES = new SkillId("fares");
    public static final SkillId FREIGHT = new SkillId("freight");
    public static final DepartmentId SALES = new DepartmentId("sales");
    public static final QueueId BOOKING = new QueueId("booking");
    public static final QueueId CARGO = new QueueId("cargo");
    public static final DoorId SITE = new DoorId("site");
    public static final QuestionId TOPIC = new QuestionId("topic");
    public static final HoursId DAYTIME = new HoursId("daytime");

    private SamplePlan() {}

    public static Plan plan() {
        return new Plan(
                new Settings(
                        "Sample",
                        DUBLIN,
                        "IE",
                        Shrinkage.NONE,
                        null,
                        List.of(),
                        null,
                        NextChatFrom.PRIORITY,
                        Texts.NONE,
                        Timeouts.COMMON,
                        WhenAway.KEPT,
                        List.of(),
                        List.of()),
                List.of(new Skill(FARES, "Fares"), new Skill(FREIGHT, "Freight")),
                List.of(HoursSet.of(DAYTIME, "Daytime", OpeningHours.weekly(DUBLIN, everyDay(8, 18)))),
                List.of(new Department(SALES, "Sales", DAYTIME, Texts.NONE, List.of())),
                List.of(queue(BOOKING, FARES, 2), queue(CARGO, FREIGHT, 3)),
                List.of(
                        operator("ana", 6, List.of("en", "de"), new HeldSkill(FARES, 4)),
                        operator("ben", 6, List.of("en"), new HeldSkill(FARES, 1)),
                        operator("cleo", 6, List.of("en", "fr"), new HeldSkill(FARES, 3), new HeldSkill(FREIGHT, 3)),
                        operator("dara", 6, List.of("en"), new HeldSkill(FREIGHT, 5))),
                List.of(FrontDoor.plain(
                        SITE,
                        "Site",
                        List.of("en", "de"),
                        List.of(Question.choice(
                                TOPIC, LocalText.of("en", "What is it about?"), true, List.of("fares", "freight"))))),
                List.of(
                        rule("freight", CARGO, new Condition.AnswerIs(TOPIC, List.of("Freight"))),
                        rule(
                                "trucks",
                                CARGO,
                                new Condition.PageMatches(List.of(new PagePattern("https://ferry.example/trucks/*")))),
                        rule("rest", BOOKING)));
    }

    public static Queue queue(QueueId id, SkillId skill, int leastLevel) {
        return Queue.plain(
                id,
                "Queue " + id.value(),
                SALES,
                List.of(new SkillNeed(skill, leastLevel)),
                2,
                QueueTarget.of(0.8, 30),
                Workload.of(420, 180.0, List.of(1.0, 1.12, 1.3)));
    }

    public static Operator operator(String id, int capacity, List<String> languages, HeldSkill... skills) {
        return new Operator(
                new OperatorId(id),
                "Op " + id,
                null,
                false,
                null,
                null,
                languages.stream().map(tag -> new SpokenLanguage(tag, 5)).toList(),
                List.of(skills),
                capacity,
                null,
                List.of(),
                LocalText.NONE,
                NotificationWishes.USUAL,
                everyDay(9, 17));
    }

    public static Rule rule(String id, QueueId queue, Condition... conditions) {
        return Rule.plain(new RuleId(id), "Rule " + id, List.of(conditions), queue, List.of());
    }

    public static List<WeeklyWindow> everyDay(int from, int to) {
        return Stream.of(DayOfWeek.values())
                .map(day -> new WeeklyWindow(day, LocalTime.of(from, 0), LocalTime.of(to, 0)))
                .toList();
    }

    public static Plan withRules(Rule... rules) {
        var plan = plan();
        return new Plan(
                plan.settings(),
                plan.skills(),
                plan.hours(),
                plan.departments(),
                plan.queues(),
                plan.operators(),
                plan.doors(),
                List.of(rules));
    }

    public static Plan withQueues(Queue... queues) {
        var plan = plan();
        return new Plan(
                plan.settings(),
                plan.skills(),
                plan.hours(),
                plan.departments(),
                List.of(queues),
                plan.operators(),
                plan.doors(),
                plan.rules());
    }

    /** The sample plan after some edits. */
    public static Plan edited(Element... elements) {
        return plan().edited(
                        Stream.of(elements).<PlanEdit>map(PlanEdit.Put::new).toList());
    }

    /** The booking queue with other ways to find members, choose among them and let chats wait. */
    public static Queue booking(Membership members, OperatorChoice choice, WaitingRoom waiting) {
        var queue = plan().queue(BOOKING);
        return new Queue(
                queue.id(),
                queue.name(),
                queue.department(),
                members,
                queue.needs(),
                queue.leastLanguageLevel(),
                queue.weight(),
                queue.priority(),
                choice,
                Handover.OFFERED,
                waiting,
                queue.target(),
                queue.workload(),
                queue.transfers(),
                queue.ladder());
    }
}
