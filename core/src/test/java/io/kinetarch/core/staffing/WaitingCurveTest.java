package io.kinetarch.core.staffing;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import java.util.List;
import org.junit.jupiter.api.Test;

class WaitingCurveTest {
    private static final Plan PLAN = SamplePlan.plan();
    /** Of the sample plan's booking queue, whose visitors have a patience of 180 s in the mean. */
    private static final double PATIENCE = 180;

    @Test
    void aWeekIsItsHalfHoursWeighedByTheirChats() {
        var busy = slot(true, 20, 1);
        var calm = slot(true, 4, 2);

        var both = curve(busy, calm, calm, slot(false, 50, 0), slot(true, 0, 2));

        assertThat(both.chats()).isEqualTo(28);
        for (int i = 0; i < both.waiting().size(); i++) {
            double expected = (20 * curve(busy).waiting().get(i)
                            + 8 * curve(calm).waiting().get(i))
                    / 28;
            assertThat(both.waiting().get(i)).isCloseTo(expected, within(1e-12));
        }
    }

    @Test
    void nobodyWaitsLongerThanPatient() {
        var curve = curve(slot(true, 40, 1));

        for (int i = 0; i < curve.waiting().size(); i++) {
            assertThat(curve.patient().get(i)).isCloseTo(Math.exp(-i * 10 / PATIENCE), within(1e-12));
            assertThat(curve.waiting().get(i))
                    .isLessThanOrEqualTo(curve.patient().get(i) + 1e-9);
        }
    }

    @Test
    void withoutOperatorsEveryPatientVisitorWaits() {
        var curve = curve(slot(true, 10, 0));

        assertThat(curve.waiting().get(18)).isCloseTo(curve.patient().get(18), within(1e-9));
    }

    @Test
    void withoutChatsThereIsNothingToWaitFor() {
        assertThat(curve(slot(false, 10, 1)).waiting()).containsOnly(0.0);
    }

    private static WaitingCurve curve(QueueSlot... slots) {
        return WaitingCurve.of(PLAN, PLAN.queue(BOOKING), null, List.of(slots), 300, 30);
    }

    private static QueueSlot slot(boolean open, double chats, int staffed) {
        return new QueueSlot(
                open, chats, 1, staffed, staffed, staffed, 0, Performance.NOBODY_COMES, 0, false, List.of());
    }
}
