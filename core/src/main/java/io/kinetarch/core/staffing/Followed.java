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
        int most = queue.mostChats(operators, begin.length - 1, length);
        var walk = new Walk(queue, operators, Arrays.copyOf(begin, most + 1));
        if (walk.fastest == 0) {
            // nobody comes, answers or gives up
            return new HalfHour(queue.seenBy(begin, operators, withinSeconds), new Followed(begin, nextPlaces));
        }
        double[] mean = new double[most + 1];
        double[] end = new double[most + 1];
        double steps = walk.fastest * length;
        var poisson = new PoissonSteps(steps);
        double more = 1; // chance that more steps happen than were walked
        for (int k = 0; more > LEFT_OUT && k < poisson.longest(); k++) {
            double chance = poisson.chance(k);
            more = Math.max(0, more - chance);
            for (int j = 0; j <= most; j++) {
                end[j] += chance * walk.chances[j];
                mean[j] += more * walk.chances[j];
            }
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
            for (int j = 1; j < begin.length; j++) {
                down[j] /= fastest;
            }
        }

        void step() {
            int last = chances.length - 1;
            for (int j = 0; j <= last; j++) {
                double rest = chances[j] * (1 - down[j] - (j == last ? 0 : up));
                double from = j == 0 ? 0 : up * chances[j - 1];
                double to = j == last ? 0 : down[j + 1] * chances[j + 1];
                next[j] = rest + from + to;
            }
            double[] walked = next;
            next = chances;
            chances = walked;
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

    /** Chances of so many steps of a Poisson law, from logarithms so that none is lost where many are expected. */
    private static final class PoissonSteps {
        private final double mean;
        private double logFactorial;
        private int reached;

        PoissonSteps(double mean) {
            this.mean = mean;
        }

        /** To be asked for 0, 1, 2, … in order. */
        double chance(int k) {
            while (reached < k) {
                reached++;
                logFactorial += Math.log(reached);
            }
            return Math.exp(k * Math.log(mean) - mean - logFactorial);
        }

        int longest() {
            return (int) (mean + 12 * Math.sqrt(mean) + 50);
        }
    }
}
