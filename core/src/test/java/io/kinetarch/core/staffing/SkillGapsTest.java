package io.kinetarch.core.staffing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static io.kinetarch.core.plan.SamplePlan.FREIGHT;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Presences;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.staffing.SkillGaps.Training;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class SkillGapsTest {
    private static final LocalDate MONDAY = LocalDate.of(2026, 11, 30);
    private static final Instant TEN = Instant.parse("2026-12-01T10:00:00Z");

    private static Slot slot(Plan plan, Instant at, int... required) {
        var people = People.of(plan, Presences.USUAL, MONDAY).servable(at);
        int[] queueOf = Coverage.assign(required, people);
        var queues = new ArrayList<QueueSlot>();
        for (int q = 0; q < required.length; q++) {
            int place = q;
            int staffed =
                    (int) Arrays.stream(queueOf).filter(queue -> queue == place).count();
            queues.add(new QueueSlot(true, 1, required[q], 0, staffed, Performance.NOBODY_COMES, 0));
        }
        return new Slot(at, people.size(), queues);
    }

    private static SkillGaps gaps(Slot... slots) {
        return SkillGaps.of(SamplePlan.plan(), MONDAY, List.of(slots), Presences.USUAL);
    }

    /** Ana serves bookings, Dara cargo, Cleo both; Ben neither, for want of a level. */
    @Test
    void whoIsFreeCouldLearnTheQueueThatLacks() {
        var gaps = gaps(slot(SamplePlan.plan(), TEN, 3, 0));

        assertThat(gaps.queues()).containsExactly(new SkillGaps.Together(List.of(BOOKING), List.of(TEN), 0.5));
        assertThat(gaps.skills()).containsOnlyKeys(FARES);
        assertThat(gaps.skills().get(FARES)).containsExactly(1);
        assertThat(gaps.training())
                .containsExactlyInAnyOrder(
                        new Training(new OperatorId("ben"), BOOKING, 0.5),
                        new Training(new OperatorId("dara"), BOOKING, 0.5));
    }

    @Test
    void queuesThatShareTheirPeopleAreShortTogether() {
        var gaps = gaps(slot(SamplePlan.plan(), TEN, 2, 2), slot(SamplePlan.plan(), TEN.plusSeconds(1800), 2, 2));

        assertThat(gaps.queues())
                .containsExactly(
                        new SkillGaps.Together(List.of(BOOKING, CARGO), List.of(TEN, TEN.plusSeconds(1800)), 1.0));
        assertThat(gaps.skills().keySet()).isSubsetOf(FARES, FREIGHT);
        // Ana and Dara are needed where they are
        assertThat(gaps.training())
                .containsExactlyInAnyOrder(
                        new Training(new OperatorId("ben"), BOOKING, 1.0),
                        new Training(new OperatorId("ben"), CARGO, 1.0));
    }

    @Test
    void nobodyHelpsWhoIsNotThere() {
        assertThat(gaps(slot(SamplePlan.plan(), Instant.parse("2026-12-01T17:30:00Z"), 1, 0))
                        .training())
                .isEmpty();
        assertThat(gaps(slot(SamplePlan.plan(), TEN, 1, 1)).queues()).isEmpty();
    }

    /** The oracle shares everybody out anew, with the one more thing that somebody has learnt. */
    @Test
    void sparePeopleAreThoseWhoseTrainingFillsAPlace() {
        for (int seed = 0; seed < 600; seed++) {
            var random = new Random(seed);
            int queues = 1 + random.nextInt(4);
            int people = 1 + random.nextInt(6);
            int[] required = random.ints(queues, 0, 4).toArray();
            var servable = new ArrayList<boolean[]>();
            for (int p = 0; p < people; p++) {
                boolean[] can = new boolean[queues];
                for (int q = 0; q < queues; q++) {
                    can[q] = random.nextInt(3) == 0;
                }
                servable.add(can);
            }
            int[] queueOf = Coverage.assign(required, servable);
            boolean[] together = Coverage.shortTogether(required, servable, queueOf);
            boolean[] spare = Coverage.spare(servable, queueOf);
            for (int p = 0; p < people; p++) {
                for (int q = 0; q < queues; q++) {
                    if (!servable.get(p)[q]) {
                        boolean helps = filled(required, learnt(servable, p, q)) > filled(required, servable);
                        assertThat(spare[p] && together[q])
                                .as("seed %s: person %s learns queue %s", seed, p, q)
                                .isEqualTo(helps);
                    }
                }
            }
        }
    }

    private static List<boolean[]> learnt(List<boolean[]> servable, int person, int queue) {
        return IntStream.range(0, servable.size())
                .mapToObj(p -> {
                    boolean[] can = servable.get(p).clone();
                    can[queue] |= p == person;
                    return can;
                })
                .toList();
    }

    private static long filled(int[] required, List<boolean[]> servable) {
        return Arrays.stream(Coverage.assign(required, servable))
                .filter(queue -> queue != Coverage.NONE)
                .count();
    }

    @Test
    void theDemandOfADayIsCoveredOrSaid() {
        double[] chats = new double[336];
        Arrays.fill(chats, 40);
        var week = new WeekOfHalfHours(DUBLIN, MONDAY);
        var slots = StaffingWeek.of(SamplePlan.plan(), week, Map.of(BOOKING, chats), Map.of());

        var gaps = SkillGaps.of(SamplePlan.plan(), MONDAY, slots, Presences.USUAL);

        double short_ = slots.stream().mapToInt(Slot::shortOf).sum() / 2.0;
        assertThat(gaps.queues().stream().mapToDouble(SkillGaps.Together::hours).sum())
                .isEqualTo(short_);
        assertThat(gaps.training().getFirst().hours()).isPositive().isLessThanOrEqualTo(short_);
    }
}
