package io.kinetarch.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Holder;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A plain dispatcher that knows nothing of arrays and lines says the same of the same calls. */
class SecondOpinionTest {
    private static final int PLANS = Integer.getInteger("kinetarch.dispatch.plans", 60);
    private static final int ACTS = 1_500;

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void aPlainDispatcherDecidesTheSame(long block) {
        for (long seed = block * 10_000; seed < block * 10_000 + PLANS; seed++) {
            compare(seed);
        }
    }

    private static void compare(long seed) {
        var plan = RandomPlans.plan(seed);
        var acts = new RandomActs(plan, seed);
        var heard = new Heard(plan);
        var plain = new PlainDispatcher(plan);
        long at = RandomPlans.FROM.toEpochMilli();
        for (int i = 0; i < ACTS; i++) {
            at += acts.pause();
            var act = acts.next(heard.open(), heard::operatorOf);
            String refusal = heard.acting
                    .act(at, act, "")
                    .map(refused -> refused.getClass().getSimpleName())
                    .orElse("");
            String plainly = plain.act(at, act);
            if (i % 7 == 0) {
                heard.acting.dispatcher.passTime(at);
                plain.passTime(at);
            }
            assertThat(heard.effects)
                    .as("plan %d, act %d: %s at %d", seed, i, act, at)
                    .isEqualTo(plain.effects);
            assertThat(refusal)
                    .as("plan %d, act %d: %s at %d", seed, i, act, at)
                    .isEqualTo(plainly);
            heard.forget();
            plain.effects.clear();
        }
    }

    /** What the dispatcher does, in the words of the plain one. */
    static final class Heard implements EffectSink {
        final List<String> effects = new ArrayList<>();
        final Acting acting;
        private final Plan plan;
        private final List<String> over = new ArrayList<>();

        Heard(Plan plan) {
            this.plan = plan;
            this.acting = new Acting(plan, this);
        }

        /** Chats that are not over, and a few that have ended just now. */
        List<String> open() {
            var recent = over.subList(Math.max(0, over.size() - 3), over.size());
            return acting.chats().stream()
                    .filter(chat -> !over.contains(chat) || recent.contains(chat))
                    .toList();
        }

        Optional<OperatorId> operatorOf(String chat) {
            return acting.operator(acting.dispatcher.operator(acting.number(chat, "")));
        }

        Holder holder(String chat) {
            return acting.dispatcher.holder(acting.number(chat, ""));
        }

        void forget() {
            effects.clear();
        }

        @Override
        public boolean wantsReasons() {
            return true;
        }

        @Override
        public void happened(
                long atMillis, Effect effect, long chat, int operator, int queue, @Nullable Reason reason) {
            effects.add(line(atMillis, effect, chat, operator, queue));
        }

        @Override
        public void ended(long atMillis, long chat, Outcome outcome, int operator, int queue, @Nullable Reason reason) {
            effects.add(line(atMillis, outcome, chat, operator, queue));
            over.add(acting.name(chat));
        }

        private String line(long at, Enum<?> what, long chat, int operator, int queue) {
            return at + " " + what + " " + (chat == NONE ? "-" : acting.name(chat)) + " "
                    + (operator == NONE
                            ? "-"
                            : plan.operators().get(operator).id().value()) + " "
                    + (queue == NONE ? "-" : plan.queues().get(queue).id().value());
        }
    }
}
