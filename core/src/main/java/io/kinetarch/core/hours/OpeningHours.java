package io.kinetarch.core.hours;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.MonthDay;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * When something is open, in the local time of a zone: an exception for a date comes before a season, a season before the
 * usual week. A window belongs to the day on which it begins and runs on over midnight, whatever the next day is. A local time
 * that a clock change skips opens nothing; one that it repeats opens twice.
 *
 * @param timeZone whose local time the windows are in
 * @param roundTheClock the usual week is open throughout; said on purpose, so it goes with no windows
 * @param weekly the open windows of a usual week; may overlap; none means closed
 * @param seasons none overlapping another, in the order of their dates
 * @param exceptions at most one a date, in the order of their dates; one of each year gives way to a later one of that day
 * @param holidays whose public holidays are looked at; null for nobody's
 */
public record OpeningHours(
        ZoneId timeZone,
        boolean roundTheClock,
        List<WeeklyWindow> weekly,
        List<Season> seasons,
        List<DatedHours> exceptions,
        @Nullable HolidayCalendar holidays) {
    /** Ten years of single days and more. */
    private static final int MOST_EXCEPTIONS = 4_000;

    /** Everything comes round again after a week, or after two where a clock change takes a window away. */
    private static final int A_WEEK_AND_MORE = 16;

    private static final int SOME_WEEKS = 45;
    /** From the 29th of February of 1896 to the next: all that is yearly has come round by then. */
    private static final int LONGEST_YEAR = 8 * 366;

    private static final DateTimeFormatter DAY_AND_TIME = DateTimeFormatter.ofPattern("EEEE HH:mm", Locale.ENGLISH);
    private static final DateTimeFormatter DATE_AND_TIME =
            DateTimeFormatter.ofPattern("EEEE d MMMM HH:mm", Locale.ENGLISH);
    private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH);

    public OpeningHours {
        if (roundTheClock && !weekly.isEmpty()) {
            throw new IllegalArgumentException("round the clock goes with no weekly windows; remove one or the other");
        }
        weekly = WeekOrder.sorted(weekly);
        seasons = seasons.stream().sorted(Comparator.comparing(Season::from)).toList();
        for (int i = 1; i < seasons.size(); i++) {
            if (!seasons.get(i - 1).to().isBefore(seasons.get(i).from())) {
                throw new IllegalArgumentException(
                        "the seasons \"" + seasons.get(i - 1).name() + "\" and \""
                                + seasons.get(i).name() + "\" overlap; let one end before the other starts");
            }
        }
        if (exceptions.size() > MOST_EXCEPTIONS) {
            throw new IllegalArgumentException("there are " + exceptions.size() + " exceptions, at most "
                    + MOST_EXCEPTIONS + " can be; change the week, or add a season, where many days in a row differ");
        }
        exceptions = exceptions.stream()
                .sorted(Comparator.comparing(DatedHours::date))
                .toList();
        var dates = new HashSet<LocalDate>();
        for (DatedHours exception : exceptions) {
            if (!dates.add(exception.date())) {
                throw new IllegalArgumentException(
                        "there are two exceptions on " + exception.date() + "; put their windows into one");
            }
        }
    }

    /** Always open. */
    public static OpeningHours aroundTheClock(ZoneId timeZone) {
        return new OpeningHours(timeZone, true, List.of(), List.of(), List.of(), null);
    }

    /** Open in these windows of each week. */
    public static OpeningHours weekly(ZoneId timeZone, List<WeeklyWindow> windows) {
        return new OpeningHours(timeZone, false, windows, List.of(), List.of(), null);
    }

    /** The same open time with windows of the week that begin on one day and overlap or touch written as one. */
    public OpeningHours merged() {
        return new OpeningHours(timeZone, roundTheClock, WeekOrder.merged(weekly), seasons, exceptions, holidays);
    }

    /** These hours with more exceptions; none on a date that has one. */
    public OpeningHours withExceptions(List<DatedHours> more) {
        return new OpeningHours(
                timeZone,
                roundTheClock,
                weekly,
                seasons,
                Stream.concat(exceptions.stream(), more.stream()).toList(),
                holidays);
    }

    /** What set the windows of a date. */
    public enum Source {
        WEEK,
        SEASON,
        EXCEPTION
    }

    /**
     * A date.
     *
     * @param windows those that begin on it
     * @param name of the season or exception; empty for a usual week
     */
    public record Day(LocalDate date, Source source, String name, List<DayWindow> windows) {}

    /** What holds on a date. */
    public Day on(LocalDate date) {
        var exception = exceptionOn(date);
        if (exception.isPresent()) {
            return new Day(
                    date,
                    Source.EXCEPTION,
                    exception.get().name(),
                    exception.get().windows());
        }
        for (Season season : seasons) {
            if (season.holds(date)) {
                return new Day(
                        date, Source.SEASON, season.name(), WeekOrder.onDay(season.weekly(), date.getDayOfWeek()));
            }
        }
        return new Day(
                date,
                Source.WEEK,
                "",
                roundTheClock ? List.of(DayWindow.WHOLE_DAY) : WeekOrder.onDay(weekly, date.getDayOfWeek()));
    }

    public boolean isOpen(Instant at) {
        return covering(local(at)).isPresent();
    }

    /** Open or closed, why, and until when. */
    public OpenState at(Instant at) {
        var local = local(at);
        var next = nextChange(at);
        var covering = covering(local);
        return covering.isPresent()
                ? new OpenState(true, open(covering.get()), next)
                : new OpenState(false, closed(at, local, next), next);
    }

    /** The next instant after {@code at} at which open turns to closed or back; none if that never happens. */
    public Optional<Instant> nextChange(Instant at) {
        LocalDate today = local(at).toLocalDate();
        LocalDate last = lastDated(today).filter(today::isBefore).orElse(today).plusDays(A_WEEK_AND_MORE);
        for (LocalDate until : List.of(today.plusDays(A_WEEK_AND_MORE), today.plusDays(SOME_WEEKS), last)) {
            // what begins on the last date looked at may run on into the next
            var known = until.atStartOfDay(timeZone).toInstant();
            var change = changes(today.minusDays(2), until)
                    .filter(instant -> instant.isAfter(at))
                    .findFirst()
                    .filter(instant -> instant.isBefore(known));
            if (change.isPresent() || !until.isBefore(last)) {
                return change;
            }
        }
        return Optional.empty();
    }

    /** Since when the state at {@code at} has held; none if it has always held. */
    public Optional<Instant> since(Instant at) {
        LocalDate today = local(at).toLocalDate();
        LocalDate first = firstDated().filter(today::isAfter).orElse(today).minusDays(A_WEEK_AND_MORE);
        for (LocalDate from : List.of(today.minusDays(A_WEEK_AND_MORE), today.minusDays(SOME_WEEKS), first)) {
            // what began before the first date looked at may run on into it
            var known = from.plusDays(2).atStartOfDay(timeZone).toInstant();
            var change = changes(from, today.plusDays(1))
                    .filter(instant -> !instant.isAfter(at))
                    .reduce((_, later) -> later)
                    .filter(instant -> instant.isAfter(known));
            if (change.isPresent() || !from.isAfter(first)) {
                return change;
            }
        }
        return Optional.empty();
    }

    /** The exception that holds on a date: that of the date itself, or the last one before it that comes every year. */
    public Optional<DatedHours> exceptionOn(LocalDate date) {
        int first = exceptions.isEmpty()
                ? date.getYear() + 1
                : exceptions.getFirst().date().getYear();
        for (int year = date.getYear(); year >= first; year--) {
            if (MonthDay.from(date).isValidYear(year)) {
                var exception = exceptionOf(date.withYear(year));
                if (exception.isPresent() && (exception.get().yearly() || year == date.getYear())) {
                    return exception;
                }
            }
        }
        return Optional.empty();
    }

    /** Found by halves, since they stand in the order of their dates. */
    private Optional<DatedHours> exceptionOf(LocalDate date) {
        int low = 0;
        int high = exceptions.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (exceptions.get(middle).date().isBefore(date)) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low < exceptions.size() && exceptions.get(low).date().equals(date)
                ? Optional.of(exceptions.get(low))
                : Optional.empty();
    }

    /** How long it is open from one instant (inclusive) to another (exclusive). */
    public Duration openTime(Instant from, Instant to) {
        return OpenTimeline.of(this, from, to).openTime(from, to);
    }

    private Stream<Instant> changes(LocalDate first, LocalDate last) {
        return OpenSpans.of(this, first, last).stream().flatMap(span -> Stream.of(span.from(), span.to()));
    }

    /** The last date after which every week is as the one before. */
    private Optional<LocalDate> lastDated(LocalDate today) {
        var yearly = exceptions.stream()
                .filter(DatedHours::yearly)
                .map(exception -> later(exception.date(), today).plusDays(LONGEST_YEAR));
        return Stream.of(seasons.stream().map(Season::to), exceptions.stream().map(DatedHours::date), yearly)
                .flatMap(dates -> dates)
                .max(LocalDate::compareTo);
    }

    private static LocalDate later(LocalDate one, LocalDate two) {
        return one.isAfter(two) ? one : two;
    }

    private Optional<LocalDate> firstDated() {
        return Stream.concat(
                        seasons.stream().map(Season::from), exceptions.stream().map(DatedHours::date))
                .min(LocalDate::compareTo);
    }

    /** A day with the one window of it that covers a local time. */
    private Optional<Day> covering(LocalDateTime local) {
        LocalDate date = local.toLocalDate();
        return Stream.of(on(date), on(date.minusDays(1)))
                .flatMap(day -> day.windows().stream()
                        .filter(window -> window.covers(day.date(), local))
                        .map(window -> new Day(day.date(), day.source(), day.name(), List.of(window))))
                .findFirst();
    }

    private String open(Day day) {
        var window = day.windows().getFirst();
        return switch (day.source()) {
            case WEEK ->
                roundTheClock ? "Open round the clock." : "Open: " + weekday(day) + " " + window + zone() + ".";
            case SEASON -> "Open: " + weekday(day) + " " + window + " of “" + day.name() + "”" + zone() + ".";
            case EXCEPTION -> "Open: " + window + " on " + DATE.format(day.date()) + ", " + day.name() + zone() + ".";
        };
    }

    private String closed(Instant at, LocalDateTime local, Optional<Instant> next) {
        var day = on(local.toLocalDate());
        String opens = next.map(instant -> "; opens " + opening(at, instant)).orElse("");
        if (day.source() == Source.WEEK && weekly.isEmpty() && next.isEmpty()) {
            return "Closed: the hours have no window at all.";
        }
        if (day.source() == Source.EXCEPTION && day.windows().isEmpty()) {
            return "Closed: " + DATE.format(day.date()) + " is " + day.name() + zone() + opens + ".";
        }
        return "Closed: " + DAY_AND_TIME.format(local) + zone() + " is outside " + windowsOf(day) + opens + ".";
    }

    private static String windowsOf(Day day) {
        String windows = day.windows().stream()
                .map(window -> day.source() == Source.EXCEPTION ? window.toString() : weekday(day) + " " + window)
                .collect(Collectors.joining(", "));
        String named = day.source() == Source.WEEK ? "" : " of “" + day.name() + "”";
        return windows.isEmpty() ? "every window" + named + ", and that day has none" : windows + named;
    }

    /** A weekday says enough for the coming days; later than that the date belongs to it. */
    private String opening(Instant at, Instant opens) {
        boolean soon = Duration.between(at, opens).compareTo(Duration.ofDays(6)) < 0;
        return (soon ? DAY_AND_TIME : DATE_AND_TIME).format(local(opens));
    }

    private static String weekday(Day day) {
        return DateTimeFormatter.ofPattern("EEEE", Locale.ENGLISH).format(day.date());
    }

    private String zone() {
        return " (" + timeZone + ")";
    }

    private LocalDateTime local(Instant at) {
        return LocalDateTime.ofInstant(at, timeZone);
    }
}
