package io.kinetarch.server.door;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Front doors over HTTP, on the demo's four. */
class DoorCallTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String AFTERNOON = "2026-12-01T14:30:00Z";
    private static final String NIGHT = "2026-12-01T23:30:00Z";
    private final Api api = TestServer.running().planner();

    /** The schema is checked by a validator for JSON Schema 2020-12 that is not ours. */
    @Test
    void everyDoorIsPublishedInEachLanguageByThePublishedSchema() {
        var text = api.get("/api/v1/schemas/door/1").ok().raw();
        assertThat(text.headers().firstValue("Content-Type"))
                .hasValueSatisfying(type -> assertThat(type).startsWith("application/schema+json"));
        var schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(text.body(), InputFormat.JSON);
        for (var door : draft().path("doors")) {
            for (var language : door.path("languages")) {
                String document = document(door.path("id").asString(), language.asString())
                        .ok()
                        .raw()
                        .body();
                assertThat(schema.validate(document, InputFormat.JSON))
                        .as(document)
                        .isEmpty();
                assertThat(document)
                        .as("nothing of how chats are routed reaches a visitor")
                        .doesNotContain("\"rules\"", "\"queues\"", "\"skills\"", "\"sites\"");
            }
        }
    }

    @Test
    void textsFallBackOnTheDepartmentAndThePlan() {
        var texts = document("sailing-status", "de").ok().body().path("texts");

        assertThat(texts.path("LABEL").path("text").asString()).as("its own").isEqualTo("Fährt sie?");
        assertThat(texts.path("BUSY").path("text").asString())
                .as("that of Travel Day")
                .startsWith("Heute haben sich viele Fahrten geändert");
        assertThat(texts.path("ENDED").path("text").asString())
                .as("that of the plan")
                .startsWith("Danke");
    }

    @Test
    void aTextThatIsNotThereInALanguageSaysInWhichItIs() {
        var preview = preview("freight-pages", door -> strings(door, "languages", "en", "fr"), "fr");

        var document = preview.ok().body().path("document");
        assertThat(document.path("questions")
                        .path(0)
                        .path("text")
                        .path("language")
                        .asString())
                .isEqualTo("en");
        assertThat(document.path("texts").path("WAITING").path("language").asString())
                .isEqualTo("fr");
        assertThat(document.path("words").path("send").asString()).isEqualTo("Envoyer");
        assertThat(words(preview)).anyMatch(words -> words.startsWith("Freight pages has no words in French for: "));
    }

    @Test
    void aLanguageWithoutWordsOfItsOwnGetsEnglishOnesAndRightToLeftIsKnown() {
        var danish = preview("terminal-poster", door -> strings(door, "languages", "da"), "da")
                .ok()
                .body();
        assertThat(danish.path("ownWords").asBoolean()).isFalse();
        assertThat(danish.path("document").path("words").path("send").asString())
                .isEqualTo("Send");
        assertThat(danish.path("document").path("locale").asString()).isEqualTo("da-IE");

        var arabic = preview("terminal-poster", door -> strings(door, "languages", "ar-EG"), "ar-EG")
                .ok()
                .body();
        assertThat(arabic.path("document").path("direction").asString()).isEqualTo("rtl");
        assertThat(arabic.path("document").path("words").path("send").asString())
                .isEqualTo("إرسال");
        assertThat(arabic.path("document").path("locale").asString()).isEqualTo("ar-EG");
    }

    @Test
    void everyLanguageHasEveryWordOnTheControls() {
        var words = new ControlWords(JsonMapper.builder().build());
        var keys = new TreeSet<>(words.in("en").keySet());
        words.languages().forEach(language -> {
            assertThat(new TreeSet<>(words.in(language).keySet())).as(language).isEqualTo(keys);
            assertThat(words.in(language).values()).as(language).noneMatch(String::isBlank);
        });
        assertThat(words.in("de-AT")).isEqualTo(words.in("de"));
    }

    @Test
    void theListSaysHowEachDoorStandsAtTheMoment() {
        var open = line("booking-site", AFTERNOON);
        assertThat(open.path("state").asString()).isEqualTo("open");
        assertThat(open.path("visitorMeets").asString()).isEqualTo("its questions, then a chat");
        assertThat(open.path("decides").valueStream().map(JsonNode::asInt)).containsExactly(2, 3, 4, 5, 6);

        var closed = line("sailing-status", NIGHT);
        assertThat(closed.path("state").asString()).isEqualTo("closed");
        assertThat(closed.path("opens").asString()).isEqualTo("2026-12-02T05:30:00Z");
        assertThat(closed.path("because").asString()).startsWith("It keeps “Sailing day”. Closed:");
        assertThat(closed.path("visitorMeets").asString()).isEqualTo("the closed text");
        assertThat(line("freight-pages", NIGHT).path("visitorMeets").asString())
                .isEqualTo("the form to leave a message");
        assertThat(line("booking-site", "2026-12-01T18:30:00Z").path("state").asString())
                .as("the freight office has gone home")
                .isEqualTo("partly");
    }

    @Test
    void thePreviewOffersTheNearestColourThatCanBeRead() {
        var preview = preview("booking-site", door -> ((ObjectNode) door.path("look")).put("accent", "#f2c14e"), "en");

        var pairs = preview.ok().body().path("contrast");
        assertThat(pairs.path(0).path("part").asString()).isEqualTo("onAccent");
        assertThat(pairs.path(0).path("enough").asBoolean()).isFalse();
        assertThat(pairs.path(0).path("nearest").asString()).matches("#[0-9A-F]{6}");
        assertThat(pairs.path(1).path("nearest").isNull())
                .as("ink on ground is enough")
                .isTrue();
        assertThat(preview.body().path("document").path("look").path("accent").asString())
                .isEqualTo("#F2C14E");
    }

    /** What cannot be is refused where it stands, and nothing is stored. */
    @Test
    void badDoorsAreRefusedAtTheirPlace() {
        long before = draft("change").asLong();
        Map<String, Consumer<ObjectNode>> wrong = Map.of(
                "#/door/look/ink", door -> ((ObjectNode) door.path("look")).put("ink", "midnight"),
                "#/door/sites/0", door -> strings(door, "sites", "https://ferry.example/fares"),
                "#/door/pages/0", door -> strings(door, "pages", "ferry.example"),
                "#/door/texts/CLOSED/en",
                        door -> ((ObjectNode) door.path("texts"))
                                .putObject("CLOSED")
                                .put("en", "x".repeat(10_000)),
                "#/door/texts/LABEL/en",
                        door -> ((ObjectNode) door.path("texts"))
                                .putObject("LABEL")
                                .put("en", "Hi {visitor}"),
                "#/door/questions/0/choices",
                        door -> ((ObjectNode) door.path("questions").path(0)).putArray("choices"),
                "#/door/languages/0", door -> strings(door, "languages", "en_GB"),
                "#/door/facts/0/fills", door -> ((ObjectNode) door.path("facts").path(0)).put("fills", "nothing"));
        wrong.forEach(
                (pointer, spoil) -> preview("booking-site", spoil, "en").problem(400, "invalid-document", pointer));

        preview("booking-site", door -> {}, "pl").problem(400, "invalid-document", "#/language");
        assertThat(preview(
                                "booking-site",
                                door -> ((ObjectNode) door.path("texts"))
                                        .putObject("CLOSED")
                                        .put("en", "Back {opening}."),
                                "en")
                        .detail())
                .isEqualTo("{opening} is no placeholder; this text takes {visitor}, {opens}, {reply}.");
        assertThat(draft("change").asLong()).isEqualTo(before);
    }

    @Test
    void scriptsAndOtherScriptsInTextsComeThroughAsTheyAre() {
        String text = "<script>alert(1)</script> مرحبا 🛳️";
        var preview = preview(
                "booking-site",
                door -> ((ObjectNode) door.path("texts")).putObject("GREETING").put("en", text),
                "en");

        assertThat(preview.ok()
                        .body()
                        .path("document")
                        .path("texts")
                        .path("GREETING")
                        .path("text")
                        .asString())
                .isEqualTo(text);
    }

    @Test
    void aSiteIsToldWhatToAdd() {
        var embedding =
                api.get(PLAN + "/doors/booking-site/embedding?language=de").ok().body();
        String base = embedding.path("directives").path(0).path("source").asString();

        assertThat(base).matches("http://127\\.0\\.0\\.1:\\d+");
        assertThat(embedding.path("script").asString())
                .startsWith("<script src=\"" + base
                        + "/widget/door.js\" data-door=\"tarnwick/booking-site\" data-language=\"de\" async></script>")
                .contains("\"booking\": \"\"");
        assertThat(embedding.path("link").asString()).isEqualTo(base + "/door/tarnwick/booking-site/de");
        assertThat(embedding
                        .path("directives")
                        .valueStream()
                        .map(one -> one.path("name").asString()))
                .containsExactly("script-src", "connect-src", "connect-src", "img-src", "report-uri");
        api.get(PLAN + "/doors/booking-site/embedding?language=pl").problem(404, "not-found", null);
        api.get(PLAN + "/doors/back-door/document").problem(404, "not-found", null);
    }

    /** A key with the end of a script in it must not end the block that it stands in. */
    @Test
    void noFactBreaksOutOfItsBlock() {
        var door = door("booking-site");
        ((ObjectNode) door.path("facts").path(0)).put("key", "</script><script>alert(\"1\")\\");
        api.post("/api/v1/plans/document?id=facts", withDoor(door)).ok();

        String script = api.get("/api/v1/plans/facts/doors/booking-site/embedding?language=en")
                .ok()
                .body()
                .path("script")
                .asString();
        assertThat(script.split("</script>", -1))
                .as("two blocks, each ended once")
                .hasSize(3);
        String block = script.substring(script.indexOf('{'), script.lastIndexOf('}') + 1);
        assertThat(Api.json(block).has("</script><script>alert(\"1\")\\")).isTrue();
    }

    private Api.Answer document(String door, String language) {
        return api.get(PLAN + "/doors/" + door + "/document?of=live&language=" + language);
    }

    private Api.Answer preview(String id, Consumer<ObjectNode> change, String language) {
        var door = door(id);
        change.accept(door);
        return api.post(
                PLAN + "/doors/preview",
                "{\"door\":" + door + ",\"language\":\"" + language + "\",\"at\":\"" + AFTERNOON + "\"}");
    }

    private static List<String> words(Api.Answer preview) {
        return preview.body()
                .path("notes")
                .valueStream()
                .map(note -> note.path("words").asString())
                .toList();
    }

    private JsonNode line(String door, String at) {
        return api.get(PLAN + "/doors?at=" + at)
                .ok()
                .body()
                .valueStream()
                .filter(line -> line.path("id").asString().equals(door))
                .findFirst()
                .orElseThrow();
    }

    private ObjectNode door(String id) {
        return (ObjectNode) draft().path("doors")
                .valueStream()
                .filter(door -> door.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private String withDoor(ObjectNode door) {
        var plan = (ObjectNode) api.get(PLAN + "/document").ok().body();
        plan.withArray("doors").set(0, door);
        return plan.toString();
    }

    private JsonNode draft() {
        return draft("plan");
    }

    private JsonNode draft(String field) {
        return api.get(PLAN + "/draft").ok().body().path(field);
    }

    private static void strings(ObjectNode door, String list, String... values) {
        var array = door.putArray(list);
        List.of(values).forEach(array::add);
    }
}
