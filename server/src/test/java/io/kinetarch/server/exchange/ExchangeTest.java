package io.kinetarch.server.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.server.Api;
import io.kinetarch.server.OlderDocuments;
import io.kinetarch.server.SmallPlan;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.document.PlanReader;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Whole plans out and in. */
class ExchangeTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private final Api api = TestServer.running().planner();

    @Test
    void whatGoesOutComesBackTheSameByteForByte() {
        String out = api.get(PLAN + "/document?of=live").ok().raw().body();
        api.post("/api/v1/plans/document?id=round-trip", out).ok();

        assertThat(api.get("/api/v1/plans/round-trip/document").ok().raw().body())
                .isEqualTo(out);
        assertThat(api.post("/api/v1/plans/document?id=round-trip", out).status())
                .as("a plan of that name is there already")
                .isEqualTo(409);
    }

    /** The schema is checked by a validator for JSON Schema 2020-12 that is not ours. */
    @Test
    void theShippedExamplesFollowThePublishedSchemas() {
        var newest = api.get("/api/v1/schemas/plan/13").ok();
        assertThat(newest.raw().headers().firstValue("Content-Type"))
                .hasValueSatisfying(type -> assertThat(type).startsWith("application/schema+json"));
        assertThat(errors(13, api.get(PLAN + "/document").ok().raw().body())).isZero();
        assertThat(errors(1, schema1Example())).isZero();
        assertThat(errors(13, schema1Example())).isPositive();
        api.get("/api/v1/schemas/plan/14").problem(404, "not-found", null);
    }

    /** Whatever the reader takes must be in the schema, and the other way round. */
    @Test
    void theSchemaNamesEveryFieldOfTheDocument() {
        var schema = api.get("/api/v1/schemas/plan/13").ok().body();

        assertThat(names(schema.path("properties")))
                .containsExactlyInAnyOrderElementsOf(
                        components(PlanDocument.class).toList());
        Stream.of(
                        "Settings",
                        "Skill",
                        "HoursSet",
                        "Department",
                        "Queue",
                        "Operator",
                        "Rule",
                        "Check",
                        "Topic",
                        "HelpPage",
                        "ServiceQuestion",
                        "Bot",
                        "BotShare",
                        "FollowUp",
                        "Question",
                        "FrontDoor")
                .forEach(type -> {
                    String definition = type.equals("FrontDoor")
                            ? "door"
                            : Character.toLowerCase(type.charAt(0)) + type.substring(1);
                    assertThat(names(schema.path("$defs").path(definition).path("properties")))
                            .as(type)
                            .containsExactlyInAnyOrderElementsOf(
                                    components(core(type)).toList());
                });
    }

    @Test
    void aSmallPlanGoesOutAndComesIn() {
        var small = SmallPlan.document(TestServer.running());
        var settings = (ObjectNode) small.path("settings");
        api.post("/api/v1/plans/document?id=small", small.toString()).ok();
        settings.put("name", "Small Ferries");

        var preview = api.post("/api/v1/plans/small/document/preview", small.toString())
                .ok()
                .body();
        assertThat(preview.toString()).contains("Small Ferries");
        assertThat(api.get("/api/v1/plans/small/document")
                        .ok()
                        .body()
                        .path("settings")
                        .path("name")
                        .asString())
                .as("a preview stores nothing")
                .isNotEqualTo("Small Ferries");
        api.put("/api/v1/plans/small/document?change=0", small.toString()).ok();
        assertThat(api.get("/api/v1/plans/small/document").ok().body()).isEqualTo(small);
    }

    @Test
    void aDocumentOfAnOlderVersionIsBroughtUpToDate() {
        api.post("/api/v1/plans/document?id=from-version-1", schema1Example()).ok();

        var plan = api.get("/api/v1/plans/from-version-1/document").ok().body();
        assertThat(plan.path("schemaVersion").asInt()).isEqualTo(13);
        assertThat(plan.path("settings").path("name").asString()).isEqualTo("Tarnwick Sound Ferries");
        assertThat(plan.path("operators")
                        .path(0)
                        .path("languages")
                        .path(0)
                        .path("level")
                        .asInt())
                .isEqualTo(5);
        assertThat(plan.path("queues").path(0).path("members").path("kind").asString())
                .isEqualTo("skill");
    }

    /** A plan that a server of the version before has stored is read as it stands in the database. */
    @Test
    void aStoredPlanAndAnEditOfTheVersionBeforeAreReadToo() {
        var reader = TestServer.running().bean(PlanReader.class);
        var before = spoiled(plan -> {
            OlderDocuments.toVersion4(plan);
            plan.put("schemaVersion", 2);
            ((ObjectNode) plan.path("settings")).put("shrinkage", 0.3).remove(List.of("pay", "botShares"));
            plan.path("queues").forEach(queue -> {
                ((ObjectNode) queue.path("workload")).remove(List.of("handlingFrom", "patienceFrom", "slowdownFrom"));
                ((ObjectNode) queue.path("target"))
                        .remove(List.of("meanWaitSeconds", "abandonment", "occupancy", "leastOperators"));
            });
        });
        var settings = JsonMapper.shared().readTree(before).path("settings");

        var plan = reader.stored(before).toPlan();

        assertThat(plan.settings().shrinkage()).isEqualTo(Shrinkage.of(0.3));
        assertThat(plan.settings().pay()).isNull();
        assertThat(reader.stored(settings.toString(), Settings.class)).isEqualTo(plan.settings());
        api.post("/api/v1/plans/document?id=from-version-2", before).ok();
        assertThat(api.get("/api/v1/plans/from-version-2/document")
                        .ok()
                        .body()
                        .path("schemaVersion")
                        .asInt())
                .isEqualTo(13);
    }

    @Test
    void theChangeListComesBeforeAnythingIsStored() {
        api.post("/api/v1/plans/document?id=preview", live()).ok();
        var again = api.post("/api/v1/plans/document", live()).ok().body();
        assertThat(again.path("id").asString())
                .as("made of its name, which another plan has")
                .startsWith("tarnwick-sound-ferries");
        assertThat(api.get("/api/v1/plans/" + again.path("id").asString() + "/draft")
                        .status())
                .isEqualTo(200);
        var changed = spoiled(plan -> ((ObjectNode) plan.path("queues").path(5)).put("weight", 7));
        var preview =
                api.post("/api/v1/plans/preview/document/preview", changed).ok().body();

        assertThat(preview.size()).isEqualTo(1);
        assertThat(preview.path(0).path("words").path(0).asString()).isEqualTo("weight 2 → 7");
        assertThat(api.get("/api/v1/plans/preview/draft").body().path("change").asLong())
                .isZero();

        api.put("/api/v1/plans/preview/document?change=0", changed).ok();
        api.put("/api/v1/plans/preview/document?change=0", changed).problem(409, "stale-edit", null);
        assertThat(api.get("/api/v1/plans/preview/draft")
                        .body()
                        .path("undo")
                        .path("words")
                        .asString())
                .isEqualTo("Imported: Lost property: weight 2 → 7");
    }

    @Test
    void wrongDocumentsAreRefusedNamingPathValueAndExpected() {
        var weight =
                refused(plan -> ((ObjectNode) plan.path("queues").path(2)).put("weight", 101), "#/queues/2/weight");
        assertThat(weight.detail()).contains("maximum").contains("100").contains("101");
        refused(plan -> ((ObjectNode) plan.path("queues").path(2)).put("colour", "red"), "#/queues/2");
        refused(plan -> ((ObjectNode) plan.path("operators").path(3)).remove("name"), "#/operators/3");
        refused(
                plan -> ((ObjectNode)
                                plan.path("operators").path(3).path("languages").path(0))
                        .put("level", "good"),
                "#/operators/3/languages/0/level");
        refused(plan -> ((ObjectNode) plan.path("rules").path(0)).put("queue", "nowhere"), "#/rules/0/queue");
        refused(plan -> plan.put("schemaVersion", 14), "#/schemaVersion");
        refused(plan -> plan.remove("schemaVersion"), "#/schemaVersion");
        refused(
                plan -> ((ObjectNode) plan.path("queues").path(0))
                        .putObject("choice")
                        .put("kind", "by-mood"),
                "#/queues/0/choice/kind");
        refused(
                plan -> ((ObjectNode) plan.path("settings").path("texts").path("CLOSED")).putNull("en"),
                "#/settings/texts/CLOSED/en");
        var two = refused(
                plan -> {
                    ((ObjectNode) plan.path("queues").path(0)).put("weight", 0);
                    ((ObjectNode) plan.path("queues").path(1)).put("priority", 10);
                },
                "#/queues/0/weight");
        assertThat(two.body().path("errors").size()).isEqualTo(2);
        api.post("/api/v1/plans/document?id=bad", "{\"schemaVersion\":7,").problem(400, "invalid-document", null);
        api.post("/api/v1/plans/document?id=bad", "[]").problem(400, "invalid-document", null);
        api.post("/api/v1/plans/document?id=bad", "").problem(400, "invalid-document", null);
    }

    @Test
    void aDocumentOfFiftyMegabytesIsRefusedBeforeItIsRead() {
        var large = "{\"x\":\"" + "y".repeat(50 * 1024 * 1024) + "\"}";
        api.post("/api/v1/plans/document?id=large", large).problem(413, "file-too-large", null);
    }

    @Test
    void picturesTravelWithTheDocument() {
        var picture = "0".repeat(64);
        refused(plan -> ((ObjectNode) plan.path("operators").path(0)).put("picture", picture), "#/operators/0/picture");
        refused(
                plan -> {
                    ((ObjectNode) plan.path("operators").path(0)).put("picture", picture);
                    plan.putObject("pictures").put(picture, "bm8gcGljdHVyZQ==");
                },
                null);
    }

    private Api.Answer refused(Consumer<ObjectNode> spoil, @Nullable String pointer) {
        var answer = api.post("/api/v1/plans/document?id=bad", spoiled(spoil));
        assertThat(answer.status()).as(answer.raw().body()).isEqualTo(400);
        if (pointer != null) {
            answer.problem(400, "invalid-document", pointer);
        }
        assertThat(api.get("/api/v1/plans/bad/draft").status()).isEqualTo(404);
        return answer;
    }

    private String spoiled(Consumer<ObjectNode> spoil) {
        var plan = (ObjectNode) Api.json(live());
        spoil.accept(plan);
        return plan.toString();
    }

    private String live() {
        return api.get(PLAN + "/document?of=live").ok().raw().body();
    }

    private int errors(int version, String document) {
        var schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(api.get("/api/v1/schemas/plan/" + version).ok().raw().body(), InputFormat.JSON);
        return schema.validate(document, InputFormat.JSON).size();
    }

    private static Stream<String> names(JsonNode properties) {
        return properties.propertyStream().map(Map.Entry::getKey);
    }

    private static Stream<String> components(Class<?> record) {
        return Stream.of(record.getRecordComponents()).map(component -> component.getName());
    }

    private static Class<?> core(String name) {
        try {
            return Class.forName("io.kinetarch.core.plan." + name);
        } catch (ClassNotFoundException e) {
            throw new AssertionError(e);
        }
    }

    private static String schema1Example() {
        try (InputStream in =
                Objects.requireNonNull(ExchangeTest.class.getResourceAsStream("/plan-of-schema-1.json"))) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new AssertionError(e);
        }
    }
}
