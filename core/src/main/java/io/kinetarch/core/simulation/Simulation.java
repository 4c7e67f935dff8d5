package io.kinetarch.core.simulation;

import io.kinetarch.core.simulation.Estimate.Ratio;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Runs of an experiment, and what they say together. The same experiment and number of runs say the same on any number of cores. */
public final class Simulation {
    /** As many waiting chats as no centre has, and memory holds. */
    static final int MOST_OPEN = 200_000;

    private final Experiment experiment;
    private final Laid laid;
    /** Never changed, only replaced: they may be read while more of them run. */
    private volatile List<Run> runs = List.of();

    /** Of all runs together, and replaced like them. */
    private volatile Routes routes;

    /** More chats were open at once than are followed: people cannot answer them, and visitors do not give up. */
    public static final class TooManyOpen extends IllegalStateException {
        private final Instant at;

        TooManyOpen(long atMillis) {
            super("more than %,d chats were open at once".formatted(MOST_OPEN));
            at = Instant.ofEpochMilli(atMillis);
        }

        /** When that was first so. */
        public Instant at() {
            return at;
        }
    }

    /** An experiment of which nothing has run yet. */
    public Simulation(Experiment experiment) {
        this.experiment = experiment;
        laid = new Laid(experiment);
        routes = new Routes(laid.sources.size(), laid.queues, laid.intervals, 0);
    }

    /**
     * Runs it so many times more, on all cores; not by several threads at once.
     *
     * @throws TooManyOpen if visitors wait without end, and too few are there
     * @throws InterruptedException if this thread is interrupted meanwhile; then nothing of these runs is kept
     */
    public Simulation run(int replications) throws InterruptedException {
        var stopped = new AtomicBoolean();
        int first = runs.size();
        var begun = IntStream.range(first, first + replications)
                .mapToObj(replication -> ForkJoinPool.commonPool().submit(() -> {
                    if (stopped.get()) {
                        throw new CancellationException();
                    }
                    return new Replication(laid, replication, stopped::get).run();
                }))
                .toList();
        try {
            var finished = new ArrayList<Run>();
            var together = routes.copy();
            for (Future<Run> each : begun) {
                var run = each.get();
                // at once, so that not all of them are held together
                together.add(run.takeRoutes());
                finished.add(run);
            }
            routes = together;
            runs = Stream.concat(runs.stream(), finished.stream()).toList();
            return this;
        } catch (ExecutionException failure) {
            throw failure.getCause() instanceof TooManyOpen many
                    ? many
                    : new IllegalStateException("a run failed", failure.getCause());
        } finally {
            stopped.set(true);
        }
    }

    /** How often it has run. */
    public int replications() {
        return runs.size();
    }

    /** How many chats came in all runs together. */
    public long chats() {
        return runs.stream().mapToLong(run -> run.chats).sum();
    }

    /** Of all chats together. */
    public Figures totals() {
        return Figures.of(all(replications()));
    }

    /** Of a queue, by its place in the plan. */
    public Figures queue(int queue) {
        return Figures.of(source(queue, replications()));
    }

    /** By how much all chats together fare otherwise than in a simulation that met the same visitors as often. */
    public Figures difference(Simulation other) {
        int both = Math.min(replications(), other.replications());
        return Figures.difference(all(both), other.all(both));
    }

    /** The same of a queue, by its places in both plans. */
    public Figures difference(int queue, Simulation other, int otherQueue) {
        int both = Math.min(replications(), other.replications());
        return Figures.difference(source(queue, both), other.source(otherQueue, both));
    }

    private Figures.Source all(int first) {
        return new Figures.Source(
                List.copyOf(runs.subList(0, first)),
                laid.queues + 1,
                laid.present[laid.queues],
                laid.places[laid.queues]);
    }

    private Figures.Source source(int queue, int first) {
        return new Figures.Source(List.copyOf(runs.subList(0, first)), queue, laid.present[queue], laid.places[queue]);
    }

    /** The groups that its chats can be of. */
    public List<Group> groups() {
        return laid.groups.all();
    }

    /**
     * Of the chats of a group.
     *
     * @throws IllegalArgumentException if no chat can be of it
     */
    public GroupFigures group(Group group) {
        return GroupFigures.of(source(group, replications())
                .orElseThrow(() -> new IllegalArgumentException("no chat can be of " + group)));
    }

    /** The difference of a group to another simulation, as of all chats; none where no chat there can be of it. */
    public Optional<GroupFigures> difference(Group group, Simulation other) {
        int both = Math.min(replications(), other.replications());
        return source(group, both)
                .flatMap(own -> other.source(group, both).map(others -> GroupFigures.difference(own, others)));
    }

    private Optional<GroupFigures.Source> source(Group group, int first) {
        return Optional.ofNullable(laid.groups.placeOf(group))
                .map(place -> new GroupFigures.Source(List.copyOf(runs.subList(0, first)), place));
    }

    /** What each operator of the plan does, in its order. */
    public List<Work> work() {
        var all = runs;
        return IntStream.range(0, laid.operators)
                .mapToObj(i -> new Work(
                        experiment.plan().operators().get(i).id(),
                        Estimate.mean(all, run -> run.worked.chats(i)),
                        Estimate.mean(all, run -> run.worked.hoursThere(i)),
                        Estimate.mean(all, run -> run.worked.hoursHolding(i)),
                        Estimate.ratio(
                                new Ratio(all, run -> run.worked.chatHours(i), run -> run.worked.hoursHolding(i)))))
                .toList();
    }

    /** How long operators had a chat, all together. */
    public Estimate hoursHolding() {
        return Estimate.mean(runs, run -> sum(run.worked::hoursHolding));
    }

    /** How much longer than in a simulation that met the same visitors as often. */
    public Estimate hoursHoldingDifference(Simulation other) {
        int both = Math.min(replications(), other.replications());
        return Estimate.meanDifference(
                List.copyOf(runs.subList(0, both)),
                List.copyOf(other.runs.subList(0, both)),
                run -> sum(run.worked::hoursHolding),
                run -> other.sum(run.worked::hoursHolding));
    }

    /** How long they were there. */
    public Estimate hoursThere() {
        return Estimate.mean(runs, run -> sum(run.worked::hoursThere));
    }

    private double sum(IntToDoubleFunction ofOperator) {
        return IntStream.range(0, laid.operators).mapToDouble(ofOperator).sum();
    }

    /**
     * What became of those who came in an interval and waited in a queue.
     *
     * @param at its beginning
     */
    public record Interval(
            int queue, Instant at, Estimate arrived, Estimate answeredInTime, Estimate meanWaitSeconds) {}

    /** How many of the chats that came to a queue in each interval were not answered in time, in the mean of all runs. */
    public double[] late() {
        double[] late = new double[laid.intervals];
        var all = runs;
        for (var run : all) {
            for (int queue = 0; queue < laid.queues; queue++) {
                for (int i = 0; i < late.length; i++) {
                    late[i] += (run.of(queue, i, Count.ARRIVED) - run.of(queue, i, Count.IN_TIME)) / all.size();
                }
            }
        }
        return late;
    }

    /** The ways that chats took which came in an interval, counted from 0; without those that none ever took. */
    public List<Route> routes(int interval) {
        var found = new ArrayList<Route>();
        var counted = routes;
        for (int source = 0; source < laid.sources.size(); source++) {
            for (int queue = -1; queue < laid.queues; queue++) {
                var id =
                        queue < 0 ? null : experiment.plan().queues().get(queue).id();
                for (boolean byBot : new boolean[] {false, true}) {
                    for (var end : Route.End.values()) {
                        double chats = counted.of(source, queue, interval, byBot, end);
                        if (chats > 0) {
                            var from = laid.sources.get(source);
                            found.add(new Route(from.door(), from.topic(), byBot, id, end, chats));
                        }
                    }
                }
            }
        }
        return found;
    }

    /** By queue and interval, without those in which nobody ever came. */
    public List<Interval> intervals() {
        var intervals = new ArrayList<Interval>();
        var all = runs;
        for (int queue = 0; queue < laid.queues; queue++) {
            for (int i = 0; i < laid.intervals; i++) {
                int lane = queue;
                int at = i;
                var arrived = Estimate.mean(all, run -> run.of(lane, at, Count.ARRIVED));
                if (arrived.mean() > 0) {
                    intervals.add(new Interval(
                            queue,
                            experiment.countedFrom().plus(experiment.counted().multipliedBy(i)),
                            arrived,
                            Estimate.ratio(new Ratio(
                                    all,
                                    run -> run.of(lane, at, Count.IN_TIME),
                                    run -> run.of(lane, at, Count.ARRIVED))),
                            Estimate.ratio(new Ratio(
                                    all,
                                    run -> run.of(lane, at, Count.WAITED) / 1000,
                                    run -> run.of(lane, at, Count.QUEUED)))));
                }
            }
        }
        return intervals;
    }
}
