package io.kinetarch.core.routing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static io.kinetarch.core.plan.SamplePlan.TOPIC;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.routing.RuleAnalysis.Dead;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class RuleAnalysisTest {
    private static final DoorId STATUS = new DoorId("status");
    private static final QuestionId NOTE = new QuestionId("note");
    private static final LocalDate TODAY = LocalDate.of(2026, 12, 1);
    private static final Instant NOON = Instant.parse("2026-12-01T12:00:00Z");

    /** Two doors: the sample plan's, which must have its topic answered, and one that may have a free note answered. */
    private static final Plan TWO_DOORS = SamplePlan.plan()
            .edited(List.of(new PlanEdit.Put(FrontDoor.plain(
                    STATUS,
                    "Status",
                    List.of("en"),
                    List.of(Question.open(NOTE, LocalText.of("en", "Note?"), false))))));

    @Test
    void aRuleCoveredByOneOrBySeveralTogetherIsDead() {
        var analysis = analyse(
                rule("german", CARGO, new Condition.LanguageIs(List.of("de"))),
                rule("austrian", BOOKING, new Condition.LanguageIs(List.of("de-AT"))),
                rule("fares", BOOKING, new Condition.AnswerIs(TOPIC, List.of("fares"))),
                rule("cargo", CARGO, new Condition.AnswerIs(TOPIC, List.of("freight"))),
                rule("site", BOOKING, new Condition.DoorIs(List.of(SITE))),
                rule(
                        "never",
                        BOOKING,
                        new Condition.DoorIs(List.of(STATUS)),
                        new Condition.AnswerIs(TOPIC, List.of("fares"))),
                rule("rest", BOOKING));

        assertThat(analysis.dead())
                .containsExactly(
                        new Dead(id("austrian"), List.of(id("german"))),
                        new Dead(id("site"), List.of(id("fares"), id("cargo"))),
                        new Dead(id("never"), List.of()));
        assertThat(analysis.rest())
                .hasValueSatisfying(example -> assertThat(example.door()).isEqualTo(STATUS));
    }

    @Test
    void overlapsAreShownWithAChatThatTheFirstOfThemGets() {
        var analysis = analyse(
                rule("trucks", CARGO, page("https://f/trucks/*")),
                rule("english", BOOKING, new Condition.LanguageIs(List.of("en"))),
                rule("same-end", CARGO, page("https://f/*")),
                rule("rest", BOOKING));

        assertThat(analysis.overlaps())
                .extracting(overlap -> overlap.first().value() + " "
                        + overlap.second().value() + " " + overlap.example().language() + " "
                        + overlap.example().page())
                .containsExactly("trucks english en https://f/trucks/", "english same-end en https://f/");
    }

    @Test
    void whereEverythingIsTakenNothingFallsToTheLastRow() {
        var analysis = analyse(
                rule("site", CARGO, new Condition.DoorIs(List.of(SITE))),
                rule("status", CARGO, new Condition.DoorIs(List.of(STATUS))),
                rule("rest", BOOKING));

        assertThat(analysis.rest()).isEmpty();
        assertThat(analysis.dead()).containsExactly(new Dead(id("rest"), List.of(id("site"), id("status"))));
    }

    /** Patterns that read every address in ways of their own multiply; the analysis says so rather than going on for ever. */
    @Test
    void patternsThatDifferInTooManyWaysAreGivenUpOn() {
        var rules = IntStream.range(0, 14)
                .mapToObj(i ->
                        rule("r" + i, CARGO, page("*" + (char) ('a' + i) + "*" + (char) ('b' + i) + "*" + i + "*")))
                .collect(Collectors.toCollection(ArrayList::new));
        rules.add(rule("rest", BOOKING));

        assertThatExceptionOfType(RuleAnalysis.TooVaried.class)
                .isThrownBy(() -> analyse(rules.toArray(Rule[]::new)))
                .withMessageContaining("page patterns");
    }

    /** The oracle decides every one of some thousand chats that differ in all that the random rules can tell apart. */
    @Test
    void agreesWithDecidingEveryChat() {
        var chats = everyChat();
        IntStream.range(0, 150).forEach(seed -> agreesWithDeciding(chats, seed));
    }

    private static void agreesWithDeciding(List<Arrival> chats, int seed) {
        var random = new Random(seed);
        var rules = new ArrayList<Rule>();
        for (int i = 2 + random.nextInt(5); i > 0; i--) {
            rules.add(rule("r" + i, random.nextBoolean() ? CARGO : BOOKING, conditions(random)));
        }
        rules.add(rule("rest", BOOKING));
        var plan = with(rules.toArray(Rule[]::new));
        var analysis = RuleAnalysis.of(plan, TODAY);
        var table = new RuleTable(plan);

        var compiled = new CompiledRules(plan, NOON, NOON.plusSeconds(86_400));
        Set<RuleId> reached = new HashSet<>();
        chats.forEach(chat -> {
            var decided = table.decide(chat).rule();
            reached.add(decided.id());
            assertThat(plan.rules().get(compiled.decide(chat)))
                    .as("seed %s: %s", seed, chat)
                    .isEqualTo(decided);
        });
        assertThat(analysis.dead())
                .as("seed %s: %s", seed, rules)
                .extracting(Dead::rule)
                .containsExactlyElementsOf(rules.stream()
                        .map(Rule::id)
                        .filter(id -> !reached.contains(id))
                        .toList());
        assertThat(analysis.rest().isPresent()).isEqualTo(reached.contains(id("rest")));
        analysis.rest().ifPresent(example -> assertThat(decided(table, example)).isEqualTo(id("rest")));
        analysis.overlaps()
                .forEach(overlap -> assertThat(decided(table, overlap.example()))
                        .as("seed %s: %s", seed, overlap)
                        .isEqualTo(overlap.first()));
        analysis.dead()
                .forEach(dead -> assertThat(isCovered(plan, dead, chats))
                        .as("seed %s: %s", seed, dead)
                        .isTrue());
    }

    private static boolean isCovered(Plan plan, Dead dead, List<Arrival> chats) {
        var alone = plan.rules().stream()
                .filter(rule -> dead.covering().contains(rule.id()) || rule.id().equals(dead.rule()))
                .collect(Collectors.toCollection(ArrayList::new));
        if (!alone.getLast().conditions().isEmpty()) {
            alone.add(plan.rules().getLast());
        }
        var table = new RuleTable(with(alone.toArray(Rule[]::new)));
        return chats.stream().noneMatch(chat -> table.decide(chat).rule().id().equals(dead.rule()));
    }

    private static RuleId decided(RuleTable table, Arrival example) {
        return table.decide(example).rule().id();
    }

    private static Condition[] conditions(Random random) {
        var conditions = new ArrayList<Condition>();
        if (random.nextInt(3) == 0) {
            conditions.add(new Condition.DoorIs(List.of(random.nextBoolean() ? SITE : STATUS)));
        }
        if (random.nextInt(2) == 0) {
            conditions.add(new Condition.LanguageIs(some(random, List.of("en", "de", "de-AT", "fr"))));
        }
        if (random.nextInt(2) == 0) {
            conditions.add(
                    page(some(random, List.of("https://f/*", "https://f/a*", "https://f/*b", "https://f/ab", "*a*b"))
                            .toArray(String[]::new)));
        }
        if (random.nextInt(2) == 0) {
            conditions.add(
                    random.nextBoolean()
                            ? new Condition.AnswerIs(TOPIC, some(random, List.of("Fares", "freight")))
                            : new Condition.AnswerIs(NOTE, some(random, List.of("hello", "bye"))));
        }
        if (conditions.isEmpty()) {
            conditions.add(new Condition.LanguageIs(List.of("en")));
        }
        return conditions.toArray(Condition[]::new);
    }

    private static List<String> some(Random random, List<String> of) {
        var chosen = of.stream().filter(_ -> random.nextInt(3) == 0).toList();
        return chosen.isEmpty() ? List.of(of.get(random.nextInt(of.size()))) : chosen;
    }

    private static List<Arrival> everyChat() {
        var pages = IntStream.rangeClosed(0, 3)
                .boxed()
                .flatMap(length -> words(length).stream())
                .flatMap(word -> Stream.of("https://f/" + word, "https://g/" + word))
                .collect(Collectors.toCollection(ArrayList<@Nullable String>::new));
        pages.add(null);
        var chats = new ArrayList<Arrival>();
        for (String language : List.of("en", "de", "de-AT", "fr", "it")) {
            for (var page : pages) {
                for (String topic : List.of("fares", "freight")) {
                    chats.add(Arrival.of(SITE, page, language, Map.of(TOPIC, topic), NOON));
                }
                chats.add(Arrival.of(STATUS, page, language, Map.of(), NOON));
                for (String note : List.of("hello", "bye", "what")) {
                    chats.add(Arrival.of(STATUS, page, language, Map.of(NOTE, note), NOON));
                }
            }
        }
        return chats;
    }

    private static List<String> words(int length) {
        return length == 0
                ? List.of("")
                : words(length - 1).stream()
                        .flatMap(word -> Stream.of(word + "a", word + "b", word + "c"))
                        .toList();
    }

    private static RuleAnalysis analyse(Rule... rules) {
        return RuleAnalysis.of(with(rules), TODAY);
    }

    private static Plan with(Rule... rules) {
        return new Plan(
                TWO_DOORS.settings(),
                TWO_DOORS.skills(),
                TWO_DOORS.hours(),
                TWO_DOORS.departments(),
                TWO_DOORS.queues(),
                TWO_DOORS.operators(),
                TWO_DOORS.doors(),
                List.of(rules));
    }

    private static Condition page(String... patterns) {
        return new Condition.PageMatches(
                Stream.of(patterns).map(PagePattern::new).toList());
    }

    private static RuleId id(String value) {
        return new RuleId(value);
    }
}
