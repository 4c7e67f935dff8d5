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
