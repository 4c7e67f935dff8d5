package io.kinetarch.core.report;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/** How many of some things were how long, from which their median and any other percentile are found exactly. */
public final class Tally {
    /** Lengths below this are counted at their place, without a search: most waits are short, and millions are added up. */
    private static final int SHORT = 1024;

    private long[] ofShort = {};
    private final Map<Long, Long> ofLonger = new HashMap<>();
    private long all;

    /** Counts some more of a length, which is at least 0. */
    public void add(long length, long count) {
        if (length < 0 || count < 0) {
            throw new IllegalArgumentException("neither a length nor a count is below 0: " + length + ", " + count);
        }
        if (count == 0) {
            return;
        }
        if (length >= SHORT) {
            ofLonger.merge(length, count, Long::sum);
        } else {
            if (length >= ofShort.length) {
                ofShort = Arrays.copyOf(ofShort, Math.min(SHORT, (int) length * 2 + 1));
            }
            ofShort[(int) length] += count;
        }
        all += count;
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
        long seen = 0;
        for (int length = 0; length < ofShort.length; length++) {
            seen += ofShort[length];
            if (seen >= rank && ofShort[length] > 0) {
                return length;
            }
        }
        long[] lengths =
                ofLonger.keySet().stream().mapToLong(Long::longValue).sorted().toArray();
        for (long length : lengths) {
            seen += ofLonger.getOrDefault(length, 0L);
            if (seen >= rank) {
                return length;
            }
        }
        return Double.NaN;
    }
}
