package io.kinetarch.server.inspection;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.SmallPlan;
import io.kinetarch.server.TestServer;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

class TrialCallTest {
    private static final String CHANGE = "\"topic\":\"Change my booking\"";
    private final Api api = TestServer.running().planner();

    @Test
    void theSentPlanAndTheStoredPlanDecideAlike() {
        var sent = decide("booking-site", CHANGE, "2026-12-01T10:00:00Z", "null")
                .ok()
                .body();
        var stored = api.post(
                        "/api/v1/plans/tarnwick/trials",
                        "{\"of\":\"live\",\"arrival\":" + arrival("booking-site", CHANGE, "2026-12-01T10:00:00Z") + "}")
                .ok()
                .body();

        assertThat(sent).isEqualTo(stored);
        assertThat(sent.path("outcome").asString()).isEqualTo("answered");
        assertThat(sent.path("queue").asString()).isEqualTo("rebooking");
        assertThat(sent.path("steps").size()).isGreaterThan(26);
    }

    @Test
    void aPlanThatIsStoredNowhereDecidesToo() {
        var decided = api.post(
                        "/api/v1/calc/decision",
                        "{\"plan\":" + SmallPlan.document(TestServer.running()) + ",\"arrival\":"
                                + arrival("site", "", "2026-12-01T10:00:00Z") + ",\"presence\":null}")
                .ok()
                .body();
        assertThat(decided.path("outcome").asString()).isEqualTo("waits");
        assertThat(decided.path("queue").asString()).isEqualTo("catch-all");
    }

    @Test
    void givenPresenceDecidesWhoIsThere() {
        var one = decide("booking-site", CHANGE, "2026-12-01T10:00:00Z", "{\"rosa-t\":\"present\"}")
                .ok()
                .body();
        assertThat(one.path("operator").asString()).isEqualTo("rosa-t");

        var nobody = decide("booking-site", CHANGE, "2026-12-01T10:00:00Z", "{\"rosa-t\":\"away\"}")
                .ok()
                .body();
        assertThat(nobody.path("outcome").asString()).isEqualTo("waits");
        assertThat(nobody.path("operator").isNull()).isTrue();
    }

    @Test
    void aClosedDoorSaysSoBeforeItAsksAnything() {
        var closed = decide("sailing-status", "", "2026-12-01T23:30:00Z", "null")
                .ok()
                .body();

        assertThat(closed.path("outcome").asString()).isEqualTo("closed");
        JsonNode last = closed.path("steps").path(closed.path("steps").size() - 1);
        assertThat(last.path("because").asString()).contains("Sailing day").contains("opens Wednesday 05:30");
        assertThat(last.path("about").asString()).isEqualTo("sailing-day");
    }

    @Test
    void chatsThatWaitAlreadyCountAgainstTheLimit() {
        String nobody = "{\"rosa-t\":\"away\"}";
        var waits = decide("booking-site", CHANGE, "2026-12-01T10:00:00Z", nobody, "{\"rebooking\":39}");
        assertThat(waits.ok().body().path("outcome").asString()).isEqualTo("waits");
        var form = decide("booking-site", CHANGE, "2026-12-01T10:00:00Z", nobody, "{\"rebooking\":40}");
        assertThat(form.ok().body().path("outcome").asString()).isEqualTo("message-form");

        decide("booking-site", CHANGE, "2026-12-01T10:00:00Z", nobody, "{\"nowhere\":1}")
                .problem(400, "invalid-document", "#/waiting/nowhere");
        decide("booking-site", CHANGE, "2026-12-01T10:00:00Z", nobody, "{\"rebooking\":-1}")
                .problem(400, "invalid-document", "#/waiting/rebooking");
    }

    @Test
    void theQuestionsOfADepartmentMayBeAnsweredToo() {
        var answered = decide(
                "booking-site",
                "\"topic\":\"Vehicles and freight\",\"vehicle-length\":\"7.5\"",
                "2026-12-01T10:00:00Z",
                "null");

        assertThat(answered.ok().body().path("queue").asString()).isEqualTo("vehicles");
        assertThat(answered.raw().body()).contains("Everything Vehicles & Freight has to know was answered.");
    }

    @Test
    void everyWrongInputIsNamed() {
        decide("back-door", CHANGE, "2026-12-01T10:00:00Z", "null").problem(400, "invalid-document", "#/arrival/door");
        decide("booking-site", "\"mood\":\"fine\"", "2026-12-01T10:00:00Z", "null")
                .problem(400, "invalid-document", "#/arrival/answers/mood");
        decide("booking-site", CHANGE, "yesterday", "null").problem(400, "invalid-document", "#/arrival/at");
        decide("booking-site", CHANGE, "2026-12-01T10:00:00Z", "{\"nobody\":\"present\"}")
                .problem(400, "invalid-document", "#/presence/nobody");
        decide("booking-site", CHANGE, "2026-12-01T10:00:00Z", "{\"rosa-t\":\"asleep\"}")
                .problem(400, "invalid-document", "#/presence/rosa-t");
    }

    @Test
    void answersAndFactsThatAreNullAreNone() {
        var answer = api.post(
                        "/api/v1/calc/decision",
                        "{\"plan\":" + plan() + ",\"arrival\":{\"door\":\"booking-site\",\"language\":\"en\","
                                + "\"answers\":{\"topic\":null},\"facts\":{\"customer\":null},"
                                + "\"at\":\"2026-12-01T10:00:00Z\"}}")
                .ok()
                .body();

        assertThat(answer.path("outcome").asString()).isEqualTo("form-incomplete");
    }

    @Test
    void moreWaitingChatsThanAnyPlanHasAreRefused() {
        api.post(
                        "/api/v1/calc/decision",
                        "{\"plan\":" + plan() + ",\"arrival\":"
                                + arrival("booking-site", CHANGE, "2026-12-01T10:00:00Z")
                                + ",\"waiting\":{\"fares\":10000,\"rebooking\":10000,\"sailings\":1}}")
                .problem(400, "invalid-document", "#/waiting");
    }

    @Test
    void aPlanThatIsNotWellFormedIsRefusedAtThePlace() {
        refusedPlan(plan -> plan.putArray("rules"), "#/plan/rules");
        refusedPlan(plan -> plan.put("schemaVersion", 14), "#/plan/schemaVersion");
        refusedPlan(
                plan -> ((ObjectNode) plan.path("settings")).put("timeZone", "Mars/Base"), "#/plan/settings/timeZone");
        refusedPlan(plan -> ((ObjectNode) plan.path("queues").path(2)).put("weight", -1), "#/plan/queues/2/weight");
        refusedPlan(plan -> ((ObjectNode) plan.path("operators").path(0)).put("shoe", 42), "#/plan/operators/0/shoe");
        refusedPlan(
                plan -> ((ObjectNode)
                                plan.path("rules").path(0).path("conditions").path(0))
                        .put("kind", "weather"),
                "#/plan/rules/0/conditions/0");
        refusedPlan(
                plan -> ((ObjectNode) plan.path("queues").path(0).path("needs").path(0)).put("skill", "knots"),
                "#/plan/queues/0/needs/0/skill");
        refusedPlan(
                plan -> ((ObjectNode) plan.path("hours")
                                .path(0)
                                .path("hours")
                                .path("weekly")
                                .path(0))
                        .put("to", "late"),
                "#/plan/hours/0/hours/weekly/0/to");
    }

    private void refusedPlan(Consumer<ObjectNode> spoil, String pointer) {
        var plan = (ObjectNode) plan();
        spoil.accept(plan);
        api.post(
                        "/api/v1/calc/decision",
                        "{\"plan\":" + plan + ",\"arrival\":" + arrival("booking-site", CHANGE, "2026-12-01T10:00:00Z")
                                + "}")
                .problem(400, "invalid-document", pointer);
    }

    private Api.Answer decide(String door, String answers, String at, String presence) {
        return api.post(
                "/api/v1/calc/decision",
                "{\"plan\":" + plan() + ",\"arrival\":" + arrival(door, answers, at) + ",\"presence\":" + presence
                        + "}");
    }

    private Api.Answer decide(String door, String answers, String at, String presence, String waiting) {
        return api.post(
                "/api/v1/calc/decision",
                "{\"plan\":" + plan() + ",\"arrival\":" + arrival(door, answers, at) + ",\"presence\":" + presence
                        + ",\"waiting\":" + waiting + "}");
    }

    private JsonNode plan() {
        return api.get("/api/v1/plans/tarnwick/draft").ok().body().path("plan");
    }

    private static String arrival(String door, String answers, String at) {
        return "{\"door\":\"" + door + "\",\"page\":null,\"language\":\"en\",\"answers\":{" + answers + "},\"at\":\""
                + at + "\"}";
    }
}
