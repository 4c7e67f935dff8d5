package io.kinetarch.server.installation;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.ServiceQuestion;
import io.kinetarch.server.installation.Installation.Service;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.Executors;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.bouncycastle.crypto.digests.SHA256Digest;
import org.bouncycastle.crypto.macs.HMac;
import org.bouncycastle.crypto.params.KeyParameter;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class ServicesTest {
    private static final String KEY = "a key of the office";
    private static final Clock CLOCK = Clock.fixed(Instant.parse("2026-12-02T10:30:00Z"), ZoneOffset.UTC);

    private final BlockingQueue<Seen> seen = new LinkedBlockingQueue<>();
    private HttpServer server;
    private Services services;

    private record Seen(String instant, String signature, String body) {}

    @BeforeEach
    void listen() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newVirtualThreadPerTaskExecutor());
        server.createContext(
                "/good",
                exchange -> answer(exchange, 200, "{\"values\":{\"sails\":\"on Monday\",\"NOT A KEY\":\"x\"}}"));
        server.createContext("/broken", exchange -> answer(exchange, 200, "{\"values\":"));
        server.createContext("/unknown", exchange -> answer(exchange, 404, "{}"));
        server.createContext("/endless", exchange -> answer(exchange, 200, "x".repeat(1_000_000)));
        server.createContext("/late", exchange -> {
            pause();
            answer(exchange, 200, "{\"values\":{}}");
        });
        server.start();
        String base = "http://127.0.0.1:" + server.getAddress().getPort();
        services = new Services(
                new Installation(
                        Map.of(
                                "good", service(base + "/good"),
                                "broken", service(base + "/broken"),
                                "unknown", service(base + "/unknown"),
                                "endless", service(base + "/endless"),
                                "late", service(base + "/late"),
                                "nobody", service("http://127.0.0.1:1/")),
                        List.of(),
                        Map.of(),
                        false),
                JsonMapper.builder().build(),
                CLOCK);
    }

    @AfterEach
    void stop() {
        server.stop(0);
    }

    private static Service service(String address) {
        return new Service(URI.create(address), KEY);
    }

    private void answer(HttpExchange exchange, int status, String body) throws IOException {
        try (exchange) {
            seen.add(new Seen(
                    exchange.getRequestHeaders().getFirst("Kinetarch-Instant"),
                    exchange.getRequestHeaders().getFirst("Kinetarch-Signature"),
                    new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8)));
            byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
            exchange.sendResponseHeaders(status, bytes.length);
            exchange.getResponseBody().write(bytes);
        }
    }

    private static void pause() {
        try {
            TimeUnit.SECONDS.sleep(3);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private Optional<Map<String, String>> ask(String service) {
        var question = new ServiceQuestion(service, 1, LocalText.of("en", "Not now."));
        return services.ask(question, "change", "en", Map.of("booking", "TS-1"));
    }

    @Test
    void whatItSaysComesBack() {
        assertThat(ask("good")).hasValue(Map.of("sails", "on Monday"));
    }

    /** The signature as another implementation of HMAC makes it (Bouncy Castle; RFC 2104). */
    @Test
    void callsAreSigned() throws InterruptedException {
        ask("good");
        var call = seen.poll(5, TimeUnit.SECONDS);

        assertThat(call).isNotNull();
        assertThat(call.instant()).isEqualTo(Long.toString(CLOCK.instant().getEpochSecond()));
        assertThat(call.body())
                .isEqualTo("{\"topic\":\"change\",\"language\":\"en\",\"values\":{\"booking\":\"TS-1\"}}");
        var mac = new HMac(new SHA256Digest());
        mac.init(new KeyParameter(KEY.getBytes(StandardCharsets.UTF_8)));
        byte[] signed = (call.instant() + "." + call.body()).getBytes(StandardCharsets.UTF_8);
        mac.update(signed, 0, signed.length);
        byte[] expected = new byte[mac.getMacSize()];
        mac.doFinal(expected, 0);
        assertThat(call.signature()).isEqualTo(HexFormat.of().formatHex(expected));
        assertThat(Signature.isOf(KEY, CLOCK.instant().getEpochSecond(), call.body(), call.signature()))
                .isTrue();
        assertThat(Signature.isOf("another key", CLOCK.instant().getEpochSecond(), call.body(), call.signature()))
                .isFalse();
    }

    @Test
    void whatDoesNotAnswerWellOrInTimeAnswersNothing() {
        for (String service : List.of("broken", "unknown", "endless", "late", "nobody", "never-heard-of")) {
            assertThat(ask(service)).as(service).isEmpty();
        }
    }
}
