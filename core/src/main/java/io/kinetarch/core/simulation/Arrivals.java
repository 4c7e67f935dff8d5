package io.kinetarch.core.simulation;

import java.util.List;
import java.util.Objects;
import java.util.stream.IntStream;

/**
 * The visitors of all flows in the order in which they come. In an interval of a flow they come by chance and evenly: the time between two
 * is exponential in what is expected to come meanwhile (Çinlar, Introduction to Stochastic Processes, 1975, ch. 4.7), so that no list
 * of them is kept.
 */
final class Arrivals {
    /** Places that a visitor takes in the stream of their flow. */
    private static final int PLACES = 2;
    /** A place that no visitor takes. */
    private static final long BY_DAY = -1;

    private static final long DAY = 24L * 60 * 60 * 1000;

    private final List<Flow> flows;
    private final double[][] rates;
    private final double[] lengths;
    private final long[] seeds;
    private final long[] come;
    private final double[] at;
    private final int[] interval;
    private final double end;
    private final Agenda agenda;
    private final long start;

    /**
     * @param chats of the flows, from {@link #chats}
     * @param keys of the flows, from {@link #keys}
     * @param seed of the run
     * @param start milliseconds since 1970
     * @param until after the last of them
     */
    Arrivals(List<Flow> flows, double[][] chats, long[] keys, long seed, long start, long until) {
        this.flows = flows;
        this.start = start;
        int count = flows.size();
        rates = new double[count][];
        lengths = new double[count];
        seeds = new long[count];
        come = new long[count];
        at = new double[count];
        interval = new int[count];
        end = until - start;
        agenda = new Agenda(count);
        for (int flow = 0; flow < count; flow++) {
            lengths[flow] = flows.get(flow).interval().toMillis();
            double length = lengths[flow];
            seeds[flow] = Chance.bits(seed, keys[flow]);
            double[] rate = chats[flow].clone();
            for (int i = 0; i < rate.length; i++) {
                rate[i] /= length;
            }
            rates[flow] = rate;
            vary(flow);
            next(flow);
        }
    }

    /** Makes each day more or less than expected, by chance. */
    private void vary(int flow) {
        double byDay = flows.get(flow).byDay();
        if (byDay == 0) {
            return;
        }
        var factor = new Behaviour.Handling.LogNormal(byDay);
        long days = Chance.bits(seeds[flow], BY_DAY);
        long day = -1;
        double more = 1;
        for (int i = 0; i < rates[flow].length; i++) {
            long of = (long) (i * lengths[flow]) / DAY;
            if (of != day) {
                day = of;
                more = factor.of(Chance.share(days, day));
            }
            rates[flow][i] *= more;
        }
    }

    /** How many are expected of each flow in each of its intervals. */
    static double[][] chats(List<Flow> flows) {
        return flows.stream()
                .map(flow -> flow.chats().stream().mapToDouble(chats -> chats).toArray())
                .toArray(double[][]::new);
    }

    /** What tells each flow from the others, from which their chance follows. */
    static long[] keys(List<Flow> flows) {
        return IntStream.range(0, flows.size())
                .mapToLong(flow -> key(flows, flow))
                .toArray();
    }

    /** By what is known of them, so that the same visitors come where a plan lacks a door, or has one more. */
    private static long key(List<Flow> flows, int flow) {
        var visit = flows.get(flow).visit();
        long key = alike(flows, flow);
        for (var part : List.of(visit.door().value(), visit.language(), String.valueOf(visit.topic()))) {
            key = Chance.bits(key, part.hashCode());
        }
        return key;
    }

    /** How many before it are of the same door, language and topic. */
    private static long alike(List<Flow> flows, int flow) {
        var visit = flows.get(flow).visit();
        return flows.subList(0, flow).stream()
                .map(Flow::visit)
                .filter(other -> other.door().equals(visit.door())
                        && other.language().equals(visit.language())
                        && Objects.equals(other.topic(), visit.topic()))
                .count();
    }

    /** When the next comes, milliseconds since 1970; {@link Agenda#NEVER} for none. */
    long next() {
        return agenda.next();
    }

    /** To which flow the next belongs. */
    int flow() {
        return agenda.first();
    }

    /** The next has come: the seed of all that chance decides about them. */
    long take() {
        int flow = agenda.first();
        long visitor = Chance.bits(seeds[flow], PLACES * come[flow]);
        next(flow);
        return visitor;
    }

    private void next(int flow) {
        double[] rate = rates[flow];
        double left = Chance.gap(seeds[flow], PLACES * come[flow]++ + 1);
        int i = interval[flow];
        double time = at[flow];
        while (i < rate.length && time < end) {
            double intervalEnd = (i + 1) * lengths[flow];
            double expected = rate[i] * (intervalEnd - time);
            if (left < expected) {
                time += left / rate[i];
                break;
            }
            left -= expected;
            time = intervalEnd;
            i++;
        }
        interval[flow] = i;
        at[flow] = time;
        agenda.set(flow, i < rate.length && time < end ? start + (long) time : Agenda.NEVER);
    }
}
