package io.kinetarch.core.simulation;

import java.util.Arrays;

/** What operators do in one run, as far as it lies in the counted span. */
final class Worked {
    private static final long NOT = Long.MIN_VALUE;

    private final long from;
    private final long until;
    private final int[] chats;
    private final Clock there;
    private final Clock holding;
    /** Milliseconds, each chat counted. */
    private final long[] held;

    Worked(int operators, long from, long until) {
        this.from = from;
        this.until = until;
        chats = new int[operators];
        held = new long[operators];
        there = new Clock(operators);
        holding = new Clock(operators);
    }

    /** Operators' time in which something is so. */
    private final class Clock {
        private final long[] since;
        private final long[] sum;

        Clock(int operators) {
            since = new long[operators];
            sum = new long[operators];
            Arrays.fill(since, NOT);
        }

        void set(int operator, boolean now, long at) {
            if (now == (since[operator] != NOT)) {
                return;
            }
            if (now) {
                since[operator] = at;
            } else {
                sum[operator] += counted(since[operator], at);
                since[operator] = NOT;
            }
        }
    }

    /** How much of a stretch lies in the counted span, milliseconds. */
    private long counted(long begin, long end) {
        return Math.max(0, Math.min(end, until) - Math.max(begin, from));
    }

    void there(int operator, boolean now, long at) {
        there.set(operator, now, at);
    }

    void holds(int operator, boolean some, long at) {
        holding.set(operator, some, at);
    }

    /** An operator took a chat. */
    void took(int operator, long at) {
        if (at >= from && at < until) {
            chats[operator]++;
        }
    }

    /** An operator has let a chat go. */
    void held(int operator, long begin, long end) {
        held[operator] += counted(begin, end);
    }

    /** Nothing comes any more. */
    void end(long at) {
        for (int operator = 0; operator < chats.length; operator++) {
            there.set(operator, false, at);
            holding.set(operator, false, at);
        }
    }

    double chats(int operator) {
        return chats[operator];
    }

    double hoursThere(int operator) {
        return hours(there.sum[operator]);
    }

    double hoursHolding(int operator) {
        return hours(holding.sum[operator]);
    }

    double chatHours(int operator) {
        return hours(held[operator]);
    }

    private static double hours(long millis) {
        return millis / 3_600_000.0;
    }
}
