package io.kinetarch.core.dispatch;

/** The chats that something happens to as time passes, by when, then by age. */
final class Timers extends ChatHeap {
    @Override
    boolean before(Chat a, Chat b) {
        return a.due != b.due ? a.due < b.due : a.serial < b.serial;
    }

    @Override
    int at(Chat chat) {
        return chat.timerAt;
    }

    @Override
    void at(Chat chat, int place) {
        chat.timerAt = place;
    }

    /** When something happens next; {@link Chat#NEVER} for never. */
    long next() {
        return isEmpty() ? Chat.NEVER : first().due;
    }

    /** Takes up what a chat's clocks say now. */
    void update(Chat chat) {
        long due = chat.earliest();
        if (holds(chat)) {
            if (due == Chat.NEVER) {
                remove(chat);
            } else if (due != chat.due) {
                chat.due = due;
                moved(chat);
            }
        } else if (due != Chat.NEVER) {
            chat.due = due;
            add(chat);
        }
    }
}
