package io.kinetarch.core.simulation;

import java.util.Arrays;

/**
 * The chats that operators hold. Each has so much left to do as it would take alone; the more of them an operator holds, the slower each
 * goes on.
 */
final class Hands {
    static final int NOBODY = -1;

    /** By queue and by how many are held besides. */
    private final double[][] slowdown;

    private final int[][] held;
    private final int[] count;
    private final double[] since;
    private int[] holder = {};
    private int[] queue = {};
    private double[] left = {};

    Hands(int operators, double[][] slowdown) {
        this.slowdown = slowdown;
        held = new int[operators][2];
        count = new int[operators];
        since = new double[operators];
    }

    /** Room for chats at places below a number; nobody holds those that are new. */
    void grow(int places) {
        int before = holder.length;
        holder = Arrays.copyOf(holder, places);
        Arrays.fill(holder, before, places, NOBODY);
        queue = Arrays.copyOf(queue, places);
        left = Arrays.copyOf(left, places);
    }

    /** How long a chat would still take alone, milliseconds. */
    void work(int chat, double millis) {
        left[chat] = millis;
    }

    int holder(int chat) {
        return holder[chat];
    }

    int queue(int chat) {
        return queue[chat];
    }

    int count(int operator) {
        return count[operator];
    }

    void take(int operator, int chat, int ofQueue, long now) {
        goOn(operator, now);
        int k = count[operator]++;
        if (k == held[operator].length) {
            held[operator] = Arrays.copyOf(held[operator], 2 * k);
        }
        held[operator][k] = chat;
        holder[chat] = operator;
        queue[chat] = ofQueue;
    }

    void drop(int chat, long now) {
        int operator = holder[chat];
        goOn(operator, now);
        int[] chats = held[operator];
        int last = --count[operator];
        int i = 0;
        while (chats[i] != chat) {
            i++;
        }
        chats[i] = chats[last];
        holder[chat] = NOBODY;
    }

    private void goOn(int operator, long now) {
        double passed = now - since[operator];
        since[operator] = now;
        int k = count[operator];
        if (k == 0 || passed == 0) {
            return;
        }
        int[] chats = held[operator];
        for (int i = 0; i < k; i++) {
            int chat = chats[i];
            left[chat] -= passed / pace(chat, k);
        }
    }

    private double pace(int chat, int k) {
        double[] factors = slowdown[queue[chat]];
        return factors[Math.min(k, factors.length) - 1];
    }

    /** Which chat of an operator ends next, if nothing changes; {@value #NOBODY} for none. */
    int next(int operator) {
        int k = count[operator];
        if (k == 0) {
            return NOBODY;
        }
        int[] chats = held[operator];
        int first = chats[0];
        double soonest = left[first] * pace(first, k);
        for (int i = 1; i < k; i++) {
            double due = left[chats[i]] * pace(chats[i], k);
            if (due < soonest || (due == soonest && chats[i] < first)) {
                soonest = due;
                first = chats[i];
            }
        }
        return first;
    }

    /** When that is, milliseconds since 1970. */
    long due(int operator) {
        int chat = next(operator);
        if (chat == NOBODY) {
            return Agenda.NEVER;
        }
        double wait = left[chat] * pace(chat, count[operator]);
        return (long) since[operator] + Math.max(0, Math.round(wait));
    }
}
