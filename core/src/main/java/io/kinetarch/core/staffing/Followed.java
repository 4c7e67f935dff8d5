package io.kinetarch.core.staffing;

import java.util.Arrays;

/**
 * A queue followed from one half-hour to the next: how many chats wait at the end of one is where the next begins.
 *
 * <p>The chances of each number of chats follow the chain of {@link ChatQueue} by uniformisation (Jensen, Skandinavisk
 * Aktuarietidskrift 36, 1953; Grassmann, Computers &amp; Operations Research 4, 1977), which adds positive terms only; what is left
 * out weighs less than {@value #LEFT_OUT}. Whoever arrives meets the number of chats as it is in the mean of the half-hour. Where
 * operators go, they finish the chats they hold; who waits keeps waiting. What is seen by those who arrive is worked out as if
 * the operators of the half-hour stayed until they are answered.
 */
final class Followed {
    private static final double LEFT_OUT = 1e-12;

    /** Fewer chats than that are not looked after. */
    private static final double FORGOTTEN = 1e-3;

    /** Chances of 0, 1, 2, … chats, at the end of the last half-hour. */
    private final double[] chances;

    private final int places;

    private Followed(double[] chances, int places) {
        this.chances = chances;
        this.places = places;
    }

    /** A queue in which nobody is yet. */
    static Followed empty() {
        return new Followed(new double[] {1}, 0);
    }

    /** A queue that has been as it is for long. It must settle: with patience, a waiting limit, or operators to spare. */
    static Followed settled(ChatQueue queue, int operators) {
        int places = operators * queue.chatsAtOnce();
        double[] chances = new double[16];
        double weight = 1;
        double sum = 0;
        int states = 0;
        while (states <= queue.mostChats(operators)
                && (states <= places
                        || weight > sum * LEFT_OUT
                        || queue.load() > queue.departures(states, operators))) {
            if (states == chances.length) {
                chances = Arrays.copyOf(chances, 2 * states);
            }
            chances[states] = weight;
            sum += weight;
            states++;
            weight *= queue.load() / queue.departures(states, operators);
            if (sum > 1e200) {
                scale(chances, states, 1 / sum);
                weight /= sum;
                sum = 1;
            }
        }
        scale(chances, states, 1 / sum);
        return new Followed(Arrays.copyOf(chances, states), places);
    }

    /** Mean number of chats that wait. */
    double waiting() {
        double waiting = 0;
        for (int j = places + 1; j < chances.length; j++) {
            waiting += (j - places) * chances[j];
        }
        return waiting;
    }

    /**
     * What a half-hour that begins like this brings, and how it ends.
     *
     * @param seen by those who arrive in it
     */
    record HalfHour(Performance seen, Followed end) {}

    /**
     * Follows a half-hour.
     *
     * @param seconds its length
     */
    HalfHour next(ChatQueue queue, int operators, double seconds, double withinSeconds) {
        int nextPlaces = operators * queue.chatsAtOnce();
        double[] begin = handedOver(nextPlaces);
        double length = seconds / queue.handlingSeconds();
        if (operators == 0 && Math.max(1, waiting()) * queue.shareThatStays(length) < FORGOTTEN) {
            // nobody answers, so all give up, and by the end hardly anybody is left of those who were there
            return new HalfHour(queue.evaluate(0, withinSeconds), settled(queue, 0));
        }
        int most = queue.mostChats(operators, begin, length);
        var walk = new Walk(queue, operators, Arrays.copyOf(begin, most + 1));
        if (walk.fastest == 0) {
            // nobody comes, answers or gives up
            return new HalfHour(queue.seenBy(begin, operators, withinSeconds), new Followed(begin, nextPlaces));
        }
        double[] mean = new double[most + 1];
        double[] end = new double[most + 1];
        var steps = new PoissonSteps(walk.fastest * length);
        while (steps.more() > LEFT_OUT) {
            steps.next();
            walk.addTo(end, steps.chance());
            walk.addTo(mean, steps.more());
            walk.step();
        }
        scale(end, end.length, 1 / Arrays.stream(end).sum());
        scale(mean, mean.length, 1 / Arrays.stream(mean).sum());
        return new HalfHour(queue.seenBy(mean, operators, withinSeconds), new Followed(trimmed(end), nextPlaces));
    }

    /** Chances after steps that all take the same time in the mean, in some of which nothing happens. */
    private static final class Walk {
        private final double fastest;
        private final double up;
        private final double[] down;
        private final double[] stays;
        private double[] chances;
        private double[] next;

        Walk(ChatQueue queue, int operators, double[] begin) {
            chances = begin;
            next = new double[begin.length];
            down = new double[begin.length];
            double most = 0;
            for (int j = 1; j < begin.length; j++) {
                down[j] = queue.departures(j, operators);
                most = Math.max(most, down[j]);
            }
            fastest = most + queue.load();
            up = queue.load() / fastest;
            stays = new double[begin.length];
            for (int j = 0; j < begin.length; j++) {
                down[j] /= fastest;
                stays[j] = 1 - down[j] - (j == begin.length - 1 ? 0 : up);
            }
        }

        void addTo(double[] sum, double times) {
            for (int j = 0; j < sum.length; j++) {
                sum[j] += times * chances[j];
            }
        }

        void step() {
            int last = chances.length - 1;
            double[] from = chances;
            double[] to = next;
            if (last == 0) {
                return;
            }
            to[0] = stays[0] * from[0] + down[1] * from[1];
            for (int j = 1; j < last; j++) {
                to[j] = up * from[j - 1] + stays[j] * from[j] + down[j + 1] * from[j + 1];
            }
            to[last] = up * from[last - 1] + stays[last] * from[last];
            next = from;
            chances = to;
        }
    }

    private double[] handedOver(int nextPlaces) {
        int kept = Math.min(places, nextPlaces);
        double[] next = new double[chances.length];
        for (int j = 0; j < chances.length; j++) {
            int held = Math.min(j, places);
            next[Math.min(held, kept) + j - held] += chances[j];
        }
        return trimmed(next);
    }

    private static void scale(double[] values, int length, double by) {
        for (int i = 0; i < length; i++) {
            values[i] *= by;
        }
    }

    private static double[] trimmed(double[] values) {
        int length = values.length;
        while (length > 1 && values[length - 1] < LEFT_OUT) {
            length--;
        }
        return Arrays.copyOf(values, length);
    }

    /** The chances of 0, 1, 2, … steps by a Poisson law: each from the one before, and from logarithms until they can be held. */
    private static final class PoissonSteps {
        private static final double LEAST_LOGARITHM = -700;

        private final double mean;
        private double logarithm;
        private double chance;
        private double more = 1;
        private int steps = -1;

        PoissonSteps(double mean) {
            this.mean = mean;
        }

        void next() {
            steps++;
            if (chance > 0) {
                chance *= mean / steps;
            } else {
                logarithm = steps == 0 ? -mean : logarithm + Math.log(mean / steps);
                chance = logarithm > LEAST_LOGARITHM ? Math.exp(logarithm) : 0;
            }
            more = steps > mean && chance < LEFT_OUT ? 0 : Math.max(0, more - chance);
        }

        double chance() {
            return chance;
        }

        /** The chance of more steps than these. */
        double more() {
            return more;
        }
    }
}
