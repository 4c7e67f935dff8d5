package io.kinetarch.core.routing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.SALES;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.door.SampleDoor;
import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Comparison;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.PageFact;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.QuestionKind;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.VisitorKind;
import io.kinetarch.core.routing.RuleAnalysis.Dead;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Everything a rule can look at besides door, page, language and fixed answers. */
class ConditionAnalysisTest {
    private static final DoorId DESK = new DoorId("desk");
    private static final QuestionId NOTE = new QuestionId("note");
    private static final QuestionId TRUCKS = new QuestionId("trucks");
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 30);
    private static final Instant MIDNIGHT = TODAY.atStartOfDay(DUBLIN).toInstant();

    /** One door that may have a note and a number answered and takes a fact from the page. */
    private static final Plan ONE_DOOR = plan();

    private static Plan plan() {
        var door = new SampleDoor()
                .languages("en")
                .asks(
                        Question.open(NOTE, LocalText.of("en", "Note?"), false),
                        new Question(
                                TRUCKS,
                                QuestionKind.NUMBER,
                                LocalText.of("en", "Trucks?"),
                                LocalText.NONE,
                                false,
                                AskedWhen.BEFORE,
                                List.of()))
                .knows(new PageFact(PageFact.Kind.OTHER, "tier", null))
                .door(DESK);
        return SamplePlan.withRules(rule("rest", BOOKING))
                .edited(List.of(new PlanEdit.Put(door), new PlanEdit.Remove(SamplePlan.SITE)));
    }

    /** Something that chats differ in, every value that the random rules can tell apart, and rules about it. */
    private record Aspect(List<Consumer<ChatSketch>> values, List<Condition> conditions) {}

    private static final List<Aspect> ASPECTS = List.of(
            new Aspect(
                    values(sketch -> {}, VisitorKind.values(), (sketch, kind) -> sketch.visitor = kind),
                    List.of(
                            new Condition.VisitorIs(List.of(VisitorKind.KNOWN)),
                            new Condition.VisitorIs(List.of(VisitorKind.NEW, VisitorKind.RETURNING)))),
            new Aspect(
                    values(
                            sketch -> {},
                            new String[] {"Refund", "lost dog", "else"},
                            (sketch, topic) -> sketch.topic = topic),
                    List.of(
                            new Condition.TopicIs(List.of("refund")),
                            new Condition.TopicIs(List.of("lost dog", "Refund")))),
            new Aspect(
                    values(
                            sketch -> {},
                            new String[] {"gold", "Silver ", "tin"},
                            (sketch, tier) -> sketch.facts.put("tier", tier)),
                    List.of(
                            new Condition.FactIs("tier", List.of("Gold")),
                            new Condition.FactIs("tier", List.of("gold", "silver")),
                            new Condition.FactIs("never handed over", List.of("x")))),
            new Aspect(
                    values(
                            sketch -> {},
                            new String[] {
                                "ab", "b", "xabx", "ba", "a b", "cab", "c", "bc", "cabc", "  AB ", "b ab", "zz"
                            },
                            (sketch, note) -> sketch.answers.put(NOTE, note)),
                    List.of(
                            new Condition.AnswerContains(NOTE, List.of("ab")),
                            new Condition.AnswerContains(NOTE, List.of("b", "c")),
                            new Condition.AnswerContains(NOTE, List.of("c")),
                            new Condition.AnswerIs(NOTE, List.of("ab")),
                            new Condition.Answered(NOTE))),
            new Aspect(
                    values(
                            sketch -> {},
                            new String[] {"-7", "2", "2.5", "3", "3.0", "4", "1e9"},
                            (sketch, number) -> sketch.answers.put(TRUCKS, number)),
                    List.of(
                            new Condition.AnswerNumber(TRUCKS, Comparison.AT_LEAST, 3),
                            new Condition.AnswerNumber(TRUCKS, Comparison.BELOW, 3),
                            new Condition.AnswerNumber(TRUCKS, Comparison.EQUAL, 2),
                            new Condition.AnswerNumber(TRUCKS, Comparison.ABOVE, 2),
                            new Condition.Answered(TRUCKS))),
            new Aspect(
                    IntStream.range(0, 7 * 24)
                            .<Consumer<ChatSketch>>mapToObj(
                                    hour -> sketch -> sketch.at = MIDNIGHT.plusSeconds(hour * 3600L))
                            .toList(),
                    List.of(
                            new Condition.DepartmentIsOpen(List.of(SALES)),
                            within(DayOfWeek.MONDAY, 6, 10),
                            within(DayOfWeek.MONDAY, 9, 12),
                            within(DayOfWeek.SUNDAY, 22, 2))),
            new Aspect(
                    Stream.of(new int[] {0, 0}, new int[] {1, 0}, new int[] {1, 90}, new int[] {5, 10}, new int[] {5, 90
                            })
                            .<Consumer<ChatSketch>>map(
                                    wait -> sketch -> sketch.queues.put(CARGO, new Arrival.Waiting(wait[0], wait[1])))
                            .toList(),
                    List.of(
                            new Condition.ChatsWait(CARGO, 1),
                            new Condition.ChatsWait(CARGO, 5),
                            new Condition.LongestWaits(CARGO, 60))));

    /** Decides every chat that differs in three aspects taken at random, and compares. */
    @Test
    void agreesWithDecidingEveryChat() {
        IntStream.range(0, 180).forEach(seed -> {
            var random = new Random(seed);
            var aspects = new ArrayList<>(ASPECTS);
            Collections.shuffle(aspects, random);
            agrees(aspects.subList(0, 3), random, seed);
        });
    }

    private static void agrees(List<Aspect> aspects, Random random, int seed) {
        var rules = new ArrayList<Rule>();
        for (int i = 2 + random.nextInt(6); i > 0; i--) {
            rules.add(rule("r" + i, random.nextBoolean() ? CARGO : BOOKING, some(aspects, random)));
        }
        rules.add(rule("rest", BOOKING));
        var plan = with(rules);
        var analysis = RuleAnalysis.of(plan, TODAY);
        var table = new RuleTable(plan);
        var compiled = new CompiledRules(plan, MIDNIGHT, MIDNIGHT.plus(Duration.ofDays(5)));

        Set<RuleId> reached = new HashSet<>();
        for (Arrival chat : chats(aspects)) {
            var decided = table.decide(chat).rule();
            reached.add(decided.id());
            assertThat(rules.get(compiled.decide(chat)))
                    .as("seed %s: %s", seed, chat)
                    .isEqualTo(decided);
        }
        assertThat(analysis.dead())
                .as("seed %s: %s", seed, rules)
                .extracting(Dead::rule)
                .containsExactlyElementsOf(rules.stream()
                        .map(Rule::id)
                        .filter(id -> !reached.contains(id))
                        .toList());
        analysis.overlaps()
                .forEach(overlap -> assertThat(
                                table.decide(overlap.example()).rule().id())
                        .as("seed %s: %s", seed, overlap)
                        .isEqualTo(overlap.first()));
    }

    private static Condition[] some(List<Aspect> aspects, Random random) {
        var chosen = new ArrayList<Condition>();
        while (chosen.isEmpty()) {
            for (Aspect aspect : aspects) {
                for (Condition condition : aspect.conditions()) {
                    if (random.nextInt(4) == 0) {
                        chosen.add(random.nextInt(3) == 0 ? new Condition.Not(condition) : condition);
                    }
                }
            }
        }
        return chosen.toArray(Condition[]::new);
    }

    private static List<Arrival> chats(List<Aspect> aspects) {
        var plain = new ChatSketch(DESK);
        plain.at = MIDNIGHT;
        List<ChatSketch> sketches = List.of(plain);
        for (Aspect aspect : aspects) {
            sketches = sketches.stream()
                    .flatMap(sketch -> aspect.values().stream().map(value -> {
                        var copy = sketch.copy();
                        value.accept(copy);
                        return copy;
                    }))
                    .toList();
        }
        return sketches.stream().map(ChatSketch::chat).toList();
    }

    /** A rule for the time when a department is closed never matches at a door that is closed then too. */
    @Test
    void noChatComesThroughAClosedDoor() {
        var door = ONE_DOOR.door(DESK).with(SamplePlan.DAYTIME, null);
        var plan = with(List.of(
                        rule("night", CARGO, new Condition.Not(new Condition.DepartmentIsOpen(List.of(SALES)))),
                        rule("rest", BOOKING)))
                .edited(List.of(new PlanEdit.Put(door)));

        assertThat(RuleAnalysis.of(plan, TODAY).dead()).containsExactly(new Dead(new RuleId("night"), List.of()));
    }

    private static <T> List<Consumer<ChatSketch>> values(
            Consumer<ChatSketch> nothing, T[] values, BiConsumer<ChatSketch, T> give) {
        return Stream.concat(
                        Stream.of(nothing),
                        Stream.of(values).<Consumer<ChatSketch>>map(value -> sketch -> give.accept(sketch, value)))
                .toList();
    }

    private static Condition within(DayOfWeek day, int from, int to) {
        return new Condition.ArrivesWithin(List.of(new WeeklyWindow(day, LocalTime.of(from, 0), LocalTime.of(to, 0))));
    }

    private static Plan with(List<Rule> rules) {
        return new Plan(
                ONE_DOOR.settings(),
                ONE_DOOR.skills(),
                ONE_DOOR.hours(),
                ONE_DOOR.departments(),
                ONE_DOOR.queues(),
                ONE_DOOR.operators(),
                ONE_DOOR.doors(),
                rules);
    }
}
