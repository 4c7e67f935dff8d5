package io.kinetarch.server.visit;

import io.kinetarch.server.shell.PublicAddress;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.regex.Pattern;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import tools.jackson.databind.json.JsonMapper;

/**
 * Answers how a door stands before anything else looks at the request, where that was looked up within the last second: every open
 * page of every site asks it again and again. Whatever is not that plain goes the way of other requests.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class DoorNowFilter extends OncePerRequestFilter {
    private static final Pattern ASKED = Pattern.compile("/visit/(?<plan>[^/]+)/doors/(?<door>[^/]+)/now");
    private static final Pattern LANGUAGE = Pattern.compile("language=(?<language>[A-Za-z0-9-]+)");

    private final LivePlans plans;
    private final PublicAddress address;
    private final DoorSites sites;
    private final JsonMapper json;

    DoorNowFilter(LivePlans plans, PublicAddress address, DoorSites sites, JsonMapper json) {
        this.plans = plans;
        this.address = address;
        this.sites = sites;
        this.json = json;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!isAnswered(request, response)) {
            chain.doFilter(request, response);
        }
    }

    private boolean isAnswered(HttpServletRequest request, HttpServletResponse response) throws IOException {
        if (!HttpMethod.GET.matches(request.getMethod())
                || !request.getRequestURI().endsWith("/now")) {
            return false;
        }
        var asked = ASKED.matcher(request.getRequestURI());
        var wanted = LANGUAGE.matcher(String.valueOf(request.getQueryString()));
        if (!asked.matches() || !wanted.matches()) {
            return false;
        }
        String plan = asked.group("plan");
        String door = asked.group("door");
        String origin = request.getHeader(HttpHeaders.ORIGIN);
        boolean allowed = origin == null
                || plans.sitesIfFresh(plan, door)
                        .filter(sites -> Visits.allows(sites, origin, address.origin()))
                        .isPresent();
        var now = allowed ? plans.nowIfFresh(plan, door, wanted.group("language")) : null;
        if (now == null || now.isEmpty()) {
            return false;
        }
        if (origin != null) {
            sites.asked(plan, door, origin);
        }
        if (origin != null) {
            response.setHeader(HttpHeaders.ACCESS_CONTROL_ALLOW_ORIGIN, origin);
        }
        response.setHeader(HttpHeaders.VARY, HttpHeaders.ORIGIN);
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        response.setContentType(MediaType.APPLICATION_JSON_VALUE);
        byte[] bytes = json.writeValueAsBytes(now.get());
        response.setContentLength(bytes.length);
        response.getOutputStream().write(bytes);
        return true;
    }
}
