package io.kinetarch.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpSession;
import org.springframework.security.authentication.TestingAuthenticationToken;
import org.springframework.security.core.context.SecurityContextImpl;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;

class LimitedSessionsTest {
    private static final Duration AGED = Duration.ofHours(24);

    @Test
    void whoIsBusyIsSignedInUntilTheSessionIsOfAge() {
        var contexts = new LimitedSessions(AGED);
        var young = lasting(AGED);
        var old = lasting(AGED.plusMillis(1));

        assertThat(contexts.loadDeferredContext(with(young)).get().getAuthentication())
                .isNotNull();
        assertThat(contexts.loadDeferredContext(with(old)).get().getAuthentication())
                .isNull();
        assertThat(young.isInvalid()).isFalse();
        assertThat(old.isInvalid()).isTrue();
    }

    @Test
    void aSessionIsNotLookedForUntilSomebodyAsksWhoIsThere() {
        var asked = new AtomicBoolean();
        var request = new MockHttpServletRequest() {
            @Override
            public jakarta.servlet.http.HttpSession getSession(boolean create) {
                asked.set(true);
                throw new IllegalStateException("the database is away");
            }
        };

        var context = new LimitedSessions(AGED).loadDeferredContext(request);

        assertThat(asked).isFalse();
        assertThat(context).isNotNull();
    }

    private static MockHttpServletRequest with(MockHttpSession session) {
        var request = new MockHttpServletRequest();
        request.setSession(session);
        return request;
    }

    private static MockHttpSession lasting(Duration time) {
        var session = new MockHttpSession() {
            @Override
            public long getLastAccessedTime() {
                return getCreationTime() + time.toMillis();
            }
        };
        session.setAttribute(
                HttpSessionSecurityContextRepository.SPRING_SECURITY_CONTEXT_KEY,
                new SecurityContextImpl(new TestingAuthenticationToken("somebody", "")));
        return session;
    }
}
