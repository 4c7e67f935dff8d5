package io.kinetarch.core.dispatch;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.rehearsal.RandomPlans;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** Calls by name, as live chats make them; seeds and plans are those of the properties. */
class CallsTest {
    private static final long AT = RandomPlans.FROM.toEpochMilli();
    private static final int PLANS = 60;

    private final List<Effect> effects = new ArrayList<>();
    private final EffectSink heard = new EffectSink() {
        @Override
        public boolean wantsReasons() {
            return true;
        }

        @Override
        public void happened(long at, Effect effect, long chat, int operator, int queue, @Nullable Reason reason) {
            effects.add(effect);
        }

        @Override
        public void ended(long at, long chat, Outcome outcome, int operator, int queue, @Nullable Reason reason) {
            // not asked after
        }
    };

    @Test
    void whatThePlanDoesNotHaveIsRefusedWithTheFieldThatNamesIt() {
        var calls = new Calls(RandomPlans.plan(1), heard);
        assertThat(calls.take(AT, new Call.Present(new OperatorId("nobody"))))
                .contains(new Refusal.NotInPlan(new OperatorId("nobody"), "operator"));
        assertThat(calls.take(AT, new Call.Pause(new DoorId("nowhere"))))
                .contains(new Refusal.NotInPlan(new DoorId("nowhere"), "door"));
        assertThat(calls.take(AT, new Call.Leave("never came"))).contains(new Refusal.ChatOver());
        assertThat(effects).isEmpty();
    }

    @Test
    void aPausedDoorIsClosedUntilItIsOpenedAgain() {
        for (int seed = 0; seed < PLANS; seed++) {
            var calls = new Calls(RandomPlans.plan(seed), heard);
            var door = calls.plan().doors().getFirst().id();
            var visit = Visit.of(door, "en");
            var before = calls.dispatcher().whyClosedBesidesHours(visit);
            calls.take(AT, new Call.Pause(door));
            calls.restart();
            assertThat(calls.dispatcher().whyClosed(AT, visit))
                    .as("seed %d", seed)
                    .isPresent();
            assertThat(calls.dispatcher().whyClosedBesidesHours(visit))
                    .as("seed %d", seed)
                    .contains(new Reason.DoorPaused(door));
            calls.take(AT, new Call.Resume(door));
            assertThat(calls.dispatcher().whyClosedBesidesHours(visit))
                    .as("seed %d", seed)
                    .isEqualTo(before);
        }
    }

    @Test
    void aChatOfWhichNoStateTellsGoesOnWhereItWas() {
        for (int seed = 0; seed < PLANS; seed++) {
            Plan plan = RandomPlans.plan(seed);
            var calls = new Calls(plan, heard);
            var visit = Visit.of(plan.doors().getFirst().id(), "en");
            QueueId queue = plan.queues().getLast().id();
            OperatorId operator = plan.operators().getFirst().id();
            int place = plan.queues().size() - 1;

            assertThat(calls.adopt(AT, "waits", visit, queue, null, List.of(), AT - 5_000))
                    .isEmpty();
            assertThat(calls.adopt(AT, "held", visit, queue, operator, List.of(), AT - 60_000))
                    .isEmpty();

            long held = calls.number("held").orElseThrow();
            assertThat(calls.dispatcher().holder(held)).as("seed %d", seed).isEqualTo(Holder.OPERATOR);
            assertThat(calls.dispatcher().operator(held)).isZero();
            assertThat(calls.dispatcher().waitedMillis(held)).isEqualTo(60_000);
            long waits = calls.number("waits").orElseThrow();
            assertThat(calls.dispatcher().isWaiting(waits)).as("seed %d", seed).isTrue();
            assertThat(calls.dispatcher().queue(waits)).isEqualTo(place);
            assertThat(calls.dispatcher().waitedMillis(waits)).isEqualTo(5_000);
            assertThat(calls.take(AT, new Call.Say("held", Party.OPERATOR, operator, Map.of())))
                    .as("seed %d", seed)
                    .isEmpty();
            assertThat(calls.take(AT, new Call.End("held", Party.OPERATOR, operator)))
                    .isEqualTo(Optional.empty());
        }
    }
}
