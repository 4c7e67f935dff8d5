package io.kinetarch.formats.roster;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.roster.Roster;
import io.kinetarch.core.roster.RosterRules;
import io.kinetarch.core.roster.Shift;
import io.kinetarch.core.roster.ShiftKind;
import io.kinetarch.formats.calendar.CalendarFile;
import io.kinetarch.formats.calendar.CalendarFile.Appointment;
import io.kinetarch.formats.calendar.CalendarFile.Unused;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtEnd;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.DtStart;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Summary;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.XProperty;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;

/**
 * One person's shifts as an iCalendar file (RFC 5545): an event each, its times in UTC, so that every calendar shows them right
 * whatever it knows of time zones.
 */
public final class RosterCalendar {
    /** Holds the kind of a shift and its breaks, "full;180/30/unpaid", for reading it back; calendars pass over it. */
    private static final String EXTENSION = "X-KINETARCH-SHIFT";

    private static final DateTimeFormatter UTC = DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmss'Z'");
    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm");

    private RosterCalendar() {}

    /**
     * Writes a person's week.
     *
     * @param now the time stamp
     */
    public static String write(Roster roster, RosterRules rules, Operator operator, ZoneId zone, Instant now) {
        var calendar = new Calendar();
        calendar.add(new ProdId("-//Kinetarch//Roster//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        for (var shift : roster.of(operator.id())) {
            var event = new VEvent(false);
            event.add(new DtStamp(now));
            // the same shift keeps its name when the file is written again, so that calendars replace it
            event.add(new Uid(shift.date() + "-" + operator.id().value() + "@kinetarch"));
            event.add(new DtStart<>(utc(shift.startsAt(), zone)));
            event.add(new DtEnd<>(utc(shift.endsAt(), zone)));
            event.add(new Summary(name(shift, rules)));
            if (!shift.pauses().isEmpty()) {
                event.add(new Description(breaks(shift)));
            }
            event.add(new XProperty(EXTENSION, extension(shift)));
            calendar.add(event);
        }
        var out = new StringWriter();
        try {
            new CalendarOutputter(false).output(calendar, out);
        } catch (IOException e) {
            throw new UncheckedIOException("a string takes everything", e);
        }
        return out.toString();
    }

    private static String utc(LocalDateTime local, ZoneId zone) {
        return UTC.format(local.atZone(zone).withZoneSameInstant(ZoneOffset.UTC));
    }

    private static String name(Shift shift, RosterRules rules) {
        return Optional.ofNullable(shift.kind())
                .flatMap(rules::kind)
                .map(ShiftKind::name)
                .orElse("Shift");
    }

    private static String breaks(Shift shift) {
        return shift.pauses().stream()
                .map(pause -> "Break "
                        + TIME.format(shift.startsAt().plusMinutes(pause.afterMinutes())) + "–"
                        + TIME.format(shift.startsAt().plusMinutes(pause.afterMinutes() + pause.minutes()))
                        + (pause.paid() ? "" : " (unpaid)"))
                .collect(Collectors.joining("; "));
    }

    private static String extension(Shift shift) {
        return shift.pauses().stream()
                .map(pause ->
                        ";" + pause.afterMinutes() + "/" + pause.minutes() + "/" + (pause.paid() ? "paid" : "unpaid"))
                .collect(Collectors.joining("", shift.kind() == null ? "" : shift.kind(), ""));
    }

    /**
     * What a file says of a person's week.
     *
     * @param shifts all set by hand
     * @param unused what of the file is no shift of the week, and why
     */
    public record Reading(List<Shift> shifts, List<Unused> unused) {}

    /**
     * Reads a person's week. Events that this program did not write are shifts of the kind that lasts as long and may start then,
     * with its breaks as early as they may be.
     *
     * @throws io.kinetarch.formats.calendar.CalendarRefusal if it is no calendar
     */
    public static Reading read(String text, RosterRules rules, Operator operator, LocalDate monday, ZoneId zone) {
        var file = CalendarFile.appointments(text, zone, EXTENSION);
        var unused = new ArrayList<>(file.unused());
        var shifts = new ArrayList<Shift>();
        for (var appointment : file.kept()) {
            var date = appointment.from().toLocalDate();
            if (date.isBefore(monday) || !date.isBefore(monday.plusWeeks(1))) {
                unused.add(new Unused(called(appointment), "it is not in the week from " + monday));
            } else if (shifts.stream().anyMatch(shift -> shift.date().equals(date))) {
                unused.add(new Unused(called(appointment), "there is another shift on that day already"));
            } else {
                try {
                    shifts.add(shift(appointment, rules, operator));
                } catch (PlanRefusal refusal) {
                    unused.add(new Unused(called(appointment), refusal.getMessage()));
                }
            }
        }
        return new Reading(List.copyOf(shifts), List.copyOf(unused));
    }

    private static String called(Appointment appointment) {
        return (appointment.name().isBlank() ? "an event" : "“" + appointment.name() + "”") + " on "
                + appointment.from().toLocalDate() + " at " + appointment.from().toLocalTime();
    }

    private static Shift shift(Appointment appointment, RosterRules rules, Operator operator) {
        int minutes =
                (int) Duration.between(appointment.from(), appointment.to()).toMinutes();
        var start = appointment.from();
        String[] parts = appointment.extension().split(";", -1);
        var said = rules.kind(parts[0]);
        if (said.isPresent() || parts.length > 1) {
            var pauses = new ArrayList<Shift.Pause>();
            for (int i = 1; i < parts.length; i++) {
                pauses.add(pause(parts[i]));
            }
            return new Shift(
                    operator.id(),
                    start.toLocalDate(),
                    start.toLocalTime(),
                    minutes,
                    pauses,
                    said.map(ShiftKind::id).orElse(null),
                    true);
        }
        return Shift.guessed(rules, operator.id(), start, minutes);
    }

    private static Shift.Pause pause(String written) {
        String[] parts = written.split("/", -1);
        try {
            return new Shift.Pause(Integer.parseInt(parts[0]), Integer.parseInt(parts[1]), parts[2].equals("paid"));
        } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
            throw new PlanRefusal("", "\"" + written + "\" is no break; write one such as 180/30/unpaid");
        }
    }
}
