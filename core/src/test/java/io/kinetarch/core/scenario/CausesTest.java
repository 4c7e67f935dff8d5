package io.kinetarch.core.scenario;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.change.PlanDiff;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.scenario.SideBySide.Best;
import io.kinetarch.core.simulation.Centre;
import io.kinetarch.core.simulation.Figures;
import io.kinetarch.core.simulation.Simulation;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class CausesTest {
    private static final QueueId FIRST = Centre.queueId(0);
    private static final QueueId SECOND = Centre.queueId(1);

    private final Plan live = ScenarioTest.centre().plan();

    private static Queue weighing(Queue queue, int weight) {
        return queue.with(weight, queue.workload());
    }

    @Test
    void eachChangeIsTakenOutByItself() {
        var draft = live.edited(List.of(
                new PlanEdit.Put(weighing(live.queue(FIRST), 2)), new PlanEdit.Put(weighing(live.queue(SECOND), 2))));

        var causes = Causes.of(PlanDiff.between(live, draft));

        assertThat(causes).hasSize(2);
        assertThat(causes.getFirst().elements()).isEqualTo(Set.of(FIRST));
        assertThat(causes.getFirst().without().queue(FIRST)).isEqualTo(live.queue(FIRST));
        assertThat(causes.getFirst().without().queue(SECOND)).isEqualTo(draft.queue(SECOND));
        assertThat(causes.getLast().without().queue(FIRST)).isEqualTo(draft.queue(FIRST));
    }

    /** A new queue cannot be taken out without the rule that sends chats there. */
    @Test
    void changesThatNeedEachOtherAreTakenOutTogether() {
        var queue = Queue.plain(
                new QueueId("new"),
                "New",
                new DepartmentId("all"),
                List.of(),
                1,
                QueueTarget.of(0.8, 20),
                Workload.of(300, 120.0, List.of(1.0)));
        var rule = Rule.plain(
                new RuleId("to-new"),
                "To new",
                List.of(new Condition.LanguageIs(List.of("de"))),
                queue.id(),
                List.of());
        var draft = live.edited(List.of(
                new PlanEdit.Place(queue, Optional.empty()),
                new PlanEdit.Place(rule, Optional.of(live.rules().getFirst().id())),
                new PlanEdit.Put(weighing(live.queue(SECOND), 2))));

        var causes = Causes.of(PlanDiff.between(live, draft));

        assertThat(causes)
                .extracting(Causes.Cause::elements)
                .containsExactlyInAnyOrder(Set.of(queue.id(), rule.id()), Set.of(SECOND));
        assertThat(causes.stream()
                        .filter(cause -> cause.elements().contains(queue.id()))
                        .findFirst()
                        .orElseThrow()
                        .without()
                        .rules())
                .isEqualTo(live.rules());
    }

    @Test
    void whatIsRemovedOrMovedComesBackToItsPlace() {
        var order = live.rules();
        var draft = live.edited(List.of(
                new PlanEdit.Place(order.getFirst(), Optional.of(order.getLast().id()))));

        var causes = Causes.of(PlanDiff.between(live, draft));

        assertThat(causes).hasSize(1);
        assertThat(causes.getFirst().without()).isEqualTo(live);
        var without = live.edited(List.of(new PlanEdit.Remove(order.getFirst().id())));
        assertThat(Causes.of(PlanDiff.between(live, without)).getFirst().without())
                .isEqualTo(live);
    }

    @Test
    void thePlanThatAnswersMostIsBestAndWhatIsNoOtherIsAsGood() throws InterruptedException {
        var planned = ScenarioTest.centre().lasting(Duration.ofDays(3)).experiment(3);
        var weights = List.of(1, 1, 2).stream()
                .map(weight -> new Simulation(
                        Scenario.AS_PLANNED.with(new Dial.Weight(FIRST), weight).in(planned)))
                .toList();
        for (var each : weights) {
            each.run(6);
        }

        var swept = new SideBySide(weights);

        assertThat(swept.best(Figures::answeredInTime, true)).isEqualTo(new Best(0, 0, 1));
        assertThat(swept.best(Figures::gaveUp, true)).as("most give up there").isEqualTo(new Best(2, 2, 2));
    }
}
