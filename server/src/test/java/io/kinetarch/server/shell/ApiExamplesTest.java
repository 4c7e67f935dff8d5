package io.kinetarch.server.shell;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The examples of the API description were sent by tests; those that need nothing but the demo are sent here again. */
class ApiExamplesTest {
    /** What runs make anew: ids of chats, of jobs, of what was imported; and what has no end. */
    private static final Pattern OF_ONE_RUN =
            Pattern.compile(".*/(?:[0-9a-f-]{20,}|\\d+)(?:[/?.].*)?|.*/(?:visit|accounts)/.*|.*/feed");

    @Test
    void whatIsReadAndWhatIsCalculatedIsAnsweredAsTheyShow() throws IOException {
        var planner = TestServer.running().planner();
        var examples = Api.json(Files.readString(Path.of("src/main/resources/api-examples.json")));
        var wrong = new ArrayList<String>();
        int sent = 0;
        for (var example : examples.properties()) {
            String call = example.getKey();
            String path = example.getValue().path("path").asString();
            String body = example.getValue().path("body").toString();
            boolean calculates = call.startsWith("POST /api/v1/calc/");
            if ((call.startsWith("GET /api/v1/plans") || calculates)
                    && !OF_ONE_RUN.matcher(path).matches()) {
                var answer = calculates ? planner.post(path, body) : planner.get(path);
                sent++;
                // of what may be read by other roles only, by nobody just now, or is there while another test goes on
                if (answer.status() / 100 != 2 && answer.status() != 403 && answer.status() != 404) {
                    wrong.add(call + " " + path + ": " + answer.raw().body());
                }
            }
        }
        assertThat(wrong).isEmpty();
        assertThat(sent).isGreaterThan(60);
    }

    /** What screens ask for besides, and no other test does. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "/installation/outside",
                "/time-zones",
                "/plans/tarnwick/alarms",
                "/plans/tarnwick/bots/tern/heard",
                "/plans/tarnwick/records/labels",
                "/plans/tarnwick/records/erase/retention",
                "/plans/tarnwick/ticket-addresses",
                "/plans/tarnwick/volumes/recording",
            })
    void whatElseIsReadIsAnswered(String path) {
        TestServer.running().signedIn("admin").get("/api/v1" + path).ok();
    }
}
