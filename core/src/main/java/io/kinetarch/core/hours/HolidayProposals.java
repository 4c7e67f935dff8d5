package io.kinetarch.core.hours;

import java.time.LocalDate;
import java.util.List;

/** The public holidays that hours have to say something about. */
public final class HolidayProposals {
    private HolidayProposals() {}

    /** What the hours say of a holiday. */
    public enum Decision {
        /** An exception is made for it. */
        KEPT,
        /** The hours are as always. */
        DECLINED,
        UNDECIDED
    }

    /** A holiday, and what the hours say of it. */
    public record Proposal(LocalDate date, String name, Decision decision) {}

    /** The holidays of the hours' own calendar between two dates, both included; none where they look at no calendar. */
    public static List<Proposal> of(OpeningHours hours, LocalDate from, LocalDate to) {
        var calendar = hours.holidays();
        if (calendar == null) {
            return List.of();
        }
        return PublicHolidays.between(calendar.country(), calendar.region(), from, to).entrySet().stream()
                .map(holiday ->
                        new Proposal(holiday.getKey(), holiday.getValue(), decision(hours, calendar, holiday.getKey())))
                .toList();
    }

    private static Decision decision(OpeningHours hours, HolidayCalendar calendar, LocalDate date) {
        if (hours.exceptionOn(date).isPresent()) {
            return Decision.KEPT;
        }
        return calendar.declined().contains(date) ? Decision.DECLINED : Decision.UNDECIDED;
    }
}
