package io.kinetarch.core.simulation;

import java.util.Arrays;

/**
 * When something is due of each of some parties, at most one thing of each: a binary heap of their numbers that knows where each of them
 * stands, so that an instant is changed in place. Equal instants come in the order of the numbers.
 */
final class Agenda {
    static final long NEVER = Long.MAX_VALUE;
    private static final int NOWHERE = -1;

    private int[] heap;
    private int[] place;
    private long[] due;
    private int size;

    Agenda(int parties) {
        heap = new int[parties];
        place = new int[parties];
        due = new long[parties];
        Arrays.fill(place, NOWHERE);
        Arrays.fill(due, NEVER);
    }

    /** The first instant; {@value #NEVER} where nothing is due. */
    long next() {
        return size == 0 ? NEVER : due[heap[0]];
    }

    /** Of whom something is due first. */
    int first() {
        return heap[0];
    }

    /** When something is due of a party. */
    long of(int party) {
        return party < due.length ? due[party] : NEVER;
    }

    /** Something is due of a party at another instant; {@value #NEVER} for not at all. */
    void set(int party, long at) {
        if (party >= due.length) {
            grow(party);
        }
        int where = place[party];
        long before = due[party];
        due[party] = at;
        if (at == NEVER) {
            if (where != NOWHERE) {
                remove(where);
            }
        } else if (where == NOWHERE) {
            if (size == heap.length) {
                heap = Arrays.copyOf(heap, 2 * size + 1);
            }
            up(size++, party);
        } else if (at < before) {
            up(where, party);
        } else {
            down(where, party);
        }
    }

    void clear() {
        for (int i = 0; i < size; i++) {
            place[heap[i]] = NOWHERE;
            due[heap[i]] = NEVER;
        }
        size = 0;
    }

    private void grow(int party) {
        int before = due.length;
        int more = Math.max(party + 1, 2 * before);
        place = Arrays.copyOf(place, more);
        due = Arrays.copyOf(due, more);
        Arrays.fill(place, before, more, NOWHERE);
        Arrays.fill(due, before, more, NEVER);
    }

    private void remove(int where) {
        place[heap[where]] = NOWHERE;
        int last = heap[--size];
        if (where < size) {
            down(where, last);
            if (heap[where] == last) {
                up(where, last);
            }
        }
    }

    private boolean isBefore(int one, int other) {
        return due[one] < due[other] || (due[one] == due[other] && one < other);
    }

    private void up(int from, int party) {
        int where = from;
        while (where > 0) {
            int above = (where - 1) >>> 1;
            int other = heap[above];
            if (!isBefore(party, other)) {
                break;
            }
            heap[where] = other;
            place[other] = where;
            where = above;
        }
        heap[where] = party;
        place[party] = where;
    }

    private void down(int from, int party) {
        int where = from;
        int half = size >>> 1;
        while (where < half) {
            int below = 2 * where + 1;
            int other = heap[below];
            if (below + 1 < size && isBefore(heap[below + 1], other)) {
                other = heap[++below];
            }
            if (!isBefore(other, party)) {
                break;
            }
            heap[where] = other;
            place[other] = where;
            where = below;
        }
        heap[where] = party;
        place[party] = where;
    }
}
