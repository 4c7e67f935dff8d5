package io.kinetarch.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import org.junit.jupiter.api.Test;

class TokensTest {
    @Test
    void aTokenIsToldOnceReachesAsFarAsItsScopesAndCanBeRevoked() {
        var planner = TestServer.running().signedIn("planner");
        String secret = planner.postWithCsrf(
                        "/api/v1/tokens", "{\"label\":\"Reports\",\"scopes\":[\"READ\",\"CALCULATE\"]}")
                .ok()
                .body()
                .path("token")
                .asString();
        Api script = TestServer.running().withToken(secret);

        script.get("/api/v1/plans/tarnwick/draft").ok();
        script.post("/api/v1/plans/tarnwick/draft/undo", "").problem(403, "not-allowed", null);
        script.post("/api/v1/plans/tarnwick/revisions", "{\"change\":0,\"note\":\"\"}")
                .problem(403, "not-allowed", null);
        script.post("/api/v1/tokens", "{\"label\":\"More\",\"scopes\":[\"DESIGN\"]}")
                .problem(403, "not-allowed", null);

        var listed = planner.get("/api/v1/tokens").ok();
        assertThat(listed.raw().body()).doesNotContain(secret);
        var token = listed.body().path(0);
        assertThat(token.path("label").asString()).isEqualTo("Reports");
        assertThat(token.path("lastUsedAt").isNull()).isFalse();
        planner.withCsrf("DELETE", "/api/v1/tokens/" + token.path("id").asLong(), "")
                .ok();
        script.get("/api/v1/plans/tarnwick/draft").problem(401, "not-signed-in", null);
        planner.withCsrf("DELETE", "/api/v1/tokens/" + token.path("id").asLong(), "")
                .problem(404, "not-found", null);
    }

    @Test
    void noTokenReachesBeyondItsOwnersRole() {
        var viewer = TestServer.running().signedIn("viewer");

        viewer.postWithCsrf("/api/v1/tokens", "{\"label\":\"x\",\"scopes\":[\"DESIGN\"]}")
                .problem(400, "invalid-document", "#/scopes");
        viewer.postWithCsrf("/api/v1/tokens", "{\"label\":\"x\",\"scopes\":[]}")
                .problem(400, "invalid-document", "#/scopes");
        viewer.postWithCsrf("/api/v1/tokens", "{\"label\":\" \",\"scopes\":[\"READ\"]}")
                .problem(400, "invalid-document", "#/label");
        viewer.postWithCsrf("/api/v1/tokens", "{\"label\":\"x\",\"scopes\":[\"FLY\"]}")
                .problem(400, "invalid-document", "#/scopes/0");
    }

    @Test
    void onlyAdministratorsKeepAccounts() {
        var admin = TestServer.running().signedIn("admin");
        TestServer.running().planner().get("/api/v1/accounts").problem(403, "not-allowed", null);

        admin.postWithCsrf(
                        "/api/v1/accounts",
                        "{\"name\":\"Nell\",\"displayName\":\"Nell Quay\",\"role\":\"VIEWER\",\"password\":\"ferry-demo-2026\"}")
                .ok();
        admin.postWithCsrf(
                        "/api/v1/accounts",
                        "{\"name\":\"nell\",\"displayName\":\"Nell\",\"role\":\"VIEWER\",\"password\":\"ferry-demo-2026\"}")
                .problem(409, "already-done", null);
        var nell = TestServer.running().signedIn("nell");
        nell.get("/api/v1/plans").ok();
        admin.withCsrf("PUT", "/api/v1/accounts/nell", "{\"displayName\":\"Nell Q.\",\"role\":\"PLANNER\"}")
                .ok();
        nell.get("/api/v1/plans").problem(401, "not-signed-in", null);
        assertThat(TestServer.running()
                        .signedIn("nell")
                        .get("/api/v1/session")
                        .body()
                        .path("account")
                        .path("role")
                        .asString())
                .isEqualTo("PLANNER");
        admin.withCsrf("PUT", "/api/v1/accounts/admin", "{\"displayName\":\"Ida\",\"role\":\"VIEWER\"}")
                .problem(403, "not-allowed", null);
        admin.withCsrf("PUT", "/api/v1/accounts/nobody", "{\"displayName\":\"N\",\"role\":\"VIEWER\"}")
                .problem(404, "not-found", null);
    }
}
