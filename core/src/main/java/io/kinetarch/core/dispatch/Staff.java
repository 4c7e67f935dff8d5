package io.kinetarch.core.dispatch;

import java.util.BitSet;

/** The operators as they stand: who is there, what they hold, and since when that has not changed. */
final class Staff {
    final CompiledPlan plan;
    final int words;
    final boolean[] present;
    /** When a lost connection counts as gone; {@link Chat#NEVER} while there is one. */
    final long[] lostDue;

    final int[] inUse;
    final int[] chats;
    /** Since when the operator has been there, or what they hold has not changed. */
    final long[] freeSince;

    final int[] misses;
    /** Queues joined and left for as long as the operator is here, by operator. */
    final BitSet[] joined;

    final BitSet[] left;
    /** Who is there and has any room, as bits. */
    final long[] available;

    private long nextLost = Chat.NEVER;

    Staff(CompiledPlan plan) {
        this.plan = plan;
        int count = plan.size();
        words = Math.max(1, (count + 63) / 64);
        present = new boolean[count];
        lostDue = new long[count];
        inUse = new int[count];
        chats = new int[count];
        freeSince = new long[count];
        misses = new int[count];
        joined = new BitSet[count];
        left = new BitSet[count];
        available = new long[words];
        for (int i = 0; i < count; i++) {
            lostDue[i] = Chat.NEVER;
            joined[i] = new BitSet();
            left[i] = new BitSet();
        }
    }

    boolean isHere(int operator) {
        return present[operator] && lostDue[operator] == Chat.NEVER;
    }

    boolean hasRoom(int operator, int weight) {
        return plan.capacity(operator) - inUse[operator] >= weight && chats[operator] < plan.mostChats(operator);
    }

    void take(int operator, int weight, long at) {
        inUse[operator] += weight;
        chats[operator]++;
        freeSince[operator] = at;
        refresh(operator);
    }

    void release(int operator, int weight, long at) {
        inUse[operator] -= weight;
        chats[operator]--;
        freeSince[operator] = at;
        refresh(operator);
    }

    void refresh(int operator) {
        if (isHere(operator) && hasRoom(operator, 1)) {
            available[operator >> 6] |= 1L << operator;
        } else {
            available[operator >> 6] &= ~(1L << operator);
        }
    }

    /** When the next lost connection counts as gone; {@link Chat#NEVER} where none is lost. */
    long nextLost() {
        return nextLost;
    }

    void lost(int operator, long due) {
        lostDue[operator] = due;
        nextLost = Chat.NEVER;
        for (long other : lostDue) {
            nextLost = Math.min(nextLost, other);
        }
        refresh(operator);
    }
}
