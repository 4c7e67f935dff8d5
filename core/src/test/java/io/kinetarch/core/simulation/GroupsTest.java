package io.kinetarch.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.simulation.Group.By;
import org.junit.jupiter.api.Test;

/** Chats told apart by something else than their queue, and what operators did. */
class GroupsTest {
    private static final int HOURS = 60;

    private static Centre centre() {
        return Centre.ofTwoQueues(HOURS);
    }

    private static GroupFigures of(Simulation simulation, By by, String of) {
        return simulation.group(new Group(by, of));
    }

    @Test
    void aGroupThatIsAQueueFaresAsTheQueue() throws InterruptedException {
        var simulation = centre().run(5);

        // In this centre each queue has a language and a skill of its own.
        var queue = simulation.queue(1);
        for (var figures :
                new GroupFigures[] {of(simulation, By.LANGUAGE, "de"), of(simulation, By.SKILL, "skill-1")}) {
            assertThat(figures.arrived()).isEqualTo(queue.arrived());
            assertThat(figures.answered()).isEqualTo(queue.answered());
            assertThat(figures.answeredInTime()).isEqualTo(queue.answeredInTime());
            assertThat(figures.gaveUp()).isEqualTo(queue.gaveUp());
            assertThat(figures.meanWaitSeconds().mean())
                    .isCloseTo(queue.meanWaitSeconds().mean(), within(1e-6));
        }
    }

    @Test
    void theOnlyDoorAndDepartmentHaveAllChats() throws InterruptedException {
        var simulation = centre().run(5);

        for (var figures : new GroupFigures[] {of(simulation, By.DOOR, "door"), of(simulation, By.DEPARTMENT, "all")}) {
            assertThat(figures.arrived()).isEqualTo(simulation.totals().arrived());
            assertThat(figures.answeredInTime()).isEqualTo(simulation.totals().answeredInTime());
        }
        assertThat(simulation.groups()).contains(new Group(By.DOOR, "door"), new Group(By.SKILL, "skill-0"));
        assertThatThrownBy(() -> of(simulation, By.LANGUAGE, "es")).hasMessageContaining("LANGUAGE");
    }

    @Test
    void twoPlansAreComparedGroupByGroup() throws InterruptedException {
        var german = new Group(By.LANGUAGE, "de");
        var simulation = centre().run(5);
        var better = centre().operators(2, 1, 1).run(5);

        var difference = better.difference(german, simulation).orElseThrow();
        assertThat(difference.arrived()).isEqualTo(new Estimate(0, 0));
        assertThat(difference.answeredInTime().isCertain()).isTrue();
        assertThat(difference.answeredInTime().mean())
                .isCloseTo(
                        better.group(german).answeredInTime().mean()
                                - simulation.group(german).answeredInTime().mean(),
                        within(1e-9))
                .isPositive();
        assertThat(better.difference(new Group(By.LANGUAGE, "es"), simulation)).isEmpty();
        var more = better.hoursHoldingDifference(simulation);
        assertThat(more.mean())
                .isCloseTo(
                        better.hoursHolding().mean() - simulation.hoursHolding().mean(), within(1e-9));
        assertThat(more.isCertain()).as("fewer give up").isTrue();
    }

    @Test
    void whatOperatorsDoAddsUpToWhatBecameOfChats() throws InterruptedException {
        var simulation = centre().run(5);
        var work = simulation.work();

        assertThat(work).hasSize(5).allSatisfy(one -> {
            assertThat(one.hoursThere().mean()).isCloseTo(HOURS, within(1e-9));
            assertThat(one.hoursHolding().mean()).isBetween(1.0, (double) HOURS);
            // nobody here may have two at once
            assertThat(one.chatsAtOnce().mean()).isCloseTo(1, within(1e-9));
        });
        assertThat(work.stream().mapToDouble(one -> one.chats().mean()).sum())
                .isCloseTo(simulation.totals().answered().mean(), within(1e-9));
        assertThat(simulation.hoursThere().mean()).isCloseTo(5.0 * HOURS, within(1e-9));
        assertThat(simulation.hoursHolding().mean() / simulation.hoursThere().mean())
                .isCloseTo(simulation.totals().occupancy().mean(), within(1e-9));
        // those who can do both have more to do
        assertThat(work.getLast().hoursHolding().mean())
                .isGreaterThan(work.getFirst().hoursHolding().mean());
    }
}
