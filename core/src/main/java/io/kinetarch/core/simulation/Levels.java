package io.kinetarch.core.simulation;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.routing.ChatNeeds;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.stream.Stream;

/** How much longer operators take, or less long, by the level at which they hold what a chat asks for: the lowest, where it asks for several skills. */
final class Levels {
    /** Of whoever lacks a skill, or is asked for none. */
    static final int NONE = 0;

    private final Plan plan;
    private final Map<Integer, Double> factors;
    /** Many chats share what they ask for. */
    private final IdentityHashMap<ChatNeeds, double[]> known = new IdentityHashMap<>();

    /**
     * @param factors by level; 1 of all others
     */
    Levels(Plan plan, Map<Integer, Double> factors) {
        this.plan = plan;
        this.factors = factors;
    }

    /** The level of an operator for a chat; {@link #NONE} where there is none. */
    static int of(Plan plan, ChatNeeds needs, Operator operator) {
        return Stream.concat(plan.queue(needs.queue()).needs().stream(), needs.extraSkills().stream())
                .map(SkillNeed::skill)
                .distinct()
                .mapToInt(operator::level)
                .min()
                .orElse(NONE);
    }

    /** The factor of an operator, by their place in the plan. */
    double factor(ChatNeeds needs, int operator) {
        return factors.isEmpty() ? 1 : known.computeIfAbsent(needs, this::factors)[operator];
    }

    private double[] factors(ChatNeeds needs) {
        return plan.operators().stream()
                .mapToDouble(operator -> factors.getOrDefault(of(plan, needs, operator), 1.0))
                .toArray();
    }
}
