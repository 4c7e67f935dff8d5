package io.kinetarch.server.volume;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.awaitility.Awaitility.await;

import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVRecord;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** The chats of the demo's day before, counted for its volumes, against the records as they are exported and an import of the same. */
class RecordedVolumesTest {
    private static final String PLAN = "/api/v1/plans/tarnwick";
    private static final Instant DAY = Instant.parse("2026-12-01T00:00:00Z");
    private static final Instant END = Instant.parse("2026-12-02T00:00:00Z");

    private final TestServer server = TestServer.running();
    private final Api planner = server.planner();
    private final Volumes volumes = server.bean(Volumes.class);
    private final JdbcTemplate sql = server.bean(JdbcTemplate.class);
    private List<ChatCount> imported = List.of();

    @BeforeEach
    void take() {
        imported = volumes.between("tarnwick", DAY, END);
        // What is counted chat by chat comes a moment after the start.
        await().atMost(Duration.ofSeconds(60))
                .until(() -> planner.put(PLAN + "/volumes/recording", "{\"wanted\":true}")
                        .ok()
                        .body()
                        .path("lastDay")
                        .asString("")
                        .equals("2026-12-01"));
    }

    @AfterEach
    void leaveTheDayAsItWas() {
        sql.update("delete from volume_recording");
        planner.put(PLAN + "/volumes/recording", "{\"wanted\":false}").ok();
        putBack("tarnwick", imported);
    }

    private void putBack(String plan, List<ChatCount> counts) {
        sql.update(
                "delete from volume where plan_id = ? and starts_at >= '2026-12-01' and starts_at < '2026-12-02'",
                plan);
        volumes.store(plan, counts);
    }

    private List<CSVRecord> records() throws Exception {
        return planner.get(PLAN + "/records/records.csv?from=2026-12-01&until=2026-12-01")
                .ok()
                .rows();
    }

    private static String key(Instant at, String door, String language) {
        long length = ChatCount.INTERVAL.toSeconds();
        return Instant.ofEpochSecond(at.getEpochSecond() / length * length) + " " + door + " " + language;
    }

    @Test
    void areTheChatsOfTheRecordsInTheirHalfHours() throws Exception {
        var records = records();
        assertThat(records).hasSizeGreaterThan(500);
        Map<String, Long> expected = records.stream()
                .collect(Collectors.groupingBy(
                        row -> key(
                                OffsetDateTime.parse(row.get("arrived")).toInstant(),
                                row.get("door"),
                                row.get("language")),
                        TreeMap::new,
                        Collectors.counting()));
        Map<String, String> names = planner.get(PLAN + "/draft")
                .ok()
                .body()
                .path("plan")
                .path("doors")
                .valueStream()
                .collect(Collectors.toMap(
                        door -> door.path("id").asString(),
                        door -> door.path("name").asString()));
        var counted = volumes.between("tarnwick", DAY, END);
        Map<String, Long> told = counted.stream()
                .filter(count -> count.chats() > 0)
                .collect(Collectors.groupingBy(
                        count -> key(
                                count.startsAt(),
                                Objects.requireNonNull(names.get(
                                        Objects.requireNonNull(count.origin().door())
                                                .value())),
                                Objects.requireNonNull(count.origin().language())),
                        TreeMap::new,
                        Collectors.summingLong(ChatCount::chats)));
        assertThat(told).isEqualTo(expected);
        // Who was sent back to a queue and gave up there was answered, and has no operator in the end.
        long backAndGone = 3;
        long gaveUp = records.stream()
                .filter(row -> row.get("outcome").equals("gave-up"))
                .count();
        long withOperator =
                records.stream().filter(row -> !row.get("operator").isEmpty()).count();
        assertThat(counted.stream()
                        .mapToLong(count -> Objects.requireNonNull(count.left()))
                        .sum())
                .isBetween(gaveUp - backAndGone, gaveUp);
        assertThat(counted.stream()
                        .mapToLong(count -> Objects.requireNonNull(count.answered()))
                        .sum())
                .isBetween(withOperator, withOperator + backAndGone);
        var queued =
                counted.stream().filter(count -> count.waitSeconds() != null).toList();
        var waits = records.stream().filter(row -> !row.get("queue").isEmpty()).toList();
        // Of who waited in some queue; a count knows the mean of its chats.
        assertThat(queued.stream()
                        .mapToDouble(count -> count.chats() * Objects.requireNonNull(count.waitSeconds()))
                        .sum())
                .isCloseTo(
                        waits.stream()
                                .mapToDouble(row -> Double.parseDouble(row.get("waited seconds")))
                                .sum(),
                        within(1.0));
        assertThat(counted).allSatisfy(count -> {
            if (count.chatsAtOnce() != null) {
                assertThat(count.chatsAtOnce()).isBetween(1.0, 8.0);
                assertThat(Objects.requireNonNull(count.handlingSeconds())).isPositive();
            }
        });
        // The first night is known to have been without chats.
        assertThat(counted).anyMatch(count -> count.startsAt().equals(DAY) && count.chats() == 0);
    }

    @Test
    void areWhatAnImportOfTheSameChatsBrings() throws Exception {
        var all = planner.get(PLAN + "/volumes/export").ok().raw().body();
        var lines = all.lines().toList();
        var ofTheDay =
                lines.stream().filter(line -> line.startsWith("2026-12-01T")).toList();
        var other = volumes.between("tarnwick-before", DAY, END);
        var preview = planner.postCsv(
                        "/api/v1/plans/tarnwick-before/volumes/imports?timeZone=Europe/Dublin&fileName=day.csv",
                        (lines.getFirst() + "\n" + String.join("\n", ofTheDay) + "\n").getBytes(StandardCharsets.UTF_8))
                .ok()
                .body();
        assertThat(preview.path("faultCount").asInt()).isZero();
        planner.post(
                        "/api/v1/plans/tarnwick-before/volumes/imports/"
                                + preview.path("id").asLong() + "/acceptance",
                        "")
                .ok();

        assertThat(byOrigin(volumes.between("tarnwick-before", DAY, END)))
                .isEqualTo(byOrigin(volumes.between("tarnwick", DAY, END)));
        putBack("tarnwick-before", other);
    }

    private static Map<String, String> byOrigin(List<ChatCount> counts) {
        return counts.stream()
                .collect(Collectors.toMap(
                        count -> count.startsAt() + " " + count.origin(),
                        count -> count.chats() + " " + count.answered() + " " + count.left() + " "
                                + rounded(count.handlingSeconds()) + " " + rounded(count.waitSeconds()) + " "
                                + rounded(count.chatsAtOnce()),
                        (one, two) -> one + " and " + two,
                        TreeMap::new));
    }

    private static String rounded(@Nullable Double value) {
        return value == null ? "" : String.valueOf(Math.round(value * 1000));
    }

    @Test
    void leaveADayThatWasCountedAloneOnceTheyAreNotWanted() {
        planner.put(PLAN + "/volumes/recording", "{\"wanted\":false}").ok();
        putBack("tarnwick", imported);
        sql.update("update volume_recording set first_day = null, last_day = null");
        server.bean(RecordedVolumes.class).takeOver();
        assertThat(volumes.between("tarnwick", DAY, END)).hasSameSizeAs(imported);
    }
}
