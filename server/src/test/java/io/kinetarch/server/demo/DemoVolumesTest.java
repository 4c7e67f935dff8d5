package io.kinetarch.server.demo;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.server.TestServer;
import io.kinetarch.server.plan.Plans;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;

class DemoVolumesTest {
    private final Plan plan =
            TestServer.running().bean(Plans.class).draftState("tarnwick").plan();
    private final Instant noon = Instant.parse("2026-11-25T12:10:00Z");

    @Test
    void halfHoursAreToldOnceTheyHavePassed() {
        var counts = DemoVolumes.until(noon, plan);
        assertThat(last(counts)).isEqualTo(Instant.parse("2026-11-25T11:30:00Z"));
        assertThat(counts)
                .allSatisfy(count -> assertThat(count.answered()).isNotNull())
                .anySatisfy(count -> assertThat(count.left()).isPositive());
    }

    @Test
    void whatComesLaterFollowsOnWhatWasTold() {
        var later = noon.plus(Duration.ofHours(20));
        var more = DemoVolumes.since(last(DemoVolumes.until(noon, plan)).plus(ChatCount.INTERVAL), later, plan);
        assertThat(more)
                .extracting(ChatCount::startsAt)
                .allSatisfy(at -> assertThat(at)
                        .isBetween(Instant.parse("2026-11-25T12:00:00Z"), Instant.parse("2026-11-26T07:30:00Z")));
        assertThat(more.stream().mapToInt(ChatCount::chats).sum()).isBetween(200, 2_000);
        assertThat(DemoVolumes.since(noon, noon, plan)).isEmpty();
    }

    private static Instant last(List<ChatCount> counts) {
        return counts.stream().map(ChatCount::startsAt).max(Instant::compareTo).orElseThrow();
    }
}
