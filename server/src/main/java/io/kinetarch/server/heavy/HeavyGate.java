package io.kinetarch.server.heavy;

import io.kinetarch.server.problem.ProblemResponse;
import io.kinetarch.server.problem.Refusal;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Arrays;
import java.util.regex.Pattern;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Has requests that compute worked on as {@link HeavyWork}; edits, and all else that is light, go by. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class HeavyGate extends OncePerRequestFilter {
    private static final Pattern COMPUTES = Pattern.compile("/api/v1/(calc/.*|pictures|plans/[^/]+/.*|plans/document)");
    private static final Pattern LIGHT = Pattern.compile(
            "/api/v1/plans/[^/]+/(draft(/.*)?|simulated(/causes)?|questions(/.*)?|least-people|feed|jobs(/.*)?|history|revisions|volumes|profile|desk(/.*)?"
                    + "|records(/.*)?|outbox(/.*)?|doors/pauses|doors/[^/]+/pause)");
    private static final Pattern FILE =
            Pattern.compile(".*/(volumes/imports|document|people\\.csv|calc/understanding|calc/simulation)(/.*)?");
    private static final Duration DEADLINE = Duration.ofSeconds(30);
    private static final Duration DEADLINE_OF_FILES = Duration.ofMinutes(2);
    /** Bound to its host by a prefix where the installation is reached by TLS. */
    private static final String SESSION_COOKIE = "KINETARCH_SESSION";

    private final HeavyWork work;
    private final ProblemResponse problems;

    HeavyGate(HeavyWork work, ProblemResponse problems) {
        this.work = work;
        this.problems = problems;
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String path = request.getRequestURI();
        return !COMPUTES.matcher(path).matches() || LIGHT.matcher(path).matches();
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var deadline = FILE.matcher(request.getRequestURI()).matches() ? DEADLINE_OF_FILES : DEADLINE;
        try {
            work.run(user(request), deadline, () -> {
                chain.doFilter(request, response);
                return response;
            });
        } catch (Refusal refusal) {
            if (!response.isCommitted()) {
                response.reset();
                problems.write(response, refusal);
            }
        } catch (IOException | ServletException | RuntimeException failure) {
            throw failure;
        } catch (Exception failure) {
            if (failure instanceof InterruptedException) {
                Thread.currentThread().interrupt();
            }
            throw new ServletException(failure);
        }
    }

    /** Who asks, before anybody has looked whether they may: who presents what tells the same from others. */
    private static String user(HttpServletRequest request) {
        String token = request.getHeader(HttpHeaders.AUTHORIZATION);
        if (token != null) {
            return token;
        }
        var cookies = request.getCookies();
        return cookies == null
                ? request.getRemoteAddr()
                : Arrays.stream(cookies)
                        .filter(cookie -> cookie.getName().endsWith(SESSION_COOKIE))
                        .map(cookie -> cookie.getValue())
                        .findFirst()
                        .orElse(request.getRemoteAddr());
    }
}
