package io.kinetarch.server.standin;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import io.kinetarch.server.installation.Signature;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Map;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A service as outside parties have it: takes calls that are signed with its key and not too old, and refuses all else. */
abstract class SignedHandler implements HttpHandler {
    private static final long MOST_SECONDS_OLD = 300;
    private static final int USUAL_BYTES = 64 * 1024;

    private final String key;
    private final Clock clock;
    private final JsonMapper json;
    private final int mostBytes;

    SignedHandler(String key, Clock clock, JsonMapper json) {
        this(key, clock, json, USUAL_BYTES);
    }

    SignedHandler(String key, Clock clock, JsonMapper json, int mostBytes) {
        this.key = key;
        this.mostBytes = mostBytes;
        this.clock = clock;
        this.json = json;
    }

    record Answer(int status, Object body) {}

    /** What is answered to a call that is as it should be. */
    abstract Answer answer(JsonNode asked) throws InterruptedException;

    @Override
    public void handle(HttpExchange exchange) throws IOException {
        try (exchange) {
            String body = new String(exchange.getRequestBody().readNBytes(mostBytes), StandardCharsets.UTF_8);
            String instant = exchange.getRequestHeaders().getFirst(Signature.INSTANT_HEADER);
            String signature = exchange.getRequestHeaders().getFirst(Signature.HEADER);
            if (instant == null || signature == null || !isFresh(instant) || !isSigned(instant, body, signature)) {
                send(exchange, 401, Map.of("error", "not signed with the key of this service, or too long ago"));
                return;
            }
            try {
                var answer = answer(json.readTree(body));
                send(exchange, answer.status(), answer.body());
            } catch (JacksonException e) {
                send(exchange, 400, Map.of("error", "no JSON"));
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
        }
    }

    private boolean isFresh(String instant) {
        return instant.matches("\\d{1,12}")
                && Math.abs(clock.instant().getEpochSecond() - Long.parseLong(instant)) <= MOST_SECONDS_OLD;
    }

    private boolean isSigned(String instant, String body, String signature) {
        return Signature.isOf(key, Long.parseLong(instant), body, signature);
    }

    private void send(HttpExchange exchange, int status, Object answer) throws IOException {
        byte[] bytes = json.writeValueAsBytes(answer);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }
}
