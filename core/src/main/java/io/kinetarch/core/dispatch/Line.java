package io.kinetarch.core.dispatch;

/** Waiting chats that ask for the same, the next to be taken first. */
final class Line extends ChatHeap {
    @Override
    boolean before(Chat a, Chat b) {
        return a.before(b);
    }

    @Override
    int at(Chat chat) {
        return chat.lineAt;
    }

    @Override
    void at(Chat chat, int place) {
        chat.lineAt = place;
    }
}
