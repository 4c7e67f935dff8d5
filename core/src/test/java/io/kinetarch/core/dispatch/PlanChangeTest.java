package io.kinetarch.core.dispatch;

import static io.kinetarch.core.plan.SamplePlan.BOOKING;
import static io.kinetarch.core.plan.SamplePlan.CARGO;
import static io.kinetarch.core.plan.SamplePlan.SITE;
import static io.kinetarch.core.plan.SamplePlan.TOPIC;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.routing.Arrival;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** A new plan goes live while chats run. Of the sample's people, ana and cleo serve booking, cleo and dara cargo. */
class PlanChangeTest {
    private static final long NINE = Instant.parse("2026-12-07T09:00:00Z").toEpochMilli();

    private final Noted noted = new Noted();
    private final List<String> effects = noted.effects;
    private final Plan plan = SamplePlan.plan();
    private final Dispatcher dispatcher = new Dispatcher(plan, noted);

    @Test
    void waitingChatsKeepTheirPlaceAndTheirSeconds() {
        long first = arrive(0, "fares");
        long second = arrive(10, "fares");
        var next = plan.edited(List.of(new PlanEdit.Put(plan.queue(BOOKING)
                .withLadder(List.of(
                        new Rung(30, new Rung.Action.Say(LocalText.of("en", "Soon."))),
                        new Rung(90, new Rung.Action.MoveTo(CARGO)))))));

        dispatcher.changePlan(at(60), next, Map.of());

        assertThat(dispatcher.waitedMillis(first)).isEqualTo(60_000);
        dispatcher.passTime(at(90));
        assertThat(effects).as("the rung that lies behind is not made up for").doesNotContain("SAID");
        assertThat(dispatcher.queue(first)).isEqualTo(1);
        assertThat(dispatcher.queue(second)).isZero();
    }

    @Test
    void chatsOfARemovedQueueGoOnWhereItsRemovalSaidElseInTheCatchAllQueue() {
        long cargo = arrive(0, "freight");
        var next = without(plan, CARGO);

        dispatcher.changePlan(at(5), next, Map.of());

        assertThat(next.queues().get(dispatcher.queue(cargo)).id()).isEqualTo(BOOKING);
        assertThat(effects).contains("MOVED");
        dispatcher.present(at(6), 0);
        assertThat(dispatcher.isOffered(cargo)).isTrue();
    }

    @Test
    void operatorsKeepTheChatsTheyHold() {
        dispatcher.present(at(0), 0);
        long chat = arrive(1, "fares");
        dispatcher.accept(at(2), chat, 0);
        var ana = plan.operators().getFirst();
        var next = plan.edited(List.of(
                new PlanEdit.Put(ana.withSkills(List.of()).withCapacity(1)),
                new PlanEdit.Place(plan.operators().get(3), java.util.Optional.of(ana.id()))));

        dispatcher.changePlan(at(5), next, Map.of());

        assertThat(dispatcher.holder(chat)).isEqualTo(Holder.OPERATOR);
        assertThat(next.operators().get(dispatcher.operator(chat)).id()).isEqualTo(ana.id());
        assertThat(dispatcher.inUse(dispatcher.operator(chat))).isEqualTo(2);
        assertThat(dispatcher.operatorEnds(at(9), chat, dispatcher.operator(chat)))
                .isEmpty();
    }

    @Test
    void theChatOfWhoIsNoLongerInThePlanWaitsForAnother() {
        dispatcher.present(at(0), 0);
        long chat = arrive(1, "fares");
        dispatcher.accept(at(2), chat, 0);
        dispatcher.present(at(3), 2);

        dispatcher.changePlan(at(5), plan.edited(List.of(new PlanEdit.Remove(new OperatorId("ana")))), Map.of());

        assertThat(dispatcher.isOffered(chat)).isTrue();
        assertThat(dispatcher.operator(chat)).as("cleo, who stands second now").isEqualTo(1);
    }

    @Test
    void aStateOfAnotherPlanIsNotTaken() {
        arrive(0, "fares");
        byte[] state = dispatcher.toBytes();
        var other = without(plan, CARGO);

        assertThatThrownBy(() -> Dispatcher.of(other, new Noted(), state))
                .hasMessageContaining("of another plan")
                .hasMessageContaining("cargo");
        assertThatThrownBy(() -> Dispatcher.of(plan, new Noted(), new byte[] {0, 0, 0, 9, 0, 0, 0, 1}))
                .hasMessageContaining("format 9");
        assertThatThrownBy(() -> Dispatcher.of(plan, new Noted(), java.util.Arrays.copyOf(state, state.length - 3)))
                .hasMessageContaining("ends too early");
        assertThat(Dispatcher.of(plan, new Noted(), state).waiting(0)).isEqualTo(1);
    }

    private static Plan without(Plan plan, io.kinetarch.core.plan.QueueId queue) {
        return plan.edited(plan.removal(queue, BOOKING));
    }

    private long arrive(int second, String topic) {
        return dispatcher.arrive(
                at(second), Visit.of(Arrival.of(SITE, null, "en", Map.of(TOPIC, topic), Instant.EPOCH)));
    }

    private static long at(int second) {
        return NINE + second * 1000L;
    }
}
