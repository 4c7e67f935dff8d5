package io.kinetarch.server.bot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.OlderDocuments;
import io.kinetarch.server.TestServer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The demo's bot: how well it understands, what it says, and what edits would do. */
class BotTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String TERN = PLAN + "/bots/tern";

    private final Api api = TestServer.running().planner();

    /** What its phrases mean is worked out beside all else; all of what follows is tried with the bot that knows. */
    @BeforeAll
    static void learn() {
        TestServer.running().untilTernHasLearned();
    }

    private String own(String id) {
        var document = api.get(PLAN + "/document?of=live").ok().body();
        api.post("/api/v1/plans/document?id=" + id, document.toString()).ok();
        return "/api/v1/plans/" + id;
    }

    private static JsonNode topic(JsonNode plan, String id) {
        return plan.path("topics")
                .valueStream()
                .filter(topic -> topic.path("id").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void ternKnowsFourteenTopicsInThreeLanguages() {
        var plan = api.get(PLAN + "/document?of=live").ok().body();

        assertThat(plan.path("topics").size()).isGreaterThanOrEqualTo(14);
        plan.path("topics")
                .forEach(topic -> Stream.of("en", "de", "fr")
                        .forEach(language -> assertThat(
                                        topic.path("phrases").path(language).size())
                                .as(topic.path("id").asString() + " " + language)
                                .isGreaterThanOrEqualTo(10)));
    }

    @Test
    void qualityAddsUp() {
        var quality = api.get(TERN + "/quality?mostWrong=0.05").ok().body();

        int tried = quality.path("tried").asInt();
        assertThat(quality.path("source").asString()).isEqualTo("TRIALS");
        int ofTopics = quality.path("topics")
                .valueStream()
                .mapToInt(topic -> topic.path("tried").asInt())
                .sum();
        assertThat(ofTopics).as("the others are of no topic").isLessThan(tried);
        quality.path("curve")
                .forEach(at -> assertThat(at.path("answered").asDouble()
                                + at.path("passedOn").asDouble()
                                + at.path("wrong").asDouble())
                        .isCloseTo(1, within(1e-9)));
        quality.path("topics").forEach(topic -> {
            assertThat(topic.path("answered").asInt()
                            + topic.path("passedOn").asInt()
                            + topic.path("wrong").asInt())
                    .isEqualTo(topic.path("tried").asInt());
            topic.path("languages").forEach(spoken -> {
                var finished = spoken.path("finished");
                assertThat(finished.path("share").asDouble())
                        .isBetween(
                                finished.path("least").asDouble(),
                                finished.path("most").asDouble());
            });
        });
        var recommended = quality.path("recommended").path("shares");
        assertThat(recommended.path("wrong").asDouble()).isLessThanOrEqualTo(0.05);
    }

    @Test
    void aLowerLimitTakesFewerPeople() {
        var hours = api.get(TERN + "/hours").ok().body();

        var required = hours.valueStream()
                .map(one -> one.path("requiredHours").asDouble())
                .toList();
        assertThat(required).isSorted();
        assertThat(required.getFirst()).isLessThan(required.getLast());
    }

    @Test
    void itAnswersInTheLanguageItIsAskedInAndSaysHowSureItIs() {
        var reply = api.post(TERN + "/talk", "{\"stands\":null,\"text\":\"darf ich meinen Hund mitnehmen\"}")
                .ok()
                .body();

        assertThat(reply.path("stands").path("language").asString()).isEqualTo("de");
        assertThat(reply.path("topic").asString()).isEqualTo("dog");
        assertThat(reply.path("says").path(0).asString()).startsWith("Hunde und Katzen");
        assertThat(reply.path("candidates").path(0).path("certainty").asDouble())
                .isEqualTo(reply.path("certainty").asDouble());
        assertThat(reply.path("offers").path(0).path("label").asString()).isEqualTo("Wann einchecken");
    }

    @Test
    void itAsksForWhatItNeedsAndGoesOnFromThere() {
        var asks = api.post(TERN + "/talk", "{\"stands\":null,\"text\":\"I want to change my booking\"}")
                .ok()
                .body();
        assertThat(asks.path("kind").asString()).isEqualTo("ASKS");

        var answer = api.post(TERN + "/talk", "{\"stands\":" + asks.path("stands") + ",\"text\":\"ts-204518\"}")
                .ok()
                .body();
        assertThat(answer.path("kind").asString()).isEqualTo("ANSWER");
        assertThat(answer.path("says").path(0).asString()).contains("booking ts-204518");
    }

    /** What was foretold of an edit is what it does. */
    @Test
    void aMovedPhraseFlipsWhatWasForetold() {
        String plan = own("bot-flips");
        var document = api.get(plan + "/document").ok().body();
        var dog = (ObjectNode) topic(document, "dog").deepCopy();
        var lost = (ObjectNode) topic(document, "lost").deepCopy();
        // Half of what the dog is known by goes to what was lost.
        var from = (ArrayNode) dog.path("phrases").path("en");
        var to = (ArrayNode) lost.path("phrases").path("en");
        for (int i = 0; i < 7; i++) {
            to.add(from.remove(0));
        }

        var foretold = api.post(plan + "/bots/tern/flips", "{\"topics\":[" + dog + "," + lost + "]}")
                .ok()
                .body();
        var before = api.get(plan + "/bots/tern/quality").ok().body();
        assertThat(foretold.path("flips").size()).isPositive();
        assertThat(foretold.path("before").path("answered").asDouble())
                .isEqualTo(before.path("today").path("answered").asDouble());

        api.post(plan + "/draft/edits", """
                        {"edits":[{"kind":"topics","version":1,"element":%s},
                                  {"kind":"topics","version":1,"element":%s}]}""".formatted(dog, lost)).ok();

        var after = api.get(plan + "/bots/tern/quality").ok().body();
        assertThat(after.path("today").path("answered").asDouble())
                .isEqualTo(foretold.path("after").path("answered").asDouble());
        assertThat(after.path("today").path("wrong").asDouble())
                .isEqualTo(foretold.path("after").path("wrong").asDouble());
        // And is one edit, taken back by one.
        api.post(plan + "/draft/undo", "{}").ok();
        assertThat(api.get(plan + "/bots/tern/quality").ok().body().path("today"))
                .isEqualTo(before.path("today"));
    }

    @Test
    void understandingTakesIntentsAndGivesCertainties() {
        var answer = api.post("/api/v1/calc/understanding", """
                        {"intents":[{"id":"refund","phrases":{"en":["I want my money back","how do I get a refund","refund please"],
                                                             "de":["ich will mein Geld zurück","Erstattung bitte"]}},
                                    {"id":"dog","phrases":{"en":["can I bring my dog","are pets allowed","where does the dog stay"],
                                                          "de":["darf der Hund mit","sind Haustiere erlaubt"]}}],
                         "utterances":[{"text":"give me a refund","language":"en"},{"text":"darf mein Hund mit","language":null},
                                       {"text":"zzzz","language":"en"},{"text":"","language":"en"}]}""").ok().body();

        assertThat(answer.path("trainedMillis").asDouble()).isPositive();
        var answers = answer.path("answers");
        assertThat(answers.path(0).path("best").asString()).isEqualTo("refund");
        assertThat(answers.path(1).path("language").asString()).isEqualTo("de");
        assertThat(answers.path(1).path("best").asString()).isEqualTo("dog");
        assertThat(answers.path(2).path("best").isNull()).isTrue();
        assertThat(answers.path(3).path("best").isNull()).isTrue();
        assertThat(answers.path(0).path("candidates").path(0).path("intent").asString())
                .isEqualTo("refund");
    }

    @Test
    void whatSentencesMeanCountsWhereItIsAskedFor() {
        String asked = """
                {"intents":[{"id":"dog","phrases":{"en":["can I take my dog","are dogs allowed","where do dogs stay","my dog is small"]}},
                            {"id":"food","phrases":{"en":["is there something to eat","what does lunch cost","do you serve breakfast","is there a restaurant"]}},
                            {"id":"car","phrases":{"en":["how long may my car be","does the car cost more","can I stay in the car","is there room for a van"]}}],
                 "utterances":[{"text":"we travel with a puppy","language":"en"}],"meaning":%s}""";

        var byWords = api.post("/api/v1/calc/understanding", asked.formatted("false"))
                .ok()
                .body();
        var byMeaning = api.post("/api/v1/calc/understanding", asked.formatted("null"))
                .ok()
                .body();

        assertThat(byWords.path("meaning").asBoolean()).isFalse();
        assertThat(byMeaning.path("meaning").asBoolean()).isTrue();
        var dog = byMeaning.path("answers").path(0);
        assertThat(dog.path("best").asString()).isEqualTo("dog");
        assertThat(dog.path("certainty").asDouble())
                .isGreaterThan(byWords.path("answers").path(0).path("certainty").asDouble());
    }

    @Test
    void badIntentsAreRefusedAtTheirPlace() {
        refused("{\"intents\":[],\"utterances\":[]}", "#/intents");
        refused(
                "{\"intents\":[{\"id\":\"a\",\"phrases\":{\"english please\":[\"x\"]}}],\"utterances\":[]}",
                "#/intents/0/phrases/english please");
        refused(
                "{\"intents\":[{\"id\":\"a\",\"phrases\":{\"en\":[\"x\"]}},{\"id\":\"a\",\"phrases\":{}}],\"utterances\":[]}",
                "#/intents/1/id");
        refused(
                "{\"intents\":[{\"id\":\"a\",\"phrases\":{\"en\":[\"" + "y".repeat(10_001)
                        + "\"]}}],\"utterances\":[]}",
                "#/intents/0/phrases/en/0");
        var many = IntStream.range(0, 501)
                .mapToObj(i -> "{\"id\":\"i" + i + "\",\"phrases\":{\"en\":[\"x\"]}}")
                .toList();
        refused("{\"intents\":[" + String.join(",", many) + "],\"utterances\":[]}", "#/intents");
        api.post("/api/v1/calc/understanding", "{\"intents\":[],\"utterances\":[],\"more\":1}")
                .problem(400, "invalid-document", null);
    }

    private void refused(String body, String pointer) {
        api.post("/api/v1/calc/understanding", body).problem(400, "invalid-document", pointer);
    }

    @Test
    void hardUtterancesAreTakenAsTheyCome() {
        for (String text : List.of("🐕", "<script>alert(1)</script>", "где собака", "x".repeat(5_000))) {
            var reply = api.post(TERN + "/talk", "{\"stands\":null,\"text\":" + Api.quoted(text) + "}")
                    .ok()
                    .body();
            assertThat(reply.path("says").path(0).asString()).doesNotContain("<script>");
        }
        api.post(TERN + "/talk", "{\"stands\":null,\"text\":\" \"}").problem(400, "invalid-parameter", "#/text");
        api.post(TERN + "/talk", "{\"stands\":null,\"text\":" + Api.quoted("x".repeat(5_001)) + "}")
                .problem(400, "invalid-parameter", "#/text");
        for (String stands : List.of(
                "{\"language\":\"en\",\"turns\":-5,\"misses\":0,\"asked\":null,\"values\":{}}",
                "{\"language\":\"en\",\"turns\":0,\"misses\":0,\"asked\":{\"topic\":\"change\",\"index\":-1,\"again\":0},\"values\":{}}")) {
            api.post(TERN + "/talk", "{\"stands\":" + stands + ",\"text\":\"hello\"}")
                    .problem(400, "invalid-document", "#/stands");
        }
        api.get(PLAN + "/bots/nobody/quality").problem(404, "not-found", null);
    }

    /** A plan of the version before kept its topics in its settings. */
    @Test
    void topicsOfOlderPlansBecomeTopicsOfTheirOwn() {
        var document = (ObjectNode) api.get(PLAN + "/document?of=live").ok().body();
        OlderDocuments.toVersion7(document);
        document.put("schemaVersion", 6).remove(List.of("topics", "bots"));
        var settings = (ObjectNode) document.path("settings");
        settings.putArray("topics")
                .addObject()
                .put("name", "Lost property")
                .put("skill", "lost-property")
                .put("handsOver", true);
        settings.path("botShares").forEach(share -> ((ObjectNode) share).remove(List.of("language", "source")));
        api.post("/api/v1/plans/document?id=bot-older", document.toString()).ok();

        var topics = api.get("/api/v1/plans/bot-older/document").ok().body().path("topics");
        assertThat(topics.size()).isEqualTo(1);
        assertThat(topics.path(0).path("id").asString()).isEqualTo("lost-property");
        assertThat(topics.path(0).path("skill").asString()).isEqualTo("lost-property");
        assertThat(topics.path(0).path("after").asString()).isEqualTo("HAND_OVER");
    }

    @Test
    void topicsComeAndGoAsAFile() {
        String plan = own("bot-file");
        String file = api.get(plan + "/topics.csv").raw().body();
        assertThat(file).startsWith("topic,what,number,language,text").contains("Travelling with a dog,phrase,,en,");

        var nothing = api.postCsv(plan + "/topics.csv/preview", file.getBytes(StandardCharsets.UTF_8))
                .ok()
                .body();
        assertThat(nothing.path("changes").size())
                .as("its own file changes nothing")
                .isZero();

        String more =
                "topic,what,language,text\nTravelling with a dog,phrase,en,my beagle comes along\nWhales,phrase,en,will I see whales\n,phrase,en,lost\n";
        var preview = api.postCsv(plan + "/topics.csv/preview", more.getBytes(StandardCharsets.UTF_8))
                .ok()
                .body();
        assertThat(preview.path("changes").toString())
                .contains("my beagle comes along")
                .contains("Whales");
        assertThat(preview.path("faults").size()).isEqualTo(1);

        long change = api.get(plan + "/draft").ok().body().path("change").asLong();
        api.putCsv(plan + "/topics.csv?change=" + change, more).ok();
        assertThat(topic(api.get(plan + "/document").ok().body(), "whales")
                        .path("phrases")
                        .path("en")
                        .path(0)
                        .asString())
                .isEqualTo("will I see whales");
        api.postCsv(plan + "/topics.csv/preview", "topic;text\n\"open".getBytes(StandardCharsets.UTF_8))
                .problem(400, "unreadable-file", null);
    }

    @Test
    void whatIsPassedOnStandsInGroupsOfALanguage() {
        var quality = api.get(TERN + "/quality").ok().body();

        assertThat(quality.path("passedOn").size()).isPositive();
        quality.path("passedOn")
                .forEach(group -> assertThat(group.valueStream()
                                .map(one -> one.path("language").asString())
                                .distinct())
                        .hasSize(1));
    }

    @Test
    void twoBotsAtADoorAndASharedPhraseAreFound() {
        String plan = own("bot-findings");
        var document = api.get(plan + "/document").ok().body();
        var twin = (ObjectNode) document.path("bots").path(0).deepCopy();
        twin.put("id", "gull").put("name", "Gull");
        api.put(plan + "/draft/bots/gull", "{\"version\":0,\"element\":" + twin + "}")
                .ok();
        var dog = (ObjectNode) topic(document, "dog").deepCopy();
        ((ArrayNode) dog.path("phrases").path("en")).add("I left my bag on the ferry");
        api.put(plan + "/draft/topics/dog", "{\"version\":1,\"element\":" + dog + "}")
                .ok();

        var findings = api.get(plan + "/findings").ok().body();
        assertThat(findings.toString())
                .contains("two-bots-at-door", "Tern and Gull both answer", "phrase-in-two-topics");
    }

    /** Lost things and found ones in the same words: each phrase that is held back is taken for the other's. */
    @Test
    void topicsInTheSameWordsOverlap() {
        String plan = own("bot-overlap");
        var document = api.get(plan + "/document").ok().body();
        var twin = (ObjectNode) topic(document, "lost").deepCopy();
        twin.put("id", "found").put("name", "Found property");
        var phrases = (ObjectNode) twin.path("phrases");
        List.of("en", "de", "fr").forEach(language -> {
            var own = phrases.putArray(language);
            topic(document, "lost")
                    .path("phrases")
                    .path(language)
                    .forEach(phrase -> own.add(phrase.asString() + (language.equals("en") ? " please" : " !")));
        });
        api.put(plan + "/draft/topics/found", "{\"version\":0,\"element\":" + twin + "}")
                .ok();

        assertThat(api.get(plan + "/findings").ok().body().toString())
                .contains("topics-overlap", "look like Found property to Tern");
    }
}
