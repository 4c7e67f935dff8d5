package io.kinetarch.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A plain dispatcher that knows nothing of arrays and lines says the same of the same calls. */
class SecondOpinionTest {
    private static final int PLANS = Integer.getInteger("kinetarch.dispatch.plans", 25);
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
            var act = acts.next(at, heard.open(), heard::operatorOf);
            String refusal = heard.calls
                    .take(at, act)
                    .map(refused -> refused.getClass().getSimpleName())
                    .orElse("");
            String plainly = plain.act(at, act);
            if (i % 7 == 0) {
                heard.calls.dispatcher().passTime(at);
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
}
