package io.kinetarch.server.installation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.awaitility.Awaitility.await;

import com.zaxxer.hikari.HikariDataSource;
import io.kinetarch.server.TestServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** A backup and its way back, by the commands that whoever runs an installation gives. */
class BackupTest {
    private static final String COPY = "kinetarch_restored";
    /** What a running server goes on writing while it is looked at. */
    private static final String PASSING =
            "spring_session|spring_session_attributes|scheduled_tasks|job|security_event|api_token|live_run";

    private final HikariDataSource source = TestServer.running().bean(HikariDataSource.class);
    private final JdbcTemplate sql = new JdbcTemplate(source);
    private final String copyUrl = source.getJdbcUrl().replaceFirst("/[^/?]+$", "/" + COPY);
    private final JdbcTemplate copy =
            new JdbcTemplate(new DriverManagerDataSource(copyUrl, source.getUsername(), source.getPassword()));

    @TempDir
    Path folder;

    @BeforeEach
    void anEmptyDatabase() {
        isGoneAfterwards();
        sql.execute("create database " + COPY);
    }

    @AfterEach
    void isGoneAfterwards() {
        // by force would need to be allowed to end what tidies up there, too
        sql.execute("drop database if exists " + COPY);
    }

    @Test
    void allThatIsStoredComesBack() throws Exception {
        Path file = folder.resolve("all.backup");
        // The server goes on working meanwhile; what can be compared is a backup during which nothing changed.
        var stored = new AtomicReference<Map<String, String>>(Map.of());
        await().atMost(Duration.ofMinutes(2)).until(() -> {
            var before = contents(sql);
            assertThat(run(source.getJdbcUrl(), "backup", file.toString())).isZero();
            stored.set(contents(sql));
            return before.equals(stored.get());
        });
        assertThat(run(copyUrl, "holds")).isNotZero();
        assertThat(run(copyUrl, "restore", file.toString())).isZero();

        assertThat(run(copyUrl, "holds")).isZero();
        assertThat(stored.get()).hasSizeGreaterThan(40);
        assertThat(stored.get().get("plan_revision")).doesNotStartWith("0 ");
        assertThat(contents(copy)).isEqualTo(stored.get());
        assertThat(copy.queryForObject("select count(*) from pg_indexes where schemaname = 'public'", Integer.class))
                .isEqualTo(sql.queryForObject(
                        "select count(*) from pg_indexes where schemaname = 'public'", Integer.class));
    }

    @Test
    void whatIsNoBackupLeavesAllAsItWas() throws Exception {
        copy.execute("create table account (name text); insert into account values ('kept')");
        Path file = Files.writeString(folder.resolve("none"), "this is no backup");
        assertThat(run(copyUrl, "restore", file.toString())).isNotZero();
        assertThat(copy.queryForObject("select name from account", String.class))
                .isEqualTo("kept");
    }

    /** Of each table its rows, and a digest of them. */
    private static Map<String, String> contents(JdbcTemplate database) {
        var found = new LinkedHashMap<String, String>();
        for (var row :
                database.queryForList("select table_name from information_schema.tables where table_schema = 'public'"
                        + " and table_type = 'BASE TABLE' order by table_name")) {
            String table = String.valueOf(row.get("table_name"));
            if (!table.matches(PASSING)) {
                found.put(
                        table,
                        database.queryForObject(
                                "select count(*) || ' ' || coalesce(md5(string_agg(md5(t::text), '' order by md5(t::text))), '')"
                                        + " from \"" + table + "\" t",
                                String.class));
            }
        }
        return found;
    }

    private int run(String url, String... arguments) throws IOException, InterruptedException {
        var command = new ArrayList<String>();
        command.add(
                Path.of("../launcher/backup.sh").toAbsolutePath().normalize().toString());
        command.addAll(List.of(arguments));
        var builder = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("out").toFile());
        builder.environment().put("KINETARCH_DB_URL", url);
        builder.environment().put("KINETARCH_DB_USER", source.getUsername());
        builder.environment().put("KINETARCH_DB_PASSWORD", source.getPassword());
        var process = builder.start();
        assertThat(process.waitFor(120, TimeUnit.SECONDS)).isTrue();
        return process.exitValue();
    }
}
