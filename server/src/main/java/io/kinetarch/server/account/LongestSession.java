package io.kinetarch.server.account;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import org.springframework.web.filter.OncePerRequestFilter;

/** Ends sessions that began long ago, however busy they are: a browser that was left open is not signed in for ever. */
final class LongestSession extends OncePerRequestFilter {
    private final Duration longest;

    LongestSession(Duration longest) {
        this.longest = longest;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var session = request.getSession(false);
        // Both by the machine's time; the last access is this one.
        if (session != null && session.getLastAccessedTime() - session.getCreationTime() > longest.toMillis()) {
            session.invalidate();
        }
        chain.doFilter(request, response);
    }
}
