package io.kinetarch.core.inspection;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.DoorOpens;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.SamplePlan;
import java.util.List;
import org.junit.jupiter.api.Test;

class HandoverCheckTest {
    private static final Plan PLAN = SamplePlan.plan();

    @Test
    void aSoundPlanHasNothingAgainstIt() {
        assertThat(HandoverCheck.of(PLAN)).isEmpty();
    }

    @Test
    void anOfferThatNobodyCanAcceptInTimeIsFoundAndMended() {
        var ladder = List.of(new Rung(20, new Rung.Action.MoveTo(SamplePlan.CARGO)));
        var found = only(SamplePlan.edited(PLAN.queue(BOOKING).withLadder(ladder)));

        assertThat(found.code()).isEqualTo(FindingCode.OFFER_OUTLASTS_LADDER);
        assertThat(found.words()).contains("have 30 s to accept").contains("leaves the queue after 20 s");
        var mended = PLAN.edited(found.offered().orElseThrow().edits());
        assertThat(mended.queue(BOOKING).handover().by()).isEqualTo(Handover.By.DIRECT);
        assertThat(HandoverCheck.of(mended)).isEmpty();
    }

    @Test
    void wrappingUpThatLeavesNoTimeToTalkIsFound() {
        var found = only(SamplePlan.edited(PLAN.queue(BOOKING).with(new Handover(Handover.By.OFFER, 420))));

        assertThat(found.code()).isEqualTo(FindingCode.WRAP_UP_IS_ALL);
        assertThat(found.words()).contains("420 s").contains("no time is left to talk");
        assertThat(HandoverCheck.of(SamplePlan.edited(PLAN.queue(BOOKING).with(new Handover(Handover.By.OFFER, 419)))))
                .isEmpty();
    }

    @Test
    void aDoorOpenedByAPresenceThatIsNeverMetIsFound() {
        var door = PLAN.door(SamplePlan.SITE).with(DoorOpens.CATCH_ALL_PRESENT, FirstToAnswer.PEOPLE);
        assertThat(HandoverCheck.of(SamplePlan.edited(door))).isEmpty();

        var nobody = SamplePlan.edited(
                door,
                PLAN.queue(BOOKING).withLadder(List.of()),
                PLAN.operators().get(0).withSkills(List.of()),
                PLAN.operators().get(2).withSkills(List.of()));

        assertThat(only(nobody).code()).isEqualTo(FindingCode.DOOR_NEVER_MET);
        assertThat(only(nobody).words()).contains("it is never open");
    }

    @Test
    void closingTextsThatAreMissingInALanguageAreFound() {
        var daytime = PLAN.hours(SamplePlan.DAYTIME);
        var found = only(SamplePlan.edited(new HoursSet(
                daytime.id(),
                daytime.name(),
                daytime.hours(),
                new Closing(Closing.Then.ENDED, Closing.Then.SERVED_OUT))));

        assertThat(found.code()).isEqualTo(FindingCode.CLOSING_TEXT_MISSING);
        assertThat(found.words()).contains("in English, German");
    }

    private static Finding only(Plan plan) {
        var found = HandoverCheck.of(plan);
        assertThat(found).hasSize(1);
        return found.getFirst();
    }
}
