package io.kinetarch.server.hours;

import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.HolidayCalendar;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.Season;
import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.formats.calendar.CalendarFile;
import io.kinetarch.formats.calendar.CalendarFile.Unused;
import io.kinetarch.formats.calendar.CalendarRefusal;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.hours.HoursYears.HoursYear;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Opening hours over HTTP. */
@RestController
@RequestMapping("/api/v1")
class HoursController {
    private static final int MOST_MEGABYTES = 5;

    private final Plans plans;
    private final Clock clock;

    HoursController(Plans plans, Clock clock) {
        this.plans = plans;
        this.clock = clock;
    }

    /** Hours and the instants asked about. */
    record HoursQuestion(AskedHours hours, List<Instant> at) {}

    /** Hours as in the plan document; what is left out is none. */
    record AskedHours(
            ZoneId timeZone,
            @Nullable Boolean roundTheClock,
            @Nullable List<WeeklyWindow> weekly,
            @Nullable List<Season> seasons,
            @Nullable List<DatedHours> exceptions,
            @Nullable HolidayCalendar holidays) {
        OpeningHours toHours() {
            return new OpeningHours(
                    timeZone,
                    Boolean.TRUE.equals(roundTheClock),
                    orNone(weekly),
                    orNone(seasons),
                    orNone(exceptions),
                    holidays);
        }

        private static <T> List<T> orNone(@Nullable List<T> list) {
            return list == null ? List.of() : list;
        }
    }

    record HoursAnswer(
            boolean open, String because, @Nullable Instant nextChange) {}

    /**
     * Hours as in the plan document, and what is asked of them.
     *
     * @param from first date of the year looked at
     * @param monday first date of the week looked at
     */
    record YearQuestion(OpeningHours hours, LocalDate from, LocalDate monday) {}

    /** What a calendar file would make of hours, and what of it cannot be kept. */
    record CalendarReading(OpeningHours hours, List<Unused> unused) {}

    /** Whether opening hours that are sent along are open at instants, and when that changes next. */
    @PostMapping("/calc/hours")
    List<HoursAnswer> answer(@RequestBody HoursQuestion question) {
        var hours = hours(question);
        return question.at().stream()
                .map(hours::at)
                .map(state -> new HoursAnswer(
                        state.open(), state.because(), state.nextChange().orElse(null)))
                .toList();
    }

    private static OpeningHours hours(HoursQuestion question) {
        try {
            return question.hours().toHours();
        } catch (IllegalArgumentException refusal) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "/hours", sentence(String.valueOf(refusal.getMessage())));
        }
    }

    /** Hours over a year from a date: each day, one week in real time, and the public holidays to be decided on. */
    @PostMapping("/calc/hours/year")
    HoursYear year(@RequestBody YearQuestion question) {
        return HoursYears.of(question.hours(), question.from(), question.monday());
    }

    /** Hours of the draft as an iCalendar file (RFC 5545). */
    @GetMapping(path = "/plans/{plan}/hours/{hours}/calendar.ics", produces = "text/calendar")
    ResponseEntity<byte[]> calendar(@PathVariable String plan, @PathVariable String hours) {
        var set = set(plan, hours);
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(hours + ".ics")
                                .build()
                                .toString())
                .body(CalendarFile.write(set.hours(), set.name(), clock.instant())
                        .getBytes(StandardCharsets.UTF_8));
    }

    /** What an iCalendar file would make of hours of the draft; nothing is stored. */
    @PostMapping("/plans/{plan}/hours/{hours}/calendar")
    CalendarReading read(@PathVariable String plan, @PathVariable String hours, HttpServletRequest request)
            throws IOException {
        var set = set(plan, hours);
        byte[] file = SentFile.read(request, MOST_MEGABYTES, "Export only the calendar with the opening hours.");
        try {
            var reading = CalendarFile.read(new String(file, StandardCharsets.UTF_8), set.hours());
            return new CalendarReading(reading.hours(), reading.unused());
        } catch (CalendarRefusal refusal) {
            throw new Refusal(Kind.UNREADABLE_FILE, sentence(refusal.getMessage()));
        }
    }

    private HoursSet set(String plan, String id) {
        return plans.draftState(plan).plan().hours().stream()
                .filter(set -> set.id().equals(new HoursId(id)))
                .findFirst()
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The draft has no opening hours \"" + id + "\"."));
    }

    private static String sentence(String message) {
        return Character.toUpperCase(message.charAt(0)) + message.substring(1) + ".";
    }
}
