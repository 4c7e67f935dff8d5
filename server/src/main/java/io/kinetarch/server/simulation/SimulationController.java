package io.kinetarch.server.simulation;

import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.Duration;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Simulates a plan that is sent along, without stored data. */
@RestController
@RequestMapping("/api/v1")
class SimulationController {
    /**
     * Simulates a day with a plan that is sent along, and tells means with their confidence intervals; nothing is
     * stored.
     */
    @PostMapping("/calc/simulation")
    SimulatedDocument simulate(@RequestBody SimulationDocument document) throws InterruptedException {
        var experiment = document.toExperiment();
        long begun = System.nanoTime();
        var simulation = new Simulation(experiment);
        try {
            simulation.run(document.replications());
        } catch (Simulation.TooManyOpen many) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/plan",
                    "At " + many.at() + " " + many.getMessage()
                            + ": too few people are there for visitors who never give up. Give the queues a patience or"
                            + " a waiting limit, or have more people there.");
        }
        return SimulatedDocument.of(experiment.plan(), simulation, Duration.ofNanos(System.nanoTime() - begun));
    }
}
