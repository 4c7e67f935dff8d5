package io.kinetarch.core.roster;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.TextStyle;
import java.util.Locale;

/** How times are said where people read them. */
final class RosterWords {
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("EEE d MMM", Locale.ENGLISH);
    private static final DateTimeFormatter DATE_TIME = DateTimeFormatter.ofPattern("EEE HH:mm", Locale.ENGLISH);

    private RosterWords() {}

    /** "37.5 h". */
    static String hours(long minutes) {
        return minutes % 60 == 0 ? minutes / 60 + " h" : minutes / 60.0 + " h";
    }

    static String date(LocalDate date) {
        return DATE.format(date);
    }

    static String time(LocalDateTime time) {
        return DATE_TIME.format(time);
    }

    static String day(DayOfWeek day) {
        return day.getDisplayName(TextStyle.FULL, Locale.ENGLISH);
    }
}
