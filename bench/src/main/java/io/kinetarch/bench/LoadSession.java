package io.kinetarch.bench;

import io.kinetarch.core.plan.Plan;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** One browser of a scripted load, with cookies of its own. */
final class LoadSession {
    private static final Duration LONGEST = Duration.ofMinutes(3);

    private static final Pattern SCHEMA_VERSION = Pattern.compile("\"schemaVersion\"\\s*:\\s*(\\d+)");

    private final String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    LoadSession(String address) {
        this.address = address;
    }

    /** Signs in; the account is there already. */
    static LoadSession of(String address, String name, String password) throws IOException, InterruptedException {
        var session = new LoadSession(address);
        session.send("GET", "/api/v1/session", "");
        session.send("POST", "/api/v1/session", "{\"name\":\"" + name + "\",\"password\":\"" + password + "\"}");
        session.send("GET", "/api/v1/session", "");
        return session;
    }

    /** Makes the first administrator of an empty installation, named load, and the plan "main". */
    static LoadSession ofFirst(String address, String password, Plan plan) throws IOException, InterruptedException {
        var session = new LoadSession(address);
        session.send("GET", "/api/v1/session", "");
        session.send(
                "POST",
                "/api/v1/setup",
                "{\"name\":\"load\",\"displayName\":\"Load\",\"password\":\"" + password + "\"}");
        session.send("GET", "/api/v1/session", "");
        session.send("POST", "/api/v1/plans", "{\"id\":\"any\",\"name\":\"Any\",\"timeZone\":\"Europe/Dublin\"}");
        var written = SCHEMA_VERSION.matcher(session.send("GET", "/api/v1/plans/any/document", ""));
        if (!written.find()) {
            throw new IOException("a plan's document does not say of which version it is");
        }
        session.send("POST", "/api/v1/plans/document?id=main", PlanText.of(plan, written.group(1)));
        return session;
    }

    /** The cookies that this browser sends, as a header has them. */
    String cookies() {
        return cookies.getCookieStore().getCookies().stream()
                .map(cookie -> cookie.getName() + "=" + cookie.getValue())
                .collect(Collectors.joining("; "));
    }

    /** Sends JSON and takes the answer. */
    String send(String method, String path, String body) throws IOException, InterruptedException {
        var answer = ask(method, path, "application/json", BodyPublishers.ofString(body));
        if (answer.statusCode() >= 300) {
            throw new IOException(method + " " + path + ": " + answer.statusCode() + " " + answer.body());
        }
        return answer.body();
    }

    /** Sends anything and takes whatever comes back. */
    HttpResponse<String> ask(String method, String path, String type, BodyPublisher body)
            throws IOException, InterruptedException {
        var request = HttpRequest.newBuilder(URI.create(address + path))
                .timeout(LONGEST)
                .method(method, body)
                .header("Content-Type", type);
        cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .forEach(cookie -> request.header("X-XSRF-TOKEN", cookie.getValue()));
        return client.send(request.build(), BodyHandlers.ofString());
    }
}
