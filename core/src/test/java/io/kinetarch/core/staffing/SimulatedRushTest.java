package io.kinetarch.core.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.core.simulation.Centre;
import io.kinetarch.core.simulation.Experiment;
import io.kinetarch.core.simulation.Flow;
import io.kinetarch.core.simulation.Simulation;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;

/**
 * A rush of chats, which one half-hour leaves to the next: the simulation against the exact transient solution, by uniformisation (Jensen
 * 1953), that staffing follows such half-hours with. Neither knows of the other.
 */
class SimulatedRushTest {
    private static final double HANDLING = 300;
    private static final double PATIENCE = 240;
    private static final double WITHIN = 20;
    private static final int OPERATORS = 4;
    private static final double HALF_HOUR = 1800;
    private static final List<Double> CHATS = List.of(18.0, 48.0, 12.0, 5.0);
    private static final int RUNS = 3000;
    private static final long SEED = 11;

    @Test
    void whatOneHalfHourLeavesToTheNextIsSimulatedAsItIsSolved() throws InterruptedException {
        var intervals = rush().intervals();

        var followed = Followed.empty();
        for (int i = 0; i < CHATS.size(); i++) {
            var queue = ChatQueue.arriving(CHATS.get(i) / HALF_HOUR, HANDLING)
                    .patience(PATIENCE)
                    .build();
            var exact = followed.next(queue, OPERATORS, HALF_HOUR, WITHIN);
            followed = exact.end();

            var seen = intervals.get(i);
            assertThat(seen.arrived().mean())
                    .isCloseTo(CHATS.get(i), within(2 * seen.arrived().halfWidth()));
            assertThat(seen.answeredInTime().mean())
                    .as("answered in time, half-hour %d", i)
                    .isCloseTo(
                            exact.seen().serviceLevel(),
                            within(2 * seen.answeredInTime().halfWidth()));
            assertThat(seen.meanWaitSeconds().mean())
                    .as("wait, half-hour %d", i)
                    .isCloseTo(
                            exact.seen().meanWaitSeconds(),
                            within(2 * seen.meanWaitSeconds().halfWidth()));
        }
    }

    private static Simulation rush() throws InterruptedException {
        var centre = new Centre()
                .queue(1, HANDLING, PATIENCE)
                .operators(OPERATORS, 1, 0)
                .lasting(Duration.ofHours(2))
                .warmUp(Duration.ZERO)
                .experiment(SEED);
        var flow = new Flow(centre.flows().getFirst().visit(), Duration.ofMinutes(30), CHATS);
        return new Simulation(new Experiment(
                        centre.plan(),
                        centre.from(),
                        centre.until(),
                        centre.warmUp(),
                        Duration.ofMinutes(30),
                        List.of(flow),
                        centre.behaviour(),
                        centre.presence(),
                        SEED))
                .run(RUNS);
    }
}
