package io.kinetarch.server.report;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.server.Api;
import io.kinetarch.server.TestServer;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** Days that reports keep say what is counted of their chats now, whoever changed it. */
class KeptDaysTest {
    private static final String REPORT = "/api/v1/plans/tarnwick/reports?by=ALL&from=2025-05-05&until=2025-05-05";
    private static final long FIRST = 900_000_001L;
    private static final int MANY = 40;

    private final TestServer server = TestServer.running();
    private final JdbcTemplate sql = server.bean(JdbcTemplate.class);
    private final Api planner = server.planner();

    private record Told(int chats, double handling, int ratings) {}

    private Told told() {
        var now = planner.get(REPORT).ok().body().path("total").path("now");
        return new Told(
                now.path("chats").asInt(),
                now.path("handling").asDouble(),
                now.path("ratings").asInt());
    }

    private void insert(long chat, int handledSeconds) {
        sql.update("""
                insert into live_chat (plan_id, id, door_id, language, key, token_hash, arrived_at, revision, stage, ended_at,
                                       outcome)
                select 'tarnwick', ?, 'booking-site', 'en', gen_random_uuid(), '\\x00', '2025-05-05T10:00:00Z', 1, 'ended',
                       '2025-05-05T10:10:00Z', 'ENDED_BY_VISITOR'""", chat);
        sql.update("""
                insert into live_count (plan_id, chat, arrived_at, ended_at, day, half_hour, door_id, language, outcome, answered,
                                        waited_millis, bot_millis, handled_millis, wrap_up_millis, transfers)
                values ('tarnwick', ?, '2025-05-05T10:00:00Z', '2025-05-05T10:10:00Z', '2025-05-05', 20, 'booking-site', 'en',
                        'ENDED_BY_VISITOR', true, 0, 0, ?, 0, 0)""", chat, handledSeconds * 1000);
    }

    private long keptAt() {
        return Objects.requireNonNullElse(
                sql.queryForObject("select kept_at from report_day where day = '2025-05-05'", Long.class), -1L);
    }

    @AfterEach
    void forget() {
        sql.update("delete from live_chat where id between ? and ?", FIRST, FIRST + MANY);
        assertThat(told()).as("chats that are gone are counted no more").isEqualTo(new Told(0, 0, 0));
    }

    @Test
    void followWhateverChanges() {
        assertThat(told()).isEqualTo(new Told(0, 0, 0));
        insert(FIRST, 60);
        assertThat(told()).isEqualTo(new Told(1, 60, 0));
        long kept = keptAt();
        told();
        assertThat(keptAt()).as("what did not change is not put together anew").isEqualTo(kept);

        insert(FIRST + 1, 120);
        assertThat(told()).isEqualTo(new Told(2, 90, 0));
        sql.update("update live_count set rating = 5 where chat = ?", FIRST);
        assertThat(told()).isEqualTo(new Told(2, 90, 1));
        assertThat(keptAt()).isGreaterThan(kept);
    }

    @Test
    void followLabelsThatComeAfterTheChat() {
        insert(FIRST, 60);
        insert(FIRST + 1, 60);
        assertThat(labels()).isEqualTo(Map.of("", 2));
        label(FIRST, "refund");
        label(FIRST, "for Noah");
        assertThat(labels()).isEqualTo(Map.of("refund", 1, "for Noah", 1, "", 1));
        sql.update("delete from chat_label where chat = ? and label = 'refund'", FIRST);
        assertThat(labels()).isEqualTo(Map.of("for Noah", 1, "", 1));
    }

    private void label(long chat, String label) {
        sql.update(
                "insert into chat_label (plan_id, chat, label, by_name, at) values ('tarnwick', ?, ?, 'Ana', now())",
                chat,
                label);
    }

    /** By label, how many chats bear it. */
    private Map<String, Integer> labels() {
        var report = planner.get(REPORT.replace("by=ALL", "by=LABEL")).ok().body();
        assertThat(report.path("total").path("now").path("chats").asInt()).isEqualTo(2);
        return report.path("lines")
                .valueStream()
                .collect(Collectors.toMap(
                        line -> line.path("key").asString(),
                        line -> line.path("now").path("chats").asInt()));
    }

    /** Where many count at once, a report never keeps what was true before the last of them. */
    @Test
    void neverKeepWhatChangedMeanwhile() throws InterruptedException {
        var counting = Thread.ofPlatform().start(() -> {
            for (long chat = FIRST; chat < FIRST + MANY; chat++) {
                insert(chat, 30);
            }
        });
        while (counting.isAlive()) {
            told();
        }
        counting.join();
        assertThat(told()).isEqualTo(new Told(MANY, 30, 0));
    }
}
