package io.kinetarch.server.simulation;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.simulation.Estimate;
import io.kinetarch.core.simulation.Figures;
import io.kinetarch.core.simulation.Simulation;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * What became of simulated chats.
 *
 * @param chatsPerSecond how many were simulated in a second of real time
 * @param intervals by queue and interval of arrival, without those in which nobody came
 */
public record SimulatedDocument(
        int replications,
        double chatsPerSecond,
        FiguresDocument totals,
        List<QueueDocument> queues,
        List<IntervalDocument> intervals) {

    /**
     * A figure.
     *
     * @param mean null where nothing can be said of it
     * @param halfWidth95 the true value is no farther from the mean, in 95 of 100 such answers; null after a single run
     */
    public record EstimateDocument(
            @Nullable Double mean, @Nullable Double halfWidth95) {
        public static EstimateDocument of(Estimate estimate) {
            return new EstimateDocument(known(estimate.mean()), known(estimate.halfWidth()));
        }

        private static @Nullable Double known(double value) {
            return Double.isNaN(value) ? null : value;
        }
    }

    /** Chats of all queues, shares of all of them, and how long those waited who came to a queue. */
    public record FiguresDocument(
            EstimateDocument arrived,
            EstimateDocument answered,
            EstimateDocument answeredInTime,
            EstimateDocument gaveUp,
            EstimateDocument turnedAway,
            EstimateDocument leftMessage,
            EstimateDocument askedCallBack,
            EstimateDocument finishedByBot,
            EstimateDocument endedByLadder,
            EstimateDocument endedAtClosing,
            EstimateDocument unfinished,
            EstimateDocument meanWaitSeconds,
            EstimateDocument medianWaitSeconds,
            EstimateDocument wait95Seconds,
            EstimateDocument occupancy,
            EstimateDocument meanChatsPerOperator) {
        public static FiguresDocument of(Figures figures) {
            return new FiguresDocument(
                    EstimateDocument.of(figures.arrived()),
                    EstimateDocument.of(figures.answered()),
                    EstimateDocument.of(figures.answeredInTime()),
                    EstimateDocument.of(figures.gaveUp()),
                    EstimateDocument.of(figures.turnedAway()),
                    EstimateDocument.of(figures.leftMessage()),
                    EstimateDocument.of(figures.askedCallBack()),
                    EstimateDocument.of(figures.finishedByBot()),
                    EstimateDocument.of(figures.endedByLadder()),
                    EstimateDocument.of(figures.endedAtClosing()),
                    EstimateDocument.of(figures.unfinished()),
                    EstimateDocument.of(figures.meanWaitSeconds()),
                    EstimateDocument.of(figures.medianWaitSeconds()),
                    EstimateDocument.of(figures.wait95Seconds()),
                    EstimateDocument.of(figures.occupancy()),
                    EstimateDocument.of(figures.meanChatsPerOperator()));
        }
    }

    /** The same of the chats that came to a queue first. */
    public record QueueDocument(String queue, @JsonUnwrapped FiguresDocument figures) {}

    /** Of those who came in an interval. */
    public record IntervalDocument(
            String queue,
            Instant at,
            EstimateDocument arrived,
            EstimateDocument answeredInTime,
            EstimateDocument meanWaitSeconds) {}

    static SimulatedDocument of(Plan plan, Simulation simulation, Duration took) {
        return new SimulatedDocument(
                simulation.replications(),
                simulation.chats() / Math.max(1e-9, took.toNanos() / 1e9),
                FiguresDocument.of(simulation.totals()),
                IntStream.range(0, plan.queues().size())
                        .mapToObj(i -> new QueueDocument(
                                plan.queues().get(i).id().value(), FiguresDocument.of(simulation.queue(i))))
                        .toList(),
                intervals(plan, simulation));
    }

    static List<IntervalDocument> intervals(Plan plan, Simulation simulation) {
        return simulation.intervals().stream()
                .map(interval -> new IntervalDocument(
                        plan.queues().get(interval.queue()).id().value(),
                        interval.at(),
                        EstimateDocument.of(interval.arrived()),
                        EstimateDocument.of(interval.answeredInTime()),
                        EstimateDocument.of(interval.meanWaitSeconds())))
                .toList();
    }
}
