package io.kinetarch.server.plan;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.Random;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Taking changes back and bringing them back, by two people on the demo's plan under another name. */
class UndoTest {
    private final Api planner = TestServer.running().planner();
    private final Api admin = TestServer.running().signedIn("admin");
    private final String plan = "/api/v1/plans/undo-" + System.identityHashCode(this);

    UndoTest() {
        var document = planner.get("/api/v1/plans/tarnwick/document?of=live")
                .ok()
                .raw()
                .body();
        planner.post("/api/v1/plans/document?id=" + plan.substring(plan.lastIndexOf('/') + 1), document)
                .ok();
    }

    @Test
    void eachPersonTakesBackTheirOwnChanges() {
        weight(planner, "lost", 3);
        adminRenames("fares", "Fares");
        weight(planner, "assisted", 4);

        assertThat(draft(planner).path("undo").path("words").asString()).isEqualTo("Assisted travel: weight 3 → 4");
        undo(planner);
        undo(planner);
        assertThat(queue("assisted").path("weight").asInt()).isEqualTo(3);
        assertThat(queue("lost").path("weight").asInt()).isEqualTo(2);
        assertThat(queue("fares").path("name").asString())
                .as("what the other changed stays")
                .isEqualTo("Fares");
        planner.post(plan + "/draft/undo", "").problem(409, "already-done", null);

        redo(planner);
        assertThat(queue("lost").path("weight").asInt()).isEqualTo(3);
        assertThat(draft(planner).path("redo").path("words").asString()).contains("Assisted travel");
        weight(planner, "vehicles", 1);
        assertThat(draft(planner).path("redo").isNull())
                .as("a new change ends what could be brought back")
                .isTrue();
    }

    @Test
    void aChangeThatSomebodyElseBuiltOnIsNotTakenBack() {
        weight(planner, "lost", 3);
        adminWeighs("lost", 5);

        var refused = planner.post(plan + "/draft/undo", "").problem(409, "stale-edit", null);

        assertThat(refused.detail()).contains("Ida Sorrel");
        assertThat(refused.body().path("current").path("weight").asInt()).isEqualTo(5);
        assertThat(refused.body().path("yours").path("weight").asInt()).isEqualTo(2);
        assertThat(queue("lost").path("weight").asInt()).isEqualTo(5);
    }

    /** Any row of edits, taken back one by one, ends where it began; brought back, where it was. */
    @Test
    void anyRowOfChangesCanBeWalkedBackAndForth() {
        for (int seed = 0; seed < 3; seed++) {
            var random = new Random(seed);
            JsonNode before = document();
            int made = 0;
            for (int i = 0; i < 12; i++) {
                made += randomEdit(random) ? 1 : 0;
            }
            JsonNode after = document();
            for (int i = 0; i < made; i++) {
                undo(planner);
            }
            assertThat(document()).as("seed %s, back", seed).isEqualTo(before);
            for (int i = 0; i < made; i++) {
                redo(planner);
            }
            assertThat(document()).as("seed %s, forth", seed).isEqualTo(after);
        }
    }

    private boolean randomEdit(Random random) {
        long before = draft(planner).path("change").asLong();
        JsonNode now = draft(planner);
        switch (random.nextInt(4)) {
            case 0 -> weight(planner, random.nextBoolean() ? "lost" : "fares", 1 + random.nextInt(5));
            case 1 -> {
                var operator = now.path("plan").path("operators").path(random.nextInt(20));
                String id = operator.path("id").asString();
                planner.delete(plan + "/draft/operators/" + id + "?version=" + version(now, "operators/" + id));
            }
            case 2 -> {
                String id = "skill-" + random.nextInt(3);
                planner.put(
                        plan + "/draft/skills/" + id,
                        "{\"version\":" + present(now, "skills", id) + ",\"element\":{\"id\":\"" + id
                                + "\",\"name\":\"N" + random.nextInt(9) + "\"}}");
            }
            default -> {
                var rules = now.path("plan").path("rules");
                String id =
                        rules.path(random.nextInt(rules.size() - 1)).path("id").asString();
                String to = rules.path(random.nextInt(rules.size())).path("id").asString();
                planner.post(
                        plan + "/draft/rules/" + id + "/move",
                        "{\"version\":" + version(now, "rules/" + id) + ",\"before\":\"" + to + "\"}");
            }
        }
        return draft(planner).path("change").asLong() > before;
    }

    private int present(JsonNode draft, String kind, String id) {
        boolean there = draft.path("plan")
                .path(kind)
                .valueStream()
                .anyMatch(element -> element.path("id").asString().equals(id));
        return there ? version(draft, kind + "/" + id) : 0;
    }

    private static int version(JsonNode draft, String key) {
        return draft.path("versions").path(key).asInt(1);
    }

    private void undo(Api by) {
        by.post(plan + "/draft/undo", "").ok();
    }

    private void redo(Api by) {
        by.post(plan + "/draft/redo", "").ok();
    }

    private void weight(Api by, String queue, int weight) {
        by.put(plan + "/draft/queues/" + queue, put(queue, queue(queue).put("weight", weight)))
                .ok();
    }

    private void adminWeighs(String queue, int weight) {
        admin.withCsrf(
                        "PUT",
                        plan + "/draft/queues/" + queue,
                        put(queue, queue(queue).put("weight", weight)))
                .ok();
    }

    private void adminRenames(String queue, String name) {
        admin.withCsrf(
                        "PUT",
                        plan + "/draft/queues/" + queue,
                        put(queue, queue(queue).put("name", name)))
                .ok();
    }

    private String put(String queue, JsonNode element) {
        return "{\"version\":" + version(draft(planner), "queues/" + queue) + ",\"element\":" + element + "}";
    }

    private ObjectNode queue(String id) {
        return (ObjectNode) draft(planner)
                .path("plan")
                .path("queues")
                .valueStream()
                .filter(queue -> queue.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private JsonNode document() {
        return draft(planner).path("plan");
    }

    private JsonNode draft(Api by) {
        return by.get(plan + "/draft").ok().body();
    }
}
