package io.kinetarch.core.staffing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.offset;

import io.kinetarch.core.plan.AnswerTarget;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Several chats at once, against a plain numerical solution of the same chain, and what must hold for any queue. */
class ChatConcurrencyTest {

    @Test
    void agreesWithThePlainSolutionOfTheChain() {
        for (int seed = 0; seed < 300; seed++) {
            var random = new Random(seed);
            var scene = Scene.random(random);
            var seen = scene.queue().evaluate(scene.operators, scene.within);
            var expected = Oracle.of(scene);

            String at = "seed " + seed + ": " + scene;
            near(seen.waitProbability(), expected.waits, at);
            near(seen.serviceLevel(), expected.inTime, at);
            near(seen.abandonment(), expected.abandons, at);
            near(seen.meanWaitSeconds(), expected.meanWait, at);
            near(seen.meanChatsPerOperator(), expected.chatsPerOperator, at);
        }
    }

    @Test
    void arrivalsEitherGetAnsweredOrGiveUp() {
        for (int seed = 0; seed < 200; seed++) {
            var random = new Random(seed);
            var scene = Scene.random(random);
            var seen = scene.queue().evaluate(scene.operators, 1e7);

            assertThat(seen.serviceLevel() + seen.abandonment())
                    .as("seed %s", seed)
                    .isCloseTo(1, offset(1e-9));
        }
    }

    @Test
    void moreOperatorsNeverMakeAQueueWorse() {
        for (int seed = 0; seed < 100; seed++) {
            var queue = Scene.random(new Random(seed)).queue();
            for (int n = 1; n < 30; n++) {
                var with = queue.evaluate(n, 30);
                var withOneMore = queue.evaluate(n + 1, 30);
                assertThat(withOneMore.serviceLevel())
                        .as("seed %s, %s operators", seed, n)
                        .isGreaterThanOrEqualTo(with.serviceLevel() - 1e-12);
                assertThat(withOneMore.abandonment())
                        .as("seed %s, %s operators", seed, n)
                        .isLessThanOrEqualTo(with.abandonment() + 1e-12);
            }
        }
    }

    @Test
    void theRequirementIsTheFirstNumberThatMeetsEveryLimit() {
        for (int seed = 0; seed < 200; seed++) {
            var random = new Random(seed);
            var queue = Scene.random(random).queue();
            var limits = new ServiceLimits(
                    new AnswerTarget(0.5 + 0.49 * random.nextDouble(), 60 * random.nextDouble()),
                    random.nextBoolean() ? null : 1 + 60 * random.nextDouble(),
                    random.nextBoolean() ? 0.01 + 0.1 * random.nextDouble() : null,
                    random.nextBoolean() ? 0.5 + 0.4 * random.nextDouble() : null);
            int first = 1;
            while (!limits.metBy(queue.evaluate(first, limits.withinSeconds()))) {
                first++;
            }

            assertThat(Requirement.smallest(queue, limits)).as("seed %s", seed).isEqualTo(first);
        }
    }

    @Test
    void holdingTwoAtOnceWithoutSlowingDownIsTwiceTheOperators() {
        var alone = ChatQueue.arriving(0.05, 300).patience(120).build().evaluate(20, 30);
        var shared = ChatQueue.arriving(0.05, 300)
                .patience(120)
                .slowdown(1, 1)
                .build()
                .evaluate(10, 30);

        assertThat(shared.serviceLevel()).isCloseTo(alone.serviceLevel(), offset(1e-12));
        assertThat(shared.meanChatsPerOperator()).isCloseTo(2 * alone.meanChatsPerOperator(), offset(1e-12));
    }

    @Test
    void extremesStayFinite() {
        double[] loads = {0.001, 1, 100, 10_000};
        int[] operators = {0, 1, 100, 5000};
        double[] patiences = {0.5, 60, 86_400, Double.POSITIVE_INFINITY};
        for (double load : loads) {
            for (int n : operators) {
                for (double patience : patiences) {
                    for (double limit : new double[] {0, 30, 1e6}) {
                        var seen = ChatQueue.arriving(load / 300, 300)
                                .patience(patience)
                                .slowdown(1, 1.2, 1.5)
                                .build()
                                .evaluate(n, limit);
                        String at = load + " Erlang, " + n + " operators, patience " + patience + ", " + limit + " s";
                        assertThat(seen.serviceLevel()).as(at).isBetween(0.0, 1.0);
                        assertThat(seen.waitProbability()).as(at).isBetween(0.0, 1.0 + 1e-12);
                        assertThat(seen.abandonment()).as(at).isBetween(0.0, 1.0 + 1e-12);
                        assertThat(seen.occupancy()).as(at).isBetween(0.0, 1.0 + 1e-12);
                        assertThat(seen.meanWaitSeconds()).as(at).isNotNaN();
                    }
                }
            }
        }
    }

    @Test
    void aQueueThatGrowsWithoutEndMeetsNothing() {
        var queue = ChatQueue.arriving(1, 300).build();

        assertThat(queue.evaluate(300, 30).meanWaitSeconds()).isInfinite();
        assertThat(Requirement.smallest(queue, new ServiceLimits(null, null, 0.5, null)))
                .isEqualTo(301);
    }

    @Test
    void nobodyIsNeededForNoChats() {
        var limits = ServiceLimits.of(new AnswerTarget(0.8, 30));

        assertThat(Requirement.smallest(ChatQueue.arriving(0, 300).build(), limits))
                .isZero();
    }

    @Test
    void refusalsNameTheValueAndTheRule() {
        assertThatThrownBy(() -> ChatQueue.arriving(-1, 300))
                .hasMessageContaining("arrivals")
                .hasMessageContaining("-1");
        assertThatThrownBy(() -> ChatQueue.arriving(1, 0)).hasMessageContaining("handlingSeconds must be above 0");
        assertThatThrownBy(() -> ChatQueue.arriving(1, 1).slowdown()).hasMessageContaining("slowdown");
        assertThatThrownBy(() -> ChatQueue.arriving(1, 1).patience(0)).hasMessageContaining("patienceSeconds");
        assertThatThrownBy(() -> ChatQueue.arriving(1e6, 1).patience(3600)).hasMessageContaining("20 million");
        assertThatThrownBy(() -> new AnswerTarget(1, 30)).hasMessageContaining("below 1");
        assertThatThrownBy(() -> new ServiceLimits(null, null, null, 1.5)).hasMessageContaining("maxOccupancy");
        assertThatThrownBy(() -> Requirement.smallest(
                        ChatQueue.arriving(1, 1).build(), new ServiceLimits(null, null, null, null)))
                .hasMessageContaining("at least one limit");
    }

    private static void near(double seen, double expected, String at) {
        assertThat(seen).as(at).isCloseTo(expected, offset(1e-9 * Math.max(1, Math.abs(expected))));
    }

    private record Scene(
            double perSecond, double handling, double patience, List<Double> slowdown, int operators, double within) {
        static Scene random(Random random) {
            int atOnce = 1 + random.nextInt(4);
            var slowdown = new ArrayList<Double>();
            double factor = 1;
            for (int k = 0; k < atOnce; k++) {
                slowdown.add(factor);
                factor *= 1 + 0.25 * random.nextDouble();
            }
            double handling = 60 + 500 * random.nextDouble();
            return new Scene(
                    12 * random.nextDouble() / handling,
                    handling,
                    20 + 600 * random.nextDouble(),
                    slowdown,
                    1 + random.nextInt(8),
                    120 * random.nextDouble());
        }

        ChatQueue queue() {
            return ChatQueue.arriving(perSecond, handling)
                    .patience(patience)
                    .slowdown(slowdown.stream().mapToDouble(Double::doubleValue).toArray())
                    .build();
        }
    }

    /**
     * The same chain without any cleverness: weights from state 0 up, each state's answer probability by uniformisation of
     * the crowd ahead of a visitor who may lose patience.
     */
    private record Oracle(double waits, double inTime, double abandons, double meanWait, double chatsPerOperator) {
        private static final int STATES = 400;

        static Oracle of(Scene scene) {
            int places = scene.operators * scene.slowdown.size();
            double[] weight = new double[STATES];
            weight[0] = 1;
            for (int j = 1; j < STATES; j++) {
                weight[j] = weight[j - 1] * scene.perSecond / outflow(scene, j, places);
            }
            double total = Arrays.stream(weight).sum();
            double waits = 0;
            double inTime = 0;
            double waiting = 0;
            double held = 0;
            for (int j = 0; j < STATES; j++) {
                double p = weight[j] / total;
                held += p * Math.min(j, places);
                if (j < places) {
                    inTime += p;
                } else {
                    waits += p;
                    waiting += p * (j - places);
                    if (p > 1e-14) {
                        inTime += p * answered(scene, j - places, outflow(scene, places, places));
                    }
                }
            }
            double abandons = waiting / scene.patience / scene.perSecond;
            return new Oracle(waits, inTime, abandons, waiting / scene.perSecond, held / scene.operators);
        }

        private static double outflow(Scene scene, int chats, int places) {
            int[] holding = new int[scene.operators];
            for (int c = 0; c < Math.min(chats, places); c++) {
                holding[c % scene.operators]++;
            }
            double rate = Math.max(0, chats - places) / scene.patience;
            for (int k : holding) {
                rate += k == 0 ? 0 : k / (scene.slowdown.get(k - 1) * scene.handling);
            }
            return rate;
        }

        private static double answered(Scene scene, int ahead, double fullRate) {
            double theta = 1 / scene.patience;
            double clock = fullRate + (ahead + 1) * theta;
            double[] still = new double[ahead + 1];
            still[ahead] = 1;
            double answered = 0;
            double steps = clock * scene.within;
            double poisson = Math.exp(-steps);
            double seenPoisson = poisson;
            double answeredByStep = 0;
            for (int k = 1; k < 4000 && 1 - seenPoisson > 1e-15; k++) {
                double[] next = new double[ahead + 1];
                for (int i = 0; i <= ahead; i++) {
                    double forward = (fullRate + i * theta) / clock;
                    next[i] += still[i] * (1 - forward - theta / clock);
                    if (i > 0) {
                        next[i - 1] += still[i] * forward;
                    } else {
                        answeredByStep += still[i] * forward;
                    }
                }
                still = next;
                poisson *= steps / k;
                seenPoisson += poisson;
                answered += poisson * answeredByStep;
            }
            return answered;
        }
    }

    /** Next to no chats are none, whatever the share of an operator that they would keep busy is written as. */
    @Test
    void soFewChatsThatNobodyMeetsOneAreNone() {
        for (double rate : new double[] {1e-320, 1e-300, 1e-100, 1e-13}) {
            var queue = ChatQueue.arriving(rate, 420)
                    .slowdown(1, 1.12, 1.3)
                    .patience(180)
                    .build();
            assertThat(queue.evaluate(1, 30).serviceLevel()).isEqualTo(1);
            assertThat(queue.evaluate(1, 30).occupancy()).isZero();
        }
    }
}
