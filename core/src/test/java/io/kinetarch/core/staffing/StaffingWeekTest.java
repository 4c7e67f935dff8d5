package io.kinetarch.core.staffing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.plan.AnswerTarget;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.assertj.core.util.DoubleComparator;
import org.junit.jupiter.api.Test;

class StaffingWeekTest {
    private static final WeekOfHalfHours WEEK = new WeekOfHalfHours(DUBLIN, LocalDate.of(2026, 11, 30));

    @Test
    void requiresWhatTheModelSaysWhereOpenAndNothingWhereClosed() {
        double[] chats = new double[336];
        Arrays.fill(chats, 20);
        var slots =
                StaffingWeek.of(SamplePlan.plan(), WEEK, Map.of(ChatNeeds.of(BOOKING), chats), Map.of(BOOKING, 300.0));
        int model = Requirement.smallest(
                ChatQueue.arriving(20 / 1800.0, 300)
                        .patience(180)
                        .slowdown(1, 1.12, 1.3)
                        .build(),
                ServiceLimits.of(new AnswerTarget(0.8, 30)));

        var noon = slot(slots, "2026-12-01T12:00:00Z").queues().getFirst();
        assertThat(noon.required()).isEqualTo(model);
        assertThat(noon.eligible()).isEqualTo(2);
        var night = slot(slots, "2026-12-01T22:00:00Z").queues().getFirst();
        assertThat(night.open()).isFalse();
        assertThat(night.required()).isZero();
        assertThat(night.chats()).isEqualTo(20);
    }

    @Test
    void onePersonIsCountedForOneQueueAtATime() {
        double[] some = new double[336];
        Arrays.fill(some, 1);
        var slots = StaffingWeek.of(
                SamplePlan.plan(), WEEK, Map.of(ChatNeeds.of(BOOKING), some, ChatNeeds.of(CARGO), some), Map.of());
        var noon = slot(slots, "2026-12-01T12:00:00Z");

        assertThat(noon.present()).isEqualTo(4);
        assertThat(noon.shortOf()).isZero();
        // Ana, Cleo and Dara can serve something; Ben's level is too low for everything.
        assertThat(noon.queues().stream()
                        .mapToDouble(StaffingWeek.QueueSlot::staffed)
                        .sum())
                .isEqualTo(3);
        var early = slot(slots, "2026-12-01T08:00:00Z");
        assertThat(early.present()).isZero();
        assertThat(early.shortOf()).isEqualTo(early.required());
        assertThat(early.queues().getFirst().seen().abandonment()).isEqualTo(1);
    }

    /** Beyond the limit chats are turned away, as the model of a queue with as many waiting places says. */
    @Test
    void aWaitingLimitTurnsAwayWhoComesBeyondIt() {
        double[] chats = new double[336];
        Arrays.fill(chats, 40);
        var limited = SamplePlan.booking(
                new Membership.BySkill(),
                new OperatorChoice.LongestFree(),
                new WaitingRoom(new WaitingRoom.Limit(2, new WaitingRoom.Beyond.BusyText()), true, false));
        var slots = StaffingWeek.of(SamplePlan.edited(limited), WEEK, Map.of(ChatNeeds.of(BOOKING), chats), Map.of());
        var noon = slot(slots, "2026-12-01T12:00:00Z").queues().getFirst();
        var model = ChatQueue.arriving(40 / 1800.0, 420)
                .patience(180)
                .slowdown(1, 1.12, 1.3)
                .waitingLimit(2)
                .build()
                .evaluate(noon.staffed(), 30);

        // by then the queue has followed the day so long that it has settled
        assertThat(noon.seen())
                .usingRecursiveComparison()
                .withComparatorForType(new DoubleComparator(1e-9), Double.class)
                .isEqualTo(model);
        assertThat(noon.carried()).isCloseTo(model.meanWaiting(), within(1e-9));
        assertThat(model.turnedAway()).isPositive();
        var totals = WeekTotals.of(slots, DUBLIN, Shrinkage.NONE);
        double closed = slots.stream()
                .flatMap(slot -> slot.queues().stream())
                .filter(queue -> !queue.open())
                .mapToDouble(StaffingWeek.QueueSlot::chats)
                .sum();
        assertThat(totals.turnedAway()).isGreaterThan(closed);
    }

    /** Who waits as a half-hour with too few operators ends is there as the next begins, and gone at the latest at closing time. */
    @Test
    void whatIsLeftOverIsCarriedIntoTheNextHalfHour() {
        double[] chats = new double[336];
        int ten = (int) Duration.between(WEEK.slots().getFirst(), Instant.parse("2026-12-01T10:00:00Z"))
                        .toMinutes()
                / 30;
        Arrays.fill(chats, 1);
        chats[ten] = 200;
        var plan = SamplePlan.edited(withPatience(3000));
        var slots = StaffingWeek.of(plan, WEEK, Map.of(ChatNeeds.of(BOOKING), chats), Map.of());
        var rush = slot(slots, "2026-12-01T10:00:00Z").queues().getFirst();
        var after = slot(slots, "2026-12-01T10:30:00Z").queues().getFirst();
        var later = slot(slots, "2026-12-01T16:00:00Z").queues().getFirst();

        assertThat(rush.shortOf()).isPositive();
        assertThat(rush.carried()).isLessThan(1e-3);
        assertThat(after.shortOf()).isZero();
        assertThat(after.carried()).isGreaterThan(20);
        assertThat(after.seen().serviceLevel()).isLessThan(0.2);
        assertThat(later.carried()).isZero();
        assertThat(later.seen().serviceLevel()).isGreaterThan(0.99);
    }

    private static Queue withPatience(double seconds) {
        var queue = SamplePlan.plan().queue(BOOKING);
        return Queue.plain(
                queue.id(),
                queue.name(),
                queue.department(),
                queue.needs(),
                queue.weight(),
                queue.target(),
                Workload.of(420, seconds, List.of(1.0, 1.12, 1.3)));
    }

    @Test
    void paidHoursFollowTheShrinkageOfEachWeekday() {
        double[] some = new double[336];
        Arrays.fill(some, 5);
        var slots = StaffingWeek.of(SamplePlan.plan(), WEEK, Map.of(ChatNeeds.of(BOOKING), some), Map.of());
        var onMondays = new Shrinkage(List.of(new Shrinkage.Part("Meeting", 0.5, List.of(DayOfWeek.MONDAY), false)));

        double aDay = WeekTotals.of(slots, DUBLIN, Shrinkage.NONE).requiredHours() / 7;
        assertThat(WeekTotals.of(slots, DUBLIN, onMondays).paidHours()).isCloseTo(8 * aDay, within(1e-9));
        assertThat(WeekTotals.of(slots, DUBLIN, Shrinkage.of(0.2)).paidHours()).isCloseTo(7 * aDay / 0.8, within(1e-9));
    }

    @Test
    void membersByNameAreEligibleWhateverTheirSkills() {
        double[] some = new double[336];
        Arrays.fill(some, 1);
        var byName = SamplePlan.booking(
                new Membership.ByName(List.of(new OperatorId("ben"))),
                new OperatorChoice.LongestFree(),
                WaitingRoom.OPEN);
        var slots = StaffingWeek.of(SamplePlan.edited(byName), WEEK, Map.of(ChatNeeds.of(BOOKING), some), Map.of());

        assertThat(slot(slots, "2026-12-01T12:00:00Z").queues().getFirst().eligible())
                .isEqualTo(1);
    }

    @Test
    void chatsAtOnceFollowCapacityWeightAndKnownSlowdown() {
        var plan = SamplePlan.plan();

        assertThat(ChatsAtOnce.of(plan, plan.queue(BOOKING)).value()).isEqualTo(3);
    }

    @Test
    void aWeekHasTheHalfHoursItsClocksGiveIt() {
        assertThat(WEEK.slots()).hasSize(336);
        assertThat(new WeekOfHalfHours(DUBLIN, LocalDate.of(2026, 3, 23)).slots())
                .hasSize(334);
        assertThat(new WeekOfHalfHours(DUBLIN, LocalDate.of(2026, 10, 19)).slots())
                .hasSize(338);
        assertThat(WeekOfHalfHours.after(Instant.parse("2026-11-30T00:00:00Z"), DUBLIN)
                        .monday())
                .isEqualTo("2026-12-07");
    }

    private static Slot slot(List<Slot> slots, String at) {
        return slots.stream()
                .filter(slot -> slot.startsAt().equals(Instant.parse(at)))
                .findFirst()
                .orElseThrow();
    }
}
