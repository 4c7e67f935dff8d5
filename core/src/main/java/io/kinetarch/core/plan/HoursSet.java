package io.kinetarch.core.plan;

import io.kinetarch.core.hours.OpeningHours;

/** Opening hours under a name, shared by the departments and doors that keep them. */
public record HoursSet(HoursId id, String name, OpeningHours hours) implements Element {
    public HoursSet {
        Checks.text("name", name);
    }
}
