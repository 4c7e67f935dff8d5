package io.kinetarch.server.problem;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.UUID;
import java.util.regex.Pattern;
import org.slf4j.MDC;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Names every request, so that a problem that somebody saw is found in the log. A proxy's own name for it is taken. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class RequestIds extends OncePerRequestFilter {
    static final String HEADER = "X-Request-Id";
    /** Under this name the log's lines have it. */
    static final String KEY = "request";

    /** Nothing that could forge another line of the log. */
    private static final Pattern TAKEN = Pattern.compile("[A-Za-z0-9._-]{8,64}");

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String sent = request.getHeader(HEADER);
        String id = sent != null && TAKEN.matcher(sent).matches()
                ? sent
                : UUID.randomUUID().toString();
        response.setHeader(HEADER, id);
        try (var _ = MDC.putCloseable(KEY, id)) {
            chain.doFilter(request, response);
        }
    }
}
