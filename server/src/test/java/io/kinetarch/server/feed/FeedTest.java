package io.kinetarch.server.feed;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class FeedTest {
    private static final String MARK =
            "{\"firstDay\":\"2026-01-02\",\"lastDay\":\"2026-01-02\",\"kind\":\"ERROR\",\"name\":\"\"}";
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
            // How every part of the plan stands already, by name.
            assertThat(told(lines, "rosters")).isZero();

            api.put(
                            "/api/v1/plans/feed/draft/skills/knots",
                            "{\"version\":0,\"element\":{\"id\":\"knots\",\"name\":\"Knots\"}}")
                    .ok();

            while (told(lines, "draft") < 1) {
                // the number known already comes first
            }
            api.post("/api/v1/plans/feed/forecast/days", MARK).ok();
            while (told(lines, "volumes") < 1) {
                // marks change what is learnt from volumes
            }
            api.post("/api/v1/plans/feed/revisions", "{\"change\":1,\"note\":\"\"}")
                    .ok();
            while (told(lines, "live") < 1) {
                // of going live, too, whose draft is the same
            }
        } finally {
            client.shutdownNow(); // closing would wait for a feed that never ends
        }
    }

    /** Waits for news of a part of the plan, whatever else is told. */
    private static long told(BlockingQueue<String> lines, String part) throws InterruptedException {
        long deadline = System.nanoTime() + TimeUnit.SECONDS.toNanos(30);
        boolean named = false;
        while (true) {
            String line = lines.poll(deadline - System.nanoTime(), TimeUnit.NANOSECONDS);
            assertThat(line).as("news of " + part).isNotNull().doesNotStartWith("ended");
            if (named && line != null && line.startsWith("data:")) {
                return Long.parseLong(line.substring("data:".length()));
            }
            named = line != null && line.equals("event:" + part);
        }
    }

    /** Whoever has signed out hears nothing more: the next news ends the stream. */
    @Test
    void theFeedEndsWithTheSession() throws Exception {
        var viewer = TestServer.running().signedIn("viewer");
        var ended = new CompletableFuture<String>();
        Thread.ofPlatform()
                .daemon()
                .start(() -> ended.complete(
                        viewer.get("/api/v1/plans/tarnwick-before/feed").raw().body()));
        Thread.sleep(1_000);
        assertThat(ended).as("it goes on as long as the session").isNotDone();
        long deadline = System.nanoTime() + TimeUnit.SECONDS.toNanos(20);
        viewer.withCsrf("DELETE", "/api/v1/session", "");
        while (!ended.isDone() && System.nanoTime() < deadline) {
            long id = api.post("/api/v1/plans/tarnwick-before/forecast/days", MARK)
                    .ok()
                    .body()
                    .path("id")
                    .asLong();
            api.delete("/api/v1/plans/tarnwick-before/forecast/days/" + id).ok();
            Thread.sleep(200);
        }
        assertThat(ended).isCompleted();
    }

    @Test
    void nobodyListensUnseen() {
        TestServer.running().browser().get("/api/v1/plans/tarnwick/feed").problem(401, "not-signed-in", null);
    }
}
