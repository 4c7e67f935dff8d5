package io.kinetarch.server.problem;

import io.kinetarch.server.problem.Refusal.Kind;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * The first and the last that every request passes: bodies are no larger than what is asked for can be, before anything is read,
 * and what fails on the way is told as a problem.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 1)
class RequestGate extends OncePerRequestFilter {
    private static final int KILO = 1024;
    private static final long MOST_OF_SIGN_IN = 16 * KILO;
    private static final long MOST_OF_VISITORS = 64 * KILO;
    private static final long MOST_OF_JSON = 8L * KILO * KILO;

    private static final List<String> BEFORE_SIGN_IN =
            List.of("/api/v1/session", "/api/v1/setup", "/api/v1/password-links");

    private final ProblemResponse problems;

    RequestGate(ProblemResponse problems) {
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String query = request.getQueryString();
        if (query != null && query.contains("%00")) {
            problems.write(response, new Refusal(Kind.INVALID_PARAMETER, "A parameter holds the character NUL."));
            return;
        }
        long most = mostBytes(request);
        if (request.getContentLengthLong() > most) {
            problems.write(response, tooLarge(most));
            return;
        }
        try {
            chain.doFilter(new Limited(request, most), response);
        } catch (RuntimeException | ServletException failure) {
            var outage = Outage.of(failure);
            if (outage.isEmpty() || response.isCommitted()) {
                throw failure;
            }
            problems.write(response, outage.get());
        }
    }

    /** Files that are the body of their request are limited by whoever reads them, kind by kind. */
    private static long mostBytes(HttpServletRequest request) {
        String path = request.getRequestURI();
        String type = request.getContentType();
        if (BEFORE_SIGN_IN.stream().anyMatch(path::startsWith)) {
            return MOST_OF_SIGN_IN;
        }
        if (path.startsWith("/visit/") && !path.endsWith("/files")) {
            return MOST_OF_VISITORS;
        }
        boolean file = path.contains("/document");
        return type != null && type.contains("json") && !file ? MOST_OF_JSON : Long.MAX_VALUE;
    }

    private static Refusal tooLarge(long most) {
        return new Refusal(
                Kind.TOO_LARGE,
                "The body of this request is larger than "
                        + (most < KILO * KILO ? most / KILO + " KB" : most / KILO / KILO + " MB")
                        + ". Send less at once.");
    }

    /** A body that turned out to be too large while it was read. */
    static final class BodyTooLarge extends IOException {
        private final long most;

        BodyTooLarge(long most) {
            super("the body has more than " + most + " bytes");
            this.most = most;
        }

        Refusal refusal() {
            return tooLarge(most);
        }
    }

    private static final class Limited extends HttpServletRequestWrapper {
        private final long most;
        private @Nullable LimitedStream stream;

        Limited(HttpServletRequest request, long most) {
            super(request);
            this.most = most;
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            if (stream == null) {
                stream = new LimitedStream(super.getInputStream(), most);
            }
            return stream;
        }
    }

    private static final class LimitedStream extends ServletInputStream {
        private final ServletInputStream all;
        private final long most;
        private long read;

        LimitedStream(ServletInputStream all, long most) {
            this.all = all;
            this.most = most;
        }

        @Override
        public int read() throws IOException {
            int next = all.read();
            count(next < 0 ? 0 : 1);
            return next;
        }

        @Override
        public int read(byte[] bytes, int from, int length) throws IOException {
            int some = all.read(bytes, from, length);
            count(Math.max(some, 0));
            return some;
        }

        private void count(int more) throws IOException {
            read += more;
            if (read > most) {
                throw new BodyTooLarge(most);
            }
        }

        @Override
        public boolean isFinished() {
            return all.isFinished();
        }

        @Override
        public boolean isReady() {
            return all.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            all.setReadListener(listener);
        }
    }
}
