package io.kinetarch.formats.calendar;

import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.DayWindow;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.Season;
import io.kinetarch.core.hours.WeeklyWindow;
import java.io.IOException;
import java.io.StringReader;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.MonthDay;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.data.ParserException;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.Property;
import net.fortuna.ical4j.model.component.CalendarComponent;
import net.fortuna.ical4j.util.CompatibilityHints;
import org.jspecify.annotations.Nullable;

/**
 * Reads opening hours from iCalendar (RFC 5545): each event is a time that is open, an all-day event names a date that is closed
 * or otherwise than its week. What repeats each week without end becomes the usual week, what repeats so until a date a season,
 * what repeats each year an exception of every year, and every date that differs from all of them an exception.
 */
final class CalendarReader {
    private static final int MOST_EVENTS = 20_000;
    private static final int LONGEST_SEASON_DAYS = 4000;
    private static final int LONGEST_ALL_DAY = 60;

    private final OpeningHours before;
    private final ZoneId zone;
    /** Those that repeat, once everything is read. */
    private final List<CalendarEvent> timed = new ArrayList<>();
    /** The events that do not repeat, by their date: a file can hold very many. */
    private final Map<LocalDate, List<CalendarEvent>> single = new HashMap<>();

    /** Those of whole days and of times that repeat each year, by their day. */
    private final Map<MonthDay, List<CalendarEvent>> yearly = new HashMap<>();

    private final Map<LocalDate, String> names = new TreeMap<>();
    private final List<CalendarFile.Unused> unused = new ArrayList<>();

    private CalendarReader(OpeningHours before, List<CalendarComponent> events) {
        this.before = before;
        var kept = new ArrayList<CalendarEvent>();
        for (CalendarComponent event : events) {
            try {
                kept.add(CalendarEvent.of(event));
            } catch (CalendarEvent.Unkept why) {
                unused.add(new CalendarFile.Unused(called(event), why.getMessage()));
            }
        }
        this.zone = commonZone(kept).orElse(before.timeZone());
        kept.stream().filter(CalendarEvent::allDay).forEach(this::allDay);
        kept.stream().filter(event -> !event.allDay()).forEach(this::timed);
        overrides();
        timed.stream()
                .filter(event -> !event.repeats())
                .forEach(event -> single.computeIfAbsent(event.start().toLocalDate(), _ -> new ArrayList<>())
                        .add(event));
        timed.stream().filter(CalendarEvent::yearly).forEach(this::yearly);
        timed.removeIf(event -> !event.repeats() || event.yearly());
    }

    static CalendarFile.Reading read(String text, OpeningHours before) {
        var events = events(text);
        if (events.isEmpty()) {
            throw new CalendarRefusal("the calendar holds no event, so it says nothing about opening hours");
        }
        var reader = new CalendarReader(before, events);
        return new CalendarFile.Reading(reader.hours(), List.copyOf(reader.unused));
    }

    private static List<CalendarComponent> events(String text) {
        CompatibilityHints.setHintEnabled(CompatibilityHints.KEY_RELAXED_UNFOLDING, true);
        CompatibilityHints.setHintEnabled(CompatibilityHints.KEY_RELAXED_PARSING, true);
        List<CalendarComponent> events;
        try {
            events = new CalendarBuilder().build(new StringReader(text)).getComponents(Component.VEVENT);
        } catch (IOException | ParserException | RuntimeException e) {
            throw new CalendarRefusal("the file is no iCalendar file that can be read (RFC 5545); export it anew");
        }
        if (events.size() > MOST_EVENTS) {
            throw new CalendarRefusal(
                    "the calendar holds " + events.size() + " events, at most " + MOST_EVENTS + " are read");
        }
        return events;
    }

    static CalendarFile.Appointments appointments(String text, ZoneId zone, String extension) {
        var kept = new ArrayList<CalendarFile.Appointment>();
        var unused = new ArrayList<CalendarFile.Unused>();
        for (CalendarComponent component : events(text)) {
            try {
                var event = CalendarEvent.of(component);
                if (event.allDay() || event.repeats()) {
                    throw new CalendarEvent.Unkept(event.allDay() ? "it lasts all day" : "it repeats");
                }
                var start = event.in(zone).start();
                kept.add(new CalendarFile.Appointment(
                        start,
                        start.plus(event.length()),
                        event.name(),
                        component.getProperty(extension).map(Property::getValue).orElse("")));
            } catch (CalendarEvent.Unkept why) {
                unused.add(new CalendarFile.Unused(called(component), why.getMessage()));
            }
        }
        return new CalendarFile.Appointments(List.copyOf(kept), List.copyOf(unused));
    }

    private OpeningHours hours() {
        var endless = timed.stream()
                .filter(event -> event.repeats() && event.last() == null)
                .toList();
        var weekly = Stream.of(DayOfWeek.values())
                .flatMap(day -> endless.stream()
                        .filter(event -> event.days().contains(day))
                        .map(event -> new WeeklyWindow(
                                day, event.window().from(), event.window().to())))
                .distinct()
                .toList();
        boolean always = Stream.of(DayOfWeek.values())
                .allMatch(day -> weekly.contains(new WeeklyWindow(day, LocalTime.MIDNIGHT, LocalTime.MIDNIGHT)));
        var base = new OpeningHours(
                zone, always, always ? List.of() : weekly, seasons(), ofEveryYear(), before.holidays());
        return base.withExceptions(exceptions(base));
    }

    /** Between two dates at which something begins or ends to repeat, every week is alike but for single dates. */
    private List<Season> seasons() {
        var ending = timed.stream()
                .filter(event -> event.repeats() && event.last() != null)
                .toList();
        var bounds = new TreeSet<LocalDate>();
        ending.forEach(event -> {
            bounds.add(event.start().toLocalDate());
            bounds.add(Objects.requireNonNull(event.last()).plusDays(1));
        });
        var seasons = new ArrayList<Season>();
        LocalDate from = null;
        for (LocalDate bound : bounds) {
            if (from != null) {
                season(from, bound.minusDays(1), ending).ifPresent(seasons::add);
            }
            from = bound;
        }
        return seasons;
    }

    private Optional<Season> season(LocalDate from, LocalDate to, List<CalendarEvent> ending) {
        var running = ending.stream()
                .filter(event -> !event.start().toLocalDate().isAfter(from)
                        && !Objects.requireNonNull(event.last()).isBefore(to))
                .toList();
        if (running.isEmpty()) {
            return Optional.empty();
        }
        String name = running.getFirst().name().isBlank()
                ? "Until " + to
                : running.getFirst().name();
        var last = from.plusDays(LONGEST_SEASON_DAYS).isBefore(to) ? from.plusDays(LONGEST_SEASON_DAYS) : to;
        var weeks = from.datesUntil(last.plusDays(1))
                .collect(Collectors.groupingBy(
                        LocalDate::getDayOfWeek, Collectors.groupingBy(this::repeatingOn, Collectors.counting())));
        var weekly = new ArrayList<WeeklyWindow>();
        weeks.forEach((day, patterns) -> patterns.entrySet().stream()
                .max(Map.Entry.comparingByValue())
                .ifPresent(most -> most.getKey()
                        .forEach(window -> weekly.add(new WeeklyWindow(day, window.from(), window.to())))));
        return Optional.of(new Season(name, from, to, weekly));
    }

    private List<DatedHours> ofEveryYear() {
        return yearly.values().stream()
                .flatMap(List::stream)
                .map(event -> event.start().toLocalDate())
                .distinct()
                .map(date -> new DatedHours(date, nameOf(date), on(date), true))
                .toList();
    }

    /** Every date on which something happens, or fails to, that the week, the seasons and other years do not say. */
    private List<DatedHours> exceptions(OpeningHours base) {
        var dates = new TreeSet<>(names.keySet());
        dates.addAll(single.keySet());
        Stream.concat(timed.stream(), yearly.values().stream().flatMap(List::stream))
                .forEach(event -> dates.addAll(event.skipped()));
        return dates.stream()
                .map(date -> new DatedHours(date, nameOf(date), on(date)))
                .filter(dated -> !dated.windows().equals(base.on(dated.date()).windows()))
                .toList();
    }

    /** A date that an all-day event names, or that comes each year, has the events of that date, and nothing of its week. */
    private List<DayWindow> on(LocalDate date) {
        var ofYears = ofYears(date);
        boolean named = names.containsKey(date) || !ofYears.isEmpty();
        return windows(
                date,
                Stream.of(
                                named ? Stream.<CalendarEvent>empty() : timed.stream(),
                                single.getOrDefault(date, List.of()).stream(),
                                ofYears.stream().filter(event -> !event.allDay()))
                        .flatMap(events -> events));
    }

    private List<CalendarEvent> ofYears(LocalDate date) {
        return yearly.getOrDefault(MonthDay.from(date), List.of()).stream()
                .filter(event -> event.isOn(date))
                .toList();
    }

    private List<DayWindow> repeatingOn(LocalDate date) {
        return windows(date, timed.stream());
    }

    private static List<DayWindow> windows(LocalDate date, Stream<CalendarEvent> events) {
        return events.filter(event -> event.isOn(date))
                .map(CalendarEvent::window)
                .distinct()
                .sorted(Comparator.comparing(DayWindow::from).thenComparing(DayWindow::to))
                .toList();
    }

    private String nameOf(LocalDate date) {
        return Optional.ofNullable(names.get(date))
                .or(() -> Stream.concat(single.getOrDefault(date, List.of()).stream(), ofYears(date).stream())
                        .map(CalendarEvent::name)
                        .filter(name -> !name.isBlank())
                        .findFirst())
                .orElse(on(date).isEmpty() ? "Closed" : "Other hours");
    }

    private void allDay(CalendarEvent event) {
        long days = event.length().toDays();
        boolean weekly = event.repeats() && !event.yearly();
        if (weekly || days > LONGEST_ALL_DAY) {
            unused.add(new CalendarFile.Unused(
                    called(event),
                    "it lasts whole days and "
                            + (weekly ? "repeats each week" : "more than " + LONGEST_ALL_DAY + " of them")
                            + "; write a closed stretch as a season"));
            return;
        }
        event.eachDay().flatMap(CalendarEvent::eachYear).forEach(day -> {
            if (day.yearly()) {
                yearly(day);
            } else {
                names.put(day.start().toLocalDate(), day.name().isBlank() ? "Closed" : day.name());
            }
        });
    }

    private void yearly(CalendarEvent event) {
        yearly.computeIfAbsent(MonthDay.from(event.start()), _ -> new ArrayList<>())
                .add(event);
    }

    private void timed(CalendarEvent event) {
        boolean here = event.zone() == null || event.zone().equals(zone);
        if (here || !event.repeats()) {
            event.in(zone).eachYear().forEach(timed::add);
        } else {
            unused.add(new CalendarFile.Unused(
                    called(event), "it repeats in " + event.zone() + ", most of the others are in " + zone));
        }
    }

    /** An event that replaces one date of another leaves that date to itself. */
    private void overrides() {
        var replaced = new HashMap<String, Set<LocalDate>>();
        timed.forEach(event -> {
            var date = event.replaces();
            if (date != null) {
                replaced.computeIfAbsent(event.uid(), _ -> new TreeSet<>()).add(date);
            }
        });
        timed.replaceAll(event -> {
            var kept = event;
            if (event.repeats()) {
                for (LocalDate date : replaced.getOrDefault(event.uid(), Set.of())) {
                    kept = kept.without(date);
                }
            }
            return kept;
        });
    }

    /** The zone of most events; times in UTC say nothing about where the hours are kept, so they count last. */
    private static Optional<ZoneId> commonZone(List<CalendarEvent> events) {
        return commonZone(events, zone -> !zone.equals(ZoneOffset.UTC)).or(() -> commonZone(events, _ -> true));
    }

    private static Optional<ZoneId> commonZone(List<CalendarEvent> events, Predicate<ZoneId> which) {
        return events.stream()
                .filter(event -> !event.allDay())
                .map(CalendarEvent::zone)
                .filter(Objects::nonNull)
                .filter(which)
                .collect(Collectors.groupingBy(Function.identity(), Collectors.counting()))
                .entrySet()
                .stream()
                .max(Map.Entry.<ZoneId, Long>comparingByValue()
                        .thenComparing(entry -> entry.getKey().getId()))
                .map(Map.Entry::getKey);
    }

    private static String called(CalendarEvent event) {
        return called(event.name(), event.start().toLocalDate().toString());
    }

    private static String called(CalendarComponent event) {
        return called(value(event, Property.SUMMARY), value(event, Property.DTSTART));
    }

    private static @Nullable String value(CalendarComponent event, String property) {
        return event.getProperty(property).map(Property::getValue).orElse(null);
    }

    private static String called(@Nullable String name, @Nullable String start) {
        return (name == null || name.isBlank() ? "an event without a name" : "“" + name + "”")
                + (start == null ? "" : ", " + start);
    }
}
