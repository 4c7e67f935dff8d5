package io.kinetarch.formats.volume;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.DUBLIN;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.volume.ChatCount;
import io.kinetarch.core.volume.Origin;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class VolumeTableTest {
    private final Plan plan = SamplePlan.plan();

    /** Around the change of clocks in October, whose local times come twice, and with all that a count may lack. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void whatIsWrittenIsReadAgain(long seed) throws IOException {
        var random = new Random(seed);
        var start = Instant.parse("2026-10-24T20:00:00Z");
        var counts = new ArrayList<ChatCount>();
        var slots = new HashSet<List<@Nullable Object>>();
        for (int i = 0; i < 200; i++) {
            var queue = random.nextBoolean() ? null : random.nextBoolean() ? BOOKING : CARGO;
            var origin = new Origin(
                    queue,
                    queue == null || random.nextBoolean() ? SITE : null,
                    random.nextBoolean() ? "de-AT" : null,
                    random.nextBoolean() ? "Fares, \"cheap\" ones\nand others; " + random.nextInt(3) : null);
            var at = start.plus(ChatCount.INTERVAL.multipliedBy(random.nextInt(20)));
            if (slots.add(List.of(origin, at))) {
                int chats = random.nextInt(30);
                Integer answered = random.nextBoolean() ? null : random.nextInt(chats + 1);
                counts.add(new ChatCount(
                        origin,
                        at,
                        chats,
                        answered,
                        answered == null || random.nextBoolean() ? null : random.nextInt(chats - answered + 1),
                        random.nextBoolean() ? null : random.nextInt(1, 9_000) / 8.0,
                        random.nextBoolean() ? null : random.nextInt(1_000) / 8.0,
                        random.nextBoolean() ? null : 1 + random.nextInt(16) / 8.0));
            }
        }
        var reading = read(written(counts));
        assertThat(reading.faults()).as("seed %d", seed).isEmpty();
        assertThat(reading.counts()).as("seed %d", seed).containsExactlyElementsOf(counts);
    }

    @Test
    void namesStandForElementsAndIdsForThoseThePlanHasNoMore() throws IOException {
        var gone = new ChatCount(
                new Origin(new QueueId("gone"), null, null, null),
                Instant.parse("2026-11-23T09:00:00Z"),
                1,
                null,
                null,
                400.0,
                null,
                null);
        assertThat(written(List.of(gone)).lines())
                .containsExactly(
                        "date-time,queue,door,language,topic,chats,answered,left,handling seconds,wait seconds,chats at once",
                        "2026-11-23T09:00:00Z,gone,,,,1,,,400,,");
    }

    @Test
    void ofChatsAQueueOrADoorIsKnown() {
        assertThatIllegalArgumentException().isThrownBy(() -> new Origin(null, null, "en", "Fares"));
    }

    private VolumeFile.Reading read(String csv) {
        return VolumeFile.read(csv.getBytes(StandardCharsets.UTF_8), DUBLIN, plan);
    }

    private String written(List<ChatCount> counts) throws IOException {
        var out = new StringBuilder();
        try (var table = new VolumeTable(plan, out)) {
            for (var count : counts) {
                table.add(count);
            }
        }
        return out.toString();
    }
}
