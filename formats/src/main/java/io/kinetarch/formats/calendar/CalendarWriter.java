package io.kinetarch.formats.calendar;

import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.DayWindow;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.Season;
import io.kinetarch.core.hours.WeeklyWindow;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.MonthDay;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAdjusters;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.ParameterList;
import net.fortuna.ical4j.model.TimeZoneRegistryFactory;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.parameter.TzId;
import net.fortuna.ical4j.model.parameter.Value;
import net.fortuna.ical4j.model.property.DtEnd;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.DtStart;
import net.fortuna.ical4j.model.property.ExDate;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.RRule;
import net.fortuna.ical4j.model.property.Summary;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.immutable.ImmutableTransp;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import org.jspecify.annotations.Nullable;

/** Writes opening hours as iCalendar (RFC 5545), so that {@link CalendarReader} reads the same hours back. */
final class CalendarWriter {
    private static final DateTimeFormatter DATE_TIME = DateTimeFormatter.ofPattern("yyyyMMdd'T'HHmmss");
    private static final DateTimeFormatter DATE = DateTimeFormatter.BASIC_ISO_DATE;
    /** An event of each week can leave out single dates only, so those of every year are written out so far. */
    private static final int YEARS_WRITTEN_OUT = 10;

    private final OpeningHours hours;
    private final String name;
    private final LocalDate start;
    private final Instant now;
    private final Calendar calendar = new Calendar();
    private int events;

    private CalendarWriter(OpeningHours hours, String name, Instant now) {
        this.hours = hours;
        this.name = name;
        this.now = now;
        // the week begins before anything dated does, so that every date that differs is one that it leaves out
        this.start = firstDate().with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
    }

    static String write(OpeningHours hours, String name, Instant now) {
        return new CalendarWriter(hours, name, now).write();
    }

    private String write() {
        calendar.add(new ProdId("-//Kinetarch//Opening hours//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        var zone = TimeZoneRegistryFactory.getInstance()
                .createRegistry()
                .getTimeZone(hours.timeZone().getId());
        if (zone != null) {
            calendar.add(zone.getVTimeZone());
        }
        var week = hours.roundTheClock() ? everyDay() : hours.weekly();
        repeating(week, start, null, name);
        hours.seasons().forEach(season -> repeating(season.weekly(), season.from(), season.to(), season.name()));
        hours.exceptions().forEach(this::exception);
        var out = new StringWriter();
        try {
            new CalendarOutputter(false).output(calendar, out);
        } catch (IOException e) {
            throw new UncheckedIOException("a string takes everything", e);
        }
        return out.toString();
    }

    /** Windows alike on several days are one event. */
    private void repeating(List<WeeklyWindow> windows, LocalDate from, @Nullable LocalDate last, String summary) {
        var alike = windows.stream()
                .collect(Collectors.groupingBy(
                        WeeklyWindow::onItsDay,
                        LinkedHashMap::new,
                        Collectors.mapping(WeeklyWindow::day, Collectors.toCollection(TreeSet::new))));
        alike.forEach((window, days) -> {
            var first = from.datesUntil(from.plusDays(7))
                    .filter(date -> days.contains(date.getDayOfWeek()))
                    .findFirst()
                    .orElseThrow();
            if (last != null && first.isAfter(last)) {
                return;
            }
            var event = event(window, first, summary);
            event.add(new RRule<>("FREQ=WEEKLY;BYDAY="
                    + days.stream().map(day -> day.name().substring(0, 2)).collect(Collectors.joining(","))
                    + (last == null ? "" : ";UNTIL=" + DATE_TIME.format(utc(window.start(last))) + "Z")));
            for (LocalDate date : left(last == null, first, last)) {
                if (days.contains(date.getDayOfWeek())) {
                    event.add(new ExDate<>(zoned(), DATE_TIME.format(window.start(date))));
                }
            }
            calendar.add(event);
        });
    }

    /** The dates on which something else holds than what repeats from {@code first} to {@code last}. */
    private List<LocalDate> left(boolean usual, LocalDate first, @Nullable LocalDate last) {
        var dates = new TreeSet<LocalDate>();
        hours.exceptions().forEach(exception -> {
            dates.add(exception.date());
            if (exception.yearly()) {
                int year = LocalDate.ofInstant(now, hours.timeZone()).getYear();
                laterYears(exception, year + YEARS_WRITTEN_OUT).forEach(dates::add);
            }
        });
        if (usual) {
            hours.seasons()
                    .forEach(season ->
                            season.from().datesUntil(season.to().plusDays(1)).forEach(dates::add));
        }
        return dates.stream()
                .filter(date -> !date.isBefore(first) && (last == null || !date.isAfter(last)))
                .toList();
    }

    /** The dates of an exception of every year after its own, until a year, on each of which some exception holds. */
    private static Stream<LocalDate> laterYears(DatedHours exception, int until) {
        var day = MonthDay.from(exception.date());
        return IntStream.rangeClosed(exception.date().getYear() + 1, until)
                .filter(day::isValidYear)
                .mapToObj(day::atYear);
    }

    private void exception(DatedHours exception) {
        var day = new VEvent(false);
        stamp(day, exception.name());
        var date = new ParameterList(List.of(Value.DATE));
        day.add(new DtStart<>(date, DATE.format(exception.date())));
        day.add(new DtEnd<>(date, DATE.format(exception.date().plusDays(1))));
        day.add(ImmutableTransp.TRANSPARENT);
        calendar.add(day);
        var windows = exception.windows().stream()
                .collect(Collectors.toMap(
                        window -> window,
                        window -> event(window, exception.date(), exception.name()),
                        (one, _) -> one,
                        LinkedHashMap::new));
        windows.values().forEach(calendar::add);
        if (exception.yearly()) {
            everyYear(exception, day, windows);
        }
    }

    /** What comes every year leaves out the years that have an exception of their own, and ends where another takes its place. */
    private void everyYear(DatedHours exception, VEvent day, Map<DayWindow, VEvent> windows) {
        var later = hours.exceptions().stream()
                .filter(other -> other.date().isAfter(exception.date())
                        && MonthDay.from(other.date()).equals(MonthDay.from(exception.date())))
                .toList();
        var next =
                later.stream().filter(DatedHours::yearly).map(DatedHours::date).findFirst();
        var left = later.stream()
                .map(DatedHours::date)
                .filter(date -> next.isEmpty() || date.isBefore(next.get()))
                .toList();
        String until = next.map(date -> ";UNTIL=").orElse("");
        day.add(new RRule<>("FREQ=YEARLY" + until
                + next.map(date -> DATE.format(date.minusDays(1))).orElse("")));
        left.forEach(date -> day.add(new ExDate<>(new ParameterList(List.of(Value.DATE)), DATE.format(date))));
        windows.forEach((window, event) -> {
            String last = next.map(date -> DATE_TIME.format(utc(window.start(date.minusDays(1)))) + "Z")
                    .orElse("");
            event.add(new RRule<>("FREQ=YEARLY" + until + last));
            left.forEach(date -> event.add(new ExDate<>(zoned(), DATE_TIME.format(window.start(date)))));
        });
    }

    private VEvent event(DayWindow window, LocalDate date, String summary) {
        var event = new VEvent(false);
        stamp(event, summary);
        event.add(new DtStart<>(zoned(), DATE_TIME.format(window.start(date))));
        event.add(new DtEnd<>(zoned(), DATE_TIME.format(window.end(date))));
        return event;
    }

    private void stamp(VEvent event, String summary) {
        event.add(new DtStamp(now));
        event.add(new Uid(now.getEpochSecond() + "-" + events++ + "@kinetarch"));
        event.add(new Summary(summary));
    }

    private ParameterList zoned() {
        return new ParameterList(List.of(new TzId(hours.timeZone().getId())));
    }

    private LocalDateTime utc(LocalDateTime local) {
        return local.atZone(hours.timeZone())
                .withZoneSameInstant(ZoneOffset.UTC)
                .toLocalDateTime();
    }

    private LocalDate firstDate() {
        return Stream.of(
                        Stream.of(LocalDate.ofInstant(now, hours.timeZone())),
                        hours.seasons().stream().map(Season::from),
                        hours.exceptions().stream().map(DatedHours::date))
                .flatMap(dates -> dates)
                .min(LocalDate::compareTo)
                .orElseThrow();
    }

    private static List<WeeklyWindow> everyDay() {
        return Stream.of(DayOfWeek.values())
                .map(day -> new WeeklyWindow(day, DayWindow.WHOLE_DAY.from(), DayWindow.WHOLE_DAY.to()))
                .toList();
    }
}
