package io.kinetarch.core.simulation;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * How long visitors wait before they give up, from waits that were mostly cut short by an answer: the product-limit estimate of Kaplan and
 * Meier, "Nonparametric Estimation from Incomplete Observations", Journal of the American Statistical Association 53 (1958). To leave
 * out those who were answered, or to count them as having given up, would take visitors for far less patient than they are.
 *
 * <p>Between two moments at which somebody gave up the share that still waits falls evenly. After the last, of which nothing is known,
 * it falls exponentially, as readily as people gave up over all the time that was waited.
 */
public final class Survival {
    private final double[] times;
    private final double[] shares;
    private final double rateBeyond;
    private final double mean;

    /**
     * A visitor's wait.
     *
     * @param time above 0, in any unit
     * @param gaveUp whether it ended by giving up; else it was cut short
     */
    public record Wait(double time, boolean gaveUp) {
        public Wait {
            if (!(time > 0 && time < Double.POSITIVE_INFINITY)) {
                throw new IllegalArgumentException("a wait takes some time, was " + time);
            }
        }
    }

    private Survival(double[] times, double[] shares, double rateBeyond) {
        this.times = times;
        this.shares = shares;
        this.rateBeyond = rateBeyond;
        double sum = 0;
        double from = 0;
        double share = 1;
        for (int i = 0; i < times.length; i++) {
            sum += (times[i] - from) * (share + shares[i]) / 2;
            from = times[i];
            share = shares[i];
        }
        mean = sum + share / rateBeyond;
    }

    /**
     * What waits tell.
     *
     * @param waits of which at least one ended by giving up
     */
    public static Survival of(List<Wait> waits) {
        var sorted =
                waits.stream().sorted(Comparator.comparingDouble(Wait::time)).toList();
        double[] times = sorted.stream()
                .filter(Wait::gaveUp)
                .mapToDouble(Wait::time)
                .distinct()
                .toArray();
        if (times.length == 0) {
            throw new IllegalArgumentException("nobody gave up, so nothing is known of when they would");
        }
        double[] shares = new double[times.length];
        double share = 1;
        int seen = 0;
        for (int i = 0; i < times.length; i++) {
            while (sorted.get(seen).time() < times[i]) {
                seen++;
            }
            int atRisk = sorted.size() - seen;
            int gaveUp = 0;
            while (seen < sorted.size() && sorted.get(seen).time() == times[i]) {
                gaveUp += sorted.get(seen).gaveUp() ? 1 : 0;
                seen++;
            }
            share *= 1 - (double) gaveUp / atRisk;
            shares[i] = share;
        }
        double waited = sorted.stream().mapToDouble(Wait::time).sum();
        return new Survival(times, shares, sorted.stream().filter(Wait::gaveUp).count() / waited);
    }

    /**
     * What the waits of several queues tell together, whose visitors are not equally patient but spread alike: each wait is taken in
     * means of its queue, which are the time waited for each one who gave up.
     *
     * @param queues the waits of each
     * @param fewest of a queue in which fewer gave up nothing is taken
     * @return none where that leaves nothing
     */
    public static Optional<Survival> together(Collection<List<Wait>> queues, int fewest) {
        var all = new ArrayList<Wait>();
        for (var waits : queues) {
            long gaveUp = waits.stream().filter(Wait::gaveUp).count();
            if (gaveUp >= Math.max(1, fewest)) {
                double each = waits.stream().mapToDouble(Wait::time).sum() / gaveUp;
                waits.forEach(wait -> all.add(new Wait(wait.time() / each, wait.gaveUp())));
            }
        }
        return all.isEmpty() ? Optional.empty() : Optional.of(of(all));
    }

    /** The share that has not given up after a time at which somebody did, or 1 before the first; between two, that of the one before. */
    public double after(double time) {
        int i = Arrays.binarySearch(times, time);
        int last = i >= 0 ? i : -i - 2;
        return last < 0 ? 1 : shares[last];
    }

    /** The mean of all patience. */
    public double mean() {
        return mean;
    }

    /**
     * The time after which a share still waits.
     *
     * @param share above 0, at most 1
     */
    double timeOf(double share) {
        int low = 0;
        int high = shares.length;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (shares[middle] <= share) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        double before = low == 0 ? 1 : shares[low - 1];
        double from = low == 0 ? 0 : times[low - 1];
        if (low == shares.length) {
            return from + Math.log(before / share) / rateBeyond;
        }
        return from + (times[low] - from) * (before - share) / (before - shares[low]);
    }
}
