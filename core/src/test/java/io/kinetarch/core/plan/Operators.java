package io.kinetarch.core.plan;

import io.kinetarch.core.hours.WeeklyWindow;
import java.util.List;

/** Operators that tests change one thing of. */
public final class Operators {
    private Operators() {}

    public static Operator present(Operator of, List<WeeklyWindow> presence) {
        return new Operator(
                of.id(),
                of.name(),
                of.realName(),
                of.realNameShown(),
                of.account(),
                of.picture(),
                of.languages(),
                of.skills(),
                of.capacity(),
                of.mostChats(),
                of.departments(),
                of.greeting(),
                of.notifications(),
                presence);
    }
}
