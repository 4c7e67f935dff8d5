package io.kinetarch.core.simulation;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.routing.Deciding;
import io.kinetarch.core.routing.RuleShares.Seen;
import io.kinetarch.core.simulation.Behaviour.Differences;
import io.kinetarch.core.simulation.Behaviour.Differences.About;
import io.kinetarch.core.simulation.Survival.Wait;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * What chats that were handled tell of how long others will take: how much longer those about a topic take than others of their queue, how
 * much longer operators of a level take with the same, and how what is left spreads.
 *
 * <p>Each factor is all that such chats took over all that they would have by the mean of the others, drawn towards 1 as if {@value
 * #WEIGHT_OF_ALL} more of them had taken just as long: few chats say little. Topics come first, then levels.
 *
 * @param spread of times in means
 * @param chats that it is worked out from
 */
public record HandlingEstimate(Differences differences, Survival spread, int chats) {
    /** Fewer chats do not tell how times spread. */
    private static final int FEWEST = 200;

    private static final int WEIGHT_OF_ALL = 30;

    /**
     * A chat that one operator handled.
     *
     * @param seen what is known of it
     * @param queue in which it waited
     * @param seconds above 0
     */
    public record Handled(Seen seen, QueueId queue, OperatorId operator, double seconds) {}

    private record Timed(QueueId queue, @Nullable About about, int level, double seconds, double expected) {
        Timed by(double factor) {
            return new Timed(queue, about, level, seconds, expected * factor);
        }
    }

    /** None where there are too few chats to tell; those of queues and operators that the plan lacks are left out. */
    public static Optional<HandlingEstimate> of(Plan plan, List<Handled> chats) {
        var known = chats.stream()
                .filter(chat -> Element.find(plan.queues(), chat.queue.value()).isPresent()
                        && Element.find(plan.operators(), chat.operator.value()).isPresent())
                .toList();
        if (known.size() < FEWEST) {
            return Optional.empty();
        }
        var means = known.stream()
                .collect(Collectors.groupingBy(Handled::queue, Collectors.averagingDouble(Handled::seconds)));
        var levels = levels(plan, known);
        var timed = IntStream.range(0, known.size())
                .mapToObj(i -> {
                    var chat = known.get(i);
                    String topic = chat.seen.topic();
                    return new Timed(
                            chat.queue,
                            topic == null ? null : new About(chat.queue, topic),
                            levels[i],
                            chat.seconds,
                            means.getOrDefault(chat.queue, 0.0));
                })
                .toList();
        var byTopic = factors(timed, Timed::about);
        timed = times(timed, one -> one.about == null ? 1 : byTopic.getOrDefault(one.about, 1.0));
        var byLevel = factors(timed, one -> one.level == Levels.NONE ? null : one.level);
        timed = times(timed, one -> byLevel.getOrDefault(one.level, 1.0));
        var spread = Survival.of(timed.stream()
                .map(one -> new Wait(one.seconds / one.expected, true))
                .toList());
        return Optional.of(new HandlingEstimate(new Differences(byTopic, byLevel), spread, timed.size()));
    }

    /** The level of whoever handled each, as long as the rules send such a chat where it was. */
    private static int[] levels(Plan plan, List<Handled> chats) {
        var operators =
                plan.operators().stream().collect(Collectors.toMap(Operator::id, Function.<Operator>identity()));
        var deciding = Deciding.of(plan, chats.stream().map(Handled::seen).toList());
        return chats.stream()
                .mapToInt(chat -> deciding.needs(chat.seen)
                        .filter(needs -> needs.queue().equals(chat.queue))
                        .map(needs -> Levels.of(plan, needs, Objects.requireNonNull(operators.get(chat.operator))))
                        .orElse(Levels.NONE))
                .toArray();
    }

    private static List<Timed> times(List<Timed> timed, ToDoubleFunction<Timed> factor) {
        return timed.stream().map(one -> one.by(factor.applyAsDouble(one))).toList();
    }

    /** By what a function says of each; where it says nothing, it has no factor. */
    private static <K> Map<K, Double> factors(List<Timed> timed, Function<Timed, @Nullable K> of) {
        var groups = new HashMap<K, double[]>();
        for (var one : timed) {
            K key = of.apply(one);
            if (key != null) {
                double[] sums = groups.computeIfAbsent(key, _ -> new double[3]);
                sums[0] += one.seconds;
                sums[1] += one.expected;
                sums[2]++;
            }
        }
        var factors = new HashMap<K, Double>();
        groups.forEach((key, sums) -> {
            double drawn = WEIGHT_OF_ALL * sums[1] / sums[2];
            factors.put(key, (sums[0] + drawn) / (sums[1] + drawn));
        });
        return factors;
    }
}
