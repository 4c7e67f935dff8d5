package io.kinetarch.server.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.VisitorClient;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** What somebody wrote is shown, taken out, and erased; what is counted of it stays. */
class ErasureTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String ERASE = PLAN + "/records/erase";
    private static final Duration SOON = Duration.ofSeconds(20);

    private final TestServer server = TestServer.running();
    private final Api administrator = server.signedIn("admin");
    private final JdbcTemplate sql = server.bean(JdbcTemplate.class);

    @AfterEach
    void keepForEver() {
        administrator.withCsrf("PUT", ERASE + "/retention", "[]").ok();
    }

    private VisitorClient comes(String reference, String says) {
        var visitor = new VisitorClient(server.address(), "tarnwick", "https://tarnwick-sound.example");
        assertThat(visitor.start(
                                "booking-site",
                                "en",
                                "{\"topic\":\"Fares and booking\",\"booking-reference\":\"" + reference + "\"}")
                        .statusCode())
                .isEqualTo(201);
        visitor.says(says);
        return visitor;
    }

    private long ended(String reference, String says) {
        var visitor = comes(reference, says);
        visitor.sends("ticket.txt", "my ticket".getBytes(StandardCharsets.UTF_8));
        visitor.does("leave", "{}");
        visitor.does("rating", "{\"mark\":1,\"comment\":\"Call me, " + reference + "\"}");
        await().atMost(SOON).until(() -> found(reference) > 0);
        // A rating that comes later has the chat counted anew.
        await().atMost(SOON)
                .until(() -> sql.queryForList(
                                "select rating from live_count where chat = ?", Integer.class, visitor.chat())
                        .contains(1));
        return visitor.chat();
    }

    private int found(String reference) {
        return administrator
                .get(PLAN + "/records?words=" + reference)
                .ok()
                .body()
                .path("found")
                .asInt();
    }

    private JsonNode record(long chat) {
        return administrator.get(PLAN + "/records/" + chat).ok().body();
    }

    @Test
    void ofOnePersonIsShownFirstAndThenDone() {
        long chat = ended("TS-909090", "My name is Wilhelmina Quist.");
        var running = comes("TS-909090", "And once more.");
        var kept = administrator
                .get(PLAN + "/records/records.json?words=TS-909090")
                .ok()
                .body();
        assertThat(kept.size()).isEqualTo(1);
        assertThat(kept.toString()).contains("Wilhelmina Quist", "TS-909090", "Call me");

        var preview = administrator.get(ERASE + "?words=TS-909090").ok().body();
        assertThat(preview.path("chats").asInt()).as("running chats stay").isEqualTo(1);
        assertThat(preview.path("texts").asInt()).isGreaterThanOrEqualTo(2);
        assertThat(preview.path("given").asInt()).isPositive();
        administrator.postWithCsrf(ERASE + "?words=TS-909090", "{\"chats\":2}").problem(409, "stale-edit", null);
        assertThat(record(chat).toString()).contains("Wilhelmina");

        administrator.postWithCsrf(ERASE + "?words=TS-909090", "{\"chats\":1}").ok();

        var after = record(chat);
        assertThat(after.toString()).doesNotContain("Wilhelmina", "909090", "Call me", "ticket.txt");
        assertThat(after.path("erasedAt").asString()).isNotBlank();
        assertThat(after.path("line").path("outcome").asString()).isNotBlank();
        assertThat(after.path("entries").isEmpty()).as("what happened stays").isFalse();
        assertThat(found("TS-909090")).isZero();
        assertThat(sql.queryForObject("select count(*) from live_count where chat = ?", Integer.class, chat))
                .isEqualTo(1);
        assertThat(sql.queryForObject("select count(*) from live_file where chat = ?", Integer.class, chat))
                .isZero();
        var readings = administrator.get(PLAN + "/records/readings").ok().body();
        assertThat(readings.valueStream()
                        .map(one -> one.path("what").asString() + " "
                                + one.path("detail").asString()))
                .contains("erased words", "exported words");
        assertThat(readings.toString()).as("nor is the person named there").doesNotContain("909090");
        running.does("leave", "{}");
    }

    @Test
    void isDoneByItselfOnceItsTimeIsOver() {
        long chat = ended("TS-808080", "Something old.");
        administrator
                .withCsrf(
                        "PUT",
                        ERASE + "/retention",
                        "[{\"door\":\"booking-site\",\"outcome\":\"gave-up\",\"days\":30},{\"door\":null,\"outcome\":null,\"days\":3650}]")
                .ok();
        sql.update("update live_count set ended_at = ended_at - interval '40 days' where chat = ?", chat);
        long newer = ended("TS-707070", "Something new.");

        server.bean(Erasure.class).eraseOld();

        assertThat(record(chat).path("erasedAt").asString()).isNotBlank();
        assertThat(record(newer).path("erasedAt").isNull()).isTrue();
    }

    @Test
    void wantsToBeToldWhichAndIsNotForEverybody() {
        administrator.get(ERASE).problem(400, "invalid-parameter", null);
        administrator.get(ERASE + "?words=&outcome=").problem(400, "invalid-parameter", null);
        administrator.get(ERASE + "?from=2026-11-30").problem(400, "invalid-parameter", null);
        administrator
                .withCsrf("PUT", ERASE + "/retention", "[{\"door\":null,\"outcome\":null,\"days\":0}]")
                .problem(400, "invalid-document", "#/0/days");
        administrator
                .withCsrf(
                        "PUT",
                        ERASE + "/retention",
                        "[{\"door\":null,\"outcome\":null,\"days\":9},{\"door\":null,\"outcome\":null,\"days\":8}]")
                .problem(400, "invalid-document", "#/1");
        var planner = server.signedIn("planner");
        planner.get(ERASE + "?words=ferry").problem(403, "not-allowed", null);
        planner.get(PLAN + "/records?words=ferry").ok();
    }
}
