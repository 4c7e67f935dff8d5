package io.kinetarch.formats.calendar;

import io.kinetarch.core.hours.OpeningHours;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;

/** Opening hours as an iCalendar file (RFC 5545), which any calendar program reads and writes. */
public final class CalendarFile {
    private CalendarFile() {}

    /**
     * Something of a file that opening hours cannot keep.
     *
     * @param what the event, by its name and start
     * @param why in plain words
     */
    public record Unused(String what, String why) {}

    /** The hours that a file says, and what of it could not be kept. */
    public record Reading(OpeningHours hours, List<Unused> unused) {}

    /**
     * Reads a file.
     *
     * @param before the hours that it would replace; their zone counts where the file names none, and their holiday calendar is
     *     kept
     * @throws CalendarRefusal if it is no calendar, holds no event or more than 20,000
     */
    public static Reading read(String text, OpeningHours before) {
        try {
            return CalendarReader.read(text, before);
        } catch (IllegalArgumentException notHours) {
            throw new CalendarRefusal("no opening hours can be made of the calendar: " + notHours.getMessage());
        }
    }

    /**
     * Writes a file: the usual week, the seasons and the exceptions as events that are open times.
     *
     * @param name of the events of the usual week
     * @param now its time stamp; the usual week begins in its week, or in that of the first date that differs
     */
    public static String write(OpeningHours hours, String name, Instant now) {
        return CalendarWriter.write(hours, name, now);
    }

    /**
     * An event that takes place once, at a time.
     *
     * @param from in local time
     * @param to in local time, counted on from {@code from}
     * @param extension what the property asked for says; empty where there is none
     */
    public record Appointment(LocalDateTime from, LocalDateTime to, String name, String extension) {}

    /** The appointments of a file, and its events that are none. */
    public record Appointments(List<Appointment> kept, List<Unused> unused) {}

    /**
     * Reads the events of a file that take place once, at a time.
     *
     * @param zone whose local time they are told in; times without a zone are taken for it
     * @param extension name of a property ("X-…") whose value is handed on
     * @throws CalendarRefusal if it is no calendar, or holds more than 20,000 events
     */
    public static Appointments appointments(String text, ZoneId zone, String extension) {
        return CalendarReader.appointments(text, zone, extension);
    }
}
