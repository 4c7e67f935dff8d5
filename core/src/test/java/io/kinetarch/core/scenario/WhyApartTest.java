package io.kinetarch.core.scenario;

import static io.kinetarch.core.scenario.WhyApart.ABSENCES;
import static io.kinetarch.core.scenario.WhyApart.FEW_ABLE;
import static io.kinetarch.core.scenario.WhyApart.LADDER;
import static io.kinetarch.core.scenario.WhyApart.LEFT_OVER;
import static io.kinetarch.core.scenario.WhyApart.OTHERS_HELP;
import static io.kinetarch.core.scenario.WhyApart.SHARED;
import static io.kinetarch.core.scenario.WhyApart.UNEVEN;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.simulation.Centre;
import io.kinetarch.core.staffing.Performance;
import io.kinetarch.core.staffing.Post;
import io.kinetarch.core.staffing.StaffingWeek.Part;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.util.BitSet;
import java.util.List;
import org.junit.jupiter.api.Test;

class WhyApartTest {
    private static final Performance SEEN = new Performance(0.8, 0.2, 0, 0.05, 10, 1, 0.7, 1.5);

    private final Plan plain =
            new Centre().queue(30, 300, 120.0).operators(4, 1, 0).plan();

    private static QueueSlot slot(
            int eligible, double available, double staffed, double carried, boolean shared, Part... parts) {
        return new QueueSlot(true, 15, 4, eligible, available, staffed, 0, SEEN, carried, shared, List.of(parts));
    }

    private static Part part(double chats, int atLeast, double able) {
        return new Part(new Post(Centre.queueId(0), new BitSet(), List.of(), 0, List.of()), chats, 1, atLeast, able);
    }

    private static List<WhyApart> of(Plan plan, QueueSlot slot) {
        return WhyApart.of(plan, new Slot(Centre.START, 4, 4, List.of(slot)), 0);
    }

    @Test
    void whereTheFormulaSeesEverythingThereIsNoReason() {
        assertThat(of(plain, slot(4, 4, 4, 0, false, part(0, 9, 1), part(15, 4, 4))))
                .isEmpty();
    }

    @Test
    void peopleWhoComeFromOtherQueuesOrGoThereAreTold() {
        assertThat(of(plain, slot(6, 6, 4, 0, false))).containsExactly(OTHERS_HELP);
        assertThat(of(plain, slot(4, 4, 4, 0, true))).containsExactly(SHARED);
    }

    @Test
    void chatsThatFewCanTakeAndThoseLeftOverAreTold() {
        assertThat(of(plain, slot(4, 4, 4, 0, false, part(3, 2, 1), part(12, 4, 4))))
                .containsExactly(FEW_ABLE);
        assertThat(of(plain, slot(4, 4, 4, 2, false))).containsExactly(LEFT_OVER);
        assertThat(of(plain, slot(3, 2.2, 2.2, 0, false))).containsExactly(ABSENCES);
    }

    @Test
    void rungsThatChangeWhoAnswersAndUnevenFillingAreTold() {
        var queue = plain.queues().getFirst();
        var said = plain.edited(
                List.of(new PlanEdit.Put(queue.withLadder(List.of(new Rung(10, new Rung.Action.OfferMessage()))))));
        assertThat(of(said, slot(4, 4, 4, 0, false))).isEmpty();
        var helped = plain.edited(List.of(new PlanEdit.Put(queue.withLadder(List.of(new Rung(
                10,
                new Rung.Action.AddOperators(
                        List.of(plain.operators().getFirst().id()))))))));
        assertThat(of(helped, slot(4, 4, 4, 0, false))).containsExactly(LADDER);
        var slowed =
                new Centre().queue(30, 300, 120.0, 1.0, 1.4).operators(4, 2, 0).plan();
        assertThat(of(slowed, slot(4, 4, 4, 0, false))).containsExactly(UNEVEN);
    }
}
