package io.kinetarch.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class HandoffTest {
    private static Handoff handoff(@Nullable Integer seconds, Condition... straight) {
        return new Handoff(null, null, seconds, List.of(straight), Sentences.NONE, null);
    }

    @Test
    void onlyWhatIsKnownFromTheStartSendsPastTheBot() {
        var page = new Condition.PageMatches(List.of(new PagePattern("https://ferry.example/*")));
        assertThat(handoff(null, page, new Condition.Not(page)).straight()).hasSize(2);

        assertThatThrownBy(() -> handoff(null, page, new Condition.TopicIs(List.of("fares"))))
                .isInstanceOf(PlanRefusal.class)
                .hasMessageContaining("write a rule")
                .extracting(refusal -> ((PlanRefusal) refusal).pointer())
                .isEqualTo("/straight/1");
    }

    @Test
    void limitsHaveTheirRange() {
        assertThat(handoff(10).seconds()).isEqualTo(10);
        assertThatThrownBy(() -> handoff(9)).isInstanceOf(PlanRefusal.class).hasMessageContaining("10");
    }

    /** A door's own policy goes before that of its bot. */
    @Test
    void aDoorMayHandOverOtherwise() {
        var plan = SamplePlan.plan();
        var door = plan.door(SamplePlan.SITE);

        assertThat(plan.handoffAt(door)).as("without a bot").isEqualTo(Handoff.COMMON);
    }
}
