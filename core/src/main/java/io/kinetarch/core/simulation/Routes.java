package io.kinetarch.core.simulation;

import io.kinetarch.core.simulation.Route.End;
import org.jspecify.annotations.Nullable;

/**
 * How many chats took which way: by where they came from, queue and interval. Chats from one place come to few queues, so room is made
 * only for those.
 */
final class Routes {
    private static final int ENDS = End.values().length;
    /** By whether a bot had them, and how they ended. */
    private static final int WAYS = 2 * ENDS;

    private final int queues;
    private final int intervals;
    /** By source and queue, the one after the last for none; by interval and way. */
    private final int[] @Nullable [] counts;

    /** How many runs are counted together. */
    private int runs;

    Routes(int sources, int queues, int intervals, int runs) {
        this.runs = runs;
        this.queues = queues;
        this.intervals = intervals;
        counts = new int[sources * (queues + 1)][];
    }

    /** Counts a chat; a negative queue for none. */
    void add(int source, int queue, int interval, boolean byBot, End end) {
        int at = source * (queues + 1) + (queue < 0 ? queues : queue);
        var own = counts[at];
        if (own == null) {
            own = new int[intervals * WAYS];
            counts[at] = own;
        }
        own[interval * WAYS + way(byBot, end)]++;
    }

    private static int way(boolean byBot, End end) {
        return end.place + (byBot ? ENDS : 0);
    }

    /** In the mean of its runs. */
    double of(int source, int queue, int interval, boolean byBot, End end) {
        var own = counts[source * (queues + 1) + (queue < 0 ? queues : queue)];
        return own == null ? 0 : (double) own[interval * WAYS + way(byBot, end)] / runs;
    }

    /** The same, to be added to. */
    Routes copy() {
        var copy = new Routes(counts.length / (queues + 1), queues, intervals, 0);
        copy.add(this);
        return copy;
    }

    /** Adds what other runs counted. */
    void add(Routes others) {
        runs += others.runs;
        for (int at = 0; at < counts.length; at++) {
            add(at, others.counts[at]);
        }
    }

    private void add(int at, int @Nullable [] more) {
        if (more != null) {
            var own = counts[at];
            if (own == null) {
                counts[at] = more.clone();
            } else {
                for (int i = 0; i < own.length; i++) {
                    own[i] += more[i];
                }
            }
        }
    }
}
