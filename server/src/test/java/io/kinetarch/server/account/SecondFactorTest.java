package io.kinetarch.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import org.apache.commons.codec.binary.Base32;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Accounts that more than a password opens, links that set a password, and what needs the password again. */
class SecondFactorTest {
    private static final String PASSWORD = "ferry-demo-2026";

    private final TestServer server = TestServer.running();
    private final JdbcTemplate sql = server.bean(JdbcTemplate.class);
    private final Api admin = server.signedIn("admin");

    @BeforeEach
    void anAccountToTry() {
        sql.update("delete from sign_in_failure");
        make("vera", "\"" + PASSWORD + "\"").ok();
    }

    @AfterEach
    void isGoneAfterwards() {
        admin.withCsrf("DELETE", "/api/v1/accounts/vera", "").ok();
    }

    /** RFC 6238, appendix B, of SHA-1: its eight digits' last six, since a code is a number modulo a power of ten. */
    @ParameterizedTest
    @CsvSource({
        "59, 94287082",
        "1111111109, 07081804",
        "1111111111, 14050471",
        "1234567890, 89005924",
        "2000000000, 69279037",
        "20000000000, 65353130"
    })
    void codesAreThoseOfTheStandard(long seconds, String eightDigits) {
        byte[] secret = "12345678901234567890".getBytes(StandardCharsets.US_ASCII);
        var instant = Instant.ofEpochSecond(seconds);
        String code = TimeCodes.at(secret, instant);
        assertThat(code).isEqualTo(eightDigits.substring(2));
        assertThat(TimeCodes.step(secret, code, instant)).hasValue(seconds / 30);
        assertThat(TimeCodes.step(secret, code, instant.plusSeconds(30))).hasValue(seconds / 30);
        assertThat(TimeCodes.step(secret, code, instant.plusSeconds(61))).isEmpty();
    }

    @Test
    void anAccountIsOpenedByPasswordAndCodeAndNoCodeDoesTwice() {
        var vera = signedIn(null);
        byte[] secret = offered(vera);
        begin(vera, "000000x").problem(400, "invalid-document", "#/code");
        String first = TimeCodes.at(secret, Instant.now());
        var recovery = begin(vera, first).ok().body().path("codes");
        assertThat(recovery).hasSize(8);

        signIn(null).problem(401, "code-needed", null);
        signIn(first).problem(401, "code-needed", null); // a code is used up by being shown
        String next = TimeCodes.at(secret, Instant.now().plusSeconds(30));
        signIn(next).ok();
        signIn(next).problem(401, "code-needed", null);
        String spare = recovery.path(0).asString();
        signIn(spare.toUpperCase(Locale.ROOT)).ok();
        signIn(spare).problem(401, "code-needed", null);
        assertThat(state(vera).path("recoveriesLeft").asInt()).isEqualTo(7);

        vera.withCsrf("DELETE", "/api/v1/session/second-factor", "").ok();
        signIn(null).ok();
    }

    @Test
    void whoMustHaveOneCanDoNothingWithout() {
        admin.withCsrf("PUT", "/api/v1/accounts/vera/second-factor", "{\"needed\":true}")
                .ok();
        var vera = signedIn(null);
        var account = vera.get("/api/v1/session").ok().body().path("account");
        assertThat(account.path("needsSecondFactor").asBoolean()).isTrue();
        assertThat(account.path("permissions")).isEmpty();
        vera.get("/api/v1/plans").problem(403, "not-allowed", null);
        vera.postWithCsrf("/api/v1/tokens", "{\"label\":\"x\",\"scopes\":[\"READ\"]}")
                .problem(403, "not-allowed", null);

        byte[] secret = offered(vera);
        begin(vera, TimeCodes.at(secret, Instant.now())).ok();
        vera.get("/api/v1/plans").ok();
        vera.withCsrf("DELETE", "/api/v1/session/second-factor", "").problem(403, "not-allowed", null);

        admin.withCsrf("DELETE", "/api/v1/accounts/vera/second-factor", "").ok();
        vera.get("/api/v1/plans").problem(401, "not-signed-in", null);
        assertThat(signIn(null)
                        .ok()
                        .body()
                        .path("account")
                        .path("needsSecondFactor")
                        .asBoolean())
                .isTrue();
        admin.withCsrf("DELETE", "/api/v1/accounts/vera/second-factor", "").problem(409, "not-possible", null);
    }

    @Test
    void whatChangesAccountsNeedsThePasswordAgainAfterAWhile() {
        var other = server.signedIn("admin");
        stale("admin");
        other.withCsrf("PUT", "/api/v1/accounts/vera/access", "{\"disabled\":false}")
                .problem(403, "not-confirmed", null);
        other.postWithCsrf("/api/v1/tokens", "{\"label\":\"x\",\"scopes\":[\"READ\"],\"days\":1}")
                .problem(403, "not-confirmed", null);
        other.get("/api/v1/accounts").ok();
        other.postWithCsrf("/api/v1/session/confirmation", "{\"password\":\"not mine\"}")
                .problem(401, "sign-in-failed", null);
        other.postWithCsrf("/api/v1/session/confirmation", "{\"password\":\"" + PASSWORD + "\"}")
                .ok();
        other.withCsrf("PUT", "/api/v1/accounts/vera/access", "{\"disabled\":false}")
                .ok();
        admin.postWithCsrf("/api/v1/session/confirmation", "{\"password\":\"" + PASSWORD + "\"}")
                .ok();
    }

    @Test
    void whoIsInvitedSetsThePasswordOnceAndInTime() {
        make("wim", "null").ok();
        signIn("wim", PASSWORD, null).problem(401, "sign-in-failed", null);
        signIn("wim", "nobody's password", null).problem(401, "sign-in-failed", null);
        String older = passwordLink("wim");
        String token = passwordLink("wim");
        var stranger = server.browser();
        stranger.get("/api/v1/session");
        look(stranger, older).problem(410, "gone", null);
        assertThat(look(stranger, token).ok().body().path("displayName").asString())
                .isEqualTo("Una Quay");

        take(stranger, token, "short").problem(400, "invalid-document", "#/password");
        take(stranger, token, "rope ladder at noon").ok();
        take(stranger, token, "another rope ladder").problem(410, "gone", null);
        signIn("wim", "rope ladder at noon", null).ok();

        String late = passwordLink("wim");
        sql.update("update password_link set ends_at = ends_at - interval '4 days'");
        look(stranger, late).problem(410, "gone", null);
        admin.postWithCsrf("/api/v1/accounts/nobody/password-link", "").problem(404, "not-found", null);
        admin.withCsrf("DELETE", "/api/v1/accounts/wim", "").ok();
    }

    @Test
    void theSecurityLogTellsWhoDidWhat() {
        var before = Instant.parse(
                admin.get("/api/v1/session").ok().body().path("now").asString());
        signIn("a wrong code where no code is asked for").ok();
        signIn("vera", "wrong", null).problem(401, "sign-in-failed", null);
        admin.withCsrf("PUT", "/api/v1/accounts/vera", "{\"displayName\":\"Vera\",\"role\":\"PLANNER\"}")
                .ok();
        admin.get("/api/v1/plans/tarnwick/people.csv").ok();
        admin.withCsrf("PUT", "/api/v1/accounts/nobody/access", "{\"disabled\":true}")
                .problem(404, "not-found", null);

        var log = admin.get("/api/v1/security-log?from=" + before).ok().body();
        assertThat(log.findValues("kind").stream().map(kind -> kind.asString()).toList())
                .as("the newest first; what was refused did not happen")
                .startsWith("EXPORTED", "ACCOUNT_CHANGED", "SIGN_IN_FAILED", "SIGNED_IN");
        assertThat(log.path(1).path("account").asString()).isEqualTo("admin");
        assertThat(log.path(1).path("about").asString()).isEqualTo("vera, PLANNER");
        assertThat(log.path(2).path("account").asString()).isEqualTo("vera");
        assertThat(log.path(3).path("address").asString()).isEqualTo("127.0.0.1");

        assertThat(admin.get("/api/v1/security-log?account=vera&kind=SIGN_IN_FAILED&from=" + before)
                        .ok()
                        .body())
                .hasSize(1);
        assertThat(admin.get("/api/v1/security-log?to=" + before.minus(Duration.ofDays(1000)))
                        .ok()
                        .body())
                .isEmpty();
        assertThat(admin.get("/api/v1/security-log/log.csv?from=" + before)
                        .ok()
                        .raw()
                        .body())
                .startsWith("at,event,account,about,address")
                .contains("ACCOUNT_CHANGED,admin,\"vera, PLANNER\",127.0.0.1");
        server.signedIn("planner").get("/api/v1/security-log").problem(403, "not-allowed", null);
    }

    private Api.Answer make(String name, String password) {
        return admin.postWithCsrf(
                "/api/v1/accounts",
                "{\"name\":\"" + name + "\",\"displayName\":\"Una Quay\",\"role\":\"OPERATOR\",\"password\":" + password
                        + "}");
    }

    private String passwordLink(String name) {
        String path = admin.postWithCsrf("/api/v1/accounts/" + name + "/password-link", "")
                .ok()
                .body()
                .path("path")
                .asString();
        assertThat(path).startsWith("/password#");
        return path.substring(path.indexOf('#') + 1);
    }

    private static Api.Answer look(Api by, String token) {
        return by.postWithCsrf("/api/v1/password-links/look", "{\"token\":\"" + token + "\"}");
    }

    private static Api.Answer take(Api by, String token, String password) {
        return by.postWithCsrf(
                "/api/v1/password-links", "{\"token\":\"" + token + "\",\"password\":\"" + password + "\"}");
    }

    private static byte[] offered(Api by) {
        var offer = by.postWithCsrf("/api/v1/session/second-factor", "").ok().body();
        String secret = offer.path("secret").asString();
        assertThat(offer.path("uri").asString())
                .isEqualTo("otpauth://totp/Kinetarch:vera?secret=" + secret + "&issuer=Kinetarch");
        return Base32.builder().get().decode(secret);
    }

    private static Api.Answer begin(Api by, String code) {
        return by.withCsrf("PUT", "/api/v1/session/second-factor", "{\"code\":\"" + code + "\"}");
    }

    private static JsonNode state(Api by) {
        return by.get("/api/v1/session/second-factor").ok().body();
    }

    /** As if every session of an account had shown who it is an hour ago. */
    private void stale(String account) {
        sql.update(
                "delete from spring_session_attributes where attribute_name = 'kinetarch.shown-at' and session_primary_id in"
                        + " (select primary_id from spring_session where principal_name = ?)",
                account);
    }

    private Api signedIn(@Nullable String code) {
        var browser = server.browser();
        browser.get("/api/v1/session");
        browser.postWithCsrf("/api/v1/session", credentials("vera", PASSWORD, code))
                .ok();
        return browser;
    }

    private Api.Answer signIn(@Nullable String code) {
        return signIn("vera", PASSWORD, code);
    }

    private Api.Answer signIn(String name, String password, @Nullable String code) {
        var browser = server.browser();
        browser.get("/api/v1/session");
        return browser.postWithCsrf("/api/v1/session", credentials(name, password, code));
    }

    private static String credentials(String name, String password, @Nullable String code) {
        return "{\"name\":\"" + name + "\",\"password\":\"" + password + "\""
                + (code == null ? "" : ",\"code\":\"" + code + "\"") + "}";
    }
}
