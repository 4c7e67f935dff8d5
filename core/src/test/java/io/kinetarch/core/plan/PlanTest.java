package io.kinetarch.core.plan;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.TOPIC;
import static io.kinetarch.core.plan.SamplePlan.queue;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.util.List;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;

class PlanTest {
    @Test
    void aRuleWithoutConditionsMustBeTheLast() {
        refused(() -> SamplePlan.withRules(), "/rules", "at least a last row");
        refused(
                () -> SamplePlan.withRules(rule("a", BOOKING, new Condition.LanguageIs(List.of("de")))),
                "/rules/0/conditions",
                "must have no conditions");
        refused(
                () -> SamplePlan.withRules(rule("a", BOOKING), rule("b", BOOKING)),
                "/rules/0/conditions",
                "only the last rule");
    }

    @Test
    void referencesMustLeadSomewhere() {
        refused(() -> SamplePlan.withRules(rule("a", new QueueId("gone"))), "/rules/0/queue", "no queue \"gone\"");
        refused(
                () -> SamplePlan.withRules(
                        rule("a", CARGO, new Condition.DoorIs(List.of(SamplePlan.SITE, new DoorId("back")))),
                        rule("b", CARGO)),
                "/rules/0/conditions/0/doors/1",
                "no front door \"back\"");
        refused(
                () -> SamplePlan.withRules(
                        rule("a", CARGO, new Condition.AnswerIs(new QuestionId("who"), List.of("me"))),
                        rule("b", CARGO)),
                "/rules/0/conditions/0/question",
                "no door asks");
        refused(
                () -> SamplePlan.withQueues(queue(BOOKING, FARES, 1), queue(CARGO, new SkillId("knots"), 1)),
                "/queues/1/needs/0/skill",
                "no skill \"knots\"");
    }

    @Test
    void idsAreUniqueWithinTheirKind() {
        refused(
                () -> SamplePlan.withQueues(queue(BOOKING, FARES, 1), queue(CARGO, FARES, 1), queue(BOOKING, FARES, 2)),
                "/queues/2/id",
                "\"booking\" stands twice");
    }

    @Test
    void elementsRefuseAbsurdValues() {
        refused(() -> new QueueId("Große Fähre"), "", "small letters");
        refused(() -> queue(BOOKING, FARES, 6), "/leastLevel", "from 1 to 5, was 6");
        refused(() -> new AnswerTarget(1, 30), "/share", "below 1");
        refused(() -> new AnswerTarget(0.8, -1), "/withinSeconds", "from 0 to 86400");
        refused(() -> Workload.of(0, null, List.of(1.0)), "/handlingSeconds", "from 1 to 86400, was 0");
        refused(() -> Workload.of(60, 0.0, List.of(1.0)), "/patienceSeconds", "was 0");
        refused(() -> Workload.of(60, null, List.of()), "/slowdown", "at least one");
        refused(() -> Workload.of(60, null, List.of(1.0, -2.0)), "/slowdown/1", "was -2");
        refused(() -> SamplePlan.operator("eve", 0, List.of("en")), "/capacity", "from 1 to 1000");
        refused(() -> SamplePlan.operator("eve", 1, List.of()), "/languages", "at least one");
        refused(() -> SamplePlan.operator("eve", 1, List.of("en", "english!")), "/language", "BCP 47");
        refused(() -> new Skill(FARES, "  "), "/name", "blank");
        refused(() -> new Skill(FARES, "x".repeat(2001)), "/name", "2001 characters");
        refused(
                () -> SamplePlan.operator("eve", 1, List.of("en"), new HeldSkill(FARES, 1), new HeldSkill(FARES, 2)),
                "/skills/1/skill",
                "stands twice");
        refused(
                () -> Question.choice(TOPIC, LocalText.of("en", "What?"), true, List.of("a", "b", "a")),
                "/choices/2/value",
                "\"a\" stands twice");
    }

    @Test
    void whoSpeaksALanguageAnswersItsRegions() {
        var operator = SamplePlan.operator("eve", 1, List.of("en-IE", "de"));

        assertThat(operator.languageLevel("de-AT")).isEqualTo(5);
        assertThat(operator.languageLevel("en")).isEqualTo(5);
        assertThat(operator.languageLevel("fr")).isZero();
    }

    @Test
    void elementsAreFoundByTheirIds() {
        var plan = SamplePlan.plan();

        assertThat(plan.queue(CARGO).id()).isEqualTo(CARGO);
        assertThat(plan.has(new QueueId("gone"))).isFalse();
        assertThat(plan.has(FARES)).isTrue();
        assertThatExceptionOfType(IllegalArgumentException.class)
                .isThrownBy(() -> plan.queue(new QueueId("gone")))
                .withMessageContaining("no \"gone\"");
    }

    private static void refused(ThrowingCallable act, String pointer, String message) {
        assertThatExceptionOfType(PlanRefusal.class)
                .isThrownBy(act)
                .withMessageContaining(message)
                .satisfies(refusal -> assertThat(refusal.pointer()).isEqualTo(pointer));
    }
}
