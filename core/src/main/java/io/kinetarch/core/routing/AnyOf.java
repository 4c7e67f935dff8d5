package io.kinetarch.core.routing;

import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Plan;
import java.util.List;

/** Whether any of some conditions holds for a chat, as it would in a rule. */
public final class AnyOf {
    private final Conditions conditions;
    private final List<Condition> any;

    /** Of conditions that look at nothing but what is known of the visitor. */
    public AnyOf(Plan plan, List<Condition> any) {
        conditions = new Conditions(plan);
        this.any = List.copyOf(any);
    }

    /** The place of the first that holds; negative where none does. */
    public int first(Arrival chat) {
        for (int i = 0; i < any.size(); i++) {
            if (conditions.holds(any.get(i), chat)) {
                return i;
            }
        }
        return -1;
    }
}
