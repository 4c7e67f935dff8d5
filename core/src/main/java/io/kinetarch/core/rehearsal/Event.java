package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Effect;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What a trace tells of, in the order in which chats usually meet it. */
public enum Event {
    ARRIVED,
    TO_BOT,
    ASKED,
    QUEUED,
    MOVED,
    OFFERED,
    DECLINED,
    LAPSED,
    WITHDRAWN,
    ASSIGNED,
    RUNG,
    SAID,
    WAY_OFFERED,
    HANDED_OVER,
    TRANSFERRED,
    CALLED_IN,
    STEPPED_OUT,
    REMINDED,
    SET_AWAY,
    WRAPPED_UP,
    SET_ASIDE,
    PRIORITIZED,
    /** A wish that could not be met: nobody is there. */
    REFUSED,
    ENDED;

    static Event of(Effect effect) {
        return valueOf(effect.name());
    }

    /** As documents write it: {@code handed-over}. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The event of a word; none for a word that is none. */
    public static Optional<Event> of(String word) {
        return Arrays.stream(values())
                .filter(event -> event.word().equals(word))
                .findFirst();
    }
}
