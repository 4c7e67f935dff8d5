package io.kinetarch.core.staffing;

import java.util.List;
import java.util.Objects;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * What the chats of a queue took, as its history tells; each figure null where the history cannot tell it.
 *
 * @param handlingSeconds mean handling time of a chat by an operator who holds no other
 * @param slowdown by how much more of it every further chat at once lengthens a chat
 * @param patienceSeconds mean patience of a visitor who waits
 */
public record WorkloadEstimate(
        @Nullable Estimate handlingSeconds,
        @Nullable Estimate slowdown,
        @Nullable Estimate patienceSeconds) {

    /** Fewer half-hours than that say little of how handling goes with chats at once. */
    private static final int LEAST_HALF_HOURS = 20;

    /** Less spread of chats at once than that (a variance) cannot be told from chance. */
    private static final double LEAST_SPREAD = 1e-3;

    /**
     * A figure and how sure it is.
     *
     * @param standardError of the value, in its unit
     * @param chats that it is worked out from
     */
    public record Estimate(double value, double standardError, double chats) {}

    /**
     * A half-hour of the history; what was not measured is null.
     *
     * @param chats above 0
     * @param handlingSeconds mean of these chats
     * @param chatsAtOnce mean number of chats that an operator held who held one
     * @param left how many gave up waiting
     * @param waitSeconds mean wait of all of them, answered or not
     */
    public record Seen(
            double chats,
            @Nullable Double handlingSeconds,
            @Nullable Double chatsAtOnce,
            @Nullable Double left,
            @Nullable Double waitSeconds) {}

    /**
     * Estimates from half-hours.
     *
     * @param assumed factors of handling by chats at once, by which handling measured at several chats at once is brought back to
     *     that of one
     */
    public static WorkloadEstimate of(List<Seen> seen, List<Double> assumed) {
        return new WorkloadEstimate(handling(seen, assumed), slowdown(seen), patience(seen));
    }

    /**
     * The ratio of all handling to what it would have been at a second a chat, {@code R = Σ n h / Σ n s(k)}, s being the slowdown.
     * Its error by linearisation (Cochran, Sampling Techniques, 3rd ed. 1977, eq. 6.13): {@code √Σ n² (h − R s)² / Σ n s}.
     */
    private static @Nullable Estimate handling(List<Seen> seen, List<Double> assumed) {
        var timed = seen.stream().filter(one -> one.handlingSeconds != null).toList();
        double chats = 0;
        double spent = 0;
        double slowed = 0;
        for (var one : timed) {
            chats += one.chats;
            spent += one.chats * Objects.requireNonNull(one.handlingSeconds);
            slowed += one.chats * slowdownAt(assumed, one.chatsAtOnce);
        }
        if (spent == 0) {
            return null;
        }
        double alone = spent / slowed;
        double squares = 0;
        for (var one : timed) {
            double off = Objects.requireNonNull(one.handlingSeconds) - alone * slowdownAt(assumed, one.chatsAtOnce);
            squares += Math.pow(one.chats * off, 2);
        }
        return new Estimate(alone, Math.sqrt(squares) / slowed, chats);
    }

    private static double slowdownAt(List<Double> assumed, @Nullable Double chatsAtOnce) {
        if (chatsAtOnce == null) {
            return 1;
        }
        double place = Math.clamp(chatsAtOnce, 1, assumed.size()) - 1;
        int below = (int) place;
        int above = Math.min(below + 1, assumed.size() - 1);
        return assumed.get(below) + (place - below) * (assumed.get(above) - assumed.get(below));
    }

    /**
     * The slope over the intercept of handling against chats at once beyond the first, by least squares weighted by chats. The
     * errors of both hold whatever the spread of each half-hour (White, Econometrica 48, 1980); that of their ratio by the delta
     * method.
     */
    private static @Nullable Estimate slowdown(List<Seen> seen) {
        var both = seen.stream()
                .filter(one -> one.handlingSeconds != null && one.chatsAtOnce != null)
                .toList();
        int rows = both.size();
        double[] n = both.stream().mapToDouble(Seen::chats).toArray();
        double[] x = both.stream()
                .mapToDouble(one -> Objects.requireNonNull(one.chatsAtOnce) - 1)
                .toArray();
        double[] y = both.stream()
                .mapToDouble(one -> Objects.requireNonNull(one.handlingSeconds))
                .toArray();
        double chats = sum(rows, i -> n[i]);
        if (rows < LEAST_HALF_HOURS) {
            return null;
        }
        double meanX = sum(rows, i -> n[i] * x[i]) / chats;
        double meanY = sum(rows, i -> n[i] * y[i]) / chats;
        double spread = sum(rows, i -> n[i] * Math.pow(x[i] - meanX, 2));
        if (spread / chats < LEAST_SPREAD) {
            return null;
        }
        double slope = sum(rows, i -> n[i] * (x[i] - meanX) * (y[i] - meanY)) / spread;
        double alone = meanY - slope * meanX;
        if (alone <= 0) {
            return null;
        }
        double ratio = slope / alone;
        // how the ratio goes with the handling of each half-hour: d slope = n (x − X) / spread, d mean = n / chats
        double variance = sum(rows, i -> {
            double off = y[i] - alone - slope * x[i];
            double bySlope = n[i] * (x[i] - meanX) / spread;
            double byAlone = n[i] / chats - bySlope * meanX;
            return Math.pow(off * (bySlope - ratio * byAlone) / alone, 2);
        });
        return new Estimate(ratio, Math.sqrt(variance), chats);
    }

    /**
     * All time waited over the number who gave up: the likeliest mean of exponential patience where those who were answered are only
     * known to have waited so long (Brown et al., "Statistical analysis of a telephone call center", JASA 100, 2005, section 5);
     * its relative error is one over the root of that number.
     */
    private static @Nullable Estimate patience(List<Seen> seen) {
        double waited = 0;
        double left = 0;
        double chats = 0;
        for (var one : seen) {
            if (one.left != null && one.waitSeconds != null) {
                waited += one.chats * one.waitSeconds;
                left += one.left;
                chats += one.chats;
            }
        }
        return left == 0 || waited == 0 ? null : new Estimate(waited / left, waited / left / Math.sqrt(left), chats);
    }

    private static double sum(int rows, IntToDoubleFunction of) {
        return IntStream.range(0, rows).mapToDouble(of).sum();
    }
}
