package io.kinetarch.core.rehearsal;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.BotId;
import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.DoorOpens;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Handoff;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.HeldSkill;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.NextChatFrom;
import io.kinetarch.core.plan.NotificationWishes;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Sentences;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.Timeouts.RungClock.Seconds;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.WhenAway;
import io.kinetarch.core.plan.WhenClosed;
import io.kinetarch.core.plan.Workload;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Plans that use everything a dispatcher knows, put together by chance. */
public final class RandomPlans {
    public static final Instant FROM = Instant.parse("2026-12-07T09:00:00Z");
    static final List<String> LANGUAGES = List.of("en", "de");
    static final List<String> TOPICS = List.of("fares", "freight", "lost");
    private static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");

    private final Random random;
    private final List<SkillId> skills;
    private final List<OperatorId> operators;
    private final List<QueueId> queues;

    private RandomPlans(long seed) {
        random = new Random(seed);
        skills = Stream.of("a", "b", "c").map(SkillId::new).toList();
        operators = IntStream.range(0, 3 + random.nextInt(6))
                .mapToObj(i -> new OperatorId("o" + i))
                .toList();
        queues = IntStream.range(0, 2 + random.nextInt(4))
                .mapToObj(i -> new QueueId("q" + i))
                .toList();
    }

    public static Plan plan(long seed) {
        return new RandomPlans(seed).plan();
    }

    private Plan plan() {
        return new Plan(
                settings(),
                skills.stream().map(id -> new Skill(id, id.value())).toList(),
                List.of(
                        new HoursSet(new HoursId("always"), "Always", OpeningHours.aroundTheClock(DUBLIN), closing()),
                        new HoursSet(new HoursId("short"), "Short", hoursWithGaps(), closing())),
                List.of(department("main", "always"), department("side", random.nextBoolean() ? "short" : "always")),
                queues.stream().map(this::queue).toList(),
                operators.stream().map(this::operator).toList(),
                List.of(door("d0"), door("d1")),
                rules(),
                List.of(),
                topics(),
                List.of(bot()),
                List.of());
    }

    private Settings settings() {
        var plain = Settings.of("Random", DUBLIN, Texts.NONE);
        return plain.with(pick(NextChatFrom.values()))
                .with(pick(WhenAway.values()))
                .with(new Timeouts(
                        new Timeouts.Accept(5 + random.nextInt(20), 1 + random.nextInt(3), 1 + random.nextInt(30)),
                        new Timeouts.Reply(
                                10 + random.nextInt(60),
                                LocalText.NONE,
                                pick(Timeouts.AfterNoReply.values()),
                                pick(Timeouts.Offers.values())),
                        silence(),
                        1 + random.nextInt(2),
                        0.5,
                        new Timeouts.Lost(5 + random.nextInt(30), 5 + random.nextInt(30)),
                        new Timeouts.RungClock(
                                pick(Seconds.values()), pick(Seconds.values()), pick(Seconds.values()))));
    }

    private List<Topic> topics() {
        return TOPICS.stream()
                .map(topic -> Topic.of(
                        new TopicId(topic),
                        topic,
                        random.nextBoolean() ? any(skills) : null,
                        random.nextBoolean() ? Topic.After.HAND_OVER : Topic.After.NOTHING))
                .toList();
    }

    private Timeouts.Silence silence() {
        int reminder = 10 + random.nextInt(60);
        return new Timeouts.Silence(reminder, LocalText.NONE, reminder + 1 + random.nextInt(60), LocalText.NONE);
    }

    private OpeningHours hoursWithGaps() {
        return OpeningHours.weekly(
                DUBLIN,
                IntStream.range(0, 8)
                        .mapToObj(i -> new WeeklyWindow(
                                DayOfWeek.MONDAY, LocalTime.of(9 + i, 0), LocalTime.of(9 + i, 20 + random.nextInt(39))))
                        .toList());
    }

    private Closing closing() {
        return new Closing(pick(Closing.Then.values()), pick(Closing.Then.values()));
    }

    private Department department(String id, String hours) {
        return new Department(
                new DepartmentId(id),
                id,
                new HoursId(hours),
                Texts.NONE,
                random.nextInt(5) == 0 ? List.of(question("of-" + id)) : List.of());
    }

    private Question question(String id) {
        return new Question(
                new QuestionId(id),
                QuestionKind.TEXT,
                LocalText.of("en", id),
                LocalText.NONE,
                random.nextBoolean(),
                pick(AskedWhen.AFTER_FIRST_MESSAGE, AskedWhen.WHILE_WAITING),
                List.of());
    }

    private Queue queue(QueueId id) {
        return new Queue(
                id,
                id.value(),
                new DepartmentId(random.nextInt(4) == 0 ? "side" : "main"),
                switch (random.nextInt(4)) {
                    case 0 -> new Membership.ByName(some(operators));
                    case 1 -> new Membership.BySkillOrName(some(operators));
                    default -> new Membership.BySkill();
                },
                needs(),
                1 + random.nextInt(3),
                1 + random.nextInt(3),
                random.nextInt(4),
                switch (random.nextInt(4)) {
                    case 0 -> new OperatorChoice.LightestLoad();
                    case 1 -> new OperatorChoice.BestAtSkill();
                    case 2 -> new OperatorChoice.Tiers(List.of(List.of(any(operators))));
                    default -> new OperatorChoice.LongestFree();
                },
                new Handover(pick(Handover.By.values()), random.nextBoolean() ? 0 : 1 + random.nextInt(30)),
                waiting(id),
                QueueTarget.of(0.8, 5 + random.nextInt(60)),
                Workload.of(60, 60.0, List.of(1.0)),
                others(id),
                ladder(id));
    }

    private WaitingRoom waiting(QueueId id) {
        if (random.nextBoolean()) {
            return WaitingRoom.OPEN;
        }
        var beyond = switch (random.nextInt(3)) {
            case 0 -> new WaitingRoom.Beyond.BusyText();
            case 1 -> new WaitingRoom.Beyond.MessageForm();
            default -> new WaitingRoom.Beyond.ToQueue(any(others(id)));
        };
        return new WaitingRoom(new WaitingRoom.Limit(random.nextInt(4), beyond), true, false);
    }

    private List<QueueId> others(QueueId id) {
        return queues.stream().filter(other -> !other.equals(id)).toList();
    }

    private List<Rung> ladder(QueueId id) {
        var rungs = new ArrayList<Rung>();
        for (int i = random.nextInt(5); i > 0; i--) {
            Rung.Action action = switch (random.nextInt(12)) {
                case 0, 1 -> new Rung.Action.LowerLevel(any(skills), 1 + random.nextInt(4));
                case 2 -> new Rung.Action.AddOperators(List.of(any(operators)));
                case 3 -> new Rung.Action.AddMembersOf(any(others(id)));
                case 4, 5 -> new Rung.Action.RaisePriority(1 + random.nextInt(5));
                case 6 -> new Rung.Action.Say(LocalText.of("en", "still here"));
                case 7 -> new Rung.Action.MoveTo(any(others(id)));
                case 8 -> new Rung.Action.OfferBot();
                case 9 -> new Rung.Action.OfferCallBack();
                case 10 -> new Rung.Action.OfferMessage();
                default -> new Rung.Action.End(LocalText.NONE);
            };
            rungs.add(new Rung(random.nextInt(60), action));
        }
        return rungs;
    }

    private List<SkillNeed> needs() {
        return skills.stream()
                .filter(_ -> random.nextInt(3) == 0)
                .map(skill -> new SkillNeed(skill, 1 + random.nextInt(4)))
                .toList();
    }

    private Operator operator(OperatorId id) {
        return new Operator(
                id,
                id.value(),
                null,
                false,
                null,
                null,
                LANGUAGES.stream()
                        .filter(tag -> tag.equals("en") || random.nextBoolean())
                        .map(tag -> new SpokenLanguage(tag, 2 + random.nextInt(4)))
                        .toList(),
                skills.stream()
                        .filter(_ -> random.nextInt(3) > 0)
                        .map(skill -> new HeldSkill(skill, 1 + random.nextInt(5)))
                        .toList(),
                1 + random.nextInt(6),
                random.nextBoolean() ? null : 1 + random.nextInt(3),
                random.nextInt(4) == 0 ? List.of(new DepartmentId("side")) : List.of(),
                LocalText.NONE,
                NotificationWishes.USUAL,
                List.of());
    }

    private FrontDoor door(String id) {
        var plain = FrontDoor.plain(
                new DoorId(id), id, LANGUAGES, random.nextInt(3) == 0 ? List.of(question("of-" + id)) : List.of());
        return new FrontDoor(
                plain.id(),
                plain.name(),
                random.nextInt(3) == 0 ? new HoursId("short") : null,
                null,
                plain.languages(),
                plain.texts(),
                random.nextInt(3) == 0 ? pick(DoorOpens.values()) : DoorOpens.BY_HOURS,
                new FirstToAnswer(
                        random.nextInt(3) == 0 ? FirstToAnswer.Side.BOT : FirstToAnswer.Side.PEOPLE,
                        pick(FirstToAnswer.Side.values())),
                random.nextBoolean() ? null : handoff(),
                plain.questions(),
                List.of(),
                pick(WhenClosed.values()),
                null,
                plain.goOnDays(),
                List.of(),
                plain.ending(),
                random.nextBoolean(),
                List.of(),
                false,
                List.of(),
                plain.look(),
                List.of(),
                List.of(),
                List.of(),
                false,
                null,
                true);
    }

    private Bot bot() {
        return new Bot(
                new BotId("tern"),
                "Tern",
                null,
                LANGUAGES,
                random.nextBoolean() ? List.of(new DoorId("d0")) : List.of(new DoorId("d0"), new DoorId("d1")),
                List.of(),
                Map.of(),
                LocalText.NONE,
                LocalText.NONE,
                Sentences.NONE,
                handoff(),
                null);
    }

    private Handoff handoff() {
        return new Handoff(
                random.nextBoolean() ? null : 1 + random.nextInt(3),
                random.nextBoolean() ? null : 1 + random.nextInt(4),
                random.nextBoolean() ? null : 10 + random.nextInt(200),
                random.nextInt(4) > 0
                        ? List.of()
                        : List.of(new Condition.LanguageIs(List.of(pick(LANGUAGES.toArray(String[]::new))))),
                Sentences.NONE,
                random.nextBoolean() ? null : 10 + random.nextInt(100));
    }

    private List<Rule> rules() {
        var rules = new ArrayList<Rule>();
        for (int i = 0; i < queues.size(); i++) {
            rules.add(new Rule(
                    new RuleId("r" + i),
                    "r" + i,
                    List.of(new Condition.PageMatches(List.of(new PagePattern("https://site.example/" + i)))),
                    queues.get(i),
                    random.nextInt(3) == 0 ? needs() : List.of(),
                    random.nextBoolean() ? null : random.nextInt(6),
                    LocalText.NONE));
        }
        if (random.nextInt(3) == 0) {
            rules.add(Rule.plain(
                    new RuleId("full"),
                    "full",
                    List.of(new Condition.ChatsWait(queues.getFirst(), 2)),
                    queues.getLast(),
                    List.of()));
        }
        rules.add(Rule.plain(new RuleId("rest"), "rest", List.of(), queues.getFirst(), List.of()));
        return rules;
    }

    private <T> List<T> some(List<T> all) {
        return all.stream().filter(_ -> random.nextBoolean()).toList();
    }

    private <T> T any(List<T> all) {
        return all.get(random.nextInt(all.size()));
    }

    @SafeVarargs
    private <T> T pick(T... all) {
        return all[random.nextInt(all.length)];
    }
}
