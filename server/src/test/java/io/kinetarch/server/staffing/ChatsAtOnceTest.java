package io.kinetarch.server.staffing;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Another number of chats at once, chosen and gone back from, on the demo. */
class ChatsAtOnceTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private final Api api = TestServer.running().planner();

    private JsonNode ways(int wanted) {
        return api.get(PLAN + "/queues/fares/chats-at-once?wanted=" + wanted)
                .ok()
                .body();
    }

    private double required() {
        return api.get(PLAN + "/week")
                .ok()
                .body()
                .path("totals")
                .path("requiredHours")
                .asDouble();
    }

    @Test
    void aTypedNumberOffersWhatWouldMakeItSoWithItsEffectAndMakesIt() {
        var four = ways(4);
        double before = required();

        assertThat(four.path("now").path("value").asInt()).isEqualTo(3);
        assertThat(four.path("now").path("by").asString()).isEqualTo("CAPACITY");
        assertThat(four.path("ways").size()).isEqualTo(2);
        for (JsonNode way : four.path("ways")) {
            String wish = "{\"queue\":\"fares\",\"wanted\":4,\"lever\":" + way.path("lever") + "}";
            api.post(PLAN + "/draft/chats-at-once", wish).ok();
            try {
                assertThat(required())
                        .isEqualTo(way.path("hours").path("required").asDouble())
                        .isLessThan(before);
                assertThat(ways(4).path("now").path("value").asInt()).isEqualTo(4);
                api.post(PLAN + "/draft/chats-at-once", wish).problem(409, "stale-edit", null);
            } finally {
                api.post(PLAN + "/draft/undo", "").ok();
            }
        }
        assertThat(required()).isEqualTo(before);
    }

    @Test
    void whatMakesNoSenseIsRefused() {
        api.get(PLAN + "/queues/fares/chats-at-once?wanted=0").problem(400, "invalid-document", "#/wanted");
        api.get(PLAN + "/queues/fares/chats-at-once?wanted=21").problem(400, "invalid-document", "#/wanted");
        api.get(PLAN + "/queues/nowhere/chats-at-once?wanted=2").problem(404, "not-found", null);
    }
}
