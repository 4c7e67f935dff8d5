package io.kinetarch.server.wire;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.WebSocketHandler;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.WebSocketHandlerDecorator;
import org.springframework.web.socket.server.HandshakeInterceptor;

/** Connections of one address at a time. */
@Component
class ConnectionLimit implements HandshakeInterceptor {
    private static final String ADDRESS = "address";

    private final int most;
    private final ConcurrentMap<String, Integer> open = new ConcurrentHashMap<>();

    ConnectionLimit(@Value("${kinetarch.visitors.connections-an-address:60}") int most) {
        this.most = most;
    }

    @Override
    public boolean beforeHandshake(
            ServerHttpRequest request,
            ServerHttpResponse response,
            WebSocketHandler handler,
            Map<String, Object> attributes) {
        String address = request.getRemoteAddress().getAddress().getHostAddress();
        if (open.getOrDefault(address, 0) >= most) {
            response.setStatusCode(HttpStatus.TOO_MANY_REQUESTS);
            return false;
        }
        attributes.put(ADDRESS, address);
        return true;
    }

    @Override
    public void afterHandshake(
            ServerHttpRequest request,
            ServerHttpResponse response,
            WebSocketHandler handler,
            @Nullable Exception failure) {
        // counted once the connection stands
    }

    /** Counts the connections that a handler has. */
    WebSocketHandler counting(WebSocketHandler handler) {
        return new WebSocketHandlerDecorator(handler) {
            @Override
            public void afterConnectionEstablished(WebSocketSession session) throws Exception {
                open.merge(address(session), 1, Integer::sum);
                super.afterConnectionEstablished(session);
            }

            @Override
            public void afterConnectionClosed(WebSocketSession session, CloseStatus status) throws Exception {
                open.computeIfPresent(address(session), (_, count) -> count > 1 ? count - 1 : null);
                super.afterConnectionClosed(session, status);
            }
        };
    }

    private static String address(WebSocketSession session) {
        return String.valueOf(session.getAttributes().get(ADDRESS));
    }
}
