package io.kinetarch.server.document;

import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoField;
import java.time.temporal.TemporalAccessor;

/** The years that times may lie in: calendars and time zones say nothing certain of others, and a slip of the key makes them. */
public final class Years {
    private static final int FIRST = 1970;
    private static final int LAST = 2199;

    private Years() {}

    /**
     * A time as it is.
     *
     * @throws IllegalArgumentException if its year is out of range
     */
    public static <T extends TemporalAccessor> T checked(T time) {
        int year = switch (time) {
            case Instant instant -> instant.atOffset(ZoneOffset.UTC).getYear();
            case LocalDate date -> date.getYear();
            case LocalDateTime local -> local.getYear();
            default -> time.get(ChronoField.YEAR);
        };
        if (year < FIRST || year > LAST) {
            throw new IllegalArgumentException(
                    "the year " + year + " cannot be planned for; years from " + FIRST + " to " + LAST + " can");
        }
        return time;
    }
}
