package io.kinetarch.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Dispatcher;
import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.Holder;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Stage;
import io.kinetarch.core.plan.Plan;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What holds whatever visitors and operators do, on random plans. The seed of a failure stands in its words. */
class DispatcherPropertiesTest {
    private static final int PLANS = 25;
    private static final int ACTS = 1_500;

    @Test
    void everyInvariantHoldsAfterEveryCall() {
        var seen = new HashSet<String>();
        for (long seed = 0; seed < PLANS; seed++) {
            var run = new Run(RandomPlans.plan(seed), seed);
            for (int i = 0; i < ACTS; i++) {
                run.act();
                run.check(seen);
            }
            run.everythingEnds(seen);
        }
        assertThat(seen)
                .as("what happens at all in these runs")
                .containsAll(Stream.concat(Stream.of(Effect.values()), Stream.of(Outcome.values()))
                        .map(Enum::toString)
                        .toList());
    }

    @Test
    void theSameCallsGiveTheSameEffects() {
        for (long seed = 100; seed < 110; seed++) {
            assertThat(effects(seed, 0)).as("plan %d", seed).isEqualTo(effects(seed, 0));
        }
    }

    @Test
    void stoppingAnywhereStoringAndRestoringChangesNothing() {
        for (long seed = 200; seed < 220; seed++) {
            assertThat(effects(seed, 7)).as("plan %d", seed).isEqualTo(effects(seed, 0));
        }
    }

    /** All that happens in a run that is stored and taken up again every so many acts; 0 for never. */
    private static List<String> effects(long seed, int every) {
        var plan = RandomPlans.plan(seed);
        var run = new Run(plan, seed);
        var all = new ArrayList<String>();
        for (int i = 0; i < ACTS; i++) {
            run.act();
            if (every > 0 && i % every == 0) {
                run.heard.calls.restart();
            }
            all.addAll(run.heard.effects);
            run.heard.effects.clear();
        }
        return all;
    }

    private static final class Run {
        final Heard heard;
        private final Plan plan;
        private final long seed;
        private final RandomActs acts;
        private final Random times;
        private final Map<String, String> outcomes = new HashMap<>();
        private long at = RandomPlans.FROM.toEpochMilli();

        Run(Plan plan, long seed) {
            this.plan = plan;
            this.seed = seed;
            heard = new Heard(plan);
            acts = new RandomActs(plan, seed);
            times = new Random(seed);
        }

        void act() {
            at += acts.pause();
            heard.calls.take(at, acts.next(at, heard.open(), heard::operatorOf));
            if (times.nextInt(5) == 0) {
                heard.calls.dispatcher().passTime(at);
            }
        }

        void check(Set<String> seen) {
            for (String effect : heard.effects) {
                var words = List.of(effect.split(" ", -1));
                seen.add(words.get(1));
                String chat = words.get(2);
                assertThat(outcomes)
                        .as("plan %d: %s after it ended", seed, effect)
                        .satisfies(over -> assertThat(
                                        !over.containsKey(chat) || words.get(1).equals("WRAPPED_UP"))
                                .isTrue());
                if (isOutcome(words.get(1))) {
                    assertThat(outcomes.put(chat, words.get(1))).isNull();
                }
            }
            heard.effects.clear();
            var dispatcher = heard.calls.dispatcher();
            for (int i = 0; i < plan.operators().size(); i++) {
                var operator = plan.operators().get(i);
                Integer most = operator.mostChats();
                assertThat(dispatcher.inUse(i)).as("plan %d", seed).isBetween(0, operator.capacity());
                assertThat(dispatcher.chats(i)).isBetween(0, most == null ? operator.capacity() : most);
            }
            for (String chat : heard.open()) {
                nobodyIdlesBeside(dispatcher, heard.calls.number(chat).orElseThrow(), chat);
            }
        }

        /** No chat waits while an operator who may be asked for it now has room. */
        private void nobodyIdlesBeside(Dispatcher dispatcher, long number, String chat) {
            var holder = dispatcher.holder(number);
            assertThat(holder == Holder.NOBODY).isEqualTo(outcomes.containsKey(chat));
            assertThat(dispatcher.operator(number) >= 0)
                    .isEqualTo((holder == Holder.OPERATOR
                                    && !dispatcher.stage(number).equals(Optional.of(Stage.ASIDE)))
                            || dispatcher.isOffered(number)
                            || (holder == Holder.NOBODY && dispatcher.operator(number) >= 0));
            if (dispatcher.isWaiting(number)) {
                for (int i = 0; i < plan.operators().size(); i++) {
                    assertThat(dispatcher.standing(number, i).isEligible())
                            .as(
                                    "plan %d: %s waits for %s",
                                    seed, chat, plan.operators().get(i).id())
                            .isFalse();
                }
            }
        }

        /** Once every visitor has left, every chat has ended in exactly one way, and nobody holds anything. */
        void everythingEnds(Set<String> seen) {
            for (String chat : heard.open()) {
                heard.calls.take(at, new Call.Leave(chat));
            }
            heard.calls.dispatcher().passTime(at + 4_000_000);
            check(seen);
            assertThat(outcomes.keySet()).containsExactlyInAnyOrderElementsOf(heard.calls.chats());
            for (int i = 0; i < plan.operators().size(); i++) {
                assertThat(heard.calls.dispatcher().inUse(i)).isZero();
            }
        }

        private static boolean isOutcome(String word) {
            return Stream.of(Outcome.values())
                    .anyMatch(outcome -> outcome.toString().equals(word));
        }
    }
}
