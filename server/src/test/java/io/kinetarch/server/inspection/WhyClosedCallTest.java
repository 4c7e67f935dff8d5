package io.kinetarch.server.inspection;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.List;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class WhyClosedCallTest {
    private final Api viewer = TestServer.running().signedIn("viewer");
    private final String door = "/api/v1/plans/tarnwick/doors/booking-site/why-closed";

    @Test
    void allThatHoldsTheDoorBackIsListedWithWhatWouldChangeIt() {
        var links = ask("https://blog.example/post?x=1#top", "\"default-src 'self'\"", "2026-12-01T23:30:00Z");

        assertThat(failing(links))
                .containsExactly("site", "script", "connection", "images", "department", "present", "capacity");
        assertThat(link(links, "site").path("allow").asString()).isEqualTo("https://blog.example");
        assertThat(link(links, "script").path("change").asString())
                .endsWith("script-src 'self' " + TestServer.running().address());
        assertThat(link(links, "department").path("kind").asString()).isEqualTo("hours");
    }

    @Test
    void anAllowedSiteByDayHasNothingAgainstIt() {
        var links = ask(
                "https://tarnwick-sound.example/",
                "\"script-src https://*.example " + TestServer.running().address() + "\"",
                "2026-12-01T10:30:00Z");

        assertThat(failing(links)).isEmpty();
    }

    @Test
    void whatCannotBeAskedIsRefused() {
        viewer.withCsrf("POST", door, body("\"ftp://x/\"", "", "2026-12-01T10:30:00Z"))
                .problem(400, "invalid-document", "#/page");
        viewer.withCsrf("POST", door.replace("booking-site", "nowhere"), body("null", "", "2026-12-01T10:30:00Z"))
                .problem(404, "not-found", null);
    }

    private JsonNode ask(String page, String policy, String at) {
        return viewer.postWithCsrf(door, body("\"" + page + "\"", policy, at))
                .ok()
                .body();
    }

    private static String body(String page, String policy, String at) {
        return "{\"page\":" + page + ",\"policies\":[" + policy + "],\"nonce\":null,\"at\":\"" + at
                + "\",\"changes\":null,\"holding\":null,\"waiting\":null}";
    }

    private static List<String> failing(JsonNode links) {
        return StreamSupport.stream(links.spliterator(), false)
                .filter(link -> !link.path("passed").asBoolean())
                .map(link -> link.path("step").asString())
                .toList();
    }

    private static JsonNode link(JsonNode links, String step) {
        return StreamSupport.stream(links.spliterator(), false)
                .filter(link -> link.path("step").asString().equals(step))
                .findFirst()
                .orElseThrow();
    }
}
