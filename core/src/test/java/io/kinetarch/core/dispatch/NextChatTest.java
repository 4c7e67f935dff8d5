package io.kinetarch.core.dispatch;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.kinetarch.core.dispatch.NextChat.Waiting;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.NextChatFrom;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.WhenAway;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class NextChatTest {
    private static final Instant NINE = Instant.parse("2026-12-01T09:00:00Z");

    @Test
    void thePriorityGoesFirstAndAmongEqualsTheLongestWaiting() {
        var plan = plan(NextChatFrom.PRIORITY, 2, 30);

        assertThat(order(plan, waiting(BOOKING, 0), waiting(CARGO, 40), waiting(CARGO, 20)))
                .containsExactly(waiting(CARGO, 20), waiting(CARGO, 40), waiting(BOOKING, 0));
        assertThat(order(plan(NextChatFrom.PRIORITY, 0, 30), waiting(CARGO, 40), waiting(BOOKING, 0)))
                .containsExactly(waiting(BOOKING, 0), waiting(CARGO, 40));
    }

    @Test
    void byTargetWhoIsNearestToMissingItGoesFirst() {
        var plan = plan(NextChatFrom.TARGET, 9, 120); // bookings have 30 s, cargo 120 s

        assertThat(order(plan, waiting(CARGO, 0), waiting(BOOKING, 60)))
                .containsExactly(waiting(BOOKING, 60), waiting(CARGO, 0));
        assertThat(order(plan, waiting(BOOKING, 100), waiting(CARGO, 0)))
                .containsExactly(waiting(CARGO, 0), waiting(BOOKING, 100));
    }

    @Test
    void aQueueOfAnotherPlanIsRefused() {
        var unknown = waiting(new QueueId("gone"), 0);

        assertThatThrownBy(() -> order(SamplePlan.plan(), unknown, waiting(BOOKING, 1)))
                .hasMessageContaining("no queue \"gone\"");
    }

    private static List<Waiting> order(Plan plan, Waiting... chats) {
        return Stream.of(chats).sorted(new NextChat(plan)).toList();
    }

    private static Waiting waiting(QueueId queue, int since) {
        return new Waiting(queue, NINE.plusSeconds(since));
    }

    private static Plan plan(NextChatFrom by, int cargoPriority, double cargoSeconds) {
        var settings = SamplePlan.plan().settings();
        var cargo = SamplePlan.plan().queue(CARGO);
        return SamplePlan.edited(
                new Settings(
                        settings.name(),
                        settings.timeZone(),
                        null,
                        settings.shrinkage(),
                        null,
                        List.of(),
                        List.of(),
                        null,
                        by,
                        settings.texts(),
                        settings.timeouts(),
                        WhenAway.KEPT,
                        List.of()),
                new Queue(
                        cargo.id(),
                        cargo.name(),
                        cargo.department(),
                        cargo.members(),
                        cargo.needs(),
                        cargo.leastLanguageLevel(),
                        cargo.weight(),
                        cargoPriority,
                        cargo.choice(),
                        Handover.OFFERED,
                        cargo.waiting(),
                        QueueTarget.of(0.8, cargoSeconds),
                        cargo.workload(),
                        cargo.transfers(),
                        cargo.ladder()));
    }
}
