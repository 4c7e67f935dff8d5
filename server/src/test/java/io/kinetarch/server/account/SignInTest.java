package io.kinetarch.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.TestServer;
import org.junit.jupiter.api.Test;

class SignInTest {
    private static final String PLANNER = "{\"name\":\"Planner\",\"password\":\"ferry-demo-2026\"}";

    @Test
    void aSessionBeginsWithTheRightPasswordAndEndsWithSignOut() {
        var browser = TestServer.running().browser();
        browser.get("/api/v1/plans").problem(401, "not-signed-in", null);
        var before = browser.get("/api/v1/session").ok();
        assertThat(before.body().path("account").isNull()).isTrue();
        assertThat(before.body().path("needsFirstAccount").asBoolean()).isFalse();

        var signedIn = browser.postWithCsrf("/api/v1/session", PLANNER).ok();
        assertThat(signedIn.body().path("account").path("role").asString()).isEqualTo("PLANNER");
        assertThat(signedIn.raw().headers().allValues("Set-Cookie"))
                .anySatisfy(cookie -> assertThat(cookie)
                        .contains("KINETARCH_SESSION")
                        .contains("HttpOnly")
                        .contains("SameSite=Strict"));
        browser.get("/api/v1/plans").ok();
    }

    @Test
    void wrongPasswordsAndUnknownNamesAreRefusedAlike() {
        var browser = TestServer.running().browser();
        browser.get("/api/v1/session");

        var wrong = browser.postWithCsrf("/api/v1/session", "{\"name\":\"planner\",\"password\":\"guess\"}");
        var unknown = browser.postWithCsrf("/api/v1/session", "{\"name\":\"nobody\",\"password\":\"guess\"}");

        wrong.problem(401, "sign-in-failed", null);
        assertThat(unknown.detail()).isEqualTo(wrong.detail());
    }

    @Test
    void aChangeWithoutItsCsrfTokenIsRefused() {
        var browser = TestServer.running().browser();
        browser.get("/api/v1/session");
        browser.postWithCsrf("/api/v1/session", PLANNER).ok();

        browser.post("/api/v1/plans/tarnwick/revisions", "{\"change\":0,\"note\":\"\"}")
                .problem(403, "not-allowed", null);
    }

    @Test
    void viewersLookAndDoNotChange() {
        var browser = TestServer.running().browser();
        browser.get("/api/v1/session");
        browser.postWithCsrf("/api/v1/session", "{\"name\":\"viewer\",\"password\":\"ferry-demo-2026\"}")
                .ok();

        browser.get("/api/v1/plans/tarnwick/draft").ok();
        browser.postWithCsrf("/api/v1/plans/tarnwick/revisions", "{\"change\":0,\"note\":\"\"}")
                .problem(403, "not-allowed", null);
    }

    @Test
    void tokensThatAreNotKnownAreRefused() {
        var raw = TestServer.running().browser();
        raw.get("/api/v1/plans/tarnwick/draft").problem(401, "not-signed-in", null);
        raw.post("/api/v1/calc/staffing", "{}").problem(401, "not-signed-in", null);
    }

    @Test
    void onlyAnEmptyInstallationMakesAFirstAccount() {
        var browser = TestServer.running().browser();
        browser.get("/api/v1/session");

        browser.postWithCsrf("/api/v1/setup", "{\"name\":\"eve\",\"displayName\":\"Eve\",\"password\":\"long enough\"}")
                .problem(409, "already-done", null);
    }
}
