package io.kinetarch.core.plan;

import io.kinetarch.core.hours.OpeningHours;

/**
 * Opening hours under a name, shared by the departments and doors that keep them.
 *
 * @param closing what becomes of chats when they end
 */
public record HoursSet(HoursId id, String name, OpeningHours hours, Closing closing) implements Element {
    public HoursSet {
        Checks.text("name", name);
    }

    /** Hours at whose end every chat is served out. */
    public static HoursSet of(HoursId id, String name, OpeningHours hours) {
        return new HoursSet(id, name, hours, Closing.SERVED_OUT);
    }

    /** The same set with other hours. */
    public HoursSet with(OpeningHours other) {
        return new HoursSet(id, name, other, closing);
    }
}
