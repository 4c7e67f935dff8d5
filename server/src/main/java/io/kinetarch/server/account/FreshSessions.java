package io.kinetarch.server.account;

import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Lets only those change accounts who lately showed, in this session, that it is them. */
@Component
class FreshSessions implements HandlerInterceptor, WebMvcConfigurer {
    private static final String SHOWN_AT = "kinetarch.shown-at";
    private static final Duration FRESH_FOR = Duration.ofMinutes(15);

    private final Clock clock;

    FreshSessions(Clock clock) {
        this.clock = clock;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this);
    }

    /** The session's owner has just shown that it is them. */
    void shown(HttpSession session) {
        session.setAttribute(SHOWN_AT, clock.millis());
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (handler instanceof HandlerMethod method && method.hasMethodAnnotation(Fresh.class)) {
            var session = request.getSession(false);
            if (session == null
                    || !(session.getAttribute(SHOWN_AT) instanceof Long shownAt)
                    || Instant.ofEpochMilli(shownAt).plus(FRESH_FOR).isBefore(clock.instant())) {
                throw new Refusal(
                        Kind.NOT_CONFIRMED,
                        "This needs your password again: you showed it more than " + FRESH_FOR.toMinutes()
                                + " minutes ago. Nothing was changed yet.");
            }
        }
        return true;
    }
}
