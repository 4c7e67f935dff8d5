package io.kinetarch.core.dispatch;

import java.util.Arrays;
import java.util.List;

/** A binary heap of chats in which each chat knows its place, so that any can be taken out. */
abstract class ChatHeap {
    /** In place of a place, of who is in none. */
    static final int NOWHERE = -1;

    private Chat[] heap = new Chat[8];
    private int size;

    abstract boolean before(Chat a, Chat b);

    /** The place of a chat; negative where it is not in the heap. */
    abstract int at(Chat chat);

    abstract void at(Chat chat, int place);

    final boolean isEmpty() {
        return size == 0;
    }

    final Chat first() {
        return heap[0];
    }

    final List<Chat> all() {
        return Arrays.asList(heap).subList(0, size);
    }

    final boolean holds(Chat chat) {
        return at(chat) >= 0;
    }

    final void add(Chat chat) {
        if (size == heap.length) {
            heap = Arrays.copyOf(heap, 2 * size);
        }
        put(chat, size++);
        up(chat);
    }

    /** Takes a chat out that is in the heap. */
    final void remove(Chat chat) {
        int place = at(chat);
        Chat last = heap[--size];
        at(chat, NOWHERE);
        if (last != chat) {
            put(last, place);
            moved(last);
        }
    }

    /** A chat's order has changed. */
    final void moved(Chat chat) {
        up(chat);
        down(chat);
    }

    private void up(Chat chat) {
        int place = at(chat);
        while (place > 0 && before(chat, heap[(place - 1) >> 1])) {
            put(heap[(place - 1) >> 1], place);
            place = (place - 1) >> 1;
        }
        put(chat, place);
    }

    private void down(Chat chat) {
        int place = at(chat);
        while (2 * place + 1 < size) {
            int child = 2 * place + 1;
            if (child + 1 < size && before(heap[child + 1], heap[child])) {
                child++;
            }
            if (!before(heap[child], chat)) {
                break;
            }
            put(heap[child], place);
            place = child;
        }
        put(chat, place);
    }

    private void put(Chat chat, int place) {
        heap[place] = chat;
        at(chat, place);
    }
}
