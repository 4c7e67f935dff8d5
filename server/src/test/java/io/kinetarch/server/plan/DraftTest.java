package io.kinetarch.server.plan;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Edits of a draft, on the plan that a new installation starts with. */
class DraftTest {
    private static final String PLAN = "/api/v1/plans/main";
    private final Api api = TestServer.running().planner();

    @BeforeEach
    void aStarterPlan() {
        api.post("/api/v1/plans", "{\"id\":\"main\",\"name\":\"Harbour\",\"timeZone\":\"Europe/Dublin\"}");
    }

    @Test
    void severalEditsAreStoredAllOrNone() {
        var before = draft();
        api.post(
                        PLAN + "/draft/edits",
                        "{\"edits\":[" + edit("skills", "knots", "Knots", 0) + "," + edit("skills", "ropes", " ", 0)
                                + "]}")
                .problem(400, "invalid-document", "#/edits/1/element/name");
        assertThat(draft()).isEqualTo(before);

        api.post(
                        PLAN + "/draft/edits",
                        "{\"edits\":[" + edit("skills", "knots", "Knots", 0) + "," + edit("skills", "ropes", "Ropes", 0)
                                + "]}")
                .ok();
        assertThat(draft().path("undo").path("words").asString()).isEqualTo("Knots: new skill, and 1 more");
        api.post(PLAN + "/draft/undo", "").ok();
    }

    @Test
    void whatIsInUseIsTakenOutWithAReplacement() {
        api.post(
                        PLAN + "/draft/edits",
                        "{\"edits\":[{\"kind\":\"queues\",\"version\":0,\"element\":"
                                + queue().put("id", "other").put("name", "Other") + "}]}")
                .ok();
        var refused = api.delete(PLAN + "/draft/queues/catch-all?version=" + version());
        refused.problem(409, "in-use", null);
        assertThat(refused.body().path("uses").path(0).path("pointer").asString())
                .isEqualTo("/queue");
        assertThat(api.get(PLAN + "/draft/queues/catch-all/uses")
                        .ok()
                        .body()
                        .path(0)
                        .path("name")
                        .asString())
                .isEqualTo("Everything else");

        api.delete(PLAN + "/draft/queues/catch-all?replacement=other&version=" + version())
                .ok();
        assertThat(draft().path("plan").path("rules").path(0).path("queue").asString())
                .isEqualTo("other");
        api.post(PLAN + "/draft/undo", "").ok();
        assertThat(draft().path("plan").path("rules").path(0).path("queue").asString())
                .isEqualTo("catch-all");
        api.post(PLAN + "/draft/undo", "").ok();
    }

    @Test
    void elementsMoveAmongTheirKind() {
        for (String id : new String[] {"one", "two", "three"}) {
            api.post(PLAN + "/draft/edits", "{\"edits\":[" + edit("skills", id, id, 0) + "]}")
                    .ok();
        }
        int version = versionOf("skills/three", 1);
        api.post(PLAN + "/draft/skills/three/move", "{\"version\":" + version + ",\"before\":\"one\"}")
                .ok();
        assertThat(order("skills")).containsSubsequence("three", "one", "two");
        assertThat(draft().path("undo").path("words").asString()).isEqualTo("three: moved before one");

        api.post(PLAN + "/draft/skills/three/move", "{\"version\":" + version + ",\"before\":null}")
                .problem(409, "stale-edit", null);
        api.post(PLAN + "/draft/skills/three/move", "{\"version\":" + (version + 1) + ",\"before\":\"nine\"}")
                .problem(400, "invalid-document", "#/before");
        api.post(PLAN + "/draft/undo", "").ok();
        assertThat(order("skills")).containsSubsequence("one", "two", "three");
        api.post(PLAN + "/draft/redo", "").ok();
        assertThat(order("skills")).containsSubsequence("three", "one", "two");
    }

    @Test
    void theLastRuleStaysLast() {
        var rule =
                "{\"id\":\"german\",\"name\":\"German\",\"conditions\":[{\"kind\":\"language\",\"languages\":[\"de\"]}],"
                        + "\"queue\":\"catch-all\",\"needs\":[],\"priority\":null,\"said\":{}}";
        api.put(PLAN + "/draft/rules/german", "{\"version\":0,\"element\":" + rule + "}")
                .ok();
        assertThat(order("rules")).containsExactly("german", "rest");
        api.post(
                        PLAN + "/draft/rules/german/move",
                        "{\"version\":" + versionOf("rules/german", 1) + ",\"before\":null}")
                .problem(400, "invalid-document", "#/rules/1/conditions");
        api.post(PLAN + "/draft/undo", "").ok();
    }

    private List<String> order(String kind) {
        return draft().path("plan")
                .path(kind)
                .valueStream()
                .map(element -> element.path("id").asString())
                .toList();
    }

    private static String edit(String kind, String id, String name, int version) {
        return "{\"kind\":\"" + kind + "\",\"version\":" + version + ",\"element\":{\"id\":\"" + id + "\",\"name\":\""
                + name + "\"}}";
    }

    @Test
    void anEditIsStoredAndCounted() {
        int version = version();
        var edited = putQueue(version, queue().put("weight", 3)).ok();

        assertThat(edited.body().path("version").asInt()).isGreaterThan(version);
        assertThat(queue().path("weight").asInt()).isEqualTo(3);
        assertThat(version()).isEqualTo(edited.body().path("version").asInt());
    }

    @Test
    void anEditOnAnOlderVersionIsRefusedWithBothVersionsShown() {
        int version = version();
        putQueue(version, queue().put("name", "Theirs")).ok();

        var refused = putQueue(version, queue().put("name", "Mine")).problem(409, "stale-edit", null);

        assertThat(refused.body().path("yourVersion").asInt()).isEqualTo(version);
        assertThat(refused.body().path("currentVersion").asInt()).isEqualTo(version());
        assertThat(refused.body().path("yours").path("name").asString()).isEqualTo("Mine");
        assertThat(refused.body().path("current").path("name").asString()).isEqualTo("Theirs");
        assertThat(refused.detail()).contains("Mara L.");
        assertThat(queue().path("name").asString()).isEqualTo("Theirs");
    }

    @Test
    void editsOfDifferentElementsBothStand() {
        putQueue(version(), queue().put("name", "Renamed")).ok();
        api.put(
                        PLAN + "/draft/skills/fares",
                        "{\"version\":" + versionOf("skills/fares", 0)
                                + ",\"element\":{\"id\":\"fares\",\"name\":\"Fares\"}}")
                .ok();

        assertThat(queue().path("name").asString()).isEqualTo("Renamed");
        assertThat(order("skills")).contains("fares");
    }

    @Test
    void whatWouldBreakThePlanIsRefusedAndNothingIsStored() {
        var before = draft();
        putQueue(version(), queue().put("department", "gone"))
                .problem(400, "invalid-document", "#/queues/0/department");
        putQueue(version(), queue().put("weight", 0)).problem(400, "invalid-document", "#/element/weight");
        putQueue(version(), queue().put("weight", 1.5)).problem(400, "invalid-document", "#/element/weight");
        putQueue(version(), queue().put("weight", "two")).problem(400, "invalid-document", "#/element/weight");
        putQueue(version(), queue().put("colour", "red")).problem(400, "invalid-document", "#/element/colour");
        putQueue(version(), queue().put("id", "other")).problem(400, "invalid-document", "#/element/id");
        var noName = queue();
        noName.remove("name");
        putQueue(version(), noName).problem(400, "invalid-document", "#/element/name");
        putQueue(version(), queue().putNull("name")).problem(400, "invalid-document", "#/element/name");
        api.delete(PLAN + "/draft/queues/catch-all?version=" + version()).problem(409, "in-use", null);

        assertThat(draft()).isEqualTo(before);
    }

    @Test
    void unknownPlansKindsAndElementsAreNamed() {
        api.get("/api/v1/plans/nowhere/draft").problem(404, "not-found", null);
        assertThat(api.put(PLAN + "/draft/ships/x", "{\"version\":1,\"element\":{}}")
                        .status())
                .isEqualTo(400);
        api.delete(PLAN + "/draft/queues/nope?version=0").problem(404, "not-found", null);
        api.delete(PLAN + "/draft/queues/NOPE!?version=0").problem(400, "invalid-document", null);
    }

    @Test
    void aPlanNeedsATimeZoneThatExists() {
        api.post("/api/v1/plans", "{\"name\":\"X\",\"timeZone\":\"Mars/Base\"}")
                .problem(400, "invalid-document", "#/timeZone");
    }

    private Api.Answer putQueue(int version, JsonNode queue) {
        return api.put(PLAN + "/draft/queues/catch-all", "{\"version\":" + version + ",\"element\":" + queue + "}");
    }

    private JsonNode draft() {
        return api.get(PLAN + "/draft").ok().body();
    }

    private ObjectNode queue() {
        return (ObjectNode) draft().path("plan").path("queues").path(0);
    }

    private int version() {
        return versionOf("queues/catch-all", 1);
    }

    private int versionOf(String element, int unedited) {
        return draft().path("versions").path(element).asInt(unedited);
    }
}
