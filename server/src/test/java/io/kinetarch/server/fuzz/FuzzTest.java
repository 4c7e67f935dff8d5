package io.kinetarch.server.fuzz;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.fuzz.Mutations.Call;
import io.kinetarch.server.fuzz.Mutations.Request;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/**
 * Whatever is sent, the server answers: in time, with no fault of its own, and without a word of its insides. As many requests as
 * the property kinetarch.fuzz says.
 */
class FuzzTest {
    private static final long SEED = Long.getLong("kinetarch.fuzz.seed", 20_261_128);
    private static final Duration LONGEST_ANSWER = Duration.ofSeconds(30);
    private static final Pattern INSIDES = Pattern.compile(
            "io\\.kinetarch|java\\.[a-z]+\\.|org\\.[a-z]+\\.|tools\\.jackson|com\\.[a-z]+\\.|Exception");
    /** They never end, start work of minutes, or end the session that asks. */
    private static final Set<String> LEFT_OUT = Set.of(
            "/api/v1/plans/{plan}/feed",
            "/api/v1/plans/{plan}/roster/search",
            "/api/v1/plans/{plan}/forecast/trials",
            "/api/v1/session",
            "/api/v1/setup");

    private final TestServer server = TestServer.running();
    private final Api planner = server.planner();
    private final HttpClient client = HttpClient.newHttpClient();

    @Test
    void nothingSentMakesTheServerFail() throws Exception {
        planner.post(
                        "/api/v1/plans/document?id=fuzz",
                        planner.get("/api/v1/plans/tarnwick/document?of=live")
                                .ok()
                                .raw()
                                .body())
                .ok();
        var mutations = new Mutations(planner.get("/api/openapi").ok().body(), "fuzz", new Random(SEED));
        List<Call> calls = mutations.calls().stream()
                .filter(call -> !LEFT_OUT.contains(call.path()))
                .toList();
        assertThat(calls).hasSizeGreaterThan(80);
        var faults = new ArrayList<String>();
        var kinds = new TreeMap<Integer, Integer>();
        int requests = Integer.getInteger("kinetarch.fuzz", 1_000);
        for (int i = 0; i < requests; i++) {
            var request = mutations.of(calls.get(i % calls.size()));
            var answer = send(request);
            kinds.merge(answer.statusCode() / 100, 1, Integer::sum);
            if (answer.statusCode() >= 500
                    || (answer.statusCode() >= 400
                            && INSIDES.matcher(answer.body()).find())) {
                faults.add(answer.statusCode() + " " + request + "\n    " + answer.body());
            }
        }
        assertThat(faults).as("seed %d", SEED).isEmpty();
        assertThat(kinds.get(2)).as("some get somewhere: %s", kinds).isGreaterThan(requests / 10);
        assertThat(kinds.get(4)).as("most are refused: %s", kinds).isGreaterThan(requests / 4);
        assertThat(planner.get("/actuator/health").status()).isEqualTo(200);
    }

    private HttpResponse<String> send(Request request) throws Exception {
        var builder = HttpRequest.newBuilder(URI.create(server.address() + request.path()))
                .timeout(LONGEST_ANSWER)
                .header("Authorization", "Bearer " + server.plannersToken())
                .method(
                        request.method(),
                        request.body() == null ? BodyPublishers.noBody() : BodyPublishers.ofString(request.body()));
        if (!request.type().isEmpty()) {
            builder.header("Content-Type", request.type());
        }
        return client.send(builder.build(), BodyHandlers.ofString());
    }
}
