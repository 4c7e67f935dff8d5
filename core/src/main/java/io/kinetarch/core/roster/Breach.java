package io.kinetarch.core.roster;

import io.kinetarch.core.plan.OperatorId;
import java.time.LocalDate;
import java.util.List;

/**
 * A rule that a roster breaks.
 *
 * @param dates of the shifts that break it; none where the week as a whole does
 * @param words what is wrong, with its figures
 */
public record Breach(Rule rule, OperatorId operator, List<LocalDate> dates, String words) {
    public Breach {
        dates = List.copyOf(dates);
    }
}
