package io.kinetarch.server.visit;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.staffing.OfferedWait;
import io.kinetarch.core.staffing.OfferedWait.AtWork;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredOperator;
import java.time.Duration;
import java.util.List;
import java.util.OptionalDouble;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The wait that a visitor of a live queue can expect. */
@Component
class QueueWaits {

    private final ChatReader chats;
    private final TakenQueues queues;
    /** Hundreds of visitors may wait, and nobody's wait changes within seconds. */
    private final Cache<String, List<StoredOperator>> people =
            Caffeine.newBuilder().expireAfterWrite(Duration.ofSeconds(2)).build();

    QueueWaits(ChatReader chats, TakenQueues queues) {
        this.chats = chats;
        this.queues = queues;
    }

    /** In seconds, with so many before them; empty where nobody who takes the queue's chats is there. */
    OptionalDouble seconds(Plan plan, Queue queue, int before, List<StoredOperator> operators) {
        var there = operators.stream().collect(Collectors.toMap(StoredOperator::operatorId, Function.identity()));
        return OfferedWait.seconds(
                before,
                plan.operators().stream()
                        .flatMap(operator -> atWork(
                                plan,
                                operator,
                                queue,
                                there.getOrDefault(operator.id().value(), StoredOperator.NOT_YET)))
                        .toList(),
                queue.workload());
    }

    /** How the operators of a live plan stand, give or take two seconds. */
    List<StoredOperator> operators(String planId) {
        return people.get(planId, chats::operators);
    }

    private Stream<AtWork> atWork(Plan plan, Operator operator, Queue queue, StoredOperator stored) {
        if (!queues.now(plan, operator, stored).contains(queue.id().value()) || !"present".equals(stored.state())) {
            return Stream.of();
        }
        Integer own = operator.mostChats();
        int most = own == null ? Integer.MAX_VALUE : own;
        int places = Math.min(most, operator.capacity() / queue.weight());
        int free = Math.min(most - stored.chats(), (operator.capacity() - stored.inUse()) / queue.weight());
        return places < 1 ? Stream.of() : Stream.of(new AtWork(places, Math.clamp(free, 0, places)));
    }
}
