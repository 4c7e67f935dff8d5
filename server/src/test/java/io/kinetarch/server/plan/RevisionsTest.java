package io.kinetarch.server.plan;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Going live, comparing, going back. */
class RevisionsTest {
    private final Api api = TestServer.running().planner();
    private final String plan = "/api/v1/plans/revisions-" + System.identityHashCode(this);

    RevisionsTest() {
        var document =
                api.get("/api/v1/plans/tarnwick/document?of=live").ok().raw().body();
        api.post("/api/v1/plans/document?id=" + plan.substring(plan.lastIndexOf('/') + 1), document)
                .ok();
    }

    @Test
    void theDraftItsSenderHasSeenBecomesARevisionThatNeverChanges() {
        goLive(0, "First");
        weighLost(3);
        api.post(plan + "/revisions", "{\"change\":0,\"note\":\"\"}").problem(409, "stale-edit", null);
        var second = goLive(1, "Heavier");
        api.post(plan + "/revisions", "{\"change\":1,\"note\":\"\"}").problem(409, "already-done", null);

        assertThat(second.path("number").asInt()).isEqualTo(2);
        assertThat(second.path("madeBy").asString()).isEqualTo("Mara L.");
        assertThat(draft().path("changedSinceLive").asInt()).isZero();
        assertThat(words("1", "2")).containsExactly("Lost property: weight 2 → 3");
        weighLost(2);
        assertThat(draft().path("changedSinceLive").asInt()).isEqualTo(1);
        assertThat(words("live", "draft")).containsExactly("Lost property: weight 3 → 2");
        assertThat(words("1", "draft")).isEmpty();
        assertThat(api.get(plan + "/document?of=2")
                        .ok()
                        .body()
                        .path("queues")
                        .path(5)
                        .path("weight")
                        .asInt())
                .isEqualTo(3);
    }

    @Test
    void aPastRevisionComesBackAsADraftThatCanBeUndone() {
        goLive(0, "First");
        weighLost(3);
        api.delete(plan + "/draft/operators/zoe-f?version=1").ok();

        api.post(plan + "/draft/restoration", "{\"revision\":1,\"change\":1}").problem(409, "stale-edit", null);
        api.post(plan + "/draft/restoration", "{\"revision\":7,\"change\":2}").problem(404, "not-found", null);
        api.post(plan + "/draft/restoration", "{\"revision\":1,\"change\":2}").ok();

        assertThat(words("live", "draft")).isEmpty();
        assertThat(draft().path("undo").path("words").asString())
                .startsWith("Back to revision 1: Lost property: weight 3 → 2")
                .endsWith(", and 1 more");
        api.post(plan + "/draft/undo", "").ok();
        assertThat(words("live", "draft")).containsExactly("Lost property: weight 2 → 3", "Zoe F.: leaves");
    }

    @Test
    void aFindingThatBlocksKeepsThePlanFromGoingLive() {
        var needs = "{\"kind\":\"name\",\"operators\":[]}";
        var fares = draft().path("plan").path("queues").path(0);
        var nobody = Api.json(fares.toString().replace("\"members\":{\"kind\":\"skill\"}", "\"members\":" + needs));
        api.put(plan + "/draft/queues/fares", "{\"version\":1,\"element\":" + nobody + "}")
                .ok();

        var refused =
                api.post(plan + "/revisions", "{\"change\":1,\"note\":\"\"}").problem(409, "blocked", null);

        assertThat(refused.detail()).contains("Fares & booking is the catch-all queue, and nobody is a member of it.");
        assertThat(refused.body().path("findings").path(0).path("kind").asString())
                .isEqualTo("queues");
        assertThat(api.get(plan + "/findings")
                        .ok()
                        .body()
                        .path(0)
                        .path("severity")
                        .asString())
                .isEqualTo("BLOCKS");
        assertThat(api.get(plan + "/revisions").ok().body().size()).isZero();
    }

    @Test
    void whoChangedWhatAndWhenIsKept() {
        weighLost(3);
        weighLost(4);
        api.post(plan + "/draft/undo", "").ok();
        var history = api.get(plan + "/history").ok().body();

        assertThat(history.valueStream().map(entry -> entry.path("words").asString()))
                .containsExactly(
                        "Undone: Lost property: weight 4 → 3",
                        "Lost property: weight 3 → 4",
                        "Lost property: weight 2 → 3");
        assertThat(history.path(0).path("undoes").asLong()).isEqualTo(2);
        assertThat(history.path(0).path("madeBy").asString()).isEqualTo("Mara L.");
        assertThat(api.get(plan + "/history?before=2").ok().body().size()).isEqualTo(1);
    }

    @Test
    void statesThatAreNoneAreRefused() {
        api.get(plan + "/changes?from=live&to=draft").problem(404, "not-found", null);
        api.get(plan + "/changes?from=yesterday&to=draft").problem(400, "invalid-parameter", null);
        api.get(plan + "/changes?from=9&to=draft").problem(404, "not-found", null);
    }

    private JsonNode goLive(long change, String note) {
        return api.post(plan + "/revisions", "{\"change\":" + change + ",\"note\":\"" + note + "\"}")
                .ok()
                .body();
    }

    private void weighLost(int weight) {
        var lost = draft().path("plan").path("queues").path(5);
        int version = draft().path("versions").path("queues/lost").asInt(1);
        var changed = Api.json(lost.toString().replaceFirst("\"weight\":\\d+", "\"weight\":" + weight));
        api.put(plan + "/draft/queues/lost", "{\"version\":" + version + ",\"element\":" + changed + "}")
                .ok();
    }

    private List<String> words(String from, String to) {
        return api.get(plan + "/changes?from=" + from + "&to=" + to)
                .ok()
                .body()
                .valueStream()
                .map(entry -> entry.path("name").asString() + ": "
                        + String.join(
                                "; ",
                                entry.path("words")
                                        .valueStream()
                                        .map(JsonNode::asString)
                                        .toList()))
                .toList();
    }

    private JsonNode draft() {
        return api.get(plan + "/draft").ok().body();
    }
}
