package io.kinetarch.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import com.zaxxer.hikari.HikariDataSource;
import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** The way back in for somebody who has nothing left that opens their account, given beside a running server. */
class LetInCommandTest {
    private static final String PASSWORD = "ferry-demo-2026";

    private final TestServer server = TestServer.running();
    private final HikariDataSource source = server.bean(HikariDataSource.class);
    private final JdbcTemplate sql = server.bean(JdbcTemplate.class);
    private final Api admin = server.signedIn("admin");
    private final ByteArrayOutputStream printed = new ByteArrayOutputStream();

    @BeforeEach
    void somebodyWhoHasLostAll() {
        admin.postWithCsrf(
                        "/api/v1/accounts",
                        "{\"name\":\"wanda\",\"displayName\":\"Wanda\",\"role\":\"PLANNER\",\"password\":\"" + PASSWORD
                                + "\"}")
                .ok();
        sql.update("update account set second_factor = '\\x0102', disabled = true where name = 'wanda'");
    }

    @AfterEach
    void isGoneAfterwards() {
        admin.withCsrf("DELETE", "/api/v1/accounts/wanda", "").ok();
    }

    @Test
    void theOwnerOfAnAccountIsLetInByALinkAlone() {
        assertThat(run("wanda")).isZero();
        var lines = printed.toString(StandardCharsets.UTF_8).lines().toList();
        assertThat(lines.getFirst()).contains("\"wanda\" may sign in again");
        assertThat(lines.getLast()).startsWith("https://chat.ferry.example/password#");
        String token = lines.getLast().replaceFirst(".*#", "");
        var browser = server.browser();
        browser.get("/api/v1/session");
        browser.postWithCsrf(
                        "/api/v1/password-links",
                        "{\"token\":\"" + token + "\",\"password\":\"another ferry of ours\"}")
                .ok();
        browser.postWithCsrf("/api/v1/session", "{\"name\":\"wanda\",\"password\":\"another ferry of ours\"}")
                .ok();

        var kept =
                admin.get("/api/v1/security-log?kind=PASSWORD_LINK_MADE").ok().body();
        assertThat(kept.toString()).contains("let in, without a second factor").contains("command");
    }

    @Test
    void whoIsNobodyIsToldSo() {
        assertThat(run("nobody-here")).isEqualTo(2);
        assertThat(printed.toString(StandardCharsets.UTF_8)).contains("There is no account \"nobody-here\".");
        assertThat(run()).isEqualTo(2);
        assertThat(printed.toString(StandardCharsets.UTF_8)).contains("usage: ./kinetarch let-in ACCOUNT");
    }

    /** The cluster's own database, in which nobody has ever started Kinetarch. */
    @Test
    void aDatabaseWithoutAccountsIsToldApart() {
        assertThat(runOn(source.getJdbcUrl().replaceFirst("/[^/]*$", "/postgres"), "wanda"))
                .isEqualTo(2);
        assertThat(printed.toString(StandardCharsets.UTF_8)).contains("This database holds no accounts yet.");
    }

    private int run(String... name) {
        return runOn(source.getJdbcUrl(), name);
    }

    private int runOn(String database, String... name) {
        var args = new ArrayList<>(List.of(name));
        if (!args.isEmpty()) {
            args.addAll(List.of(
                    "--spring.datasource.url=" + database,
                    "--spring.datasource.username=" + source.getUsername(),
                    "--spring.datasource.password=" + source.getPassword(),
                    "--kinetarch.public-address=https://chat.ferry.example",
                    "--kinetarch.starts-at=" + TestServer.TODAY + "T10:30:00Z"));
        }
        return new LetInCommand(new PrintStream(printed, true, StandardCharsets.UTF_8)).run(args);
    }
}
