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
    private long[] due;
    private int[] place;
    private int size;

    Agenda(int parties) {
        heap = new int[parties];
        due = new long[parties];
        place = new int[parties];
        Arrays.fill(place, NOWHERE);
    }

    /** The first instant; {@value #NEVER} where nothing is due. */
    long next() {
        return size == 0 ? NEVER : due[0];
    }

    /** Of whom something is due first. */
    int first() {
        return heap[0];
    }

    /** Something is due of a party at another instant; {@value #NEVER} for not at all. */
    void set(int party, long at) {
        if (party >= place.length) {
            grow(party);
        }
        int where = place[party];
        if (at == NEVER) {
            if (where != NOWHERE) {
                remove(where);
            }
        } else if (where == NOWHERE) {
            if (size == heap.length) {
                heap = Arrays.copyOf(heap, 2 * size + 1);
                due = Arrays.copyOf(due, 2 * size + 1);
            }
            up(size++, party, at);
        } else if (at < due[where]) {
            up(where, party, at);
        } else {
            down(where, party, at);
        }
    }

    private void grow(int party) {
        int before = place.length;
        place = Arrays.copyOf(place, Math.max(party + 1, 2 * before));
        Arrays.fill(place, before, place.length, NOWHERE);
    }

    private void remove(int where) {
        place[heap[where]] = NOWHERE;
        int last = heap[--size];
        if (where < size) {
            long at = due[size];
            if (where > 0 && isBefore(at, last, (where - 1) >> 1)) {
                up(where, last, at);
            } else {
                down(where, last, at);
            }
        }
    }

    private boolean isBefore(long at, int party, int other) {
        return at < due[other] || (at == due[other] && party < heap[other]);
    }

    private void up(int from, int party, long at) {
        int where = from;
        while (where > 0) {
            int above = (where - 1) >> 1;
            if (!isBefore(at, party, above)) {
                break;
            }
            move(above, where);
            where = above;
        }
        put(where, party, at);
    }

    private void down(int from, int party, long at) {
        int where = from;
        int half = size >> 1;
        while (where < half) {
            int below = 2 * where + 1;
            if (below + 1 < size && isBefore(due[below + 1], heap[below + 1], below)) {
                below++;
            }
            if (isBefore(at, party, below)) {
                break;
            }
            move(below, where);
            where = below;
        }
        put(where, party, at);
    }

    private void move(int from, int to) {
        put(to, heap[from], due[from]);
    }

    private void put(int where, int party, long at) {
        heap[where] = party;
        due[where] = at;
        place[party] = where;
    }
}
