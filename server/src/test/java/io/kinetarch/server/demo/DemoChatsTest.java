package io.kinetarch.server.demo;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.plan.Plans;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;

/** The finished chats with which the demo begins. */
class DemoChatsTest {
    private final TestServer server = TestServer.running();
    private final JdbcTemplate sql = server.bean(JdbcTemplate.class);

    /** No chat of a test, since those come after it. */
    private final Instant began = TestServer.TODAY.atTime(LocalTime.of(10, 30)).toInstant(ZoneOffset.UTC);

    @Test
    void everyChatThatWasCountedCame() {
        var plan = server.bean(Plans.class).revisionState(DemoLoader.PLAN_ID, 1).plan();
        var from = Instant.parse("2026-11-30T00:00:00Z");
        var until = began.minusSeconds(90 * 60).plusSeconds(60); // the demo is loaded some seconds after it began
        Map<String, Integer> counted = DemoVolumes.until(
                        server.bean(Clock.class).instant(), plan)
                .stream()
                .filter(count -> !count.startsAt().isBefore(from))
                .filter(count -> count.startsAt().plus(ChatCount.INTERVAL).isBefore(until))
                .collect(Collectors.groupingBy(
                        count -> Objects.requireNonNull(count.origin().door()).value(),
                        Collectors.summingInt(ChatCount::chats)));
        counted.values().removeIf(chats -> chats == 0);
        Map<String, Integer> came = sql
                .query(
                        "select door_id, count(*) from live_chat where plan_id = 'tarnwick' and arrived_at < ? group by door_id",
                        (row, _) -> Map.entry(row.getString(1), row.getInt(2)),
                        Timestamp.from(until))
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
        assertThat(came).isEqualTo(counted).hasSize(4);
    }

    @Test
    void allEndedInMoreThanOneWay() {
        var ends = sql.queryForList(
                "select outcome from live_chat where plan_id = 'tarnwick' and arrived_at < ? group by outcome",
                String.class,
                Timestamp.from(began));
        assertThat(ends)
                .contains("ENDED_BY_OPERATOR", "ENDED_BY_VISITOR", "FINISHED_BY_BOT", "GAVE_UP", "CLOSED_SILENT")
                .doesNotContainNull()
                .doesNotContain("REFUSED");
    }

    @Test
    void someAreLabelledByThoseWhoEndedThem() {
        var labels = sql.queryForList("""
                select l.label from chat_label l join live_count c on c.plan_id = l.plan_id and c.chat = l.chat
                where l.plan_id = 'tarnwick' and c.topic = 'Change my booking' and c.outcome = 'ENDED_BY_OPERATOR' and l.at < ?
                group by 1""", String.class, Timestamp.from(began));
        assertThat(labels).isNotEmpty().isSubsetOf("refund", "rebooked");
    }
}
