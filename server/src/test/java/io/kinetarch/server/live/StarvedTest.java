package io.kinetarch.server.live;

import static org.assertj.core.api.Assertions.assertThat;

import com.zaxxer.hikari.HikariDataSource;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.database.Connections;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;

/** So many ask that none of the connections that all share is ever free. */
class StarvedTest {
    private static final String PLAN = "tarnwick";

    private final TestServer server = TestServer.running();
    private final HikariDataSource shared = server.bean(HikariDataSource.class);
    private final List<Connection> held = new ArrayList<>();

    /** Those that others have are taken as they give them back; not for long, as all the others wait meanwhile. */
    private void holdAll() throws SQLException, InterruptedException {
        var pool = shared.getHikariPoolMXBean();
        for (int quiet = 0; quiet < 10; quiet++) {
            while (pool.getIdleConnections() > 0 || pool.getTotalConnections() < shared.getMaximumPoolSize()) {
                held.add(shared.getConnection());
                quiet = 0;
            }
            Thread.sleep(20);
        }
    }

    @AfterEach
    void giveBack() throws SQLException {
        for (var connection : held) {
            connection.close();
        }
        server.signedIn("operator")
                .postWithCsrf("/api/v1/plans/tarnwick/desk/presence", "{\"state\":\"gone\"}")
                .ok();
    }

    @Test
    void whatBringsChatsForwardGoesOn() throws Exception {
        var calls = server.bean(LiveCalls.class);
        var there = calls.make(PLAN, Wish.by(CallKind.PRESENT, "ana-r"));
        holdAll();
        var gone = calls.make(PLAN, Wish.gone("ana-r", "lunch"));
        assertThat(gone.number()).as("stored and decided, one after the other").isGreaterThan(there.number());
        assertThat(server.bean(LiveNews.class).await(PLAN, gone.number(), Duration.ofSeconds(1)))
                .as("not only in the log")
                .isPresent();
    }

    /** As a plan's calls are after its first morning: too few for PostgreSQL to reach a hundred by index, left to itself. */
    @Test
    void whatBringsChatsForwardReadsFewRowsOfATableThatGrows() {
        var plans = new ArrayList<String>();
        Connections.forChats(() ->
                plans.addAll(server.bean(JdbcTemplate.class).execute((ConnectionCallback<List<String>>) connection -> {
                    try (var statement = connection.createStatement()) {
                        statement.execute(
                                "create temporary table morning as select n, n * 1.0 as size from generate_series(1, 16000) n");
                        statement.execute("create unique index on morning (n)");
                        statement.execute("analyze morning");
                        var lines = new ArrayList<String>();
                        try (var found = statement.executeQuery(
                                "explain select size from morning where n in (select n from jsonb_to_recordset('[]') as r(n int))")) {
                            while (found.next()) {
                                lines.add(found.getString(1));
                            }
                        }
                        statement.execute("drop table morning");
                        return lines;
                    }
                })));
        assertThat(plans).anyMatch(line -> line.contains("Index Scan")).noneMatch(line -> line.contains("Seq Scan"));
    }
}
