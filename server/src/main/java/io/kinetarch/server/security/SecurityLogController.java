package io.kinetarch.server.security;

import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.security.SecurityLog.LoggedEvent;
import io.kinetarch.server.security.SecurityLog.Wanted;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The security log over HTTP, for administrators. */
@RestController
@RequestMapping("/api/v1/security-log")
class SecurityLogController {
    private static final int PAGE = 200;
    private static final int MOST_EXPORTED = 100_000;
    private static final List<String> COLUMNS = List.of("at", "event", "account", "about", "address");

    private final SecurityLog log;

    SecurityLogController(SecurityLog log) {
        this.log = log;
    }

    /** The newest events that are looked for, at most 200; older ones are asked for by a {@code to}. */
    @GetMapping
    List<LoggedEvent> newest(@ParameterObject Wanted wanted) {
        return log.newest(wanted, PAGE);
    }

    /** The same as a CSV, at most 100,000 events. */
    @Kept(SecurityEvent.EXPORTED)
    @GetMapping(path = "/log.csv", produces = "text/csv")
    void csv(@ParameterObject Wanted wanted, HttpServletResponse response) throws IOException {
        var lines = log.newest(wanted, MOST_EXPORTED).stream().map(SecurityLogController::line);
        Download.prepared(response, "security-log.csv", Sheet.CSV, new Sheet("Events", COLUMNS, lines)::csv);
    }

    private static List<@Nullable Object> line(LoggedEvent event) {
        return Arrays.asList(
                event.at().atOffset(ZoneOffset.UTC),
                event.kind().name(),
                event.account(),
                event.about(),
                event.address());
    }
}
