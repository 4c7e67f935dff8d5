package io.kinetarch.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** What those who are not signed in can make the server do. */
class SignInGuardTest {
    private static final long MUCH = 64L << 20;

    private final TestServer server = TestServer.running();

    @Test
    void whoFailsOftenHasToWaitLongerAndLonger() {
        Api.Answer answer = attempt("nobody-of-that-name", "wrong password");
        for (int i = 1; i < 5; i++) {
            answer.problem(401, "sign-in-failed", null);
            answer = attempt("nobody-of-that-name", "wrong password");
        }
        answer.problem(401, "sign-in-failed", null);
        var refused = attempt("Nobody-of-that-name ", "wrong password").problem(429, "too-many", null);
        assertThat(refused.detail()).contains("Try again in 1 second");
        assertThat(refused.raw().headers().firstValue("Retry-After")).hasValue("1");
        assertThat(attempt("viewer", "ferry-demo-2026").status())
                .as("others are not kept waiting")
                .isEqualTo(200);
    }

    /** Hashing costs 19 MiB and tens of milliseconds: many at once neither fill the memory nor make everybody else wait. */
    @Test
    void manyAtOnceAreTakenOneAfterTheOther() throws Exception {
        List<Callable<Integer>> attempts = IntStream.range(0, 10)
                .<Callable<Integer>>mapToObj(
                        i -> () -> attempt("flood-" + i, "wrong password").status())
                .toList();
        try (var pool = Executors.newFixedThreadPool(attempts.size())) {
            for (var status : pool.invokeAll(attempts)) {
                assertThat(status.resultNow()).isIn(401, 429);
            }
        }
        assertThat(server.planner().get("/api/v1/plans").status()).isEqualTo(200);
    }

    @Test
    void aBodyThatIsTooLargeIsRefusedBeforeItIsRead() {
        String large = "{\"name\":\"" + "a".repeat(20_000) + "\",\"password\":\"b\"}";
        server.browser().post("/api/v1/session", large).problem(413, "too-large", null);
    }

    /** Without a length said beforehand it is read until it is too much, and no further. */
    @Test
    void aBodyOfUnknownLengthIsReadUntilItIsTooLarge() throws Exception {
        byte[] part = "a".repeat(1 << 16).getBytes(StandardCharsets.UTF_8);
        var sent = new AtomicLong();
        var endless = new InputStream() {
            @Override
            public int read() {
                return 'a';
            }

            @Override
            public int read(byte[] into, int from, int length) {
                int some = Math.min(length, part.length);
                System.arraycopy(part, 0, into, from, some);
                if (sent.get() == 0) {
                    into[from] = '"';
                }
                return sent.addAndGet(some) > MUCH ? -1 : some;
            }
        };
        var answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(server.address() + "/api/v1/calc/hours"))
                                .header("Content-Type", "application/json")
                                .header("Authorization", "Bearer " + server.plannersToken())
                                .POST(BodyPublishers.ofInputStream(() -> endless))
                                .build(),
                        BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(413);
    }

    @Test
    void textsThatNoDatabaseTakesAreRefusedByPlace() {
        var planner = server.planner();
        planner.post("/api/v1/plans", "{\"name\":\"a\\u0000b\",\"timeZone\":\"UTC\"}")
                .problem(400, "invalid-document", "#/name");
        planner.post("/api/v1/plans", "{\"name\":\"a\\ud800b\",\"timeZone\":\"UTC\"}")
                .problem(400, "invalid-document", "#/name");
        planner.get("/api/v1/plans/tarnwick/week?monday=9999-01-04").problem(400, "invalid-parameter", null);
        planner.get("/api/v1/plans/tarnwick/forecast/calendar?door=%00").problem(400, "invalid-parameter", null);
    }

    private Api.Answer attempt(String name, String password) {
        var browser = server.browser();
        browser.get("/api/v1/session");
        return browser.postWithCsrf("/api/v1/session", "{\"name\":\"" + name + "\",\"password\":\"" + password + "\"}");
    }
}
