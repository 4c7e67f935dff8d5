package io.kinetarch.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.CookiePolicy;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.List;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Speaks to the server under test as a script or a browser would. */
public final class Api {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final HttpClient client;
    private final int port;
    private final @Nullable String token;

    Api(HttpClient client, int port, @Nullable String token) {
        this.client = client;
        this.port = port;
        this.token = token;
    }

    static Api withCookies(int port) {
        var cookies = new CookieManager(null, CookiePolicy.ACCEPT_ALL);
        return new Api(HttpClient.newBuilder().cookieHandler(cookies).build(), port, null);
    }

    /** An answer: its status and its document. */
    public record Answer(int status, JsonNode body, HttpResponse<String> raw) {
        public Answer ok() {
            assertThat(status).as(raw.body()).isBetween(200, 299);
            return this;
        }

        /** Checks that this is an RFC 9457 problem of a kind, pointing at a place. */
        public Answer problem(int expected, String kind, @Nullable String pointer) {
            assertThat(status).as(raw.body()).isEqualTo(expected);
            assertThat(raw.headers().firstValue("Content-Type")).hasValue("application/problem+json");
            assertThat(body.path("type").asString()).endsWith("problem/" + kind);
            assertThat(body.path("status").asInt()).isEqualTo(expected);
            assertThat(body.path("title").asString()).isNotBlank();
            assertThat(body.path("detail").asString()).isNotBlank();
            if (pointer != null) {
                assertThat(body.path("errors").path(0).path("pointer").asString())
                        .as(raw.body())
                        .isEqualTo(pointer);
            }
            return this;
        }

        /** The rows of a CSV below its header, by a parser of RFC 4180. */
        public List<CSVRecord> rows() throws IOException {
            try (var lines = CSVFormat.RFC4180
                    .builder()
                    .setHeader()
                    .setSkipHeaderRecord(true)
                    .get()
                    .parse(new StringReader(raw.body()))) {
                return lines.getRecords();
            }
        }

        public String detail() {
            return body.path("detail").asString();
        }
    }

    public Answer get(String path) {
        return send("GET", path, BodyPublishers.noBody(), null, null);
    }

    /** Reads with a header of one's own. */
    public Answer getWith(String path, String header, String value) {
        return send("GET", path, BodyPublishers.noBody(), null, null, header, value);
    }

    /** What is read unless it still is what a tag stands for. */
    public HttpResponse<String> getUnless(String path, String tag) {
        return send("GET", path, BodyPublishers.noBody(), null, null, "If-None-Match", tag).raw;
    }

    /** A file as it comes. */
    public byte[] bytes(String path) {
        var request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path));
        if (token != null) {
            request.header("Authorization", "Bearer " + token);
        }
        try {
            var response = client.send(request.build(), BodyHandlers.ofByteArray());
            assertThat(response.statusCode()).isEqualTo(200);
            return response.body();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    public Answer post(String path, String json) {
        return send("POST", path, BodyPublishers.ofString(json), "application/json", null);
    }

    public Answer put(String path, String json) {
        return send("PUT", path, BodyPublishers.ofString(json), "application/json", null);
    }

    public Answer delete(String path) {
        return send("DELETE", path, BodyPublishers.noBody(), null, null);
    }

    public Answer postText(String path, String text, String type) {
        return send("POST", path, BodyPublishers.ofString(text), type, null);
    }

    public Answer postCsv(String path, byte[] csv) {
        return send("POST", path, BodyPublishers.ofByteArray(csv), "text/csv", null);
    }

    public Answer putCsv(String path, String csv) {
        return send("PUT", path, BodyPublishers.ofString(csv), "text/csv", null);
    }

    public Answer putCalendar(String path, String calendar) {
        return send("PUT", path, BodyPublishers.ofString(calendar), "text/calendar", null);
    }

    public Answer postBytes(String path, byte[] bytes) {
        return send("POST", path, BodyPublishers.ofByteArray(bytes), "application/octet-stream", null);
    }

    /** Sends a file with the CSRF token. */
    public Answer postFile(String path, byte[] bytes) {
        return send("POST", path, BodyPublishers.ofByteArray(bytes), "application/octet-stream", csrf());
    }

    /** Sends with the CSRF token that an earlier answer set as a cookie. */
    public Answer postWithCsrf(String path, String json) {
        return withCsrf("POST", path, json);
    }

    /** Sends any method with the CSRF token. */
    public Answer withCsrf(String method, String path, String json) {
        return send(method, path, BodyPublishers.ofString(json), "application/json", csrf());
    }

    /** Sends with a CSRF token of any origin. */
    public Answer postWith(String path, String json, String csrf) {
        return send("POST", path, BodyPublishers.ofString(json), "application/json", csrf);
    }

    /** The CSRF token that an earlier answer set as a cookie. */
    public String csrf() {
        return csrfCookie().getValue();
    }

    /** Puts another token into the cookie, as a page of a neighbouring host could. */
    public void plantCsrf(String value) {
        csrfCookie().setValue(value);
    }

    private HttpCookie csrfCookie() {
        return ((CookieManager) client.cookieHandler().orElseThrow())
                .getCookieStore().getCookies().stream()
                        .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                        .findFirst()
                        .orElseThrow();
    }

    /** A text as JSON. */
    public static String quoted(String text) {
        return JSON.writeValueAsString(text);
    }

    public static JsonNode json(String text) {
        return JSON.readTree(text);
    }

    private Answer send(
            String method,
            String path,
            BodyPublisher body,
            @Nullable String type,
            @Nullable String csrf,
            String... headers) {
        var request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                .method(method, body);
        if (headers.length > 0) {
            request.headers(headers);
        }
        if (type != null) {
            request.header("Content-Type", type);
        }
        if (token != null) {
            request.header("Authorization", "Bearer " + token);
        }
        if (csrf != null) {
            request.header("X-XSRF-TOKEN", csrf);
        }
        try {
            var response = client.send(request.build(), BodyHandlers.ofString());
            boolean document =
                    response.headers().firstValue("Content-Type").orElse("").contains("json");
            return new Answer(response.statusCode(), JSON.readTree(document ? response.body() : "{}"), response);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
