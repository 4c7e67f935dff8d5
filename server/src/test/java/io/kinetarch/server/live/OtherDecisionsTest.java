package io.kinetarch.server.live;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** A version with other decisions takes running chats over from what is stored of them; here the stored ones are made another's. */
class OtherDecisionsTest {
    private static final String SITE = "https://tarnwick-sound.example";
    private static final String DESK = "/api/v1/plans/tarnwick/desk";
    private static final String FARES = "{\"topic\":\"Fares and booking\"}";

    private final TestServer server = TestServer.running();
    private final Api operator = server.signedIn("operator");

    @Test
    void chatsGoOnWhereTheyWereThoughNoStateOfThemIsRead() throws InterruptedException {
        operator.postWithCsrf(DESK + "/presence", "{\"state\":\"present\"}").ok();
        var held = visitor();
        operator.postWithCsrf(DESK + "/chats/" + held.chat() + "/accept", "").ok();
        held.says("Before");
        operator.postWithCsrf(DESK + "/presence", "{\"state\":\"away\"}").ok();
        var waits = visitor();
        server.planner()
                .post("/api/v1/plans/tarnwick/doors/freight-pages/pause", "{\"paused\":true}")
                .ok();
        try {
            var meanwhile =
                    IntStream.range(0, 8).mapToObj(i -> "Meanwhile " + i).toList();
            var talk = CompletableFuture.runAsync(() -> meanwhile.forEach(held::says));
            anotherVersionTakesOver();
            talk.join();
            assertThat(held.says("After").statusCode()).isEqualTo(201);
            assertThat(held.view().path("operator").path("name").asString()).isEqualTo("Ana R.");
            await().atMost(Duration.ofSeconds(30))
                    .untilAsserted(() -> assertThat(held.view()
                                    .path("lines")
                                    .valueStream()
                                    .map(line -> line.path("text").asString()))
                            .startsWith("Before")
                            .endsWith("After")
                            .containsSubsequence(meanwhile)
                            .hasSize(meanwhile.size() + 2));
            assertThat(waits.view().path("stage").asString()).isEqualTo("waiting");
            assertThat(waits.view().path("position").asInt()).isZero();
            assertThat(server.planner()
                            .get("/api/v1/plans/tarnwick/doors/pauses")
                            .ok()
                            .body()
                            .valueStream()
                            .map(JsonNode::asString))
                    .containsExactly("freight-pages");
        } finally {
            server.planner()
                    .post("/api/v1/plans/tarnwick/doors/freight-pages/pause", "{\"paused\":false}")
                    .ok();
            held.does("leave", "");
            waits.does("leave", "");
            operator.postWithCsrf(DESK + "/presence", "{\"state\":\"gone\"}").ok();
        }
    }

    private VisitorClient visitor() {
        var visitor = new VisitorClient(server.address(), "tarnwick", SITE);
        assertThat(visitor.start("booking-site", "en", FARES).statusCode()).isEqualTo(201);
        return visitor;
    }

    /** The lease is taken from the run, and what it left is of other decisions, until another run has begun. */
    private void anotherVersionTakesOver() throws InterruptedException {
        var sql = server.bean(JdbcTemplate.class);
        Long before = term(sql);
        sql.update("""
                update live_run set term = term + 1, held_until = null, state_decisions = -1, state = coalesce(state, ''::bytea),
                                    state_after = coalesce(state_after, 0), state_revision = coalesce(state_revision, 1),
                                    state_chats = coalesce(state_chats, '{}'::jsonb)
                where plan_id = 'tarnwick'""");
        for (int i = 0; i < 200 && term(sql) < before + 2; i++) {
            TimeUnit.MILLISECONDS.sleep(100);
        }
        assertThat(term(sql)).isGreaterThanOrEqualTo(before + 2);
    }

    private static Long term(JdbcTemplate sql) {
        Long term = sql.queryForObject("select term from live_run where plan_id = 'tarnwick'", Long.class);
        assertThat(term).isNotNull();
        return term == null ? 0L : term;
    }
}
