package io.kinetarch.server.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.context.DeferredSecurityContext;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;

/**
 * Who is signed in by a session, which ends some time after it began, however busy it is: a browser that was left open is
 * not signed in for ever. A session is read only once somebody asks who is there, so that the pages and scripts of the
 * interface still come while the database is away.
 */
final class LimitedSessions extends HttpSessionSecurityContextRepository {
    private final Duration longest;

    LimitedSessions(Duration longest) {
        this.longest = longest;
    }

    @Override
    public DeferredSecurityContext loadDeferredContext(HttpServletRequest request) {
        return super.loadDeferredContext(new HttpServletRequestWrapper(request) {
            @Override
            public @Nullable HttpSession getSession(boolean create) {
                var session = super.getSession(create);
                if (session != null && isOver(session)) {
                    session.invalidate();
                    return null;
                }
                return session;
            }
        });
    }

    /** Both by the machine's time; the last access is this one. */
    private boolean isOver(HttpSession session) {
        return session.getLastAccessedTime() - session.getCreationTime() > longest.toMillis();
    }
}
