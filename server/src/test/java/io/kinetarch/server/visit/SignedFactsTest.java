package io.kinetarch.server.visit;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** What a page says of its visitor, signed as the documented samples sign it: implementations that know nothing of ours. */
class SignedFactsTest {
    private static final String DOOR = "tarnwick/booking-site";
    private static final String KEY = "demo-key-of-the-booking-site";
    private static final String OLD_KEY = "demo-key-before-that";
    private static final Path SAMPLES = Path.of("../docs/samples/signed-facts");

    private final TestServer server = TestServer.running();

    @ParameterizedTest
    @ValueSource(strings = {"bash sign.sh", "python3 sign.py", "node sign.mjs", "java Sign.java"})
    void theSamplesSignAsTheDoorReads(String sample) throws Exception {
        long now = now();
        String signature = sign(sample, KEY, now, "name=Robin Vále", "booking=TS-204518");
        var started = start("{\"name\":\"Robin Vále\",\"booking\":\"TS-204518\"}", now, signature);

        assertThat(started.path("doubt").isNull()).as(started.toString()).isTrue();
        assertThat(known(started)).contains("Robin Vále", "TS-204518");
    }

    @Test
    void whatIsForgedOldOrUnsignedIsLeftOutAndTheVisitorComesInAllTheSame() throws Exception {
        long now = now();
        String signature = sign("bash sign.sh", KEY, now, "name=Robin Vale");
        String facts = "{\"name\":\"Robin Vale\"}";

        assertThat(start(facts, now, sign("bash sign.sh", OLD_KEY, now, "name=Robin Vale"))
                        .path("doubt")
                        .isNull())
                .as("keys change over")
                .isTrue();
        for (var doubted : List.of(
                start(facts, null, null),
                start("{\"name\":\"Somebody Else\"}", now, signature),
                start("{\"name\":\"Robin Vale\",\"booking\":\"TS-1\"}", now, signature),
                start(facts, now + 1, signature),
                start(facts, now, sign("bash sign.sh", "another key", now, "name=Robin Vale")),
                start(facts, now - 50_000, sign("bash sign.sh", KEY, now - 50_000, "name=Robin Vale")),
                start(facts, now + 3_600, sign("bash sign.sh", KEY, now + 3_600, "name=Robin Vale")))) {
            assertThat(doubted.path("doubt").asString(""))
                    .as(doubted.toString())
                    .isNotEmpty();
            assertThat(known(doubted)).doesNotContain("Robin");
        }
    }

    private long now() {
        return server.bean(Clock.class).instant().getEpochSecond();
    }

    private static String sign(String sample, String key, long instant, String... facts)
            throws IOException, InterruptedException {
        var command = new ArrayList<>(List.of(sample.split(" ", -1)));
        if (command.getFirst().equals("java")) {
            command.set(
                    0, Path.of(System.getProperty("java.home"), "bin", "java").toString());
        }
        command.addAll(List.of(DOOR, key, Long.toString(instant)));
        command.addAll(List.of(facts));
        var builder = new ProcessBuilder(command).directory(SAMPLES.toFile()).redirectErrorStream(true);
        builder.environment().put("LC_ALL", "C.UTF-8");
        var process = builder.start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
        assertThat(process.waitFor()).as(said).isZero();
        return said;
    }

    private JsonNode start(String facts, @Nullable Long instant, @Nullable String signature)
            throws IOException, InterruptedException {
        String signed = instant == null ? "null" : "{\"instant\":" + instant + ",\"signature\":\"" + signature + "\"}";
        var response = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(
                                        URI.create(server.address() + "/visit/tarnwick/doors/booking-site/chats"))
                                .header("Content-Type", "application/json")
                                .POST(HttpRequest.BodyPublishers.ofString(
                                        """
                                        {"key":"%s","language":"en","page":null,"returning":false,"consents":["consent"],
                                         "answers":{"topic":"Fares and booking"},"facts":%s,"signature":%s}""".formatted(UUID.randomUUID(), facts, signed)))
                                .build(),
                        BodyHandlers.ofString());
        assertThat(response.statusCode()).as(response.body()).isEqualTo(201);
        var started = Api.json(response.body());
        leave(started);
        return started;
    }

    private void leave(JsonNode started) throws IOException, InterruptedException {
        HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.address() + "/visit/tarnwick/chats/"
                                        + started.path("chat").asLong() + "/leave"))
                                .header("Content-Type", "application/json")
                                .header("X-Chat-Token", started.path("token").asString())
                                .POST(HttpRequest.BodyPublishers.ofString(""))
                                .build(),
                        BodyHandlers.discarding());
    }

    private String known(JsonNode started) {
        return server.planner()
                .get("/api/v1/plans/tarnwick/records/" + started.path("chat").asLong())
                .ok()
                .body()
                .path("known")
                .toString();
    }
}
