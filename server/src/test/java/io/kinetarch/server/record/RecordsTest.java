package io.kinetarch.server.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.VisitorClient;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Finished chats are found by everything that is kept of them. */
class RecordsTest {
    private static final String RECORDS = "/api/v1/plans/tarnwick/records";
    private static final Duration SOON = Duration.ofSeconds(20);

    private final TestServer server = TestServer.running();
    private final Api planner = server.planner();

    private JsonNode found(String query) {
        return planner.get(RECORDS + "?" + query).ok().body();
    }

    private static String words(String text) {
        return "words=" + URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    private List<Long> chats(String query) {
        return found(query)
                .path("lines")
                .valueStream()
                .map(line -> line.path("chat").asLong())
                .toList();
    }

    /** One whose visitor says something, leaves, and rates with a comment. */
    private long ended(String language, String said, String comment) throws Exception {
        var visitor = new VisitorClient(server.address(), "tarnwick", "https://tarnwick-sound.example");
        assertThat(visitor.start(
                                "booking-site",
                                language,
                                "{\"topic\":\"Fares and booking\",\"booking-reference\":\"TS-771203\"}")
                        .statusCode())
                .isEqualTo(201);
        visitor.says(said);
        visitor.does("leave", "{}");
        assertThat(visitor.does("rating", "{\"mark\":2,\"comment\":\"" + comment + "\"}")
                        .statusCode())
                .isEqualTo(200);
        return visitor.chat();
    }

    /** Stems as the Snowball algorithms give them, of which the database's are made: "Fahrräder" and "Fahrrads" have one stem. */
    @Test
    void byWordsInTheirLanguage() throws Exception {
        long german = ended("de", "Nehmen Sie zwei Fahrräder mit in den Zirkuszug?", "Niemand war da");
        long english = ended("en", "Do your ferries carry unicycles?", "Nobody answered");
        await().atMost(SOON).until(() -> chats(words("unicycle")).contains(english));
        await().atMost(SOON).until(() -> chats(words("Fahrrads Zirkuszug")).contains(german));
        assertThat(chats(words("carrying unicycle ferry"))).containsExactly(english);
        assertThat(chats(words("\"zwei Fahrräder\" Zirkuszug"))).containsExactly(german);
        assertThat(chats(words("Zirkuszug -Fahrrad"))).isEmpty();
        // What was answered before the chat, and written beside the rating.
        assertThat(chats(words("TS-771203") + "&language=de")).contains(german).doesNotContain(english);
        await().atMost(SOON).until(() -> chats(words("niemand Zirkuszug")).contains(german));
        assertThat(chats(words("unicycle") + "&rated=2")).containsExactly(english);
        assertThat(chats(words("unicycle") + "&rated=1")).isEmpty();
    }

    @Test
    void byWhatIsKeptOfThem() {
        var all = found("outcome=finished-by-bot");
        assertThat(all.path("found").asInt()).isGreaterThan(100);
        assertThat(all.path("lines")
                        .valueStream()
                        .map(line -> line.path("outcome").asString()))
                .hasSize(50)
                .containsOnly("finished-by-bot");
        assertThat(all.path("next").asString()).isNotBlank();
        var waited = found("queue=rebooking&waited=60&outcome=gave-up&outcome=ended-by-operator");
        assertThat(waited.path("lines")
                        .valueStream()
                        .filter(line -> line.path("waitedMillis").asLong() < 60_000))
                .isEmpty();
        var day = found("from=2026-11-30&until=2026-11-30&door=freight-pages");
        assertThat(day.path("lines")
                        .valueStream()
                        .map(line -> line.path("endedAt").asString().substring(0, 10)))
                .isNotEmpty()
                .containsOnly("2026-11-30");
        assertThat(day.path("lines").path(0).path("door").asString()).isEqualTo("Freight pages");
    }

    @Test
    void whatCannotBeLookedForIsSaid() {
        planner.get(RECORDS + "?" + words("?!")).problem(400, "invalid-parameter", null);
        planner.get(RECORDS + "?" + words("'")).problem(400, "invalid-parameter", null);
        assertThat(found(words("q")).path("lines").isArray()).as("one letter").isTrue();
        planner.get(RECORDS + "?from=yesterday").problem(400, "invalid-parameter", null);
        planner.get(RECORDS + "?before=x").problem(400, "invalid-parameter", null);
        for (String odd : List.of("rated=-3", "topic=%27%5C", "door=" + "a".repeat(3000))) {
            assertThat(found(odd).path("found").asInt()).as(odd).isZero();
        }
        assertThat(found("rated=2000000000").path("found").asInt())
                .as("rated at all")
                .isEqualTo(found("rated=5").path("found").asInt());
    }

    /** Read back by the parser of RFC 4180. */
    @Test
    void asATable() throws Exception {
        planner.get("/api/v1/plans/nowhere/records/records.csv").problem(404, "not-found", null);
        var rows = planner.get(RECORDS + "/records.csv?outcome=finished-by-bot&door=sailing-status")
                .ok()
                .rows();
        Long stored = server.bean(JdbcTemplate.class)
                .queryForObject(
                        "select count(*) from live_chat where plan_id = 'tarnwick' and outcome = 'FINISHED_BY_BOT'"
                                + " and door_id = 'sailing-status'",
                        Long.class);
        assertThat((long) rows.size())
                .as("more than one page")
                .isEqualTo(stored)
                .isGreaterThan(50);
        assertThat(rows.getFirst().get("outcome")).isEqualTo("finished-by-bot");
        assertThat(rows.getFirst().get("door")).isEqualTo("Sailing status");
    }
}
