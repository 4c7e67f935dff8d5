package io.kinetarch.server.bot;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.BotsTurn;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.VisitorClient;
import io.kinetarch.server.visit.LivePlans;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Tern at the demo's sailing status page, live. */
class LiveBotTest {
    private static final String DOOR = "sailing-status";
    private static final String SITE = "https://tarnwick-sound.example";
    private static final Duration SOON = Duration.ofSeconds(20);

    private static final int CHATS_AT_ONCE = 12;
    private static final int ACTS_OF_EACH = 25;

    private final TestServer server = TestServer.running();

    @BeforeAll
    static void learn() {
        TestServer.running().untilTernHasLearned();
    }

    private VisitorClient arrived(String language) {
        var visitor = new VisitorClient(server.address(), "tarnwick", SITE);
        var started = visitor.start(DOOR, language, "{\"topic\":\"Is my ferry sailing?\"}");
        assertThat(started.statusCode()).as(started.body()).isEqualTo(201);
        await().atMost(SOON).until(() -> !said(visitor, "bot").isEmpty());
        return visitor;
    }

    private static List<String> said(VisitorClient visitor, String by) {
        return visitor.view()
                .path("lines")
                .valueStream()
                .filter(line -> line.path("from").asString().equals(by))
                .map(line -> line.path("text").asString())
                .toList();
    }

    private static String answerTo(VisitorClient visitor, String text) {
        int before = said(visitor, "bot").size();
        visitor.says(text);
        await().atMost(SOON).until(() -> said(visitor, "bot").size() > before);
        return said(visitor, "bot").getLast();
    }

    private static void isHandedOver(VisitorClient visitor) {
        await().atMost(SOON).until(() -> visitor.view().path("stage").asString(), stage -> stage.equals("waiting"));
    }

    private JsonNode record(VisitorClient visitor) {
        visitor.does("leave", "");
        await().atMost(SOON).until(() -> visitor.view().path("stage").asString().equals("ended"));
        return server.planner()
                .get("/api/v1/plans/tarnwick/records/" + visitor.chat())
                .ok()
                .body();
    }

    @Test
    void ternGreetsAnswersAndIsDone() {
        var visitor = arrived("en");
        assertThat(said(visitor, "bot")).singleElement().asString().contains("I am Tern");
        assertThat(visitor.view().path("stage").asString()).isEqualTo("bot");
        assertThat(visitor.view().path("lines").path(0).path("name").asString()).isEqualTo("Tern");

        assertThat(answerTo(visitor, "can I bring my dog")).startsWith("Dogs and cats travel free");
        assertThat(answerTo(visitor, "wie viele Koffer reisen frei mit"))
                .as("in the language that is asked in, from a page")
                .startsWith("Zwei Koffer")
                .contains("Gepäck und Fahrräder");
        assertThat(record(visitor).path("line").path("outcome").asString()).isEqualTo("finished-by-bot");
    }

    @Test
    void whatItOffersIsAnsweredByAPress() {
        var visitor = arrived("de");
        answerTo(visitor, "darf ich meinen Hund mitnehmen");
        var offers =
                visitor.view().path("lines").valueStream().toList().getLast().path("offers");
        assertThat(offers.path(0).asString()).isEqualTo("Wann einchecken");

        assertThat(answerTo(visitor, "Wann einchecken")).endsWith("Ein Foto der Buchung genügt.");
        assertThat(visitor.view().path("stage").asString()).isEqualTo("bot");
        record(visitor);
    }

    @Test
    void whoeverAsksForAPersonIsNotArguedWith() {
        var visitor = arrived("de");
        visitor.says("ich will mit einem Mitabeiter sprechen");
        isHandedOver(visitor);

        assertThat(said(visitor, "bot")).as("the greeting and nothing else").hasSize(1);
        record(visitor);
    }

    @Test
    void whoeverWritesASignOfAngerGetsAPersonAtOnce() {
        var visitor = arrived("fr");
        visitor.says("C'est SCANDALEUX, mon avocat va vous écrire");
        isHandedOver(visitor);

        assertThat(said(visitor, "bot")).as("the greeting and nothing else").hasSize(1);
        assertThat(record(visitor).toString()).contains("what Tern lists as a sign");
    }

    @Test
    void aPageSendsVisitorsPastTheBot() {
        var visitor = new VisitorClient(server.address(), "tarnwick", SITE);
        visitor.startOn(
                DOOR,
                "en",
                "https://tarnwick-sound.example/status/cancelled/today",
                "{\"topic\":\"Is my ferry sailing?\"}");
        isHandedOver(visitor);

        assertThat(said(visitor, "bot")).isEmpty();
        assertThat(record(visitor).toString()).contains("Tern sends it to people");
    }

    /** The bot comes back on the operator's word alone, and goes on with what it knows; what people were told is not answered again. */
    @Test
    void anOperatorGivesAChatBackToTheBot() {
        var operator = server.signedIn("operator");
        String desk = "/api/v1/plans/tarnwick/desk";
        operator.postWithCsrf(desk + "/presence", "{\"state\":\"present\"}").ok();
        var visitor = new VisitorClient(server.address(), "tarnwick", SITE);
        visitor.start(DOOR, "de", "{\"topic\":\"Something else\"}");
        await().atMost(SOON).until(() -> !said(visitor, "bot").isEmpty());
        String chat = desk + "/chats/" + visitor.chat();
        try {
            visitor.says("ich möchte einen Menschen sprechen");
            await().atMost(SOON)
                    .until(() -> operator.postWithCsrf(chat + "/accept", "").status() < 300);
            visitor.says("darf mein Hund mit?");
            reply(operator, chat, "Ja, gern.");
            operator.postWithCsrf(chat + "/to-bot", "").ok();

            await().atMost(SOON)
                    .until(() -> visitor.view().path("stage").asString().equals("bot"));
            await().atMost(SOON).until(() -> said(visitor, "bot").size() == 2);
            assertThat(said(visitor, "bot").getLast()).startsWith("Hier ist wieder Tern");
            assertThat(answerTo(visitor, "kann ich ein Fahrrad mitnehmen und was kostet es"))
                    .isNotBlank();
            assertThat(operator.postWithCsrf(
                                    chat + "/messages", "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":\"x\"}")
                            .status())
                    .as("only the bot writes now")
                    .isGreaterThanOrEqualTo(400);
        } finally {
            visitor.does("leave", "");
            operator.postWithCsrf(desk + "/presence", "{\"state\":\"gone\"}");
        }
    }

    @Test
    void notUnderstoodTwiceIsHandedOver() {
        var visitor = arrived("en");
        assertThat(answerTo(visitor, "xyzzy plugh")).startsWith("I am sorry, I did not understand");
        visitor.says("plugh xyzzy");
        isHandedOver(visitor);

        assertThat(said(visitor, "bot")).hasSize(2);
        assertThat(record(visitor).toString()).contains("handed-over");
    }

    @Test
    void aTopicThatPeopleAnswerIsHandedOverWithItsWords() {
        var visitor = arrived("fr");
        assertThat(answerTo(visitor, "je voudrais un remboursement de mon billet"))
                .isNotBlank();
        isHandedOver(visitor);

        var record = record(visitor);
        assertThat(record.path("entries")
                        .valueStream()
                        .map(entry -> entry.path("event").asString()))
                .containsSubsequence("arrived", "to-bot", "said", "said", "said", "handed-over", "queued", "ended");
    }

    @Test
    void whatItWasToldIsKeptFromTurnToTurn() {
        var visitor = arrived("en");
        assertThat(answerTo(visitor, "I want to change my booking")).contains("booking number");
        assertThat(answerTo(visitor, "no idea")).contains("a dash and six digits");
        assertThat(answerTo(visitor, "TS-204518")).contains("TS-204518");
        record(visitor);
    }

    /** At the booking site people answer, and Tern lies in their reply what it would say. */
    @Test
    void draftsLieInTheReplyAndAreCounted() {
        var operator = server.signedIn("operator");
        String desk = "/api/v1/plans/tarnwick/desk";
        operator.postWithCsrf(desk + "/presence", "{\"state\":\"present\"}").ok();
        var visitor = new VisitorClient(server.address(), "tarnwick", SITE);
        visitor.start("booking-site", "en", "{\"topic\":\"Something else\"}");
        String chat = desk + "/chats/" + visitor.chat();
        try {
            int before = count("Travelling with a dog", "taken");
            await().atMost(SOON)
                    .until(() -> operator.postWithCsrf(chat + "/accept", "").status() < 300);
            visitor.says("can I bring my dog");
            await().atMost(SOON).until(() -> !draft(operator, visitor).isEmpty());
            assertThat(draft(operator, visitor)).startsWith("Dogs and cats travel free");
            assertThat(said(visitor, "bot")).as("nothing that nobody said").isEmpty();

            reply(operator, chat, draft(operator, visitor));
            await().atMost(SOON).until(() -> count("Travelling with a dog", "taken") == before + 1);
            assertThat(draft(operator, visitor)).isEmpty();
        } finally {
            operator.postWithCsrf(chat + "/end", "");
            operator.postWithCsrf(desk + "/presence", "{\"state\":\"gone\"}");
        }
    }

    private static void reply(Api operator, String chat, String words) {
        operator.postWithCsrf(
                        chat + "/messages",
                        "{\"key\":\"" + UUID.randomUUID() + "\",\"text\":" + Api.quoted(words) + "}")
                .ok();
    }

    private static String draft(Api operator, VisitorClient visitor) {
        return operator.get("/api/v1/plans/tarnwick/desk")
                .ok()
                .body()
                .path("places")
                .valueStream()
                .filter(place -> place.path("chat").asLong() == visitor.chat())
                .map(place -> place.path("bot").path("draft").asString(""))
                .findFirst()
                .orElse("");
    }

    /** What the bot's record counts of a topic. */
    private int count(String topic, String what) {
        return server.planner()
                .get("/api/v1/plans/tarnwick/bots/tern/chats")
                .ok()
                .body()
                .path("topics")
                .valueStream()
                .filter(one -> one.path("topic").asString("").equals(topic))
                .mapToInt(one -> one.path(what).asInt())
                .sum();
    }

    /** A person asked for right after an answer, a poor mark, and the mark of an operator each say that it was wrong. */
    @Test
    void whereItWasWrongIsCountedOnce() {
        var before = counts("Travelling with a dog");
        var content = arrived("en");
        answerTo(content, "can I bring my dog");
        record(content);
        assertThat(content.does("rating", "{\"mark\":5,\"comment\":\"Quick!\"}").statusCode())
                .isEqualTo(200);
        var asking = arrived("en");
        answerTo(asking, "can I bring my dog");
        asking.says("let me talk to a human please");
        isHandedOver(asking);
        record(asking);
        var cross = arrived("en");
        answerTo(cross, "can I bring my dog");
        assertThat(cross.does("rating", "{\"mark\":1,\"comment\":null}").statusCode())
                .as("not before its end")
                .isEqualTo(409);
        record(cross);
        assertThat(cross.does("rating", "{\"mark\":9,\"comment\":null}").statusCode())
                .isEqualTo(400);
        assertThat(cross.does("rating", "{\"mark\":1,\"comment\":null}").statusCode())
                .isEqualTo(200);
        assertThat(cross.does("rating", "{\"mark\":5,\"comment\":null}").statusCode())
                .as("the first counts")
                .isEqualTo(200);

        assertThat(counts("Travelling with a dog"))
                .containsExactly(
                        before.get(0) + 3,
                        before.get(1) + 2,
                        before.get(2) + 1,
                        before.get(3) + 1,
                        before.get(4),
                        before.get(5) + 2);
        var kept = server.planner()
                .get("/api/v1/plans/tarnwick/records/" + content.chat())
                .ok()
                .body();
        assertThat(kept.path("rating").path("mark").asInt()).isEqualTo(5);
        assertThat(kept.path("rating").path("comment").asString()).isEqualTo("Quick!");
    }

    private List<Integer> counts(String topic) {
        return Stream.of("chats", "finished", "asked", "rated", "marked", "wrong")
                .map(what -> count(topic, what))
                .toList();
    }

    @Test
    void anOperatorMarksWhatItSaidAsWrong() {
        var operator = server.signedIn("operator");
        String desk = "/api/v1/plans/tarnwick/desk";
        operator.postWithCsrf(desk + "/presence", "{\"state\":\"present\"}").ok();
        int before = count("Travelling with a dog", "marked");
        var visitor = arrived("en");
        String chat = desk + "/chats/" + visitor.chat();
        try {
            answerTo(visitor, "can I bring my dog");
            int entry = visitor.view()
                    .path("lines")
                    .valueStream()
                    .toList()
                    .getLast()
                    .path("number")
                    .asInt();
            visitor.says("let me talk to a human please");
            isHandedOver(visitor);
            await().atMost(SOON)
                    .until(() -> operator.postWithCsrf(chat + "/accept", "").status() < 300);

            operator.postWithCsrf(chat + "/entries/" + entry + "/wrong", "{\"wrong\":true}")
                    .ok();
            operator.postWithCsrf(chat + "/entries/" + entry + "/wrong", "{\"wrong\":true}")
                    .ok();
            operator.postWithCsrf(chat + "/entries/" + (entry + 2) + "/wrong", "{\"wrong\":true}")
                    .problem(404, "not-found", null);
            operator.postWithCsrf(chat + "/end", "");
            await().atMost(SOON).until(() -> count("Travelling with a dog", "marked") == before + 1);

            operator.postWithCsrf(chat + "/entries/" + entry + "/wrong", "{\"wrong\":false}");
        } finally {
            operator.postWithCsrf(chat + "/end", "");
            operator.postWithCsrf(desk + "/presence", "{\"state\":\"gone\"}");
        }
    }

    /** What the bot collected and took the chat for comes along. */
    @Test
    void whoeverTakesItOverHasTheSummary() {
        var visitor = arrived("en");
        answerTo(visitor, "I want to change my booking");
        answerTo(visitor, "TS-204518");
        visitor.says("let me talk to a human please");
        isHandedOver(visitor);

        var parts = server.bean(BotParts.class);
        var plan = server.bean(LivePlans.class).live("tarnwick").plan();
        var part = parts.of("tarnwick", plan, visitor.chat(), DOOR).orElseThrow();
        assertThat(part.topic()).isEqualTo("Change my booking");
        assertThat(part.certainty()).isGreaterThan(0.5);
        assertThat(part.collected()).contains(new BotParts.Collected("booking", "TS-204518"));
        record(visitor);
    }

    @Test
    void aDraftIsTakenChangedOrDropped() {
        var draft = new DraftMapper.StoredDraft(1, null, "Dogs and cats travel free on deck.");

        assertThat(ReplyDrafts.fate(draft, "Dogs and cats travel free on deck. "))
                .isEqualTo("taken");
        assertThat(ReplyDrafts.fate(draft, "Yes! Dogs travel free on the deck and in the lounge, cats too."))
                .isEqualTo("changed");
        assertThat(ReplyDrafts.fate(draft, "One moment please.")).isEqualTo("dropped");
    }

    /** Turns that are asked for again and again, as after a change of hands, are taken once. */
    @Test
    void noTurnIsTakenTwice() {
        var visitor = arrived("en");
        var bots = server.bean(LiveBots.class);
        visitor.says("can I bring my dog");
        for (int i = 0; i < 30; i++) {
            bots.turn(new BotsTurn("tarnwick", List.of(visitor.chat())));
        }
        await().atMost(SOON).until(() -> said(visitor, "bot").size() > 1);
        assertThat(answerTo(visitor, "thanks")).startsWith("You are welcome");
        assertThat(said(visitor, "bot")).as("a greeting, an answer, a courtesy").hasSize(3);
        record(visitor);
    }

    /**
     * Visitors, a bot and an operator who do anything at any time, each chat with a thread of its own: whoever wrote held the chat then, and
     * nothing was answered twice.
     */
    @Test
    void botAndPeopleNeverBothWrite() throws InterruptedException {
        var operator = server.signedIn("operator");
        String desk = "/api/v1/plans/tarnwick/desk";
        operator.postWithCsrf(desk + "/presence", "{\"state\":\"present\"}").ok();
        var visitors = new ArrayList<VisitorClient>();
        try (var threads = Executors.newVirtualThreadPerTaskExecutor()) {
            for (int seed = 0; seed < CHATS_AT_ONCE; seed++) {
                var visitor = new VisitorClient(server.address(), "tarnwick", SITE);
                visitor.start(DOOR, List.of("en", "de", "fr").get(seed % 3), "{\"topic\":\"Something else\"}");
                visitors.add(visitor);
                var random = new Random(seed);
                threads.execute(() -> actAtRandom(visitor, operator, desk + "/chats/" + visitor.chat(), random));
            }
        }
        visitors.forEach(visitor -> visitor.does("leave", ""));
        operator.postWithCsrf(desk + "/presence", "{\"state\":\"gone\"}");
        for (int seed = 0; seed < CHATS_AT_ONCE; seed++) {
            var visitor = visitors.get(seed);
            await().atMost(SOON)
                    .until(() -> visitor.view().path("stage").asString().equals("ended"));
            assertOneWriter(visitor.chat(), "seed " + seed);
        }
    }

    private static void actAtRandom(VisitorClient visitor, Api operator, String chat, Random random) {
        for (int i = 0; i < ACTS_OF_EACH; i++) {
            switch (random.nextInt(10)) {
                case 0, 1 -> visitor.says("can I bring my dog");
                case 2 -> visitor.says("xyzzy plugh");
                case 3 -> visitor.says("ich möchte einen Menschen sprechen");
                case 4 -> visitor.says("was kostet ein Fahrrad im Juli");
                case 5, 6 -> operator.postWithCsrf(chat + "/accept", "");
                case 7 -> operator.postWithCsrf(chat + "/decline", "");
                case 8 -> operator.postWithCsrf(chat + "/to-bot", "");
                default ->
                    operator.postWithCsrf(
                            chat + "/messages",
                            "{\"key\":\"" + new UUID(random.nextLong(), 7) + "\",\"text\":\"Yes.\"}");
            }
        }
    }

    private void assertOneWriter(long chat, String seed) {
        String holder = "nobody";
        // A greeting, then an answer at most for each thing said; what was said together may be answered together.
        int mayAnswer = 0;
        var entries = server.bean(ChatReader.class).entries("tarnwick", chat, 0, 2_000);
        for (var entry : entries) {
            String told = seed + ", " + entry.number() + " of " + entries;
            switch (entry.event()) {
                case "to-bot" -> {
                    holder = "bot";
                    mayAnswer = 1;
                }
                case "assigned" -> holder = "operator";
                case "handed-over", "queued", "transferred" -> holder = "queue";
                case "said" -> {
                    String author = String.valueOf(entry.author());
                    if (author.equals("bot") || author.equals("operator")) {
                        assertThat(holder).as(told).isEqualTo(author);
                    }
                    mayAnswer += author.equals("visitor") ? 1 : author.equals("bot") ? -1 : 0;
                    assertThat(mayAnswer).as("answered twice: " + told).isNotNegative();
                }
                default -> {
                    // tells nothing of who holds it
                }
            }
        }
    }

    @Test
    void aFloodIsAnsweredTogether() {
        var visitor = arrived("en");
        for (int i = 0; i < 10; i++) {
            visitor.says("can I bring my dog");
        }
        await().atMost(SOON).until(() -> said(visitor, "bot").size() > 1);
        assertThat(answerTo(visitor, "thank you very much")).isNotBlank();
        assertThat(said(visitor, "bot").size()).isLessThanOrEqualTo(12);
        assertThat(Api.json(visitor.view().toString()).path("stage").asString()).isEqualTo("bot");
        record(visitor);
    }
}
