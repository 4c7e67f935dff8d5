package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.routing.CompiledRules;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Objects;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/** Which rule takes a chat, laid out for the time around the one that is asked about. */
final class Routing {
    private static final Duration AHEAD = Duration.ofDays(15);

    private final Plan plan;
    private final CompiledPlan compiled;
    /** Whether a rule asks for anything but what is known of the visitor. */
    private final boolean looksAround;

    private final boolean looksAtQueues;
    private @Nullable CompiledRules rules;
    private Instant until = Instant.MIN;

    Routing(Plan plan) {
        this.plan = plan;
        compiled = CompiledPlan.of(plan);
        looksAtQueues = asks(plan, Condition.ChatsWait.class) || asks(plan, Condition.LongestWaits.class);
        looksAround = looksAtQueues
                || asks(plan, Condition.ArrivesWithin.class)
                || asks(plan, Condition.DepartmentIsOpen.class);
    }

    private static boolean asks(Plan plan, Class<? extends Condition> kind) {
        return plan.rules().stream()
                .flatMap(rule -> rule.conditions().stream())
                .map(Condition::asked)
                .anyMatch(kind::isInstance);
    }

    /**
     * The place of the rule that takes a chat.
     *
     * @param topic what it is about; null where that is not known
     * @param queues how full the queues are; asked only where a rule looks at them
     */
    int decide(Visit visit, @Nullable String topic, long atMillis, Supplier<Map<QueueId, Arrival.Waiting>> queues) {
        boolean kept = !looksAround && Objects.equals(topic, visit.topic());
        if (kept && visit.rule(compiled) != EffectSink.NONE) {
            return visit.rule(compiled);
        }
        var at = Instant.ofEpochMilli(atMillis);
        if (!at.isBefore(until)) {
            until = at.plus(AHEAD);
            rules = new CompiledRules(plan, at, until);
        }
        int rule = Objects.requireNonNull(rules)
                .decide(visit.toArrival(at, topic, looksAtQueues ? queues.get() : Map.of()));
        if (kept) {
            visit.remember(compiled, rule);
        }
        return rule;
    }
}
