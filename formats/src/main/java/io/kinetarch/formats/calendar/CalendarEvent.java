package io.kinetarch.formats.calendar;

import io.kinetarch.core.hours.DayWindow;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.MonthDay;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import net.fortuna.ical4j.model.Parameter;
import net.fortuna.ical4j.model.Property;
import net.fortuna.ical4j.model.component.CalendarComponent;
import org.jspecify.annotations.Nullable;

/**
 * An event of an iCalendar file, as far as opening hours can keep one.
 *
 * @param zone of its times; null where they float
 * @param start in that zone
 * @param allDay whether it has dates without times
 * @param days on which it repeats each week; empty for an event that does not repeat so
 * @param yearly whether it repeats each year on its date
 * @param last date on which it repeats; null where it goes on
 * @param skipped dates on which it does not take place
 */
record CalendarEvent(
        String uid,
        String name,
        @Nullable ZoneId zone,
        LocalDateTime start,
        Duration length,
        boolean allDay,
        Set<DayOfWeek> days,
        boolean yearly,
        @Nullable LocalDate last,
        Set<LocalDate> skipped,
        @Nullable LocalDate replaces) {
    private static final DateTimeFormatter DATE_TIME = DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmss");
    private static final DateTimeFormatter DATE = DateTimeFormatter.BASIC_ISO_DATE;
    private static final Map<String, DayOfWeek> DAYS = Stream.of(DayOfWeek.values())
            .collect(Collectors.toMap(day -> day.name().substring(0, 2), day -> day));
    private static final Set<String> KEPT_PARTS = Set.of("FREQ", "INTERVAL", "BYDAY", "UNTIL", "COUNT", "WKST");
    private static final Set<String> KEPT_PARTS_OF_YEARS =
            Set.of("FREQ", "INTERVAL", "BYMONTH", "BYMONTHDAY", "UNTIL", "COUNT", "WKST");
    private static final int LONGEST_COUNT = 5000;
    /** What repeats each year and ends is kept date by date. */
    private static final int MOST_YEARS = 100;

    /** Says why an event cannot be kept. */
    static final class Unkept extends Exception {
        Unkept(String why) {
            super(why);
        }

        @Override
        public String getMessage() {
            return String.valueOf(super.getMessage());
        }
    }

    boolean repeats() {
        return yearly || !days.isEmpty();
    }

    /** The window that it opens on a date it takes place. */
    DayWindow window() {
        var from = start.toLocalTime();
        return new DayWindow(from, from.plus(length));
    }

    /** Whether it takes place on a date, leaving out none. */
    boolean isOn(LocalDate date) {
        if (skipped.contains(date)) {
            return false;
        }
        if (!repeats()) {
            return date.equals(start.toLocalDate());
        }
        boolean day = yearly ? MonthDay.from(start).equals(MonthDay.from(date)) : days.contains(date.getDayOfWeek());
        return day && !date.isBefore(start.toLocalDate()) && (last == null || !date.isAfter(last));
    }

    /** This event without one of its dates. */
    CalendarEvent without(LocalDate date) {
        var more = new HashSet<>(skipped);
        more.add(date);
        return new CalendarEvent(
                uid, name, zone, start, length, allDay, days, yearly, last, Set.copyOf(more), replaces);
    }

    /** An event of whole days, as one of each of them. */
    Stream<CalendarEvent> eachDay() {
        return LongStream.range(0, Math.max(1, length.toDays()))
                .mapToObj(more -> new CalendarEvent(
                        uid,
                        name,
                        zone,
                        start.plusDays(more),
                        Duration.ofDays(1),
                        allDay,
                        days,
                        yearly,
                        last == null ? null : last.plusDays(more),
                        skipped.stream().map(date -> date.plusDays(more)).collect(Collectors.toUnmodifiableSet()),
                        replaces));
    }

    /** What repeats each year until a date, as events that do not repeat; any other as it is. */
    Stream<CalendarEvent> eachYear() {
        if (!yearly || last == null) {
            return Stream.of(this);
        }
        return IntStream.rangeClosed(start.getYear(), last.getYear())
                .filter(MonthDay.from(start)::isValidYear)
                .mapToObj(start::withYear)
                .filter(when -> isOn(when.toLocalDate()))
                .map(when -> new CalendarEvent(
                        uid, name, zone, when, length, allDay, days, false, null, Set.of(), replaces));
    }

    /** The same event told in another zone; only for one that does not repeat. */
    CalendarEvent in(ZoneId other) {
        if (zone == null || zone.equals(other)) {
            return this;
        }
        var there = start.atZone(zone).withZoneSameInstant(other).toLocalDateTime();
        return new CalendarEvent(uid, name, other, there, length, allDay, days, yearly, last, skipped, replaces);
    }

    static CalendarEvent of(CalendarComponent event) throws Unkept {
        var startProperty =
                event.getProperty(Property.DTSTART).orElseThrow(() -> new Unkept("it does not say when it starts"));
        boolean allDay = startProperty.getValue().length() == 8;
        var zone = zone(startProperty);
        var start = time(startProperty.getValue());
        var length = length(event, start, allDay);
        if (!allDay && (length.isZero() || length.isNegative() || length.compareTo(Duration.ofDays(1)) > 0)) {
            throw new Unkept("it lasts " + length + "; a window lasts up to a day");
        }
        var rule = rule(event, start);
        boolean yearly = "YEARLY".equals(rule.get("FREQ"));
        Set<DayOfWeek> days = rule.isEmpty() || yearly ? Set.of() : days(rule, start);
        return new CalendarEvent(
                text(event, Property.UID),
                text(event, Property.SUMMARY),
                zone,
                start,
                length,
                allDay,
                days,
                yearly,
                last(rule, days, start, zone),
                skipped(event, zone),
                replaces(event, zone));
    }

    private static String text(CalendarComponent event, String property) {
        return event.getProperty(property).map(Property::getValue).orElse("");
    }

    private static @Nullable LocalDate replaces(CalendarComponent event, @Nullable ZoneId zone) throws Unkept {
        var property = event.getProperty(Property.RECURRENCE_ID);
        return property.isEmpty()
                ? null
                : local(property.get().getValue(), zone).toLocalDate();
    }

    private static @Nullable ZoneId zone(Property property) throws Unkept {
        if (property.getValue().endsWith("Z")) {
            return ZoneOffset.UTC;
        }
        Optional<Parameter> id = property.getParameter(Parameter.TZID);
        if (id.isEmpty()) {
            return null;
        }
        String name = id.get().getValue();
        // some programs write a path of their own before the name of the IANA database
        for (String tail = name;
                !tail.isEmpty();
                tail = tail.contains("/") ? tail.substring(tail.indexOf('/') + 1) : "") {
            if (ZoneId.getAvailableZoneIds().contains(tail)) {
                return ZoneId.of(tail);
            }
        }
        throw new Unkept("its time zone \"" + name + "\" is not known");
    }

    private static LocalDateTime time(String value) throws Unkept {
        try {
            return value.length() == 8
                    ? LocalDate.parse(value, DATE).atStartOfDay()
                    : LocalDateTime.parse(value.replace("Z", ""), DATE_TIME);
        } catch (DateTimeException e) {
            throw new Unkept("\"" + value + "\" is no time");
        }
    }

    /** A time of the file in the zone of the event that it belongs to. */
    private static LocalDateTime local(String value, @Nullable ZoneId zone) throws Unkept {
        var time = time(value);
        return value.endsWith("Z") && zone != null
                ? time.atOffset(ZoneOffset.UTC).atZoneSameInstant(zone).toLocalDateTime()
                : time;
    }

    private static Duration length(CalendarComponent event, LocalDateTime start, boolean allDay) throws Unkept {
        var end = event.getProperty(Property.DTEND);
        if (end.isPresent()) {
            return Duration.between(start, time(end.get().getValue()));
        }
        var duration = event.getProperty(Property.DURATION);
        if (duration.isPresent()) {
            try {
                return Duration.parse(duration.get().getValue().replaceFirst("^P(\\d+)W$", "P$1D"));
            } catch (DateTimeException e) {
                throw new Unkept("\"" + duration.get().getValue() + "\" is no length of time");
            }
        }
        return allDay ? Duration.ofDays(1) : Duration.ZERO;
    }

    private static Map<String, String> rule(CalendarComponent event, LocalDateTime start) throws Unkept {
        if (event.getProperty(Property.RDATE).isPresent()) {
            throw new Unkept(
                    "it repeats on dates of its own (RDATE); only what repeats each week, day or year can be kept");
        }
        var rule = new TreeMap<String, String>();
        var property = event.getProperty(Property.RRULE);
        if (property.isEmpty()) {
            return rule;
        }
        String written = property.get().getValue().toUpperCase(Locale.ROOT);
        for (String part : written.split(";", -1)) {
            String[] named = part.split("=", 2);
            if (named.length == 2) {
                rule.put(named[0], named[1]);
            }
        }
        boolean weekly = "WEEKLY".equals(rule.get("FREQ")) || "DAILY".equals(rule.get("FREQ"));
        boolean every = rule.getOrDefault("INTERVAL", "1").equals("1");
        boolean kept = weekly ? KEPT_PARTS.containsAll(rule.keySet()) : isOnItsDateEachYear(rule, start);
        if (!every || !kept) {
            throw new Unkept("it repeats by " + written
                    + "; only what repeats each week or day, or each year on its date, can be kept");
        }
        return rule;
    }

    private static boolean isOnItsDateEachYear(Map<String, String> rule, LocalDateTime start) {
        String month = Integer.toString(start.getMonthValue());
        String day = Integer.toString(start.getDayOfMonth());
        return "YEARLY".equals(rule.get("FREQ"))
                && KEPT_PARTS_OF_YEARS.containsAll(rule.keySet())
                && rule.getOrDefault("BYMONTH", month).equals(month)
                && rule.getOrDefault("BYMONTHDAY", day).equals(day);
    }

    private static Set<DayOfWeek> days(Map<String, String> rule, LocalDateTime start) throws Unkept {
        String named = rule.get("BYDAY");
        if (named == null) {
            return "DAILY".equals(rule.get("FREQ")) ? EnumSet.allOf(DayOfWeek.class) : EnumSet.of(start.getDayOfWeek());
        }
        var days = EnumSet.noneOf(DayOfWeek.class);
        for (String day : named.split(",", -1)) {
            var known = DAYS.get(day.strip());
            if (known == null) {
                throw new Unkept("\"" + day + "\" is no day of each week");
            }
            days.add(known);
        }
        return days;
    }

    private static @Nullable LocalDate last(
            Map<String, String> rule, Set<DayOfWeek> days, LocalDateTime start, @Nullable ZoneId zone) throws Unkept {
        String until = rule.get("UNTIL");
        if (until != null) {
            var end = local(until, zone);
            boolean before = until.length() > 8 && end.toLocalTime().isBefore(start.toLocalTime());
            var last = before ? end.toLocalDate().minusDays(1) : end.toLocalDate();
            if (days.isEmpty() && last.getYear() >= start.getYear() + MOST_YEARS) {
                throw new Unkept("it repeats for more than " + MOST_YEARS + " years; let it repeat without end");
            }
            return last;
        }
        String count = rule.get("COUNT");
        if (count == null) {
            return null;
        }
        if (!count.matches("[1-9]\\d{0,3}") || Integer.parseInt(count) > LONGEST_COUNT) {
            throw new Unkept("it repeats " + count + " times, which is no number from 1 to " + LONGEST_COUNT);
        }
        var date = start.toLocalDate();
        if (days.isEmpty()) {
            return lastYear(date, Integer.parseInt(count));
        }
        for (int left = Integer.parseInt(count); ; date = date.plusDays(1)) {
            if (days.contains(date.getDayOfWeek()) && --left == 0) {
                return date;
            }
        }
    }

    /** Years without the date, as those without a 29th of February, do not count. */
    private static LocalDate lastYear(LocalDate date, int count) throws Unkept {
        var day = MonthDay.from(date);
        for (int year = date.getYear(), left = count; year < date.getYear() + MOST_YEARS; year++) {
            if (day.isValidYear(year) && --left == 0) {
                return day.atYear(year);
            }
        }
        throw new Unkept("it repeats for more than " + MOST_YEARS + " years; let it repeat without end");
    }

    private static Set<LocalDate> skipped(CalendarComponent event, @Nullable ZoneId zone) throws Unkept {
        var dates = new HashSet<LocalDate>();
        List<Property> properties = event.getProperties(Property.EXDATE);
        for (Property property : properties) {
            for (String value : property.getValue().split(",", -1)) {
                dates.add(local(value.strip(), zone).toLocalDate());
            }
        }
        return Set.copyOf(dates);
    }
}
