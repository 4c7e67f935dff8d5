package io.kinetarch.core.plan;

import java.util.HashSet;
import java.util.List;

/** Which of the eligible operators gets a queue's next chat. Where the choice leaves several, the longest free. */
public sealed interface OperatorChoice {

    /** Who has been free longest. */
    record LongestFree() implements OperatorChoice {}

    /** Whose capacity is taken by the smallest part. */
    record LightestLoad() implements OperatorChoice {}

    /** Whose levels in the needed skills are highest in sum. */
    record BestAtSkill() implements OperatorChoice {}

    /**
     * Whoever stands in the first tier that has somebody eligible; operators in no tier come last.
     *
     * @param tiers from first to last, each with at least one operator, nobody twice
     */
    record Tiers(List<List<OperatorId>> tiers) implements OperatorChoice {
        public Tiers {
            tiers = tiers.stream().map(List::copyOf).toList();
            Checks.notEmpty("tiers", tiers);
            var seen = new HashSet<OperatorId>();
            for (int t = 0; t < tiers.size(); t++) {
                Checks.notEmpty("tiers/" + t, tiers.get(t));
                for (int i = 0; i < tiers.get(t).size(); i++) {
                    var operator = tiers.get(t).get(i);
                    if (!seen.add(operator)) {
                        throw new PlanRefusal(
                                "/tiers/" + t + "/" + i, "\"" + operator.value() + "\" stands twice in tiers");
                    }
                }
            }
        }
    }
}
