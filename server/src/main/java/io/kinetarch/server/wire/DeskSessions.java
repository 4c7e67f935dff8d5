package io.kinetarch.server.wire;

import io.kinetarch.server.account.Admission;
import java.io.IOException;
import java.time.Duration;
import java.util.Map;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.http.server.ServletServerHttpRequest;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.WebSocketHandler;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.WebSocketHandlerDecorator;
import org.springframework.web.socket.server.HandshakeInterceptor;

/** A desk is connected for as long as the session stands that it signed in by, which is asked again and again. */
@Component
class DeskSessions implements HandshakeInterceptor {
    private static final Duration ASK_EVERY = Duration.ofSeconds(10);

    private static final Logger LOG = LoggerFactory.getLogger(DeskSessions.class);
    private static final String ALLOWED = "allowed";

    private final Admission admission;

    DeskSessions(Admission admission) {
        this.admission = admission;
    }

    @Override
    public boolean beforeHandshake(
            ServerHttpRequest request,
            ServerHttpResponse response,
            WebSocketHandler handler,
            Map<String, Object> attributes) {
        if (request instanceof ServletServerHttpRequest servlet) {
            attributes.put(ALLOWED, admission.of(servlet.getServletRequest()));
        }
        return true;
    }

    @Override
    public void afterHandshake(
            ServerHttpRequest request,
            ServerHttpResponse response,
            WebSocketHandler handler,
            @Nullable Exception failure) {
        // looked after once the connection stands
    }

    /** Looks after the connections of desks. */
    WebSocketHandler lookingAfter(WebSocketHandler handler) {
        return new WebSocketHandlerDecorator(handler) {
            @Override
            public void afterConnectionEstablished(WebSocketSession session) throws Exception {
                if (session.getAttributes().containsKey(ALLOWED)) {
                    Thread.ofVirtual().name("desk-session").start(() -> lookAfter(session));
                }
                super.afterConnectionEstablished(session);
            }
        };
    }

    private static void lookAfter(WebSocketSession session) {
        try {
            while (session.isOpen()) {
                Thread.sleep(ASK_EVERY);
                ask(session);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Ends the connection of who has signed out, or was. */
    private static void ask(WebSocketSession session) {
        try {
            if (session.getAttributes().get(ALLOWED) instanceof BooleanSupplier allowed && !allowed.getAsBoolean()) {
                session.close(CloseStatus.POLICY_VIOLATION.withReason("signed out"));
            }
        } catch (DataAccessException | IOException e) {
            // Nobody can say whether it may stay: it is asked again.
            LOG.warn("A desk's session could not be looked up: {}", e.getMessage());
        }
    }
}
