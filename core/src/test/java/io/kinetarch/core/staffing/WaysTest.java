package io.kinetarch.core.staffing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.core.staffing.Ways.Lever;
import io.kinetarch.core.staffing.Ways.Way;
import io.kinetarch.core.staffing.WhyRequired.Limit;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class WaysTest {
    private static final WeekOfHalfHours WEEK = new WeekOfHalfHours(DUBLIN, LocalDate.of(2026, 11, 30));
    private static final Plan PLAN = SamplePlan.plan();

    /** Chats from ten to twelve o'clock only, while two people can serve them. */
    private static List<Slot> week(double chats, Assumptions assumptions) {
        double[] expected = new double[336];
        for (int i = 0; i < expected.length; i++) {
            int hour = WEEK.slots().get(i).atZone(DUBLIN).getHour();
            expected[i] = hour >= 10 && hour < 12 ? chats : 0;
        }
        return StaffingWeek.of(
                PLAN, WEEK, Map.of(ChatNeeds.of(BOOKING), expected), Map.of(), assumptions, Presences.USUAL);
    }

    private static double shortHours(double chats, Assumptions assumptions) {
        return week(chats, assumptions).stream().mapToDouble(Slot::shortOf).sum() / 2.0;
    }

    private static Assumptions bot(double share) {
        return new Assumptions(1, 1, null, null, null, null, null, null, share, null);
    }

    @Test
    void everyLeverMovesNoFurtherThanItMust() {
        double chats = 22;
        assertThat(shortHours(chats, Assumptions.AS_PLANNED)).isPositive();

        var ways = Ways.of(3, 0.8, 0, assumptions -> week(chats, assumptions));

        assertThat(ways)
                .extracting(Way::lever)
                .containsExactly(Lever.CHATS_AT_ONCE, Lever.BOT_SHARE, Lever.HANDLING, Lever.ANSWER_SHARE);
        var bot = ways.get(1);
        assertThat(bot.shortHours()).isZero();
        assertThat(shortHours(chats, bot(bot.value()))).isZero();
        assertThat(shortHours(chats, bot(bot.value() - 0.01))).isPositive();
    }

    @Test
    void aLeverThatDoesNotDoGoesAsFarAsItHelps() {
        double chats = 400;

        var ways = Ways.of(3, 0.8, 0, assumptions -> week(chats, assumptions));

        var atOnce = ways.getFirst();
        assertThat(atOnce.value()).isEqualTo(6);
        assertThat(atOnce.shortHours())
                .isPositive()
                .isEqualTo(shortHours(chats, new Assumptions(1, 1, 6, null, null, null, null, null, null, null)));
    }

    @Test
    void whyItTakesSoManyIsWhatOneLessWouldMiss() {
        var slot = week(22, Assumptions.AS_PLANNED).stream()
                .filter(one -> one.startsAt().equals(Instant.parse("2026-12-01T11:00:00Z")))
                .findFirst()
                .orElseThrow()
                .queues()
                .getFirst();

        var why = WhyRequired.of(PLAN, PLAN.queue(BOOKING), slot, 400.0);

        assertThat(why.load()).isEqualTo(22 * 400 / 1800.0);
        assertThat(why.with().serviceLevel()).isGreaterThanOrEqualTo(0.8);
        assertThat(why.missed()).containsExactly(Limit.ANSWERED_IN_TIME);
        assertThat(why.everybody()).isEqualTo(2);
        assertThat(why.slowdown()).hasSize(why.chatsAtOnce());
        assertThat(why.withEverybody().serviceLevel())
                .as("two people do not reach the target, and this is what they reach")
                .isBetween(0.1, 0.8);
    }
}
