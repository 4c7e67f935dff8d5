package io.kinetarch.core.staffing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.dispatch.ChatsAtOnce.Limit;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.staffing.AtOnceWays.Lever;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class AtOnceWaysTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 27);

    private static ChatsAtOnce atOnce(Plan plan) {
        return ChatsAtOnce.of(plan, plan.queue(BOOKING));
    }

    private static Plan mostChats(int most) {
        var plan = SamplePlan.plan();
        return plan.edited(plan.operators().stream()
                .<PlanEdit>map(operator -> new PlanEdit.Put(operator.withMostChats(most)))
                .toList());
    }

    /** The measured case: a person takes one chat at once, and staffing planned with three. */
    @Test
    void theMostChatsThatPeopleHoldCountsToo() {
        assertThat(atOnce(SamplePlan.plan())).isEqualTo(new ChatsAtOnce(3, Limit.CAPACITY, 3, Integer.MAX_VALUE, 3));
        assertThat(atOnce(mostChats(1)).value()).isEqualTo(1);
        assertThat(atOnce(mostChats(1)).by()).isEqualTo(Limit.MOST_CHATS);
        var short_ = SamplePlan.plan().queue(BOOKING).with(1, Workload.of(420, 180.0, List.of(1.0, 1.12)));
        assertThat(atOnce(SamplePlan.edited(short_)))
                .isEqualTo(new ChatsAtOnce(2, Limit.SLOWDOWN, 6, Integer.MAX_VALUE, 2));
    }

    @Test
    void everyWayLeadsWhereItSays() {
        for (int seed = 0; seed < 60; seed++) {
            var random = new Random(seed);
            var edits = new ArrayList<PlanEdit>();
            for (var operator : SamplePlan.plan().operators()) {
                var changed = operator.withCapacity(2 + random.nextInt(9));
                edits.add(new PlanEdit.Put(
                        random.nextInt(3) == 0 ? changed.withMostChats(1 + random.nextInt(5)) : changed));
            }
            var plan = SamplePlan.plan().edited(edits);
            for (int wanted = 1; wanted <= 6; wanted++) {
                for (var way : AtOnceWays.of(plan, plan.queue(BOOKING), wanted, TODAY)) {
                    assertThat(atOnce(plan.edited(way.edits())).value())
                            .as("seed %s: %s to %s at once", seed, way.lever(), wanted)
                            .isEqualTo(wanted);
                }
            }
        }
    }

    @Test
    void levelsOfSlowdownThatNobodyMeasuredAreDerivedAndSaySo() {
        var plan = SamplePlan.plan();

        var ways = AtOnceWays.of(plan, plan.queue(BOOKING), 4, TODAY);

        assertThat(ways).extracting(AtOnceWays.Way::lever).containsExactly(Lever.WEIGHT, Lever.CAPACITY);
        assertThat(ways.getFirst().derivedLevels()).isEqualTo(1);
        var queue = plan.edited(ways.getFirst().edits()).queue(BOOKING);
        assertThat(queue.weight()).isEqualTo(1);
        assertThat(queue.workload().slowdown()).hasSize(4);
        assertThat(queue.workload().slowdown().getLast()).isEqualTo(1.48);
        assertThat(queue.workload().slowdownFrom()).isNotNull().satisfies(source -> {
            assertThat(source.said()).isEqualTo("derived from the last of 3 levels known");
            assertThat(source.asOf()).isEqualTo(TODAY);
        });
    }

    @Test
    void fewerAtOnceCanComeFromAnyOfTheLimits() {
        var plan = SamplePlan.plan();

        assertThat(AtOnceWays.of(plan, plan.queue(BOOKING), 1, TODAY))
                .extracting(AtOnceWays.Way::lever)
                .containsExactly(Lever.SLOWDOWN, Lever.WEIGHT, Lever.MOST_CHATS, Lever.CAPACITY);
        assertThat(AtOnceWays.of(plan, plan.queue(BOOKING), 3, TODAY))
                .as("it is so already")
                .isEmpty();
        assertThatIllegalArgumentException()
                .isThrownBy(() -> AtOnceWays.of(plan, plan.queue(BOOKING), 0, TODAY))
                .withMessage("chats at once are from 1 to 20, not 0");
    }
}
