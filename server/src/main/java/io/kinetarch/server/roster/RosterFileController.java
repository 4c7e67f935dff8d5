package io.kinetarch.server.roster;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.roster.RosterFiles.CalendarTaken;
import io.kinetarch.server.roster.RosterFiles.FileTaken;
import io.kinetarch.server.security.Kept;
import io.kinetarch.server.security.SecurityEvent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Files of rosters, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/roster")
class RosterFileController {
    private static final int MOST_MEGABYTES = 2;
    private static final MediaType CALENDAR = new MediaType("text", "calendar", StandardCharsets.UTF_8);

    private final RosterFiles files;

    RosterFileController(RosterFiles files) {
        this.files = files;
    }

    /** The shifts of a week as a CSV. */
    @Kept(SecurityEvent.EXPORTED)
    @GetMapping(path = "/shifts.csv", produces = "text/csv")
    void csv(@PathVariable String plan, @RequestParam LocalDate monday, HttpServletResponse response)
            throws IOException {
        var text = files.csv(plan, monday);
        Download.start(response, fileName(plan, monday, "csv"), Sheet.CSV).write(text.getBytes(StandardCharsets.UTF_8));
    }

    /** Shifts and hours of a week as a spreadsheet. */
    @Kept(SecurityEvent.EXPORTED)
    @GetMapping(path = "/shifts.xlsx", produces = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
    void xlsx(@PathVariable String plan, @RequestParam LocalDate monday, HttpServletResponse response)
            throws IOException {
        var sheets = files.sheets(plan, monday);
        Sheet.xlsx(sheets, Download.start(response, fileName(plan, monday, "xlsx"), Sheet.XLSX));
    }

    /** Takes a week from a CSV, in the place of all shifts there are; with a line that cannot be used, nothing is taken. */
    @Kept(SecurityEvent.IMPORTED)
    @PutMapping(path = "/shifts.csv", consumes = "text/csv")
    FileTaken take(@PathVariable String plan, @RequestParam LocalDate monday, HttpServletRequest request)
            throws IOException {
        return files.take(
                plan,
                monday,
                SentFile.read(request, MOST_MEGABYTES, "A week has no more shifts than people times seven."));
    }

    /** One person's shifts as an iCalendar file. */
    @GetMapping(path = "/people/{operator}.ics", produces = "text/calendar")
    void calendar(
            @PathVariable String plan,
            @PathVariable String operator,
            @RequestParam LocalDate monday,
            HttpServletResponse response)
            throws IOException {
        var text = files.calendar(plan, new OperatorId(operator), monday);
        Download.start(response, operator + "-" + WeekOfHalfHours.iso(monday) + ".ics", CALENDAR)
                .write(text.getBytes(StandardCharsets.UTF_8));
    }

    /** Takes one person's week from an iCalendar file, in the place of their shifts. */
    @Kept(SecurityEvent.IMPORTED)
    @PutMapping(path = "/people/{operator}.ics", consumes = "text/calendar")
    CalendarTaken takeCalendar(
            @PathVariable String plan,
            @PathVariable String operator,
            @RequestParam LocalDate monday,
            HttpServletRequest request)
            throws IOException {
        return files.takeCalendar(
                plan,
                new OperatorId(operator),
                monday,
                SentFile.read(request, MOST_MEGABYTES, "Send one person's week."));
    }

    private static String fileName(String planId, LocalDate monday, String kind) {
        return planId + "-roster-" + WeekOfHalfHours.iso(monday) + "." + kind;
    }
}
