package io.kinetarch.core.dispatch;

import java.util.ArrayList;
import java.util.List;

/** A binary heap of chats in which each chat knows its place, so that any can be taken out. */
abstract class ChatHeap {
    private final List<Chat> heap = new ArrayList<>();

    abstract boolean before(Chat a, Chat b);

    /** The place of a chat; negative where it is not in the heap. */
    abstract int at(Chat chat);

    abstract void at(Chat chat, int place);

    final boolean isEmpty() {
        return heap.isEmpty();
    }

    final Chat first() {
        return heap.getFirst();
    }

    final List<Chat> all() {
        return heap;
    }

    final boolean holds(Chat chat) {
        return at(chat) >= 0;
    }

    final void add(Chat chat) {
        heap.add(chat);
        at(chat, heap.size() - 1);
        up(chat);
    }

    /** Takes a chat out that is in the heap. */
    final void remove(Chat chat) {
        int place = at(chat);
        Chat last = heap.removeLast();
        at(chat, -1);
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
        while (place > 0 && before(chat, heap.get((place - 1) / 2))) {
            put(heap.get((place - 1) / 2), place);
            place = (place - 1) / 2;
        }
        put(chat, place);
    }

    private void down(Chat chat) {
        int place = at(chat);
        while (2 * place + 1 < heap.size()) {
            int child = 2 * place + 1;
            if (child + 1 < heap.size() && before(heap.get(child + 1), heap.get(child))) {
                child++;
            }
            if (!before(heap.get(child), chat)) {
                break;
            }
            put(heap.get(child), place);
            place = child;
        }
        put(chat, place);
    }

    private void put(Chat chat, int place) {
        heap.set(place, chat);
        at(chat, place);
    }
}
