package io.kinetarch.core.staffing;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.Random;

/**
 * Chats and operators followed event by event, as plainly as can be (Gillespie 1977): kinds of chats arrive, wait in one line each by
 * their arrival, are taken by an operator who can and has room, the least busy first, and leave when done or out of patience.
 * Shares nothing with the models it is held against.
 */
final class PlainSimulation {
    /**
     * Chats that are alike.
     *
     * @param perSecond arrivals
     */
    record Kind(double perSecond, double handlingSeconds, double patienceSeconds, double withinSeconds) {}

    private record Waiting(int kind, double since, double givesUp) {}

    private final List<Kind> kinds;
    private final boolean[][] can;
    private final double[] slowdown;
    private final Random random;
    private final int[][] held;
    private final int[] chats;
    private final Deque<Waiting> line = new ArrayDeque<>();
    private final long[] arrived;
    private final long[] inTime;
    private double now;

    private PlainSimulation(List<Kind> kinds, boolean[][] can, double[] slowdown, long seed) {
        this.kinds = kinds;
        this.can = can;
        this.slowdown = slowdown;
        this.random = new Random(seed);
        held = new int[can.length][kinds.size()];
        chats = new int[can.length];
        arrived = new long[kinds.size()];
        inTime = new long[kinds.size()];
    }

    /**
     * Shares of the chats of each kind that are answered in time.
     *
     * @param can by operator and kind
     * @param slowdown entry k−1 multiplies the handling time while an operator holds k chats
     * @param seconds to follow, after a tenth of them to settle
     */
    static double[] answeredInTime(List<Kind> kinds, boolean[][] can, double[] slowdown, double seconds, long seed) {
        var simulation = new PlainSimulation(kinds, can, slowdown, seed);
        simulation.run(seconds / 10);
        Arrays.fill(simulation.arrived, 0);
        Arrays.fill(simulation.inTime, 0);
        simulation.run(simulation.now + seconds);
        double[] shares = new double[kinds.size()];
        for (int kind = 0; kind < shares.length; kind++) {
            shares[kind] =
                    simulation.arrived[kind] == 0 ? 1 : (double) simulation.inTime[kind] / simulation.arrived[kind];
        }
        return shares;
    }

    private void run(double until) {
        while (now < until) {
            double arrivals = kinds.stream().mapToDouble(Kind::perSecond).sum();
            double all = arrivals;
            for (int operator = 0; operator < chats.length; operator++) {
                all += speed(operator);
            }
            now += -Math.log(1 - random.nextDouble()) / all;
            line.removeIf(waiting -> waiting.givesUp <= now);
            double which = random.nextDouble() * all;
            if (which < arrivals) {
                arrive(which);
            } else {
                leave(which - arrivals);
            }
        }
    }

    private double speed(int operator) {
        double speed = 0;
        for (int kind = 0; kind < kinds.size() && chats[operator] > 0; kind++) {
            speed += held[operator][kind] / kinds.get(kind).handlingSeconds / slowdown[chats[operator] - 1];
        }
        return speed;
    }

    private void arrive(double which) {
        int kind = 0;
        for (double left = which - kinds.getFirst().perSecond; left > 0; left -= kinds.get(kind).perSecond) {
            kind++;
        }
        arrived[kind]++;
        int taker = -1;
        for (int operator = 0; operator < chats.length; operator++) {
            if (can[operator][kind]
                    && chats[operator] < slowdown.length
                    && (taker < 0 || chats[operator] < chats[taker])) {
                taker = operator;
            }
        }
        if (taker >= 0) {
            take(taker, kind);
            inTime[kind]++;
        } else {
            double patience = -Math.log(1 - random.nextDouble()) * kinds.get(kind).patienceSeconds;
            line.add(new Waiting(kind, now, now + patience));
        }
    }

    private void leave(double which) {
        int operator = 0;
        double left = which;
        while (left > speed(operator)) {
            left -= speed(operator);
            operator++;
        }
        int kind = 0;
        double each = 1 / slowdown[chats[operator] - 1];
        for (double part = left - held[operator][0] / kinds.getFirst().handlingSeconds * each;
                part > 0 && kind + 1 < kinds.size();
                part -= held[operator][kind] / kinds.get(kind).handlingSeconds * each) {
            kind++;
        }
        held[operator][kind]--;
        chats[operator]--;
        for (var next = line.iterator(); next.hasNext(); ) {
            var waiting = next.next();
            if (can[operator][waiting.kind]) {
                next.remove();
                take(operator, waiting.kind);
                if (now - waiting.since <= kinds.get(waiting.kind).withinSeconds) {
                    inTime[waiting.kind]++;
                }
                return;
            }
        }
    }

    private void take(int operator, int kind) {
        held[operator][kind]++;
        chats[operator]++;
    }
}
