package io.kinetarch.bench;

import io.kinetarch.core.simulation.Centre;
import io.kinetarch.core.simulation.Experiment;
import io.kinetarch.core.simulation.Simulation;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.SplittableRandom;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;
import umontreal.ssj.simevents.Event;
import umontreal.ssj.simevents.Simulator;
import umontreal.ssj.simevents.eventlist.BinaryTree;
import umontreal.ssj.simevents.eventlist.DoublyLinked;
import umontreal.ssj.simevents.eventlist.EventList;
import umontreal.ssj.simevents.eventlist.Henriksen;
import umontreal.ssj.simevents.eventlist.RedblackTree;
import umontreal.ssj.simevents.eventlist.SplayTree;

/**
 * A million chats through M/M/50+M at a load of 48, handling and patience 300 s each: on the dispatcher, in a loop written for this
 * model alone, and in the general-purpose library SSJ (L'Ecuyer, Meliani and Vaucher, "SSJ: a framework for stochastic simulation in
 * Java", WSC 2002) with each of its event lists. Chats a second, on one core.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.Throughput)
@OutputTimeUnit(TimeUnit.SECONDS)
@Warmup(iterations = 3, time = 3)
@Measurement(iterations = 5, time = 3)
@Fork(1)
public class SimulationBench {
    static final int CHATS = 1_000_000;
    private static final int OPERATORS = 50;
    private static final double LOAD = 48;
    private static final double SECONDS = 300;
    /** By Erlang A. */
    private static final double GIVING_UP = 0.0394175;

    private static final double GAP = SECONDS / LOAD;

    private final Experiment experiment = new Centre()
            .lasting(Duration.ofSeconds(Math.round(CHATS * GAP)))
            .warmUp(Duration.ZERO)
            .queue(3600 / GAP, SECONDS, SECONDS)
            .operators(OPERATORS, 1, 0)
            .experiment(1);

    @Benchmark
    @OperationsPerInvocation(CHATS)
    public double dispatcher() throws InterruptedException {
        var totals = new Simulation(experiment).run(1).totals();
        return right(
                (int) Math.round(totals.gaveUp().mean() * CHATS),
                totals.meanWaitSeconds().mean() * CHATS);
    }

    @Benchmark
    @OperationsPerInvocation(CHATS)
    public double handTuned() {
        return new Loop().run();
    }

    @Benchmark
    @OperationsPerInvocation(CHATS)
    public double ssjBinaryTree() {
        return new Library(new BinaryTree()).run();
    }

    @Benchmark
    @OperationsPerInvocation(CHATS)
    public double ssjDoublyLinked() {
        return new Library(new DoublyLinked()).run();
    }

    @Benchmark
    @OperationsPerInvocation(CHATS)
    public double ssjHenriksen() {
        return new Library(new Henriksen()).run();
    }

    @Benchmark
    @OperationsPerInvocation(CHATS)
    public double ssjRedblackTree() {
        return new Library(new RedblackTree()).run();
    }

    @Benchmark
    @OperationsPerInvocation(CHATS)
    public double ssjSplayTree() {
        return new Library(new SplayTree()).run();
    }

    /** The mean wait; everybody who runs must find what the formula says of those who give up, or the race is off. */
    private static double right(int gaveUp, double waited) {
        if (Math.abs((double) gaveUp / CHATS - GIVING_UP) > 0.002) {
            throw new IllegalStateException("gave up: " + gaveUp + " of " + CHATS);
        }
        return waited / CHATS;
    }

    private static double exponential(SplittableRandom random, double mean) {
        return -mean * Math.log(1 - random.nextDouble());
    }

    /** Nothing but this model: ends in a heap of instants, who waits in a ring, who has given up found when their turn comes. */
    private static final class Loop {
        private static final int RING = 1 << 12;

        private final SplittableRandom random = new SplittableRandom(1);
        private final double[] ends = new double[OPERATORS + 1];
        private final double[] came = new double[RING];
        private final double[] patience = new double[RING];
        private int busy;
        private int head;
        private int waiting;
        private int gaveUp;
        private double waited;

        double run() {
            double arrival = 0;
            for (int i = 0; i < CHATS; i++) {
                arrival += exponential(random, GAP);
                while (busy > 0 && ends[1] <= arrival) {
                    end(ends[1]);
                }
                if (busy < OPERATORS) {
                    add(arrival + exponential(random, SECONDS));
                } else {
                    int place = (head + waiting++) & (RING - 1);
                    came[place] = arrival;
                    patience[place] = arrival + exponential(random, SECONDS);
                }
            }
            while (busy > 0) {
                end(ends[1]);
            }
            return right(gaveUp, waited);
        }

        private void end(double at) {
            while (waiting > 0) {
                int place = head;
                head = (head + 1) & (RING - 1);
                waiting--;
                if (patience[place] > at) {
                    waited += at - came[place];
                    replace(at + exponential(random, SECONDS));
                    return;
                }
                waited += patience[place] - came[place];
                gaveUp++;
            }
            double last = ends[busy--];
            if (busy > 0) {
                replace(last);
            }
        }

        private void add(double end) {
            int place = ++busy;
            while (place > 1 && ends[place >> 1] > end) {
                ends[place] = ends[place >> 1];
                place >>= 1;
            }
            ends[place] = end;
        }

        private void replace(double end) {
            int place = 1;
            while (2 * place <= busy) {
                int child = 2 * place;
                if (child < busy && ends[child + 1] < ends[child]) {
                    child++;
                }
                if (ends[child] >= end) {
                    break;
                }
                ends[place] = ends[child];
                place = child;
            }
            ends[place] = end;
        }
    }

    /** The same as its makers show it: an event for each arrival, each end and each visitor who gives up. */
    private static final class Library {
        private final SplittableRandom random = new SplittableRandom(1);
        private final Simulator simulator;
        private final ArrayDeque<GivesUp> line = new ArrayDeque<>();
        private int busy;
        private int chats;
        private int gaveUp;
        private double waited;

        Library(EventList list) {
            simulator = new Simulator(list);
        }

        double run() {
            simulator.init();
            new Arrives().schedule(0);
            simulator.start();
            return right(gaveUp, waited);
        }

        private final class Arrives extends Event {
            Arrives() {
                super(simulator);
            }

            @Override
            public void actions() {
                if (busy < OPERATORS) {
                    busy++;
                    new Ends().schedule(exponential(random, SECONDS));
                } else {
                    var visitor = new GivesUp(simulator.time());
                    line.addLast(visitor);
                    visitor.schedule(exponential(random, SECONDS));
                }
                if (++chats < CHATS) {
                    schedule(exponential(random, GAP));
                }
            }
        }

        private final class Ends extends Event {
            Ends() {
                super(simulator);
            }

            @Override
            public void actions() {
                var next = line.pollFirst();
                if (next == null) {
                    busy--;
                } else {
                    waited += simulator.time() - next.came;
                    next.cancel();
                    schedule(exponential(random, SECONDS));
                }
            }
        }

        private final class GivesUp extends Event {
            private final double came;

            GivesUp(double came) {
                super(simulator);
                this.came = came;
            }

            @Override
            public void actions() {
                waited += simulator.time() - came;
                gaveUp++;
                line.remove(this);
            }
        }
    }
}
