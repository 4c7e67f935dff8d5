package io.kinetarch.server.alarm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.VisitorClient;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class AlarmTest {
    private static final String ALARMS = "/api/v1/plans/tarnwick/alarms";
    private static final Duration SOON = Duration.ofSeconds(20);

    private final TestServer server = TestServer.running();
    private final Api planner = server.signedIn("planner");

    @AfterEach
    void none() {
        planner.withCsrf("PUT", ALARMS, "[]").ok();
    }

    private static String alarm(String kind, String queue, int seconds, String service) {
        return "{\"kind\":\"" + kind + "\",\"queue\":" + queue + ",\"seconds\":" + seconds
                + ",\"mail\":null,\"service\":" + service + "}";
    }

    private void keep(String... alarms) {
        planner.withCsrf("PUT", ALARMS, List.of(alarms).toString()).ok();
    }

    private List<JsonNode> raised() {
        return planner.get(ALARMS + "/raised").ok().body().valueStream().toList();
    }

    @Test
    void whatIsSoIsRaisedAndTold() {
        keep(alarm("NOBODY_THERE", "\"lost\"", 1, "\"travel-desk\""), alarm("LONG_WAIT", "\"fares\"", 2, "null"));
        await().atMost(SOON)
                .untilAsserted(() -> assertThat(raised())
                        .extracting(one -> one.path("words").asString())
                        .containsExactly("Nobody is present for Lost property, which is open"));
        assertThat(raised().getFirst().path("trouble").isNull())
                .as("the travel desk takes it")
                .isTrue();
        assertThat(raised().getFirst().path("flaps").asBoolean()).isFalse();

        var visitor = new VisitorClient(server.address(), "tarnwick", "https://tarnwick-sound.example");
        visitor.start("booking-site", "en", "{\"topic\":\"Something else\"}");
        visitor.says("Is this alarming?");
        await().atMost(SOON)
                .untilAsserted(() -> assertThat(raised())
                        .extracting(one -> one.path("words").asString())
                        .anySatisfy(
                                words -> assertThat(words).matches("Somebody waits in Fares & booking for 0:\\d\\d")));
        visitor.does("leave", "{}");
    }

    @Test
    void whoeverCannotBeToldIsNamed() {
        keep(alarm("NOBODY_THERE", "\"lost\"", 1, "\"wallboard\""));
        await().atMost(SOON)
                .untilAsserted(() -> assertThat(raised())
                        .extracting(one -> one.path("trouble").asString(""))
                        .singleElement()
                        .asString()
                        .contains("cannot be reached"));
    }

    /** As browsers report it: CSP 3, section 5.4, and the Reporting API. */
    @Test
    void aDoorThatASitesPolicyStopsIsAnAlarm() {
        keep(alarm("DOOR_BLOCKED", "null", 1, "null"));
        String reports = "/visit/tarnwick/doors/freight-pages/policy-reports";
        var browser = server.browser();
        browser.post(reports, csp("https://elsewhere.example/", server.address() + "/visit/x", "connect-src"))
                .ok();
        browser.post(
                        reports,
                        csp("https://freight.tarnwick-sound.example/", "https://other.example/a.js", "script-src-elem"))
                .ok();
        assertThat(raised()).as("another site, another script").isEmpty();
        browser.post(reports, csp("https://freight.tarnwick-sound.example/", server.address(), "script-src-elem"))
                .ok();
        await().atMost(SOON)
                .untilAsserted(() -> assertThat(raised())
                        .extracting(one -> one.path("words").asString())
                        .containsExactly("The policy of https://freight.tarnwick-sound.example stops Freight pages"
                                + " (script-src)"));

        var chain = planner.withCsrf(
                        "POST",
                        "/api/v1/plans/tarnwick/doors/freight-pages/why-closed",
                        "{\"page\":\"https://freight.tarnwick-sound.example/\",\"policies\":[],\"nonce\":null,\"now\":true,"
                                + "\"at\":\"2026-12-02T10:30:00Z\",\"changes\":null,\"holding\":null,\"waiting\":null}")
                .ok()
                .body();
        assertThat(chain.valueStream()
                        .filter(link -> link.path("step").asString().equals("reported"))
                        .map(link -> link.path("because").asString()))
                .singleElement()
                .asString()
                .contains("told that the policy of https://freight.tarnwick-sound.example stops the door (script-src)");

        browser.post(reports, "[{\"type\":\"csp-violation\",\"body\":{\"documentURL\":\"about:srcdoc\"}}]")
                .ok();
        browser.post(reports, "nothing").problem(400, "invalid-document", null);
    }

    private static String csp(String page, String stopped, String directive) {
        return "{\"csp-report\":{\"document-uri\":\"" + page + "\",\"blocked-uri\":\"" + stopped
                + "\",\"effective-directive\":\"" + directive + "\"}}";
    }

    @Test
    void whatCanNeverBeRaisedIsRefused() {
        planner.withCsrf("PUT", ALARMS, "[" + alarm("LONG_WAIT", "\"nowhere\"", 60, "null") + "]")
                .problem(400, "invalid-document", "#/0/queue");
        planner.withCsrf("PUT", ALARMS, "[" + alarm("LONG_WAIT", "null", 0, "null") + "]")
                .problem(400, "invalid-document", "#/0/seconds");
        planner.withCsrf("PUT", ALARMS, "[" + alarm("NOT_SENT", "null", 60, "\"moon\"") + "]")
                .problem(400, "invalid-document", "#/0/service");
        server.signedIn("operator").withCsrf("PUT", ALARMS, "[]").problem(403, "not-allowed", null);
    }
}
