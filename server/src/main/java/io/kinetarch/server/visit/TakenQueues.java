package io.kinetarch.server.visit;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import io.kinetarch.core.people.PeopleTable;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.server.live.ChatReader.StoredOperator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Of which queues operators of live plans take chats. */
@Component
public class TakenQueues {
    /** By plans, which never change. */
    private final LoadingCache<Plan, Map<OperatorId, List<QueueId>>> memberships =
            Caffeine.newBuilder().weakKeys().build(plan -> PeopleTable.of(plan).queuesOf());

    /** Those of which an operator is a member. */
    public List<QueueId> memberOf(Plan plan, Operator operator) {
        return memberships.get(plan).getOrDefault(operator.id(), List.of());
    }

    /** Those of which they take chats as they stand now: with the ones that they joined, without those that they left. */
    public Set<String> now(Plan plan, Operator operator, StoredOperator stored) {
        var taken = new HashSet<String>();
        memberOf(plan, operator).forEach(queue -> taken.add(queue.value()));
        taken.addAll(stored.joinedList());
        stored.partedList().forEach(taken::remove);
        return taken;
    }
}
