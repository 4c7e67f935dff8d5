package io.kinetarch.core.simulation;

import io.kinetarch.core.dispatch.Outcome;
import org.HdrHistogram.Histogram;
import org.jspecify.annotations.Nullable;

/**
 * What a run counted: by queue and interval of arrival, and how long people waited. The queue of a chat is the first that it
 * waited in, or that would not have it; chats that came to none are counted beyond the last.
 */
final class Tally {
    private static final int DIGITS = 3;

    final int queues;
    final int intervals;
    /** By queue, interval and kind. */
    private final double[] cells;

    private int cell;
    private final @Nullable Histogram[] waits;

    Tally(int queues, int intervals) {
        this.queues = queues;
        this.intervals = intervals;
        cells = new double[(queues + 1) * intervals * Count.KINDS];
        waits = new Histogram[queues];
    }

    /** What is added next is of a queue (negative: of none) and an interval. */
    void at(int queue, int interval) {
        int lane = queue < 0 ? queues : queue;
        cell = (lane * intervals + interval) * Count.KINDS;
    }

    void add(Count kind, long amount) {
        cells[cell + kind.place] += (double) amount;
    }

    /** A chat that entered a queue waited so long, answered or not. */
    void waited(int queue, long millis) {
        add(Count.WAITED, millis);
        var own = waits[queue];
        if (own == null) {
            own = new Histogram(DIGITS);
            waits[queue] = own;
        }
        own.recordValue(millis);
    }

    static @Nullable Count of(Outcome outcome) {
        return switch (outcome) {
            case FINISHED_BY_BOT -> Count.FINISHED_BY_BOT;
            case GAVE_UP -> Count.GAVE_UP;
            case LEFT_MESSAGE -> Count.LEFT_MESSAGE;
            case ASKED_CALL_BACK -> Count.CALL_BACK;
            case TURNED_AWAY -> Count.TURNED_AWAY;
            case ENDED_BY_LADDER -> Count.BY_LADDER;
            case ENDED_AT_CLOSING -> Count.AT_CLOSING;
            case ENDED_BY_OPERATOR, ENDED_BY_VISITOR, CLOSED_SILENT -> null;
        };
    }

    double of(int queue, int interval, int kind) {
        return cells[(queue * intervals + interval) * Count.KINDS + kind];
    }

    /** How long so many per cent of all waited at most who entered a queue; not a number where nobody did. Seconds. */
    double waitedAtMost(double percent) {
        var all = new Histogram(DIGITS);
        for (var own : waits) {
            if (own != null) {
                all.add(own);
            }
        }
        return seconds(all, percent);
    }

    double waitedAtMost(int queue, double percent) {
        return seconds(waits[queue], percent);
    }

    private static double seconds(@Nullable Histogram histogram, double percent) {
        return histogram == null || histogram.getTotalCount() == 0
                ? Double.NaN
                : histogram.getValueAtPercentile(percent) / 1000.0;
    }
}
