package io.kinetarch.core.people;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.FARES;
import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.SamplePlan;
import java.util.List;
import org.junit.jupiter.api.Test;

class PeopleTableTest {
    @Test
    void tellsWhoServesWhatAndHowManyHoldASkillAtEachLevel() {
        var table = PeopleTable.of(SamplePlan.plan());

        assertThat(table.queuesOf().get(new OperatorId("cleo"))).containsExactly(BOOKING, CARGO);
        assertThat(table.queuesOf().get(new OperatorId("ben"))).isEmpty();
        assertThat(table.heldAt().get(FARES)).isEqualTo(List.of(1, 0, 1, 1, 0));
        assertThat(table.seats()).isNull();
        assertThat(table.used()).isEqualTo(4);
    }
}
