package io.kinetarch.core.plan;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Edits of a plan: where elements come to stand, and that only the whole has to be well-formed. */
class PlanEditTest {
    private static final Plan PLAN = SamplePlan.plan();
    private static final Condition GERMAN = new Condition.LanguageIs(List.of("de"));

    @Test
    void aNewElementComesLastAndANewRuleBeforeTheLast() {
        var knots = new Skill(new SkillId("knots"), "Knots");
        var german = rule("german", CARGO, GERMAN);
        var plan = PLAN.edited(List.of(new PlanEdit.Put(knots), new PlanEdit.Put(german)));

        assertThat(plan.skills()).extracting(Skill::id).containsExactly(FARES, FREIGHT, knots.id());
        assertThat(plan.rules())
                .extracting(each -> each.id().value())
                .containsExactly("freight", "trucks", "german", "rest");
    }

    @Test
    void anElementKeepsItsPlaceUnlessItIsPlaced() {
        var fares = new Skill(FARES, "Fares and more");
        assertThat(edited(new PlanEdit.Put(fares)).skills())
                .extracting(Skill::id)
                .containsExactly(FARES, FREIGHT);
        assertThat(edited(new PlanEdit.Place(fares, Optional.empty())).skills())
                .extracting(Skill::id)
                .containsExactly(FREIGHT, FARES);
        assertThat(edited(new PlanEdit.Place(PLAN.skill(FREIGHT), Optional.of(FARES)))
                        .skills())
                .extracting(Skill::id)
                .containsExactly(FREIGHT, FARES);
    }

    @Test
    void onlyTheWholeHasToBeWellFormed() {
        var knots = new SkillId("knots");
        var needing = Queue.plain(
                BOOKING,
                "Knots",
                SamplePlan.SALES,
                List.of(new SkillNeed(knots, 1)),
                1,
                QueueTarget.of(0.8, 30),
                Workload.of(60, null, List.of(1.0)));
        var plan = PLAN.edited(List.of(new PlanEdit.Put(needing), new PlanEdit.Put(new Skill(knots, "Knots"))));

        assertThat(plan.queue(BOOKING).needs()).containsExactly(new SkillNeed(knots, 1));
        assertThatExceptionOfType(PlanRefusal.class)
                .isThrownBy(() -> edited(new PlanEdit.Put(needing)))
                .withMessageContaining("no skill \"knots\"");
    }

    @Test
    void theSettingsAreEditedLikeAnyElement() {
        var settings = Settings.of("Other", SamplePlan.DUBLIN, Texts.NONE);

        assertThat(edited(new PlanEdit.Put(settings)).settings()).isEqualTo(settings);
        assertThat(edited(new PlanEdit.Place(settings, Optional.empty())).name())
                .isEqualTo("Other");
        assertThat(PLAN.element(SettingsId.ONLY)).contains(PLAN.settings());
        assertThat(PLAN.next(SettingsId.ONLY)).isEmpty();
    }

    @Test
    void everyElementKnowsWhichComesNext() {
        assertThat(PLAN.next(FARES)).contains(FREIGHT);
        assertThat(PLAN.next(FREIGHT)).isEmpty();
        assertThat(PLAN.next(new SkillId("gone"))).isEmpty();
        assertThat(PLAN.elements().map(element -> element.id().value()))
                .startsWith("settings", "fares", "freight", "daytime", "sales")
                .endsWith("freight", "trucks", "rest");
    }

    private static Plan edited(PlanEdit edit) {
        return PLAN.edited(List.of(edit));
    }
}
