package io.kinetarch.core.door;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static io.kinetarch.core.plan.SamplePlan.rule;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.door.DoorState.Standing;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Workload;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class DoorStateTest {
    private static final Instant NOON = Instant.parse("2026-12-01T12:00:00Z");
    private static final Instant NIGHT = Instant.parse("2026-12-01T22:00:00Z");
    private static final HoursId EARLY = new HoursId("early");
    private static final DepartmentId FREIGHT = new DepartmentId("freight");

    /** Cargo belongs to a department that is open from six to ten, everything else to Sales, open from eight to six. */
    private static final Plan PLAN = SamplePlan.plan()
            .edited(List.of(
                    new PlanEdit.Put(
                            HoursSet.of(EARLY, "Early", OpeningHours.weekly(DUBLIN, SamplePlan.everyDay(6, 10)))),
                    new PlanEdit.Put(new Department(FREIGHT, "Freight", EARLY, Texts.NONE, List.of())),
                    new PlanEdit.Put(Queue.plain(
                            CARGO,
                            "Cargo",
                            FREIGHT,
                            List.of(),
                            1,
                            QueueTarget.of(0.8, 30),
                            Workload.of(60, null, List.of(1.0))))));

    @Test
    void aDoorWithoutHoursFollowsTheDepartmentsThatItsChatsGoTo() {
        assertThat(state("2026-12-01T09:00:00Z"))
                .isEqualTo(new DoorState(Standing.OPEN, "Open for Freight, Sales.", Optional.empty()));
        assertThat(state("2026-12-01T12:00:00Z").because()).isEqualTo("Open for Sales; closed for Freight.");
        assertThat(state("2026-12-01T12:00:00Z").standing()).isEqualTo(Standing.PARTLY);
        var closed = state("2026-12-01T22:00:00Z");
        assertThat(closed.standing()).isEqualTo(Standing.CLOSED);
        assertThat(closed.because()).isEqualTo("All that it leads to are closed: Freight, Sales.");
        assertThat(closed.opens()).as("the first of them").contains(Instant.parse("2026-12-02T06:00:00Z"));
    }

    @Test
    void itsOwnHoursComeFirst() {
        var door = PLAN.door(SITE).with(EARLY, null);

        var closed = DoorState.at(PLAN, door, NOON);
        assertThat(closed.standing()).isEqualTo(Standing.CLOSED);
        assertThat(closed.because()).startsWith("It keeps “Early”. Closed:");
        assertThat(closed.opens()).contains(Instant.parse("2026-12-02T06:00:00Z"));
        assertThat(DoorState.at(PLAN, door, Instant.parse("2026-12-01T07:00:00Z"))
                        .standing())
                .as("open itself, one of its departments not yet")
                .isEqualTo(Standing.PARTLY);
    }

    @Test
    void theNextOpeningIsTheOneAfterTheNextClosing() {
        var door = PLAN.door(SITE);
        assertThat(DoorState.nextOpening(PLAN, door, NIGHT)).contains(Instant.parse("2026-12-02T06:00:00Z"));
        assertThat(DoorState.nextOpening(PLAN, door, NOON))
                .as("open until six in the evening")
                .contains(Instant.parse("2026-12-02T06:00:00Z"));
        var always = PLAN.edited(List.of(
                new PlanEdit.Put(HoursSet.of(SamplePlan.DAYTIME, "Always", OpeningHours.aroundTheClock(DUBLIN)))));
        assertThat(DoorState.nextOpening(always, door, NOON)).isEmpty();
    }

    @Test
    void rulesSayWhichDepartmentsADoorReaches() {
        var elsewhere = new Condition.DoorIs(List.of(new DoorId("other")));
        var here = new Condition.DoorIs(List.of(SITE));
        var plan = PLAN.edited(List.of(
                new PlanEdit.Put(FrontDoor.plain(new DoorId("other"), "Other", List.of("en"), List.of())),
                new PlanEdit.Put(rule("freight", CARGO, elsewhere)),
                new PlanEdit.Put(rule("trucks", BOOKING, here))));

        assertThat(DoorState.departments(plan, plan.door(SITE)))
                .extracting(Department::name)
                .as("the second rule takes all that the first left")
                .containsExactly("Sales");
        assertThat(DoorState.at(plan, plan.door(SITE), NIGHT).because()).isEqualTo("Sales is closed.");
    }

    private static DoorState state(String at) {
        return DoorState.at(PLAN, PLAN.door(SITE), Instant.parse(at));
    }
}
