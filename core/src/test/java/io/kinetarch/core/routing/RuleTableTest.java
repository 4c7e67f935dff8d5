package io.kinetarch.core.routing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static io.kinetarch.core.plan.SamplePlan.TOPIC;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.SamplePlan;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class RuleTableTest {
    private static final Instant NOON = Instant.parse("2026-12-01T12:00:00Z");

    @Test
    void theFirstRuleThatHoldsDecides() {
        var table = new RuleTable(SamplePlan.plan());
        var arrival = arrival("en", "https://ferry.example/trucks/7", Map.of(TOPIC, "freight"));
        var decision = table.decide(arrival);

        assertThat(decision.rule().id().value()).isEqualTo("freight");
        assertThat(decision.considered()).hasSize(1);
        assertThat(table.because(decision.considered().getFirst(), arrival))
                .isEqualTo("“topic” was answered with freight");
    }

    @Test
    void everyRuleThatDidNotMatchSaysWhy() {
        var table = new RuleTable(SamplePlan.plan());
        var arrival = arrival("en", null, Map.of(TOPIC, "fares"));
        var decision = table.decide(arrival);

        assertThat(decision.rule().queue()).isEqualTo(BOOKING);
        assertThat(decision.considered())
                .extracting(considered -> table.because(considered, arrival))
                .containsExactly(
                        "wants “topic is Freight”; “topic” was answered with fares",
                        "wants “page is like https://ferry.example/trucks/*”; no page is known",
                        "the last row takes every chat the others left");
    }

    @Test
    void aRuleHoldsOnlyIfAllItsConditionsDo() {
        var plan = SamplePlan.withRules(
                rule(
                        "german-site",
                        CARGO,
                        new Condition.DoorIs(List.of(SITE)),
                        new Condition.LanguageIs(List.of("de"))),
                rule("rest", BOOKING));
        var table = new RuleTable(plan);

        assertThat(table.decide(arrival("de-AT", null, Map.of())).rule().queue())
                .isEqualTo(CARGO);
        assertThat(table.decide(arrival("den", null, Map.of())).rule().queue()).isEqualTo(BOOKING);
        var english = arrival("en", null, Map.of());
        assertThat(table.because(table.decide(english).considered().getFirst(), english))
                .isEqualTo("wants “language is German”; the language is English");
    }

    private static Arrival arrival(String language, @Nullable String page, Map<QuestionId, String> answers) {
        return Arrival.of(SITE, page, language, answers, NOON);
    }
}
