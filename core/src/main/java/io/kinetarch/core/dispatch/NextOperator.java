package io.kinetarch.core.dispatch;

import io.kinetarch.core.dispatch.CompiledPlan.Wanted;
import io.kinetarch.core.routing.ChatNeeds;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;

/** Chooses who gets a chat: of the eligible operators the one whom the queue's choice puts first. */
public final class NextOperator {
    private NextOperator() {}

    /**
     * The choice, and where every operator stood.
     *
     * @param operator index of the operator who gets the chat; none if nobody is eligible
     * @param standings by operator index
     */
    public record Choice(OptionalInt operator, List<Standing> standings) {}

    /** Chooses for a chat. Operators whom the choice leaves equal come in the order of the plan. */
    public static OptionalInt choose(OperatorPool pool, ChatNeeds needs) {
        return choose(pool, pool.wanted(needs));
    }

    /** Chooses as {@link #choose(OperatorPool, ChatNeeds)} does, and tells where everyone stood. */
    public static Choice explain(OperatorPool pool, ChatNeeds needs) {
        var wanted = pool.wanted(needs);
        var standings = new ArrayList<Standing>(pool.size());
        for (int operator = 0; operator < pool.size(); operator++) {
            standings.add(pool.standing(operator, wanted));
        }
        return new Choice(choose(pool, wanted), List.copyOf(standings));
    }

    private static OptionalInt choose(OperatorPool pool, Wanted wanted) {
        int chosen = -1;
        for (int operator = 0; operator < pool.size(); operator++) {
            if (pool.standing(operator, wanted).isEligible()
                    && (chosen < 0 || pool.goesBefore(operator, chosen, wanted))) {
                chosen = operator;
            }
        }
        return chosen < 0 ? OptionalInt.empty() : OptionalInt.of(chosen);
    }
}
