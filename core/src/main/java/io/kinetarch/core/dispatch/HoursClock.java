package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.HoursSet;
import java.time.Instant;

/** Opening hours along a time that only goes on: works out a stretch between two changes once. */
final class HoursClock {
    final HoursSet set;
    private boolean open;
    private long until = Long.MIN_VALUE;
    private long due = Chat.NEVER;

    HoursClock(HoursSet set) {
        this.set = set;
    }

    boolean isOpen(long atMillis) {
        if (atMillis >= until) {
            open = set.hours().isOpen(Instant.ofEpochMilli(atMillis));
            until = nextChange(atMillis);
        }
        return open;
    }

    /** Starts to wait for changes; not at all where nothing happens to chats by them. */
    void start(long atMillis) {
        due = set.closing().equals(Closing.SERVED_OUT) ? Chat.NEVER : nextChange(atMillis);
    }

    /** Goes on waiting for a change that another clock waited for. */
    void waitFor(long change) {
        due = change;
    }

    /** The change that is waited for; {@link Chat#NEVER} for none. */
    long due() {
        return due;
    }

    /** The change that was waited for has come: waits for the next. Whether it is open from now on. */
    boolean pass() {
        boolean opens = set.hours().isOpen(Instant.ofEpochMilli(due));
        due = nextChange(due);
        return opens;
    }

    private long nextChange(long atMillis) {
        return set.hours()
                .nextChange(Instant.ofEpochMilli(atMillis))
                .map(Instant::toEpochMilli)
                .orElse(Chat.NEVER);
    }
}
