package io.kinetarch.server.visit;

import io.kinetarch.core.plan.AllowedSite;
import io.kinetarch.server.problem.ProblemResponse;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.shell.PublicAddress;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets pages of other sites in where a door allows them. Browsers say whose page asks; a refusal can be read there, so that the page's
 * console can say why nothing is shown.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
public class VisitGate extends OncePerRequestFilter {
    /** The header with a chat's token. */
    public static final String TOKEN = "X-Chat-Token";

    private static final Pattern OF_A_PLAN =
            Pattern.compile("/visit/(?<plan>[^/]+)/(?:doors/(?<door>[^/]+)|chats|letters)(?:/.*)?");
    private static final String SECONDS_A_PREFLIGHT_IS_KEPT = "7200";

    private final LivePlans plans;
    private final DoorSites doorSites;
    private final PublicAddress address;
    private final ProblemResponse problems;

    VisitGate(LivePlans plans, DoorSites doorSites, PublicAddress address, ProblemResponse problems) {
        this.plans = plans;
        this.doorSites = doorSites;
        this.address = address;
        this.problems = problems;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return !request.getRequestURI().startsWith("/visit/");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String origin = request.getHeader(HttpHeaders.ORIGIN);
        response.setHeader(HttpHeaders.VARY, HttpHeaders.ORIGIN);
        response.setHeader("X-Content-Type-Options", "nosniff");
        if (origin != null) {
            response.setHeader(HttpHeaders.ACCESS_CONTROL_ALLOW_ORIGIN, origin);
            if (HttpMethod.OPTIONS.matches(request.getMethod())) {
                response.setHeader(HttpHeaders.ACCESS_CONTROL_ALLOW_METHODS, "GET, POST");
                response.setHeader(HttpHeaders.ACCESS_CONTROL_ALLOW_HEADERS, TOKEN + ", Content-Type");
                response.setHeader(HttpHeaders.ACCESS_CONTROL_MAX_AGE, SECONDS_A_PREFLIGHT_IS_KEPT);
                response.setStatus(HttpServletResponse.SC_NO_CONTENT);
                return;
            }
            try {
                if (!isAllowed(request.getRequestURI(), origin)) {
                    problems.write(response, notAllowed(origin));
                    return;
                }
            } catch (Refusal refusal) {
                problems.write(response, refusal);
                return;
            }
        }
        chain.doFilter(request, response);
    }

    private boolean isAllowed(String path, String origin) {
        var wanted = OF_A_PLAN.matcher(path);
        // Browsers report of a page without saying whose it is; what they report names it.
        if (!wanted.matches() || path.endsWith(PolicyReportController.PATH_END)) {
            return true;
        }
        String plan = wanted.group("plan");
        String door = wanted.group("door");
        boolean allowed = Visits.allows(sites(plan, door), origin, address.origin());
        if (allowed && door != null) {
            doorSites.asked(plan, door, origin);
        }
        return allowed;
    }

    /** Of a door; of all doors where a chat is meant, which its token opens. */
    private List<AllowedSite> sites(String plan, String door) {
        var doors = plans.live(plan).plan().doors().stream();
        return (door == null ? doors : Stream.of(plans.door(plan, door)))
                .flatMap(found -> found.sites().stream())
                .toList();
    }

    private static Refusal notAllowed(String origin) {
        return new Refusal(
                Kind.NOT_ALLOWED,
                "The site " + origin
                        + " is not among those that may show this door. Add it to the door's allowed sites,"
                        + " and go live.");
    }
}
