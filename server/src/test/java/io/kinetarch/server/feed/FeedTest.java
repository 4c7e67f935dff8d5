package io.kinetarch.server.feed;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class FeedTest {
    private final Api api = TestServer.running().planner();

    @Test
    void whoListensIsToldOfAChange() throws Exception {
        api.post(
                        "/api/v1/plans/document?id=feed",
                        api.get("/api/v1/plans/tarnwick/document?of=live")
                                .ok()
                                .raw()
                                .body())
                .ok();
        var lines = new LinkedBlockingQueue<String>();
        var request = HttpRequest.newBuilder(URI.create(TestServer.running().address() + "/api/v1/plans/feed/feed"))
                .header("Authorization", "Bearer " + TestServer.running().plannersToken())
                .build();
        var client = HttpClient.newHttpClient();
        try {
            Thread.ofPlatform().daemon().start(() -> {
                try {
                    client.send(request, BodyHandlers.ofLines()).body().forEach(lines::add);
                    lines.add("ended by the server");
                } catch (Exception e) {
                    lines.add("ended: " + e);
                }
            });
            assertThat(lines.poll(10, TimeUnit.SECONDS)).isEqualTo("event:change");
            assertThat(lines.poll(10, TimeUnit.SECONDS))
                    .as("the change that is the newest already")
                    .isEqualTo("data:0");

            api.put(
                            "/api/v1/plans/feed/draft/skills/knots",
                            "{\"version\":0,\"element\":{\"id\":\"knots\",\"name\":\"Knots\"}}")
                    .ok();

            // Signs of life come between, and the number known already may come once more.
            long deadline = System.nanoTime() + TimeUnit.SECONDS.toNanos(30);
            String line = "";
            while (line != null && !line.equals("data:1") && !line.startsWith("ended")) {
                line = lines.poll(deadline - System.nanoTime(), TimeUnit.NANOSECONDS);
            }
            assertThat(line).isEqualTo("data:1");
        } finally {
            client.shutdownNow(); // closing would wait for a feed that never ends
        }
    }

    @Test
    void nobodyListensUnseen() {
        TestServer.running().browser().get("/api/v1/plans/tarnwick/feed").problem(401, "not-signed-in", null);
    }
}
