package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.Plan;
import java.util.HashMap;
import java.util.Map;
import java.util.PriorityQueue;
import java.util.Random;
import org.jspecify.annotations.Nullable;

/** Drives a dispatcher by chance: chats arrive at constant rates, take exponential times, and may give up after exponential ones. */
final class RandomDrive implements EffectSink {
    private static final int BATCHES = 40;

    private final Dispatcher dispatcher;
    private final Random random;
    private final PriorityQueue<Event> calendar = new PriorityQueue<>();
    private final Map<Long, Integer> streamOf = new HashMap<>();
    private final double handlingMillis;
    private final double patienceMillis;
    private final int chats;
    private final int warmUp;
    private int arrived;
    private int sequence;
    private int arriving;
    private final Batches[] waits;
    private final Batches[] gaveUp;
    private final Batches[] turnedAway;

    private enum Kind {
        ARRIVES,
        GIVES_UP,
        IS_DONE
    }

    private record Event(long at, int sequence, Kind kind, long chat, int stream) implements Comparable<Event> {
        @Override
        public int compareTo(Event other) {
            return at != other.at ? Long.compare(at, other.at) : Integer.compare(sequence, other.sequence);
        }
    }

    /** A mean with its standard error from the means of batches, which long runs make independent. */
    static final class Batches {
        private final double[] sums = new double[BATCHES];
        private final int[] counts = new int[BATCHES];

        void add(int batch, double value) {
            sums[batch] += value;
            counts[batch]++;
        }

        double mean() {
            double sum = 0;
            int count = 0;
            for (int i = 0; i < BATCHES; i++) {
                sum += sums[i];
                count += counts[i];
            }
            return sum / count;
        }

        double standardError() {
            double mean = mean();
            double squares = 0;
            for (int i = 0; i < BATCHES; i++) {
                double off = sums[i] / counts[i] - mean;
                squares += off * off;
            }
            return Math.sqrt(squares / (BATCHES - 1) / BATCHES);
        }
    }

    /**
     * A drive of a plan whose operators are all there.
     *
     * @param patienceSeconds mean; infinite for visitors who never give up
     */
    RandomDrive(Plan plan, int streams, double handlingSeconds, double patienceSeconds, int chats, long seed) {
        random = new Random(seed);
        handlingMillis = handlingSeconds * 1000;
        patienceMillis = patienceSeconds * 1000;
        this.chats = chats;
        warmUp = chats / 20;
        waits = batches(streams);
        gaveUp = batches(streams);
        turnedAway = batches(streams);
        dispatcher = new Dispatcher(plan, this);
        for (int i = 0; i < plan.operators().size(); i++) {
            dispatcher.present(0, i);
        }
    }

    private static Batches[] batches(int streams) {
        var batches = new Batches[streams];
        for (int i = 0; i < streams; i++) {
            batches[i] = new Batches();
        }
        return batches;
    }

    /** Runs until all have arrived and are over. */
    void run(Visit[] visits, double[] ratesPerSecond) {
        for (int i = 0; i < visits.length; i++) {
            schedule(exponential(1000 / ratesPerSecond[i]), Kind.ARRIVES, NONE, i);
        }
        while (!calendar.isEmpty()) {
            var event = calendar.remove();
            switch (event.kind) {
                case ARRIVES -> {
                    if (arrived < chats) {
                        arriving = event.stream;
                        dispatcher.arrive(event.at, visits[event.stream]);
                        arrived++;
                        schedule(
                                event.at + exponential(1000 / ratesPerSecond[event.stream]),
                                Kind.ARRIVES,
                                NONE,
                                event.stream);
                    }
                }
                case GIVES_UP -> {
                    if (dispatcher.isWaiting(event.chat)) {
                        dispatcher.leave(event.at, event.chat);
                    }
                }
                case IS_DONE -> dispatcher.operatorEnds(event.at, event.chat, dispatcher.operator(event.chat));
            }
        }
    }

    /** Mean wait of a stream's chats, in seconds: of those who gave up too, of those turned away not. */
    Batches waits(int stream) {
        return waits[stream];
    }

    /** Share of a stream's chats that gave up. */
    Batches gaveUp(int stream) {
        return gaveUp[stream];
    }

    /** Share of a stream's chats that were turned away. */
    Batches turnedAway(int stream) {
        return turnedAway[stream];
    }

    private void schedule(long at, Kind kind, long chat, int stream) {
        calendar.add(new Event(at, sequence++, kind, chat, stream));
    }

    private long exponential(double meanMillis) {
        return Math.round(-meanMillis * Math.log(1 - random.nextDouble()));
    }

    @Override
    public boolean wantsReasons() {
        return false;
    }

    @Override
    public void happened(long atMillis, Effect effect, long chat, int operator, int queue, @Nullable Reason reason) {
        switch (effect) {
            case QUEUED -> {
                streamOf.put(chat, arriving);
                if (patienceMillis < Double.POSITIVE_INFINITY) {
                    schedule(atMillis + exponential(patienceMillis), Kind.GIVES_UP, chat, arriving);
                }
            }
            case ASSIGNED -> schedule(atMillis + exponential(handlingMillis), Kind.IS_DONE, chat, NONE);
            default -> {
                // says nothing of waits
            }
        }
    }

    @Override
    public void ended(long atMillis, long chat, Outcome outcome, int operator, int queue, @Nullable Reason reason) {
        Integer queued = streamOf.remove(chat);
        int stream = queued == null ? arriving : queued;
        if (arrived < warmUp) {
            return;
        }
        int batch = (int) ((long) (arrived - warmUp) * BATCHES / (chats - warmUp + 1));
        turnedAway[stream].add(batch, outcome == Outcome.TURNED_AWAY ? 1 : 0);
        gaveUp[stream].add(batch, outcome == Outcome.GAVE_UP ? 1 : 0);
        if (outcome != Outcome.TURNED_AWAY) {
            waits[stream].add(batch, dispatcher.waitedMillis(chat) / 1000.0);
        }
    }
}
