package io.kinetarch.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

class PeopleCallTest {
    private final Api api = TestServer.running().planner();
    private final String plan = "/api/v1/plans/people-" + System.identityHashCode(this);

    PeopleCallTest() {
        var document =
                api.get("/api/v1/plans/tarnwick/document?of=live").ok().raw().body();
        api.post("/api/v1/plans/document?id=" + plan.substring(plan.lastIndexOf('/') + 1), document)
                .ok();
    }

    @Test
    void theTableTellsQueuesLevelsAndSeats() {
        var table = api.get(plan + "/people").ok().body();

        assertThat(table.path("queuesOf").path("ana-r").valueStream().map(JsonNode::asString))
                .as("in the order of the queues' priorities")
                .containsExactly("sailings", "rebooking", "fares");
        assertThat(table.path("heldAt").path("freight").valueStream().map(JsonNode::asInt))
                .containsExactly(0, 0, 1, 2, 1);
        assertThat(table.path("seats").asInt()).isEqualTo(28);
        assertThat(table.path("used").asInt()).isEqualTo(26);
    }

    @Test
    void whoCannotAnswerIsNamedWithWhatStandsInTheWay() {
        var unable = api.get(plan + "/people/unable").ok().body();
        assertThat(why(unable, "ana-r")).as("has an account of the right role").isEmpty();
        assertThat(why(unable, "bram-o")).containsExactly("NO_ACCOUNT");

        withAccount("bram-o", "viewer", 1);
        assertThat(why(api.get(plan + "/people/unable").ok().body(), "bram-o")).containsExactly("MAY_NOT_ANSWER");
        withAccount("bram-o", "nobody-knows", 2);
        assertThat(why(api.get(plan + "/people/unable").ok().body(), "bram-o")).containsExactly("ACCOUNT_UNKNOWN");
        TestServer.running().signedIn("viewer").get(plan + "/people/unable").problem(403, "not-allowed", null);
    }

    /** Viewers and operators need not know who their colleagues are; planners and administrators do. */
    @Test
    void realNamesAreForThoseWhoPlan() {
        var viewer = TestServer.running().signedIn("viewer");
        for (String path : List.of("/draft", "/document", "/people.csv")) {
            assertThat(api.get(plan + path).ok().raw().body()).as(path).contains("Ana Reyes");
            assertThat(viewer.get(plan + path).ok().raw().body())
                    .as(path)
                    .contains("Ana R.")
                    .doesNotContainIgnoringCase("reyes");
        }
        withAccount("ana-r", "operator", 1);
        withAccount("bram-o", "nobody-knows", 1);
        assertThat(api.get(plan + "/draft/news?since=0").ok().raw().body()).contains("Bram Oduya");
        assertThat(viewer.get(plan + "/draft/news?since=0").ok().raw().body())
                .contains("bram-o")
                .doesNotContain("Bram Oduya");
        viewer.get(plan + "/roster/rules").problem(403, "not-allowed", null);
    }

    private void withAccount(String operator, String account, int version) {
        var element = api.get(plan + "/draft")
                .ok()
                .body()
                .path("plan")
                .path("operators")
                .valueStream()
                .filter(one -> one.path("id").asString().equals(operator))
                .findFirst()
                .orElseThrow();
        ((ObjectNode) element).put("account", account);
        api.put(plan + "/draft/operators/" + operator, "{\"version\":" + version + ",\"element\":" + element + "}")
                .ok();
    }

    private static List<String> why(JsonNode unable, String operator) {
        return unable.valueStream()
                .filter(one -> one.path("operator").asString().equals(operator))
                .map(one -> one.path("why").asString())
                .toList();
    }

    @Test
    void aFileIsShownBeforeItIsTaken() {
        String file = """
                public name,skills,capacity
                Ana R.,Fares:5; Rebooking:4; Sailings:5,8
                Bram O.,Fares:4; Sailings:3; Lost property:2,6
                Nell Quay,Fares:2,4
                Nobody,Knots:3,4
                """;
        var preview = api.postCsv(plan + "/people.csv/preview", file.getBytes(StandardCharsets.UTF_8))
                .ok()
                .body();

        assertThat(preview.path("added").path(0).path("name").asString()).isEqualTo("Nell Quay");
        assertThat(preview.path("changed").path(0).path("words").path(0).asString())
                .isEqualTo("capacity 6 → 8");
        assertThat(preview.path("unchanged").asInt()).isEqualTo(1);
        assertThat(preview.path("left").asInt()).isEqualTo(24);
        assertThat(preview.path("faults").path(0).path("reason").asString()).contains("no skill \"Knots\"");
        assertThat(api.get(plan + "/draft").body().path("change").asLong()).isZero();

        api.putCsv(plan + "/people.csv?change=0", file).ok();
        assertThat(api.get(plan + "/people").body().path("used").asInt()).isEqualTo(27);
        assertThat(api.get(plan + "/draft").body().path("undo").path("words").asString())
                .startsWith("People imported: ");
        assertThat(TestServer.running()
                        .signedIn("admin")
                        .get("/api/v1/security-log?kind=IMPORTED")
                        .ok()
                        .raw()
                        .body())
                .as("what was brought in is kept")
                .contains(plan + "/people.csv");
        api.postCsv(plan + "/people.csv/preview", new byte[0]).problem(400, "unreadable-file", null);
    }

    @Test
    void theFileThatGoesOutChangesNothingWhenItComesIn() {
        String file = api.get(plan + "/people.csv").ok().raw().body();
        assertThat(file).startsWith("id,public name,real name,").contains("Ana Reyes", "Fares:5; Rebooking:4");

        var preview = api.postCsv(plan + "/people.csv/preview", file.getBytes(StandardCharsets.UTF_8))
                .ok()
                .body();
        assertThat(preview.path("added").size() + preview.path("changed").size())
                .isZero();
        assertThat(preview.path("unchanged").asInt()).isEqualTo(26);
        api.putCsv(plan + "/people.csv?change=0", file).ok();
        assertThat(api.get(plan + "/draft").body().path("change").asLong())
                .as("what changes nothing is no change")
                .isZero();
    }

    @Test
    void operatorsChangeTheirOwnProfileAndNothingElse() {
        var ana = TestServer.running().signedIn("operator");
        assertThat(ana.get(plan + "/profile").ok().body().path("operator").asString())
                .isEqualTo("ana-r");
        var profile = "{\"version\":1,\"name\":\"Ana Maria\",\"picture\":null,"
                + "\"languages\":[{\"language\":\"en\",\"level\":5}],\"greeting\":{\"en\":\"Hi.\"}}";

        ana.withCsrf("PUT", plan + "/profile", profile).ok();
        var operator =
                api.get(plan + "/draft").body().path("plan").path("operators").path(0);
        assertThat(operator.path("name").asString()).isEqualTo("Ana Maria");
        assertThat(operator.path("skills").size()).isEqualTo(3);
        ana.withCsrf("PUT", plan + "/profile", profile).problem(409, "stale-edit", null);
        ana.withCsrf("PUT", plan + "/draft/operators/ana-r", "{\"version\":2,\"element\":" + operator + "}")
                .problem(403, "not-allowed", null);
        TestServer.running().signedIn("admin").get(plan + "/profile").problem(404, "not-found", null);
    }
}
