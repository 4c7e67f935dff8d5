package io.kinetarch.server.installation;

import static org.assertj.core.api.Assertions.assertThat;

import com.zaxxer.hikari.HikariDataSource;
import io.kinetarch.server.TestServer;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationVersion;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;

/** Databases of every release that landed become what this one needs, with what is in them. */
class UpgradeTest {
    private static final String OLD = "kinetarch_upgraded";

    /** Tables whose rows a migration may take away: files that were read and not accepted are read again. */
    private static final Set<String> FORGOTTEN = Set.of("volume_import", "volume_import_part");

    private final HikariDataSource source = TestServer.running().bean(HikariDataSource.class);
    private final JdbcTemplate sql = new JdbcTemplate(source);
    private final String url = source.getJdbcUrl().replaceFirst("/[^/?]+$", "/" + OLD);
    /** One connection: thousands of small statements are sent. */
    private final SingleConnectionDataSource old =
            new SingleConnectionDataSource(url, source.getUsername(), source.getPassword(), true);

    private final JdbcTemplate database = new JdbcTemplate(old);

    @BeforeEach
    void anEmptyDatabase() {
        isGoneAfterwards();
        sql.execute("create database " + OLD);
    }

    @AfterEach
    void isGoneAfterwards() {
        old.destroy();
        sql.execute("drop database if exists " + OLD);
    }

    /** Rows are put into every table at each version, so that each later change meets rows of all versions before. */
    @Test
    void everyChangeOfTheSchemaTakesRowsOfAllEarlierOnesAlong() {
        var versions = Arrays.stream(
                        Flyway.configure().dataSource(old).load().info().all())
                .map(MigrationInfo::getVersion)
                .toList();
        assertThat(versions).hasSizeGreaterThan(30);
        Map<String, Integer> filled = new HashMap<>();
        int round = 0;
        for (MigrationVersion version : versions) {
            Flyway.configure().dataSource(old).target(version).load().migrate();
            round++;
            for (String table : SampleRows.add(database, round)) {
                filled.merge(table, 1, Integer::sum);
            }
        }
        var now = new HashSet<>(tables());
        assertThat(now).containsAll(List.of("plan", "plan_revision", "account", "volume", "live_chat"));
        filled.forEach((table, rows) -> {
            if (now.contains(table) && !FORGOTTEN.contains(table)) {
                assertThat(database.queryForObject("select count(*) from " + table, Integer.class))
                        .as(table)
                        .isGreaterThanOrEqualTo(rows);
            }
        });
    }

    private List<String> tables() {
        return database.query(
                "select table_name from information_schema.tables where table_schema = 'public'",
                (row, _) -> row.getString(1));
    }
}
