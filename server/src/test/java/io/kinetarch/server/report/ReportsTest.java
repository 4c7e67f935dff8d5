package io.kinetarch.server.report;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.awaitility.Awaitility.await;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.io.ByteArrayInputStream;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVRecord;
import org.apache.poi.ss.usermodel.WorkbookFactory;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;

/** Reports, recomputed by plain SQL from the records as they are exported: nothing of the product's counting is used for that. */
class ReportsTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final String DAYS = "from=2026-11-30&until=2026-12-01";

    private static final TestServer SERVER = TestServer.running();
    private static final JdbcTemplate SQL = SERVER.bean(JdbcTemplate.class);

    private final Api planner = SERVER.planner();

    private JsonNode report(String query) {
        return planner.get(PLAN + "/reports?" + query).ok().body();
    }

    @BeforeAll
    static void exportRecords() throws Exception {
        await().atMost(Duration.ofSeconds(60))
                .until(() -> SQL.queryForObject(
                        "select (select count(*) from live_chat where ended_at < '2026-12-02' and outcome <> 'REFUSED')"
                                + " = (select count(*) from live_count where ended_at < '2026-12-02')",
                        Boolean.class));
        SQL.execute("drop table if exists exported");
        SQL.execute(
                "create table exported (chat bigint, arrived timestamptz, ended timestamptz, door text, language text,"
                        + " queue text, operator text, outcome text, waited numeric, revision int)");
        for (CSVRecord row :
                SERVER.planner().get(PLAN + "/records/records.csv?" + DAYS).ok().rows()) {
            SQL.update(
                    "insert into exported values (?::bigint, ?::timestamptz, ?::timestamptz, ?, ?, ?, nullif(?, ''), ?, ?::numeric, ?::int)",
                    (Object[]) row.values());
        }
    }

    @Test
    void countChatsAndWaitsAsTheRecordsThatWereExported() {
        var lines = report("by=QUEUE&" + DAYS).path("lines");
        assertThat(lines.size()).isGreaterThan(3);
        for (JsonNode line : lines.valueStream().toList()) {
            String queue = line.path("key").asString().isEmpty()
                    ? ""
                    : line.path("name").asString();
            var now = line.path("now");
            var expected = SQL.queryForMap("""
                    select count(*) as chats, count(*) filter (where outcome = 'gave-up') as gave_up,
                           count(*) filter (where outcome = 'gave-up' and waited < 10) as soon,
                           count(*) filter (where outcome = 'ended-by-visitor') as by_visitor,
                           count(*) filter (where outcome = 'finished-by-bot') as by_bot,
                           avg(waited)::float8 as mean,
                           percentile_disc(0.5) within group (order by round(waited, 1))::float8 as median,
                           percentile_disc(0.95) within group (order by round(waited, 1))::float8 as high
                    from exported where coalesce(queue, '') = ?""", queue);
            assertThat(now.path("chats").asLong()).as(queue).isEqualTo(expected.get("chats"));
            assertThat(now.path("gaveUp").asLong()).isEqualTo(expected.get("gave_up"));
            assertThat(now.path("gaveUpSoon").asLong()).isEqualTo(expected.get("soon"));
            assertThat(now.path("endedByVisitor").asLong()).isEqualTo(expected.get("by_visitor"));
            assertThat(now.path("finishedByBot").asLong()).isEqualTo(expected.get("by_bot"));
            if (!queue.isEmpty()) {
                assertThat(now.path("waited").asLong()).isEqualTo(expected.get("chats"));
                assertThat(now.path("meanWait").asDouble()).isCloseTo(number(expected, "mean"), within(1e-3));
                assertThat(now.path("medianWait").asDouble()).isCloseTo(number(expected, "median"), within(1e-9));
                assertThat(now.path("wait95").asDouble()).isCloseTo(number(expected, "high"), within(1e-9));
            }
        }
    }

    /** Chats that an operator had are those whose record names one; in time by the target that the plan says. */
    @Test
    void countTheServiceLevelAsItIsDefined() {
        var targets = planner.get(PLAN + "/draft")
                .ok()
                .body()
                .path("plan")
                .path("queues")
                .valueStream()
                .collect(Collectors.toMap(
                        queue -> queue.path("name").asString(),
                        queue -> queue.path("target").path("withinSeconds").asDouble()));
        var line = report("by=QUEUE&" + DAYS).path("lines").path(0);
        String queue = line.path("name").asString();
        var expected = SQL.queryForMap("""
                select count(*) filter (where operator is not null and waited <= ?) as in_time, count(*) as waited,
                       count(*) filter (where operator is not null) as answered,
                       count(*) filter (where outcome = 'gave-up' and waited < 10) as soon
                from exported where queue = ?""", targets.get(queue), queue);
        double inTime = number(expected, "in_time");
        assertThat(line.path("now").path("inTime").asDouble()).isEqualTo(inTime);
        var level = line.path("now").path("serviceLevel");
        assertThat(level.asDouble()).isCloseTo(inTime / number(expected, "waited"), within(1e-12));

        choose("PATIENT", 10);
        double patient = number(expected, "waited") - number(expected, "soon");
        var other = report("by=QUEUE&" + DAYS);
        assertThat(other.path("lines").path(0).path("now").path("serviceLevel").asDouble())
                .isCloseTo(inTime / patient, within(1e-12));
        assertThat(other.path("meaning").asString()).contains("gave up within 10 s");
        choose("ANSWERED", 10);
        assertThat(report("by=QUEUE&" + DAYS)
                        .path("lines")
                        .path(0)
                        .path("now")
                        .path("of")
                        .asDouble())
                .isEqualTo(number(expected, "answered"));
        choose("ALL", 10);
    }

    private static double number(Map<String, ? extends @Nullable Object> row, String column) {
        return ((Number) Objects.requireNonNull(row.get(column))).doubleValue();
    }

    private void choose(String against, int seconds) {
        SERVER.signedIn("planner")
                .withCsrf(
                        "PUT",
                        PLAN + "/reports/way",
                        "{\"against\":\"" + against + "\",\"shortSeconds\":" + seconds + "}")
                .ok();
    }

    @Test
    void addUpToTheSameHoweverChatsAreToldApart() {
        long all =
                report("by=ALL&" + DAYS).path("total").path("now").path("chats").asLong();
        assertThat(all).isEqualTo(SQL.queryForObject("select count(*) from exported", Long.class));
        for (String by : List.of("QUEUE", "DOOR", "LANGUAGE", "TOPIC", "HOUR", "WEEKDAY", "DAY")) {
            var report = report("by=" + by + "&" + DAYS);
            assertThat(report.path("total").path("now").path("chats").asLong())
                    .as(by)
                    .isEqualTo(all);
            assertThat(report.path("lines")
                            .valueStream()
                            .mapToLong(line -> line.path("now").path("chats").asLong())
                            .sum())
                    .as(by)
                    .isEqualTo(all);
        }
    }

    /** What an operator did is told by each of their chats' entries. */
    @Test
    void tellWhatOperatorsDid() {
        var line = report("by=OPERATOR&" + DAYS).path("lines").path(0);
        String operator = line.path("key").asString();
        var work = line.path("work");
        assertThat(line.path("now").path("chats").asLong())
                .isEqualTo(SQL.queryForObject(
                        "select count(distinct chat) from live_entry where event = 'assigned' and operator_id = ?"
                                + " and chat in (select chat from exported)",
                        Long.class,
                        operator));
        assertThat(work.path("lapsed").asLong())
                .isEqualTo(SQL.queryForObject(
                        "select count(*) from live_entry where event = 'lapsed' and operator_id = ?"
                                + " and chat in (select chat from exported)",
                        Long.class,
                        operator));
        assertThat(work.path("presentSeconds").asDouble()).isBetween(3600.0, 24 * 3600.0);
        assertThat(work.path("occupancy").asDouble()).isBetween(0.05, 1.0);
        assertThat(work.path("longestSilence").asDouble()).isPositive();
    }

    @Test
    void leadToTheirChats() {
        for (String by : List.of("hour", "weekday", "topic", "operator", "language")) {
            var line = report("by=" + by.toUpperCase(Locale.ROOT) + "&" + DAYS)
                    .path("lines")
                    .path(0);
            assertThat(planner.get(PLAN + "/records?" + DAYS + "&" + by + "="
                                    + URLEncoder.encode(line.path("key").asString(), StandardCharsets.UTF_8))
                            .ok()
                            .body()
                            .path("found")
                            .asLong())
                    .as(by)
                    .isEqualTo(line.path("now").path("chats").asLong());
        }
    }

    @Test
    void compareTwoSpans() {
        var report = report("by=DOOR&from=2026-12-01&until=2026-12-01&thanFrom=2026-11-30&thanUntil=2026-11-30");
        assertThat(report.path("before").path("until").asString()).isEqualTo("2026-11-30");
        assertThat(report.path("total").path("before").path("chats").asLong()).isPositive();
        assertThat(report.path("total").path("changes").isEmpty())
                .as("one day says nothing of how much days differ")
                .isTrue();
    }

    @Test
    void comeAsFiles() throws Exception {
        var report = report("by=OPERATOR&" + DAYS);
        int lines = report.path("lines").size();
        var rows = planner.get(PLAN + "/reports/report.csv?by=OPERATOR&" + DAYS)
                .ok()
                .rows();
        assertThat(rows).hasSize(lines + 1);
        assertThat(rows.getLast().get("operator")).isEqualTo("All");
        assertThat(Double.parseDouble(rows.getFirst().get("handling seconds")))
                .isCloseTo(
                        report.path("lines")
                                .path(0)
                                .path("now")
                                .path("handling")
                                .asDouble(),
                        within(1e-3));
        byte[] file = planner.bytes(PLAN + "/reports/report.xlsx?by=OPERATOR&" + DAYS);
        try (var book = WorkbookFactory.create(new ByteArrayInputStream(file))) {
            var sheet = book.getSheetAt(0);
            assertThat(sheet.getLastRowNum()).isEqualTo(lines + 1);
            assertThat(sheet.getRow(1).getCell(1).getNumericCellValue())
                    .isEqualTo(report.path("lines")
                            .path(0)
                            .path("now")
                            .path("chats")
                            .asDouble());
        }
    }

    @Test
    void sayWhatIsWrong() {
        planner.get(PLAN + "/reports?by=MOOD").problem(400, "invalid-parameter", null);
        planner.get(PLAN + "/reports?from=2026-12-02&until=2026-12-01").problem(400, "invalid-parameter", null);
        planner.get(PLAN + "/reports?from=1990-01-01&until=2026-12-01").problem(400, "invalid-parameter", null);
        planner.get(PLAN + "/reports?thanFrom=2026-12-01").problem(400, "invalid-parameter", null);
        var none = report("by=QUEUE&from=2024-01-01&until=2024-01-02");
        assertThat(none.path("lines").isEmpty()).isTrue();
        assertThat(none.path("total").path("now").path("chats").asInt()).isZero();
        assertThat(none.path("total").path("now").path("serviceLevel").isNull()).isTrue();
        SERVER.signedIn("viewer").get(PLAN + "/reports").problem(403, "not-allowed", null);
        SERVER.signedIn("operator").get(PLAN + "/reports").problem(403, "not-allowed", null);
    }
}
