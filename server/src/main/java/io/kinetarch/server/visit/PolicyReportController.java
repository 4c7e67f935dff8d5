package io.kinetarch.server.visit;

import io.kinetarch.core.inspection.WhyClosed;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.shell.PublicAddress;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.net.URI;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes what browsers report of pages whose content security policy stopped something: as {@code report-uri} sends it (CSP 3, section
 * 5.4), or as the Reporting API does. What is of no page of the door, or not of the door's own script and calls, is passed over.
 */
@RestController
class PolicyReportController {
    static final String PATH_END = "/policy-reports";
    private static final int MOST_BYTES = 64 * 1024;
    private static final Pattern DIRECTIVE = Pattern.compile("[a-z-]{1,40}");

    private final LivePlans plans;
    private final DoorSites sites;
    private final VisitLimits limits;
    private final PublicAddress address;
    private final JsonMapper json;

    PolicyReportController(
            LivePlans plans, DoorSites sites, VisitLimits limits, PublicAddress address, JsonMapper json) {
        this.plans = plans;
        this.sites = sites;
        this.limits = limits;
        this.address = address;
        this.json = json;
    }

    /** Takes a browser's report that a page's security policy blocked the door. */
    @PostMapping("/visit/{plan}/doors/{door}" + PATH_END)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void report(@PathVariable String plan, @PathVariable String door, HttpServletRequest request) throws IOException {
        limits.invited(request.getRemoteAddr());
        var allowed = plans.door(plan, door).sites();
        byte[] sent = request.getInputStream().readNBytes(MOST_BYTES + 1);
        if (sent.length > MOST_BYTES) {
            throw new Refusal(Kind.TOO_LARGE, "A report of a policy has at most " + MOST_BYTES / 1024 + " KB.");
        }
        reports(sent)
                .forEach(report -> site(report.page())
                        .filter(site -> Visits.allows(allowed, site, address.origin()) && isOurs(report.stopped()))
                        .filter(_ -> DIRECTIVE.matcher(report.directive()).matches())
                        .ifPresent(site -> sites.blocked(plan, door, site, report.directive())));
    }

    /**
     * What a browser reports.
     *
     * @param page address of the page
     * @param stopped address of what its policy stopped
     */
    private record Report(String page, String stopped, String directive) {}

    private Stream<Report> reports(byte[] sent) {
        JsonNode body;
        try {
            body = json.readTree(sent);
        } catch (JacksonException e) {
            throw new Refusal(Kind.INVALID_DOCUMENT, "", "A report of a policy is JSON, and this is not.");
        }
        return (body.isArray() ? body.valueStream().map(one -> one.path("body")) : Stream.of(body.path("csp-report")))
                .map(one -> new Report(
                        either(one, "document-uri", "documentURL"),
                        either(one, "blocked-uri", "blockedURL"),
                        either(one, "effective-directive", "effectiveDirective").replaceFirst("-elem$", "")));
    }

    private static String either(JsonNode report, String name, String other) {
        return report.path(name).asString(report.path(other).asString(""));
    }

    private boolean isOurs(String stopped) {
        String own = address.origin();
        return site(stopped)
                .filter(site -> site.equals(own) || site.equals(own.replaceFirst("^http", "ws")))
                .isPresent();
    }

    private static Optional<String> site(String page) {
        try {
            var uri = URI.create(page);
            return uri.getHost() == null ? Optional.empty() : Optional.of(WhyClosed.origin(uri));
        } catch (IllegalArgumentException e) {
            return Optional.empty(); // of a page that has no address, such as a document of its own
        }
    }
}
