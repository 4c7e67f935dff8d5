package io.kinetarch.server.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Plans are made from templates and of others, and removed. */
class PlanShelfTest {
    private final TestServer server = TestServer.running();
    private final Api planner = server.planner();
    private final Api admin = server.signedIn("admin");
    private final JdbcTemplate sql = server.bean(JdbcTemplate.class);

    @ParameterizedTest
    @EnumSource(PlanTemplate.class)
    void aTemplateIsAPlanThatOnlyLacksPeople(PlanTemplate template) {
        String id = made("{\"name\":\"Lock & Weir " + template + "\",\"timeZone\":\"Europe/Dublin\",\"template\":\""
                + template + "\"}");
        assertThat(id).startsWith("lock-weir-");
        var findings = planner.get("/api/v1/plans/" + id + "/findings").ok().body();
        assertThat(StreamSupport.stream(findings.spliterator(), false)
                        .filter(finding -> finding.path("severity").asString().equals("BLOCKS"))
                        .map(finding -> finding.path("words").asString()))
                .as("what keeps it from going live")
                .allSatisfy(words -> assertThat(words).containsAnyOf("nobody", "operator", "member"));
        var week = planner.get("/api/v1/plans/" + id + "/week").ok().body();
        assertThat(week.path("startsAt")).hasSizeGreaterThanOrEqualTo(7 * 48);
        remove(id);
    }

    @Test
    void visitorsOfALanguageComeToItsQueue() {
        String id = made("{\"name\":\"Tongues\",\"timeZone\":\"Europe/Dublin\",\"template\":\"BY_LANGUAGE\"}");
        for (var spoken : new String[][] {{"de", "german"}, {"fr", "french"}, {"en", "english"}, {"nl", "english"}}) {
            var tried = planner.post(
                            "/api/v1/plans/" + id + "/trials",
                            "{\"of\":\"draft\",\"arrival\":{\"door\":\"site\",\"language\":\"" + spoken[0]
                                    + "\",\"answers\":{},\"at\":\"2026-12-09T10:00:00Z\"}}")
                    .ok()
                    .body();
            assertThat(tried.path("queue").asString()).as(spoken[0]).isEqualTo(spoken[1]);
        }
        remove(id);
    }

    private double[] chats(String id) {
        return planner.get("/api/v1/plans/" + id + "/week?monday=2026-12-07")
                .ok()
                .body()
                .path("chats")
                .valueStream()
                .mapToDouble(JsonNode::asDouble)
                .toArray();
    }

    @Test
    void aCopyHasTheDesignTheVolumesAndTheirForecast() {
        String id = made("{\"name\":\"Tarnwick again\",\"copyOf\":\"tarnwick\"}");
        assertThat(id).isEqualTo("tarnwick-again");
        var original = plan("tarnwick");
        var copy = plan(id);
        assertThat(copy.path("settings").path("name").asString()).isEqualTo("Tarnwick again");
        assertThat(copy.path("queues")).isEqualTo(original.path("queues"));
        assertThat(copy.path("operators")).isEqualTo(original.path("operators"));
        // What the original's own chats tell of visitors divides some streams, whose parts then add up in another
        // order.
        assertThat(chats(id)).containsExactly(chats("tarnwick"), within(1e-9));

        var goes = admin.get("/api/v1/plans/" + id + "/removal").ok().body();
        assertThat(goes.path("halfHours").asLong()).isGreaterThan(10_000);
        assertThat(goes.path("revisions").asLong()).isZero();
        remove(id);

        // Nothing of it is left anywhere.
        var tables = sql.queryForList(
                "select table_name from information_schema.columns where column_name = 'plan_id' and table_schema = 'public'",
                String.class);
        assertThat(tables).hasSizeGreaterThan(20);
        for (String table : tables) {
            assertThat(sql.queryForObject("select count(*) from " + table + " where plan_id = ?", Long.class, id))
                    .as(table)
                    .isZero();
        }
        planner.get("/api/v1/plans/" + id + "/draft").problem(404, "not-found", null);
        // Its id is not given again: what was kept of the one must not be taken for the other.
        assertThat(made("{\"name\":\"Tarnwick again\",\"timeZone\":\"Europe/Dublin\"}"))
                .isEqualTo("tarnwick-again-2");
        planner.post("/api/v1/plans", "{\"id\":\"" + id + "\",\"name\":\"X\",\"timeZone\":\"UTC\"}")
                .problem(409, "already-done", null);
        remove("tarnwick-again-2");
    }

    @Test
    void onlyAPlanThatIsMeantAndNeverWasLiveIsRemoved() {
        removed(admin, "/api/v1/plans/tarnwick?name=Tarnwick%20Sound%20Ferries").problem(409, "not-possible", null);
        String id = made("{\"name\":\"Weir\",\"timeZone\":\"Europe/Dublin\"}");
        removed(admin, "/api/v1/plans/" + id + "?name=Another").problem(409, "stale-edit", null);
        planner.delete("/api/v1/plans/" + id + "?name=Weir").problem(403, "not-allowed", null);
        removed(admin, "/api/v1/plans/no-such-plan?name=Weir").problem(404, "not-found", null);
        remove(id);
        planner.post("/api/v1/plans", "{\"name\":\" \",\"timeZone\":\"Europe/Dublin\"}")
                .problem(400, "invalid-document", null);
        planner.post("/api/v1/plans", "{\"name\":\"Y\",\"copyOf\":\"no-such-plan\"}")
                .problem(404, "not-found", null);
    }

    private static Api.Answer removed(Api by, String path) {
        return by.withCsrf("DELETE", path, "");
    }

    private String made(String wanted) {
        return planner.post("/api/v1/plans", wanted).ok().body().path("id").asString();
    }

    private JsonNode plan(String id) {
        return planner.get("/api/v1/plans/" + id + "/draft").ok().body().path("plan");
    }

    private void remove(String id) {
        String name = plan(id).path("settings").path("name").asString();
        assertThat(removed(admin, "/api/v1/plans/" + id + "?name=" + URLEncoder.encode(name, StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(204);
    }
}
