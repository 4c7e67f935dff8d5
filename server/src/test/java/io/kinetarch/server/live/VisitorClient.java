package io.kinetarch.server.live;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/** A visitor without a browser: what the visitor's side sends, and what comes back. */
public final class VisitorClient {
    private static final HttpClient HTTP = HttpClient.newHttpClient();

    private final String address;
    private final String plan;
    private final @Nullable String origin;
    private long chat;
    private String token = "";

    public VisitorClient(String address, String plan, @Nullable String origin) {
        this.address = address;
        this.plan = plan;
        this.origin = origin;
    }

    public HttpResponse<String> start(String door, String language, String answers) {
        return start(door, language, answers, UUID.randomUUID());
    }

    /** Starts on a page. */
    public HttpResponse<String> startOn(String door, String language, String page, String answers) {
        return start(door, language, answers, UUID.randomUUID(), Api.quoted(page));
    }

    HttpResponse<String> start(String door, String language, String answers, UUID key) {
        return start(door, language, answers, key, "null");
    }

    private HttpResponse<String> start(String door, String language, String answers, UUID key, String page) {
        var response = post("/doors/" + door + "/chats", """
                {"key":"%s","language":"%s","page":%s,"returning":false,"consents":["consent"],"answers":%s,"facts":{}}""".formatted(key, language, page, answers));
        if (response.statusCode() == 201) {
            var started = Api.json(response.body());
            chat = started.path("chat").asLong();
            token = started.path("token").asString();
        }
        return response;
    }

    public long chat() {
        return chat;
    }

    public String token() {
        return token;
    }

    /** Goes on as somebody who has this token. */
    void claims(long otherChat, String otherToken) {
        chat = otherChat;
        token = otherToken;
    }

    public JsonNode view() {
        return view(0);
    }

    JsonNode view(int after) {
        var response = get("/chats/" + chat + "?after=" + after);
        assertThat(response.statusCode()).as(response.body()).isEqualTo(200);
        return Api.json(response.body());
    }

    public HttpResponse<String> says(String text) {
        return says(text, UUID.randomUUID());
    }

    HttpResponse<String> says(String text, UUID key) {
        return post("/chats/" + chat + "/messages", "{\"key\":\"" + key + "\",\"text\":" + Api.quoted(text) + "}");
    }

    /** Sends a file. */
    public HttpResponse<String> sends(String name, byte[] bytes) {
        return sends(name, bytes, UUID.randomUUID());
    }

    /** The same under a key. */
    public HttpResponse<String> sends(String name, byte[] bytes, UUID key) {
        return send(request("/chats/" + chat + "/files?key=" + key + "&name="
                        + URLEncoder.encode(name, StandardCharsets.UTF_8))
                .header("Content-Type", "application/octet-stream")
                .POST(BodyPublishers.ofByteArray(bytes)));
    }

    public HttpResponse<String> does(String what, String body) {
        return post("/chats/" + chat + "/" + what, body);
    }

    HttpResponse<String> get(String path) {
        return send(request(path).GET());
    }

    HttpResponse<String> post(String path, String body) {
        return send(request(path).header("Content-Type", "application/json").POST(BodyPublishers.ofString(body)));
    }

    private HttpRequest.Builder request(String path) {
        var request = HttpRequest.newBuilder(URI.create(address + "/visit/" + plan + path));
        if (!token.isEmpty()) {
            request.header("X-Chat-Token", token);
        }
        if (origin != null) {
            request.header("Origin", origin);
        }
        return request;
    }

    private static HttpResponse<String> send(HttpRequest.Builder request) {
        try {
            return HTTP.send(request.build(), BodyHandlers.ofString());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
