package io.kinetarch.server.live;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.live.LiveRows.Standing;
import io.kinetarch.server.plan.Plans;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.json.JsonMapper;

/** A log that was written with instants of the past is one like any other: what is stored of its chats follows from it. */
class PastLogTest {
    private static final String PLAN = "tarnwick";

    private final TestServer server = TestServer.running();

    @Test
    void theLogAloneLeadsToTheSameChats() {
        var json = server.bean(JsonMapper.class);
        var plans = server.bean(Plans.class);
        var sql = server.bean(JdbcTemplate.class);
        Long newest = sql.queryForObject(
                "select max(call) from live_entry where plan_id = 'tarnwick' and at < '2026-12-02T10:00:00Z'",
                Long.class);
        long last = Objects.requireNonNull(newest);
        var run = new Run(plans.revisionState(PLAN, 1).plan(), 1);
        var ended = new HashMap<Long, Standing>();
        for (var call : server.bean(LiveMapper.class).callsAfter(PLAN, 0, (int) last)) {
            if (call.number() > last || call.number() == 1) {
                continue;
            }
            String given = call.given();
            run.take(call, given == null ? Given.NOTHING : json.readValue(given, Given.class), new Run.Plans() {
                @Override
                public Plan revision(int number) {
                    throw new AssertionError("no plan changes in what came before the demo");
                }

                @Override
                public Map<QueueId, QueueId> replaced(int number) {
                    throw new AssertionError("no plan changes in what came before the demo");
                }
            });
            run.collect().chats().forEach(chat -> ended.put(chat.id(), chat));
        }
        var stored = server.bean(ChatReader.class);
        assertThat(ended).hasSizeGreaterThan(500);
        assertThat(ended.values()).allSatisfy(chat -> {
            var kept = stored.chat(PLAN, chat.id()).orElseThrow();
            assertThat(kept.outcome()).isEqualTo(chat.outcome());
            assertThat(kept.endedAt()).isEqualTo(chat.endedAt());
            assertThat(kept.queueId()).isEqualTo(chat.queueId());
            assertThat(kept.waitedMillis()).isEqualTo(chat.waitedMillis());
            assertThat(kept.entries()).isEqualTo(chat.entries());
        });
        assertThat(sql.queryForObject(
                        "select made_at < '2026-12-01' from plan_revision where plan_id = 'tarnwick' and number = 1",
                        Boolean.class))
                .isTrue();
    }
}
