package io.kinetarch.core.plan;

import java.util.Collections;
import java.util.EnumSet;
import java.util.Set;

/**
 * A service of the installation that is told what happens to chats.
 *
 * @param service its name; address and key are the installation's
 * @param hears what it is told of, at least one
 */
public record Receiver(String service, Set<News> hears) {
    public Receiver {
        Checks.text("service", service);
        if (hears.isEmpty()) {
            throw new PlanRefusal("/hears", "say what \"" + service + "\" is to hear of, or take it out");
        }
        hears = Collections.unmodifiableSet(EnumSet.copyOf(hears));
    }

    /** What can be heard of. */
    public enum News {
        /** A visitor left a message. */
        MESSAGE,
        /** A visitor asked to be called back. */
        CALL_BACK,
        OFFERED,
        ANSWERED,
        ENDED,
        /** Somebody made a ticket of a chat. It is told to the one whom they chose. */
        TICKET
    }
}
