package io.kinetarch.core.simulation;

import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** What one run of a plan counted: all that is kept of it. */
final class Run {
    private static final double MEDIAN = 50;
    private static final double LATE = 95;

    /** All that came, those of the warm-up too. */
    final long chats;

    final int queues;
    final int intervals;
    /** By queue, interval and the first kinds; as floats, since many runs are kept. */
    private final float[] cells;

    private final double[][] totals;
    private final double[] medians;
    private final double[] lates;

    /** Kept until they are added to those of other runs. */
    private @Nullable Routes routes;

    private final Groups.Counts groups;
    /** What operators did. */
    final Worked worked;

    Run(Tally tally, long chats, Routes routes, Groups.Counts groups, Worked worked) {
        this.chats = chats;
        this.routes = routes;
        this.groups = groups;
        this.worked = worked;
        queues = tally.queues;
        intervals = tally.intervals;
        cells = new float[(queues + 1) * intervals * Count.BY_INTERVAL];
        // one more for the sum over all queues
        totals = new double[queues + 2][Count.KINDS];
        int at = 0;
        for (int queue = 0; queue <= queues; queue++) {
            for (int interval = 0; interval < intervals; interval++) {
                for (int kind = 0; kind < Count.KINDS; kind++) {
                    double amount = tally.of(queue, interval, kind);
                    if (kind < Count.BY_INTERVAL) {
                        cells[at++] = (float) amount;
                    }
                    totals[queue][kind] += amount;
                    totals[queues + 1][kind] += amount;
                }
            }
        }
        medians = new double[queues + 2];
        lates = new double[queues + 2];
        for (int queue = 0; queue < queues; queue++) {
            medians[queue] = tally.waitedAtMost(queue, MEDIAN);
            lates[queue] = tally.waitedAtMost(queue, LATE);
        }
        medians[queues] = Double.NaN;
        lates[queues] = Double.NaN;
        medians[queues + 1] = tally.waitedAtMost(MEDIAN);
        lates[queues + 1] = tally.waitedAtMost(LATE);
    }

    /** The ways that its chats took, to be had once: many runs are kept, and these of all together only. */
    Routes takeRoutes() {
        var taken = Objects.requireNonNull(routes, "they were taken before");
        routes = null;
        return taken;
    }

    /** Of a queue in all; beyond the last, of what came to none, then of everything. */
    double of(int queue, Count kind) {
        return totals[queue][kind.place];
    }

    /** Of those who came in an interval; of the first kinds only. */
    double of(int queue, int interval, Count kind) {
        return cells[(queue * intervals + interval) * Count.BY_INTERVAL + kind.place];
    }

    /** Of a group, by its place among those of the experiment. */
    double of(int group, Groups.Counted kind) {
        return groups.of(group, kind);
    }

    /** The wait that half of those who entered a queue had at most; not a number where nobody did. Seconds. */
    double median(int queue) {
        return medians[queue];
    }

    /** The same of 95 per cent. */
    double late(int queue) {
        return lates[queue];
    }
}
