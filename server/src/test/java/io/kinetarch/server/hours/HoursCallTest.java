package io.kinetarch.server.hours;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import org.junit.jupiter.api.Test;

class HoursCallTest {
    private final Api api = TestServer.running().planner();

    @Test
    void answersEachInstantWithItsReasonAndTheNextChange() {
        var answers = ask("[{\"day\":\"SUNDAY\",\"from\":\"00:30\",\"to\":\"09:00\"}]")
                .ok()
                .body();

        // 29 March 2026: 01:00 to 02:00 does not exist in Dublin.
        assertThat(answers.path(0).path("open").asBoolean()).isTrue();
        assertThat(answers.path(0).path("nextChange").asString()).isEqualTo("2026-03-29T08:00:00Z");
        assertThat(answers.path(1).path("open").asBoolean()).isFalse();
        assertThat(answers.path(1).path("because").asString()).contains("opens Sunday 5 April 00:30");
    }

    @Test
    void windowsThatAreNoneAreRefused() {
        ask("[{\"day\":\"SUNDAY\",\"from\":\"09:00\",\"to\":\"09:00\"}]")
                .problem(400, "invalid-document", "#/hours/weekly/0");
        ask("[{\"day\":\"FUNDAY\",\"from\":\"09:00\",\"to\":\"10:00\"}]")
                .problem(400, "invalid-document", "#/hours/weekly/0/day");
    }

    private Api.Answer ask(String windows) {
        return api.post(
                "/api/v1/calc/hours",
                "{\"hours\":{\"timeZone\":\"Europe/Dublin\",\"roundTheClock\":false,\"weekly\":" + windows
                        + "},\"at\":[\"2026-03-29T00:45:00Z\",\"2026-03-29T12:00:00Z\"]}");
    }
}
