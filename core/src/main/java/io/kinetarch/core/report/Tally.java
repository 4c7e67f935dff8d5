package io.kinetarch.core.report;

import java.util.HashMap;
import java.util.Map;

/** How many of some things were how long, from which their median and any other percentile are found exactly. */
public final class Tally {
    private final Map<Long, Long> counts = new HashMap<>();
    private long all;

    /** Counts some more of a length, which is at least 0. */
    public void add(long length, long count) {
        if (length < 0 || count < 0) {
            throw new IllegalArgumentException("neither a length nor a count is below 0: " + length + ", " + count);
        }
        if (count > 0) {
            counts.merge(length, count, Long::sum);
            all += count;
        }
    }

    /** How many there are. */
    public long count() {
        return all;
    }

    /**
     * The smallest length such that at least a share of them is no longer: the inverse of the empirical distribution, definition 1 of
     * Hyndman and Fan, "Sample quantiles in statistical packages", 1996. Not a number where there are none.
     *
     * @param share above 0, at most 1
     */
    public double percentile(double share) {
        if (!(share > 0 && share <= 1)) {
            throw new IllegalArgumentException("a share lies above 0 and is at most 1: " + share);
        }
        // Shares such as 0.95 have no exact binary form: 0.95 of 100 must be the 95th, not the 96th.
        long rank = (long) Math.ceil(share * all - 1e-9 * all);
        long[] lengths =
                counts.keySet().stream().mapToLong(Long::longValue).sorted().toArray();
        long seen = 0;
        for (long length : lengths) {
            seen += counts.getOrDefault(length, 0L);
            if (seen >= rank) {
                return length;
            }
        }
        return Double.NaN;
    }
}
