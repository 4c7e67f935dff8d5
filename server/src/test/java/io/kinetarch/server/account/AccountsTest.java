package io.kinetarch.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** Accounts in the hands of administrators, and of those whom they belong to. */
class AccountsTest {
    private static final String PASSWORD = "ferry-demo-2026";
    private static final String OTHER = "rope ladder at noon";

    private final TestServer server = TestServer.running();
    private final JdbcTemplate sql = server.bean(JdbcTemplate.class);
    private final Api admin = server.signedIn("admin");

    @BeforeEach
    void anAccountToTry() {
        made("una", PASSWORD).ok();
    }

    @AfterEach
    void isGoneAfterwards() {
        admin.withCsrf("DELETE", "/api/v1/accounts/una", "");
    }

    @Test
    void aPasswordIsChangedByItsOwnerWhoseOtherSessionsEnd() {
        var here = server.signedIn("una");
        var elsewhere = server.signedIn("una");
        assertThat(here.get("/api/v1/sessions").ok().body()).hasSize(2);

        changed(here, "not my password", OTHER).problem(400, "invalid-document", "#/current");
        changed(here, PASSWORD, "short").problem(400, "invalid-document", "#/password");
        changed(here, PASSWORD, OTHER).ok();

        here.get("/api/v1/plans").ok();
        elsewhere.get("/api/v1/plans").problem(401, "not-signed-in", null);
        signIn(PASSWORD).problem(401, "sign-in-failed", null);
        signIn(OTHER).ok();
    }

    /** Who sits down at a session that was left open cannot try passwords without end. */
    @Test
    void guessingTheOwnPasswordHasToWaitAsSignInsDo() {
        var una = server.signedIn("una");
        for (int i = 0; i < 5; i++) {
            changed(una, "guess " + i, OTHER).problem(400, "invalid-document", "#/current");
        }
        changed(una, "guess again", OTHER).problem(429, "too-many", null);
        sql.update("delete from sign_in_failure where account = 'una'");
        changed(una, PASSWORD, OTHER).ok();
    }

    @Test
    void anAdministratorSetsALostPasswordWhichEndsTheSessions() {
        var una = server.signedIn("una");
        put("/password", "{\"password\":\"" + OTHER + "\"}").ok();
        una.get("/api/v1/plans").problem(401, "not-signed-in", null);
        signIn(OTHER).ok();
        server.signedIn("planner")
                .withCsrf("PUT", "/api/v1/accounts/una/password", "{\"password\":\"" + PASSWORD + "\"}")
                .problem(403, "not-allowed", null);
        admin.withCsrf("PUT", "/api/v1/accounts/nobody/password", "{\"password\":\"" + OTHER + "\"}")
                .problem(404, "not-found", null);
    }

    @Test
    void aDisabledAccountCanDoNothingUntilItIsEnabled() {
        var una = server.signedIn("una");
        var script = server.withToken(token(una, ",\"days\":30"));
        script.get("/api/v1/plans").ok();

        put("/access", "{\"disabled\":true}").ok();
        una.get("/api/v1/plans").problem(401, "not-signed-in", null);
        script.get("/api/v1/plans").problem(401, "not-signed-in", null);
        var refused = signIn(PASSWORD).problem(401, "sign-in-failed", null);
        assertThat(refused.detail())
                .as("as any other failure")
                .isEqualTo(signIn("a wrong one").detail());
        var kept = admin.get("/api/v1/accounts").ok().body();
        assertThat(kept.findValues("name").stream().map(name -> name.asString()))
                .contains("una");

        put("/access", "{\"disabled\":false}").ok();
        signIn(PASSWORD).ok();
        script.get("/api/v1/plans").ok();
        admin.withCsrf("PUT", "/api/v1/accounts/admin/access", "{\"disabled\":true}")
                .problem(403, "not-allowed", null);
    }

    @Test
    void aDeletedAccountIsGoneWithItsSessionsAndTokens() {
        var una = server.signedIn("una");
        var script = server.withToken(token(una, ""));
        admin.withCsrf("DELETE", "/api/v1/accounts/una", "").ok();
        una.get("/api/v1/plans").problem(401, "not-signed-in", null);
        script.get("/api/v1/plans").problem(401, "not-signed-in", null);
        signIn(PASSWORD).problem(401, "sign-in-failed", null);
        admin.withCsrf("DELETE", "/api/v1/accounts/una", "").problem(404, "not-found", null);
        admin.withCsrf("DELETE", "/api/v1/accounts/admin", "").problem(403, "not-allowed", null);
    }

    @Test
    void ownSessionsAreListedAndEnded() {
        var here = server.signedIn("una");
        var elsewhere = server.signedIn("una");
        var listed = here.get("/api/v1/sessions").ok().body();
        int other = listed.path(0).path("current").asBoolean() ? 1 : 0;
        assertThat(listed.path(1 - other).path("current").asBoolean()).isTrue();
        assertThat(listed.path(other).path("browser").asString()).startsWith("Java-http-client");
        String id = listed.path(other).path("id").asString();
        server.signedIn("planner")
                .withCsrf("DELETE", "/api/v1/sessions/" + id, "")
                .problem(404, "not-found", null);
        here.withCsrf("DELETE", "/api/v1/sessions/" + id, "").ok();
        elsewhere.get("/api/v1/plans").problem(401, "not-signed-in", null);
        here.get("/api/v1/plans").ok();
    }

    /** NIST SP 800-63B-4, 5.1 (from memory): a session ends some time after it began, whatever happens in it. */
    @Test
    void aSessionEndsHoweverActive() {
        var una = server.signedIn("una");
        una.get("/api/v1/plans").ok();
        long dayAgo = Instant.now().minus(Duration.ofHours(25)).toEpochMilli();
        assertThat(sql.update("update spring_session set creation_time = ? where principal_name = 'una'", dayAgo))
                .isEqualTo(1);
        una.get("/api/v1/plans").problem(401, "not-signed-in", null);
    }

    @Test
    void whatIsSoonGuessedIsNoPassword() {
        // Of lists of what was found in breaches (from memory), of words and rows of keys, and of what the account is.
        for (String bad : new String[] {
            "passwordpassword",
            "123456789012345",
            "qwertyuiopasdfgh",
            "aaaaaaaaaaaaaaaa",
            "kinetarchkinetarch",
            "una2-is-my-own-name"
        }) {
            made("una2", bad).problem(400, "invalid-document", "#/password");
        }
        made("una2", "too short").problem(400, "invalid-document", "#/password");
        made("una2", "x".repeat(1001)).problem(400, "invalid-document", "#/password");
    }

    @Test
    void namesAreOfAPlainAlphabet() {
        for (String bad : new String[] {"", "аdmin", "a b", "-una", "una/..", "una\\u0000"}) {
            made(bad, OTHER).problem(400, "invalid-document", null);
        }
        made("una.o_p@tarnwick", OTHER).ok();
        admin.withCsrf("DELETE", "/api/v1/accounts/una.o_p@tarnwick", "").ok();
    }

    @Test
    void tokensEndAndAreLimited() {
        var una = server.signedIn("una");
        var script = server.withToken(token(una, ",\"days\":30"));
        script.get("/api/v1/plans").ok();
        sql.update("update api_token set expires_at = timestamptz '2026-12-01 00:00Z'"
                + " where account_id = (select id from account where name = 'una')");
        script.get("/api/v1/plans").problem(401, "not-signed-in", null);

        for (int days : new int[] {0, 367}) {
            una.postWithCsrf("/api/v1/tokens", "{\"label\":\"x\",\"scopes\":[\"READ\"],\"days\":" + days + "}")
                    .problem(400, "invalid-document", "#/days");
        }
        for (int i = 1; i < 20; i++) {
            token(una, "");
        }
        una.postWithCsrf("/api/v1/tokens", "{\"label\":\"x\",\"scopes\":[\"READ\"]}")
                .problem(409, "not-possible", null);
    }

    @Test
    void noTokenChangesAccountsOrPasswords() {
        var script = server.withToken(admin.postWithCsrf(
                        "/api/v1/tokens", "{\"label\":\"accounts\",\"scopes\":[\"READ\",\"ACCOUNTS\"],\"days\":1}")
                .ok()
                .body()
                .path("token")
                .asString());
        script.get("/api/v1/accounts").ok();
        script.put("/api/v1/accounts/una/access", "{\"disabled\":true}").problem(403, "not-allowed", null);
        script.delete("/api/v1/accounts/una").problem(403, "not-allowed", null);
        script.get("/api/v1/sessions").problem(403, "not-allowed", null);
        script.put("/api/v1/session/password", "{\"current\":\"x\",\"password\":\"y\"}")
                .problem(403, "not-allowed", null);
    }

    private Api.Answer made(String name, String password) {
        return admin.postWithCsrf(
                "/api/v1/accounts",
                "{\"name\":\"" + name + "\",\"displayName\":\"Una Quay\",\"role\":\"OPERATOR\",\"password\":\""
                        + password + "\"}");
    }

    private Api.Answer put(String part, String body) {
        return admin.withCsrf("PUT", "/api/v1/accounts/una" + part, body);
    }

    private static Api.Answer changed(Api by, String current, String password) {
        return by.withCsrf(
                "PUT",
                "/api/v1/session/password",
                "{\"current\":\"" + current + "\",\"password\":\"" + password + "\"}");
    }

    private Api.Answer signIn(String password) {
        var browser = server.browser();
        browser.get("/api/v1/session");
        return browser.postWithCsrf("/api/v1/session", "{\"name\":\"una\",\"password\":\"" + password + "\"}");
    }

    private static String token(Api by, String more) {
        return by.postWithCsrf("/api/v1/tokens", "{\"label\":\"script\",\"scopes\":[\"READ\"]" + more + "}")
                .ok()
                .body()
                .path("token")
                .asString();
    }
}
