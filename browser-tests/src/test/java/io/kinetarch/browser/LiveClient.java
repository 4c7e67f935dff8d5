package io.kinetarch.browser;

import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import java.io.IOException;
import java.net.CookieManager;
import java.net.CookiePolicy;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/** Somebody in a live chat without a browser: sends again until the server has it, as visitors' and operators' pages do. */
final class LiveClient {
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final int MOST_TRIES = 600;

    private final HttpClient client;
    private final CookieManager cookies = new CookieManager(null, CookiePolicy.ACCEPT_ALL);
    private final String address;
    private String token = "";
    private long chat;

    LiveClient(String address) {
        this.address = address;
        client = HttpClient.newBuilder()
                .version(HttpClient.Version.HTTP_1_1)
                .cookieHandler(cookies)
                .connectTimeout(PATIENCE)
                .build();
    }

    /** An answer of the server. */
    record Answer(int status, String body) {
        JsonObject json() {
            return JsonParser.parseString(body).getAsJsonObject();
        }
    }

    // Operators

    void signIn(String account) throws InterruptedException {
        get("/api/v1/session");
        post("/api/v1/session", "{\"name\":\"" + account + "\",\"password\":\"ferry-demo-2026\"}");
        get("/api/v1/session"); // the CSRF token is made anew at sign-in
    }

    JsonObject desk() throws InterruptedException {
        return get("/api/v1/plans/tarnwick/desk").json();
    }

    Answer atDesk(String path, String body) throws InterruptedException {
        return post("/api/v1/plans/tarnwick/desk/" + path, body);
    }

    // Visitors

    void start(String door, String topic) throws InterruptedException {
        start(door, "en", topic);
    }

    void start(String door, String language, String topic) throws InterruptedException {
        var started = post(
                        "/visit/tarnwick/doors/" + door + "/chats", """
                {"key":"%s","language":"%s","page":null,"returning":false,"consents":["consent"],"answers":{"topic":"%s"},"facts":{}}""".formatted(UUID.randomUUID(), language, topic))
                .json();
        chat = started.get("chat").getAsLong();
        token = started.get("token").getAsString();
    }

    long chat() {
        return chat;
    }

    String token() {
        return token;
    }

    void says(String text) throws InterruptedException {
        post(
                "/visit/tarnwick/chats/" + chat + "/messages",
                "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":\"" + text + "\"}");
    }

    JsonObject view() throws InterruptedException {
        return get("/visit/tarnwick/chats/" + chat).json();
    }

    /** What somebody said in the chat, as its visitor reads it. */
    List<String> lines(String from) throws InterruptedException {
        return view().getAsJsonArray("lines").asList().stream()
                .map(JsonElement::getAsJsonObject)
                .filter(line -> line.get("from").getAsString().equals(from))
                .map(line -> line.get("text").getAsString())
                .toList();
    }

    Answer get(String path) throws InterruptedException {
        return send(request(path).GET());
    }

    Answer post(String path, String body) throws InterruptedException {
        return send(request(path).header("Content-Type", "application/json").POST(BodyPublishers.ofString(body)));
    }

    Answer put(String path, String body) throws InterruptedException {
        return send(request(path).header("Content-Type", "application/json").PUT(BodyPublishers.ofString(body)));
    }

    private HttpRequest.Builder request(String path) {
        var request = HttpRequest.newBuilder(URI.create(address + path)).timeout(PATIENCE);
        if (!token.isEmpty()) {
            request.header("X-Chat-Token", token);
        }
        String csrf = csrf();
        if (csrf != null) {
            request.header("X-XSRF-TOKEN", csrf);
        }
        return request;
    }

    private @Nullable String csrf() {
        return cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(cookie -> cookie.getValue())
                .findFirst()
                .orElse(null);
    }

    /** Again and again while there is no answer, or the server says that it may come. */
    private Answer send(HttpRequest.Builder request) throws InterruptedException {
        for (int i = 0; i < MOST_TRIES; i++) {
            try {
                HttpResponse<String> response = client.send(request.build(), BodyHandlers.ofString());
                if (response.statusCode() < 500) {
                    return new Answer(response.statusCode(), response.body());
                }
            } catch (IOException notThere) {
                // it comes back
            }
            TimeUnit.MILLISECONDS.sleep(100);
        }
        throw new AssertionError("no answer came");
    }
}
