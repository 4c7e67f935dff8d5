package io.kinetarch.core.staffing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.plan.AnswerTarget;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.routing.ChatNeeds;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class AssumptionsTest {
    private static final WeekOfHalfHours WEEK = new WeekOfHalfHours(DUBLIN, LocalDate.of(2026, 11, 30));
    private static final Instant NOON = Instant.parse("2026-12-01T12:00:00Z");
    private static final double CHATS = 60;
    private static final double HANDLING = 300;

    @Test
    void volumeAndBotChangeTheChatsThatReachPeople() {
        assertThat(required(assume(1.5, 1, null, null, 0)))
                .isEqualTo(model(CHATS * 1.5, HANDLING, 0.8, 30, 1, 1.12, 1.3));
        // Common practice, no source: a good bot finishes four chats of five.
        assertThat(required(assume(1, 1, null, null, 0.8)))
                .isEqualTo(model(CHATS * 0.2, HANDLING, 0.8, 30, 1, 1.12, 1.3));
    }

    @Test
    void handlingAndTargetChangeWhatTheModelIsAsked() {
        assertThat(required(assume(1, 1.4, null, null, 0)))
                .isEqualTo(model(CHATS, 1.4 * HANDLING, 0.8, 30, 1, 1.12, 1.3));
        assertThat(required(assume(1, 1, null, new AnswerTarget(0.95, 10), 0)))
                .isEqualTo(model(CHATS, HANDLING, 0.95, 10, 1, 1.12, 1.3));
    }

    @Test
    void moreChatsAtOnceThanThePlanKnowsSlowDownAsTheLastStepDid() {
        assertThat(Assumptions.slowdown(List.of(1.0, 1.12, 1.3), 2)).containsExactly(1.0, 1.12);
        assertThat(Assumptions.slowdown(List.of(1.0, 1.12, 1.3), 5))
                .containsExactly(new double[] {1.0, 1.12, 1.3, 1.48, 1.66}, within(1e-12));
        assertThat(Assumptions.slowdown(List.of(1.0), 3)).containsExactly(1.0, 1.0, 1.0);
        assertThat(required(assume(1, 1, 1, null, 0))).isEqualTo(model(CHATS, HANDLING, 0.8, 30, 1));
        assertThat(required(assume(1, 1, 1, null, 0))).isGreaterThan(required(assume(1, 1, 3, null, 0)));
    }

    @Test
    void aShareAloneKeepsTheTimeOfEachQueue() {
        assertThat(required(Assumptions.AS_PLANNED.answering(0.95)))
                .isEqualTo(model(CHATS, HANDLING, 0.95, 30, 1, 1.12, 1.3));
    }

    @Test
    void furtherLimitsOnlyAskForMore() {
        var strict = new Assumptions(1, 1, null, null, null, null, 0.01, 0.6, null, null);
        assertThat(required(strict)).isGreaterThanOrEqualTo(required(Assumptions.AS_PLANNED));
        var slot = slot(strict).queues().getFirst();
        assertThat(slot.required()).isPositive();
    }

    @Test
    void onePersonMoreNeverHarms() {
        var plan = SamplePlan.plan();
        for (var one : OnePerson.in(plan, slot(Assumptions.AS_PLANNED), Map.of(BOOKING, HANDLING))) {
            assertThat(one.more().serviceLevel())
                    .isGreaterThanOrEqualTo(one.same().serviceLevel());
            assertThat(one.fewer().serviceLevel())
                    .isLessThanOrEqualTo(one.same().serviceLevel());
            assertThat(one.more().abandonment()).isLessThanOrEqualTo(one.same().abandonment());
        }
        assertThat(OnePerson.in(plan, slot(Assumptions.AS_PLANNED), Map.of()))
                .extracting(OnePerson::queue)
                .contains(BOOKING);
    }

    @Test
    void nonsenseIsRefused() {
        assertThatIllegalArgumentException().isThrownBy(() -> assume(-0.1, 1, null, null, 0));
        assertThatIllegalArgumentException().isThrownBy(() -> assume(1, 0, null, null, 0));
        assertThatIllegalArgumentException().isThrownBy(() -> assume(1, 1, 21, null, 0));
        assertThatIllegalArgumentException()
                .isThrownBy(() -> assume(1, 1, null, null, 0.99))
                .withMessageContaining("botShare must be from 0.0 to 0.95");
    }

    private static Assumptions assume(
            double volume, double handling, @Nullable Integer atOnce, @Nullable AnswerTarget target, double bot) {
        return new Assumptions(
                volume,
                handling,
                atOnce,
                target == null ? null : target.share(),
                target == null ? null : target.withinSeconds(),
                null,
                null,
                null,
                bot,
                null);
    }

    private static int required(Assumptions assumptions) {
        return slot(assumptions).queues().getFirst().required();
    }

    private static StaffingWeek.Slot slot(Assumptions assumptions) {
        double[] chats = new double[336];
        Arrays.fill(chats, CHATS);
        return StaffingWeek.of(
                        SamplePlan.plan(),
                        WEEK,
                        Map.of(ChatNeeds.of(BOOKING), chats),
                        Map.of(BOOKING, HANDLING),
                        assumptions,
                        Presences.USUAL)
                .stream()
                .filter(slot -> slot.startsAt().equals(NOON))
                .findFirst()
                .orElseThrow();
    }

    private static int model(double chats, double handling, double share, double seconds, double... slowdown) {
        return Requirement.smallest(
                ChatQueue.arriving(chats / 1800, handling)
                        .patience(180)
                        .slowdown(slowdown)
                        .build(),
                ServiceLimits.of(new AnswerTarget(share, seconds)));
    }
}
