package io.kinetarch.server.account;

import jakarta.servlet.http.HttpServletRequest;
import java.util.function.BooleanSupplier;
import org.springframework.session.SessionRepository;
import org.springframework.stereotype.Component;

/** Whether who was let in once is still to be: answers that never end ask again. */
@Component
public class Admission {
    private final SessionRepository<?> sessions;
    private final ApiTokens tokens;

    Admission(SessionRepository<?> sessions, ApiTokens tokens) {
        this.sessions = sessions;
        this.tokens = tokens;
    }

    /** Tells of the sender of a request, at any later time, whether the session or the token it came with still stands. */
    public BooleanSupplier of(HttpServletRequest request) {
        String token = ApiTokenFilter.token(request);
        if (token != null) {
            return () -> tokens.presented(token).isPresent();
        }
        var session = request.getSession(false);
        if (session == null) {
            return () -> false;
        }
        String id = session.getId();
        return () -> sessions.findById(id) != null;
    }
}
