package io.kinetarch.core.simulation;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * The chats that operators hold. Each has so much left to do as it would take somebody usual alone; the more of them an operator holds, the
 * slower each goes on.
 */
final class Hands {
    static final int NOBODY = -1;

    /** By queue and by how many are held besides. */
    private final double[][] slowdown;

    private final Visitor[][] held;
    private final int[] count;
    private final long[] since;

    Hands(int operators, double[][] slowdown) {
        this.slowdown = slowdown;
        held = new Visitor[operators][2];
        count = new int[operators];
        since = new long[operators];
    }

    void take(int operator, Visitor visitor, int queue, long now) {
        goOn(operator, now);
        int k = count[operator]++;
        if (k == held[operator].length) {
            held[operator] = Arrays.copyOf(held[operator], 2 * k);
        }
        held[operator][k] = visitor;
        visitor.holder = operator;
        visitor.heldIn = queue;
        visitor.held = now;
    }

    void drop(Visitor visitor, long now) {
        int operator = visitor.holder;
        goOn(operator, now);
        Visitor[] visitors = held[operator];
        int last = --count[operator];
        int i = 0;
        while (visitors[i] != visitor) {
            i++;
        }
        visitors[i] = visitors[last];
        visitor.holder = NOBODY;
    }

    private void goOn(int operator, long now) {
        long passed = now - since[operator];
        since[operator] = now;
        int k = count[operator];
        if (passed > 0) {
            Visitor[] visitors = held[operator];
            for (int i = 0; i < k; i++) {
                visitors[i].left -= (double) passed / pace(visitors[i], k);
            }
        }
    }

    private double pace(Visitor visitor, int k) {
        double[] factors = slowdown[visitor.heldIn];
        return factors[Math.min(k, factors.length) - 1] * visitor.factor;
    }

    /** Whose chat of those of an operator ends next, if nothing changes; null for none. */
    @Nullable
    Visitor next(int operator) {
        int k = count[operator];
        if (k == 0) {
            return null;
        }
        Visitor[] visitors = held[operator];
        Visitor first = visitors[0];
        if (k > 1) {
            double soonest = first.left * pace(first, k);
            for (int i = 1; i < k; i++) {
                Visitor other = visitors[i];
                double due = other.left * pace(other, k);
                if (due < soonest || (due == soonest && other.place < first.place)) {
                    soonest = due;
                    first = other;
                }
            }
        }
        return first;
    }

    /** When that is, milliseconds since 1970. */
    long due(int operator) {
        Visitor visitor = next(operator);
        return visitor == null
                ? Agenda.NEVER
                : since[operator] + Math.max(0, (long) (visitor.left * pace(visitor, count[operator]) + 0.5));
    }
}
