package io.kinetarch.core.routing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.SALES;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static io.kinetarch.core.plan.SamplePlan.TOPIC;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.VisitorKind;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whether conditions hold, and the reasons that are given. */
class ConditionsTest {
    /** A Tuesday; the sales department is open from 8 to 18. */
    private static final Instant TEN = Instant.parse("2026-12-01T10:00:00Z");

    private static final Arrival CHAT = new Arrival(
            SITE,
            "https://ferry.example/fares",
            "de-AT",
            Map.of(TOPIC, " Fares "),
            TEN,
            VisitorKind.KNOWN,
            Map.of("tier", "Gold"),
            "refund",
            Map.of(CARGO, new Arrival.Waiting(3, 75)));

    /** RFC 4647, section 3.3.1 (basic filtering): the range, or the range and a hyphen, begins the tag. */
    @ParameterizedTest
    @CsvSource({
        "de, de, true",
        "de, de-AT, true",
        "DE, de-at, true",
        "de-AT, de, false",
        "de, den, false",
        "de-de, de-Deva, false",
        "de-DE, de-DE-1996, true",
        "en-GB, en-GB, true"
    })
    void aLanguageRangeTakesItsTagAndLongerOnes(String range, String tag, boolean takes) {
        assertThat(Conditions.takes(range, tag)).isEqualTo(takes);
    }

    @Test
    void eachLooksAtItsOwnThing() {
        holds(new Condition.AnswerIs(TOPIC, List.of("fares")), true);
        holds(new Condition.AnswerContains(TOPIC, List.of("ARE")), true);
        holds(new Condition.VisitorIs(List.of(VisitorKind.NEW)), false);
        holds(new Condition.FactIs("tier", List.of("silver", "gold")), true);
        holds(new Condition.FactIs("other", List.of("gold")), false);
        holds(new Condition.TopicIs(List.of("Refund")), true);
        holds(new Condition.DepartmentIsOpen(List.of(SALES)), true);
        holds(new Condition.ChatsWait(CARGO, 3), true);
        holds(new Condition.ChatsWait(CARGO, 4), false);
        holds(new Condition.ChatsWait(BOOKING, 1), false);
        holds(new Condition.LongestWaits(CARGO, 76), false);
        holds(new Condition.Not(new Condition.LongestWaits(CARGO, 76)), true);
        holds(within(DayOfWeek.TUESDAY, 10, 11), true);
        holds(within(DayOfWeek.MONDAY, 22, 11), true);
        holds(within(DayOfWeek.TUESDAY, 11, 12), false);
    }

    @Test
    void aRuleThatDoesNotMatchSaysHowItIsWithTheChat() {
        because(new Condition.VisitorIs(List.of(VisitorKind.NEW)), "the visitor is known");
        because(new Condition.FactIs("tier", List.of("silver")), "the page says tier is Gold");
        because(new Condition.FactIs("other", List.of("x")), "the page does not say other");
        because(new Condition.TopicIs(List.of("lost")), "the topic is refund");
        because(new Condition.Not(new Condition.DepartmentIsOpen(List.of(SALES))), "Sales is open");
        because(new Condition.ChatsWait(CARGO, 9), "3 wait in Queue cargo, the first for 75 s");
        because(new Condition.ChatsWait(BOOKING, 1), "nobody waits in Queue booking");
        because(within(DayOfWeek.SUNDAY, 8, 9), "it arrives Tuesday 10:00");
    }

    private static void holds(Condition condition, boolean expected) {
        var plan = SamplePlan.withRules(rule("asks", CARGO, condition), rule("rest", BOOKING));

        assertThat(new RuleTable(plan).decide(CHAT).considered().getFirst().matched())
                .as("%s", condition)
                .isEqualTo(expected);
        assertThat(new CompiledRules(plan, TEN, TEN.plusSeconds(60)).decide(CHAT))
                .as("%s", condition)
                .isEqualTo(expected ? 0 : 1);
    }

    private static void because(Condition condition, String words) {
        var plan = SamplePlan.withRules(rule("asks", CARGO, condition), rule("rest", BOOKING));

        var table = new RuleTable(plan);
        assertThat(table.because(table.decide(CHAT).considered().getFirst(), CHAT))
                .endsWith("; " + words);
    }

    private static Condition within(DayOfWeek day, int from, int to) {
        return new Condition.ArrivesWithin(List.of(new WeeklyWindow(day, LocalTime.of(from, 0), LocalTime.of(to, 0))));
    }
}
