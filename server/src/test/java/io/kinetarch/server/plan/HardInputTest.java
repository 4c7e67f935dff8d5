package io.kinetarch.server.plan;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What is allowed although it looks wrong, and what two people do at the very same time. */
class HardInputTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String SCRIPT = "<script>alert('x')</script>";
    private final Api api = TestServer.running().planner();
    private final String plan = "/api/v1/plans/hard-" + System.identityHashCode(this);

    HardInputTest() {
        var document =
                api.get("/api/v1/plans/tarnwick/document?of=live").ok().raw().body();
        api.post("/api/v1/plans/document?id=" + plan.substring(plan.lastIndexOf('/') + 1), document)
                .ok();
    }

    @Test
    void twoOperatorsMayShareANameAndAreShownApart() {
        put("operators", operator("ana-r").put("id", "ana-2").putNull("account"), 0)
                .ok();

        assertThat(findings()).anyMatch(words -> words.contains("2 operators are called Ana R.: ana-r, ana-2"));
    }

    @Test
    void aLanguageThatIsNoneIsRefusedWhereItStands() {
        var operator = operator("ana-r");
        operator.putArray("languages").addObject().put("language", "german").put("level", 3);

        assertThat(put("operators", operator, 1)
                        .problem(400, "invalid-document", "#/languages/0/language")
                        .detail())
                .contains("write its tag, de");
    }

    @Test
    void aSkillThatIsNeededGoesWithItsNeedsOrIsReplaced() {
        api.delete(plan + "/draft/skills/fares?version=1").ok();
        assertThat(element("queues", "fares").path("needs").size()).isZero();
        assertThat(element("rules", "group-fares").path("needs").size()).isZero();
        api.post(plan + "/draft/undo", "").ok();
        assertThat(element("rules", "group-fares").path("needs").size()).isEqualTo(1);
        api.delete(plan + "/draft/skills/fares?version=3&replacement=rebooking").ok();
        assertThat(element("queues", "fares")
                        .path("needs")
                        .path(0)
                        .path("skill")
                        .asString())
                .isEqualTo("rebooking");
    }

    @Test
    void transfersMayRunInACircleAndTheCheckSaysSo() {
        put("queues", transfersTo("fares", "assisted"), 1).ok();
        put("queues", transfersTo("assisted", "vehicles"), 1).ok();
        put("queues", transfersTo("vehicles", "fares"), 1).ok();

        assertThat(findings())
                .anyMatch(words ->
                        words.contains("round in a circle: Fares & booking → Assisted travel → Vehicles & freight"));
    }

    @Test
    void textsWithScriptsInThemStayTexts() {
        put("operators", operator("ana-r").put("name", SCRIPT), 1).ok();
        var json = api.get(plan + "/draft");
        assertThat(json.raw().headers().firstValue("Content-Type"))
                .hasValueSatisfying(type -> assertThat(type).startsWith("application/json"));
        assertThat(json.raw().headers().firstValue("X-Content-Type-Options")).hasValue("nosniff");
        assertThat(element("operators", "ana-r").path("name").asString()).isEqualTo(SCRIPT);

        put("operators", operator("bram-o").put("name", "=HYPERLINK(\"http://x\")"), 1)
                .ok();
        assertThat(api.get(plan + "/people.csv").ok().raw().body())
                .contains("bram-o,\"'=HYPERLINK(\"\"http://x\"\")\"")
                .contains("ana-r," + SCRIPT);
    }

    /** Of many who edit one element at once, each on the version they saw, one is stored; the others get both versions. */
    @Test
    void ofManyEditsAtOnceOnOneElementOneStands() throws Exception {
        var element = element("queues", "lost");
        List<Callable<Api.Answer>> edits = IntStream.range(3, 11)
                .<Callable<Api.Answer>>mapToObj(
                        weight -> () -> put("queues", element.deepCopy().put("weight", weight), 1))
                .toList();
        try (var pool = Executors.newFixedThreadPool(edits.size())) {
            var answers = pool.invokeAll(edits).stream()
                    .map(future -> future.resultNow())
                    .toList();

            assertThat(answers.stream().filter(answer -> answer.status() == 200))
                    .hasSize(1);
            answers.stream()
                    .filter(answer -> answer.status() != 200)
                    .forEach(answer -> assertThat(answer.problem(409, "stale-edit", null)
                                    .body()
                                    .path("current")
                                    .path("weight")
                                    .asInt())
                            .isGreaterThan(2));
        }
        assertThat(api.get(plan + "/history").ok().body().size()).isEqualTo(1);
    }

    /** Edits of different elements at once all stand, one after the other in the history. */
    @Test
    void ofManyEditsAtOnceOnDifferentElementsAllStand() throws Exception {
        List<String> ids = List.of("fares", "rebooking", "sailings", "vehicles", "assisted", "lost");
        List<Callable<Api.Answer>> edits = ids.stream()
                .<Callable<Api.Answer>>map(
                        id -> () -> put("queues", element("queues", id).put("priority", 7), 1))
                .toList();
        try (var pool = Executors.newFixedThreadPool(edits.size())) {
            pool.invokeAll(edits).forEach(future -> future.resultNow().ok());
        }

        assertThat(api.get(plan + "/history").ok().body().size()).isEqualTo(ids.size());
        assertThat(ids)
                .allSatisfy(
                        id -> assertThat(element("queues", id).path("priority").asInt())
                                .isEqualTo(7));
    }

    /** Who reads and edits again and again while others do builds on each of their edits: none is lost. */
    @Test
    void ofEditsThatRaceNoneIsLost() throws Exception {
        int editors = 4;
        int each = 20;
        Callable<Integer> editor = () -> {
            int stored = 0;
            while (stored < each) {
                var draft = api.get(plan + "/draft").ok().body();
                var lost = queue(draft, "lost");
                int counted = lost.path("name").asString().replaceAll("\\D", "").isEmpty()
                        ? 0
                        : Integer.parseInt(lost.path("name").asString().replaceAll("\\D", ""));
                int version = draft.path("versions").path("queues/lost").asInt(1);
                if (put("queues", lost.put("name", "Lost " + (counted + 1)), version)
                                .status()
                        == 200) {
                    stored++;
                }
            }
            return stored;
        };
        try (var pool = Executors.newFixedThreadPool(editors)) {
            pool.invokeAll(Collections.nCopies(editors, editor))
                    .forEach(future -> assertThat(future.resultNow()).isEqualTo(each));
        }

        assertThat(element("queues", "lost").path("name").asString()).isEqualTo("Lost " + editors * each);
    }

    /** Who has an older draft and asks for what is new has the newest one, whatever was done. */
    @Test
    void whatIsNewMakesAnOldDraftTheNewest() {
        var old = api.get(plan + "/draft").ok().body();
        put("queues", element("queues", "lost").put("name", "Lost and found"), 1)
                .ok();
        put("skills", JSON.createObjectNode().put("id", "knots").put("name", "Knots"), 0)
                .ok();
        api.delete(plan + "/draft/operators/zoe-f?version=1").ok();
        api.post(plan + "/draft/rules/freight/move", "{\"version\":1,\"before\":null}");
        var rules = old.path("plan").path("rules");
        String first = rules.get(0).path("id").asString();
        api.post(
                        plan + "/draft/rules/" + first + "/move",
                        "{\"version\":1,\"before\":\"" + rules.get(2).path("id").asString() + "\"}")
                .ok();

        var news = api.get(plan + "/draft/news?since=" + old.path("change").asLong())
                .ok()
                .body();
        var newest = api.get(plan + "/draft").ok().body();

        assertThat(news.path("change")).isEqualTo(newest.path("change"));
        assertThat(news.path("undo")).isEqualTo(newest.path("undo"));
        var changed = new HashMap<String, JsonNode>();
        news.path("elements")
                .forEach(element -> changed.put(
                        element.path("kind").asString() + "/"
                                + element.path("id").asString(),
                        element));
        assertThat(changed).containsKeys("queues/lost", "skills/knots", "operators/zoe-f");
        assertThat(changed.size()).isLessThan(10);
        news.path("order").propertyStream().forEach(order -> {
            var made = new ArrayList<JsonNode>();
            order.getValue().forEach(id -> {
                var element = changed.get(order.getKey() + "/" + id.asString());
                made.add(element == null ? inList(old, order.getKey(), id.asString()) : element.path("element"));
            });
            assertThat(made)
                    .isEqualTo(newest.path("plan")
                            .path(order.getKey())
                            .valueStream()
                            .toList());
        });
        changed.forEach(
                (key, element) -> assertThat(newest.path("versions").path(key)).isEqualTo(element.path("version")));
        assertThat(api.get(plan + "/draft/news?since=" + newest.path("change").asLong())
                        .ok()
                        .body()
                        .path("elements")
                        .isEmpty())
                .isTrue();
    }

    /** What has not changed is not sent again; what has is. */
    @Test
    void whoHasTheNewestIsToldSo() {
        var draft = api.get(plan + "/draft").ok();
        String tag = draft.raw().headers().firstValue("ETag").orElseThrow();
        assertThat(api.getUnless(plan + "/draft", tag).statusCode()).isEqualTo(304);
        assertThat(TestServer.running()
                        .signedIn("admin")
                        .getUnless(plan + "/draft", tag)
                        .statusCode())
                .as("another's draft says what they can take back")
                .isEqualTo(200);
        put("queues", element("queues", "lost").put("weight", 3), 1).ok();
        assertThat(api.getUnless(plan + "/draft", tag).statusCode()).isEqualTo(200);
    }

    /** Working rules of rosters stand beside the plan, and are as new to whoever had the old ones. */
    @Test
    void changedRulesOfRostersAreNewToEverybody() {
        var rules = api.get(plan + "/roster/rules").ok();
        String tag = rules.raw().headers().firstValue("ETag").orElseThrow();
        var changed = (ObjectNode) rules.body().path("rules").deepCopy();
        changed.put("restMinutes", changed.path("restMinutes").asInt() + 30);
        api.put(
                        plan + "/roster/rules",
                        "{\"version\":" + rules.body().path("version").asInt() + ",\"rules\":" + changed + "}")
                .ok();
        assertThat(api.getUnless(plan + "/roster/rules", tag).statusCode()).isEqualTo(200);
    }

    /** Undo pressed twice before the screen has followed takes back what the screen said, and no more. */
    @Test
    void undoTakesBackWhatItSaid() {
        put("queues", element("queues", "lost").put("weight", 3), 1).ok();
        put("queues", element("queues", "fares").put("name", "Fares"), 1).ok();
        long shown =
                api.get(plan + "/draft").ok().body().path("undo").path("change").asLong();
        api.post(plan + "/draft/undo?change=" + shown, "").ok();
        api.post(plan + "/draft/undo?change=" + shown, "").problem(409, "already-done", null);
        assertThat(element("queues", "lost").path("weight").asInt()).isEqualTo(3);
    }

    private static ObjectNode queue(JsonNode draft, String id) {
        return inList(draft, "queues", id).deepCopy();
    }

    private static ObjectNode inList(JsonNode draft, String kind, String id) {
        return (ObjectNode) draft.path("plan")
                .path(kind)
                .valueStream()
                .filter(element -> element.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private ObjectNode transfersTo(String queue, String other) {
        var element = element("queues", queue);
        element.putArray("transfers").add(other);
        return element;
    }

    private ObjectNode operator(String id) {
        return element("operators", id);
    }

    private List<String> findings() {
        return api.get(plan + "/findings")
                .ok()
                .body()
                .valueStream()
                .map(finding -> finding.path("words").asString())
                .toList();
    }

    private ObjectNode element(String kind, String id) {
        JsonNode list = api.get(plan + "/draft").ok().body().path("plan").path(kind);
        return (ObjectNode) list.valueStream()
                .filter(element -> element.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private Api.Answer put(String kind, JsonNode element, int version) {
        return api.put(
                plan + "/draft/" + kind + "/" + element.path("id").asString(),
                "{\"version\":" + version + ",\"element\":" + element + "}");
    }
}
