package io.kinetarch.core.staffing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.SkillGaps.Training;
import io.kinetarch.core.staffing.StaffingWeek.Part;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class SkillGapsTest {
    private static final LocalDate MONDAY = LocalDate.of(2026, 11, 30);
    private static final Instant TEN = Instant.parse("2026-12-01T10:00:00Z");

    private static final Assumptions NO_SHRINKAGE =
            new Assumptions(1, 1, null, null, null, null, null, null, null, Shrinkage.NONE);

    private static Slot slot(Plan plan, Instant at, int... required) {
        var queues = new ArrayList<QueueSlot>();
        var posts = List.of(post(0), post(1));
        var people = new People(plan, Presences.USUAL, Shrinkage.NONE, MONDAY, posts);
        var coverage = new Coverage(
                Arrays.stream(required).map(places -> places * Coverage.PLACE).toArray(),
                people.serves(),
                people.supply(at, people.present(at)));
        for (int q = 0; q < required.length; q++) {
            queues.add(new QueueSlot(
                    true,
                    1,
                    required[q],
                    0,
                    0,
                    0,
                    (double) coverage.lacking(q) / Coverage.PLACE,
                    Performance.NOBODY_COMES,
                    0,
                    false,
                    List.of(new Part(posts.get(q), 1, required[q], required[q], 0))));
        }
        return new Slot(at, 4, 4, queues);
    }

    private static Post post(int queue) {
        return Post.of(SamplePlan.plan(), List.of()).get(queue).getFirst();
    }

    private static SkillGaps gaps(Slot... slots) {
        return SkillGaps.of(SamplePlan.plan(), MONDAY, List.of(slots), NO_SHRINKAGE, Presences.USUAL);
    }

    /** Ana serves bookings, Dara cargo, Cleo both; Ben neither, for want of a level. */
    @Test
    void whoIsFreeCouldLearnTheQueueThatLacks() {
        var gaps = gaps(slot(SamplePlan.plan(), TEN, 3, 0));

        assertThat(gaps.queues()).containsExactly(new SkillGaps.Together(List.of(post(0)), List.of(TEN), 0.5));
        assertThat(gaps.skills()).containsOnlyKeys(FARES);
        assertThat(gaps.skills().get(FARES)).containsExactly(1.0);
        assertThat(gaps.training())
                .containsExactlyInAnyOrder(
                        new Training(new OperatorId("ben"), post(0), 0.5),
                        new Training(new OperatorId("dara"), post(0), 0.5));
    }

    @Test
    void queuesThatShareTheirPeopleAreShortTogether() {
        var gaps = gaps(slot(SamplePlan.plan(), TEN, 2, 2), slot(SamplePlan.plan(), TEN.plusSeconds(1800), 2, 2));

        assertThat(gaps.queues())
                .containsExactly(
                        new SkillGaps.Together(List.of(post(0), post(1)), List.of(TEN, TEN.plusSeconds(1800)), 1.0));
        assertThat(gaps.skills().keySet()).isSubsetOf(FARES, FREIGHT);
        // Ana and Dara are needed where they are
        assertThat(gaps.training())
                .containsExactlyInAnyOrder(
                        new Training(new OperatorId("ben"), post(0), 1.0),
                        new Training(new OperatorId("ben"), post(1), 1.0));
    }

    @Test
    void nobodyHelpsWhoIsNotThere() {
        assertThat(gaps(slot(SamplePlan.plan(), Instant.parse("2026-12-01T17:30:00Z"), 1, 0))
                        .training())
                .isEmpty();
        assertThat(gaps(slot(SamplePlan.plan(), TEN, 1, 1)).queues()).isEmpty();
    }

    @Test
    void theDemandOfADayIsCoveredOrSaid() {
        double[] chats = new double[336];
        Arrays.fill(chats, 40);
        var week = new WeekOfHalfHours(DUBLIN, MONDAY);
        var slots = StaffingWeek.of(SamplePlan.plan(), week, Map.of(ChatNeeds.of(BOOKING), chats), Map.of());

        var gaps = SkillGaps.of(SamplePlan.plan(), MONDAY, slots, Assumptions.AS_PLANNED, Presences.USUAL);

        double short_ = slots.stream().mapToDouble(Slot::shortOf).sum() / 2.0;
        assertThat(gaps.queues().stream().mapToDouble(SkillGaps.Together::hours).sum())
                .isCloseTo(short_, within(1e-9));
        assertThat(gaps.training().getFirst().hours()).isPositive().isLessThanOrEqualTo(short_);
    }
}
