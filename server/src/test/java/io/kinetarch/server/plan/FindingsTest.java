package io.kinetarch.server.plan;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What people do about findings, on the demo's plan as it was before, under another name. */
class FindingsTest {
    private static final String DEAD = "Rule 8, Sailings from the status page, never matches";

    private final Api planner = TestServer.running().planner();
    private final String plan = "/api/v1/plans/findings-" + System.identityHashCode(this);

    FindingsTest() {
        var document = planner.get("/api/v1/plans/tarnwick-before/document?of=draft")
                .ok()
                .raw()
                .body();
        planner.post("/api/v1/plans/document?id=" + plan.substring(plan.lastIndexOf('/') + 1), document)
                .ok();
    }

    @Test
    void theDemosPlanBeforeHasTheFaultsItIsThereFor() {
        var words = StreamSupport.stream(findings().spliterator(), false)
                .map(finding -> finding.path("words").asString())
                .toList();

        assertThat(words)
                .anyMatch(one -> one.startsWith(DEAD))
                .anyMatch(one -> one.startsWith("Rule 9, German speakers, and rules 1,"))
                .anyMatch(one -> one.contains("The rung of Sailing status after 900 s comes when less than 0.1 %"))
                .anyMatch(one -> one.startsWith("Sailing status is open for 45.5 hours of the week in which nobody"))
                .anyMatch(one -> one.startsWith("A visitor may wait 420 s for an operator's reply"));
    }

    @Test
    void aMendIsOneChangeAndCanBeUndone() {
        var dead = finding(DEAD);
        assertThat(dead.path("offered").asString()).isEqualTo("Remove it");

        planner.post(plan + "/draft/mends", name(dead)).ok();
        assertThat(exists(DEAD)).isFalse();
        planner.post(plan + "/draft/mends", name(dead)).problem(409, "stale-edit", null);
        planner.post(plan + "/draft/undo", "").ok();

        assertThat(exists(DEAD)).isTrue();
    }

    @Test
    void whereThereIsMoreThanOneWayNoMendIsMade() {
        var night = finding("Sailing status is open for 45.5 hours");

        assertThat(night.path("offered").isNull()).isTrue();
        planner.post(plan + "/draft/mends", name(night)).problem(409, "already-done", null);
    }

    @Test
    void anAcceptedFindingIsQuietUntilItSpeaksAgain() {
        var reply = finding("A visitor may wait 420 s");

        planner.post(
                        plan + "/draft/acceptances",
                        "{\"finding\":" + name(reply) + ",\"reason\":\"They know it takes long.\"}")
                .ok();
        assertThat(finding("A visitor may wait 420 s").path("acceptedBecause").asString())
                .isEqualTo("They know it takes long.");
        planner.post(plan + "/draft/acceptances/reopened", name(reply)).ok();

        assertThat(finding("A visitor may wait 420 s").path("acceptedBecause").isNull())
                .isTrue();
    }

    private JsonNode findings() {
        return planner.get(plan + "/findings").ok().body();
    }

    private boolean exists(String begins) {
        return StreamSupport.stream(findings().spliterator(), false)
                .anyMatch(finding -> finding.path("words").asString().startsWith(begins));
    }

    private JsonNode finding(String begins) {
        return StreamSupport.stream(findings().spliterator(), false)
                .filter(finding -> finding.path("words").asString().startsWith(begins))
                .findFirst()
                .orElseThrow(() -> new AssertionError(begins + " is not among " + findings()));
    }

    private static String name(JsonNode finding) {
        return "{\"kind\":" + finding.path("kind") + ",\"id\":" + finding.path("id") + ",\"code\":"
                + finding.path("code") + ",\"facts\":" + finding.path("facts") + "}";
    }
}
