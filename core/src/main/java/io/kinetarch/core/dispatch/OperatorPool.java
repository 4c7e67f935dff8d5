package io.kinetarch.core.dispatch;

import io.kinetarch.core.dispatch.CompiledPlan.Wanted;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.routing.ChatNeeds;
import java.time.Instant;

/**
 * The operators of a plan as they stand: who is present, what they hold, and since when they have been free. An operator's index is
 * their place in the plan.
 *
 * <p>Not safe for use by several threads.
 */
public final class OperatorPool {
    private final CompiledPlan plan;
    private final boolean[] present;
    private final int[] inUse;
    private final int[] chats;
    private final long[] freeSinceMillis;

    /** A plan's operators; nobody is present yet. */
    public OperatorPool(Plan plan) {
        this.plan = CompiledPlan.of(plan);
        int count = this.plan.size();
        present = new boolean[count];
        inUse = new int[count];
        chats = new int[count];
        freeSinceMillis = new long[count];
    }

    Wanted wanted(ChatNeeds needs) {
        return plan.wanted(needs);
    }

    public int size() {
        return present.length;
    }

    /** An operator comes in and has been free since the given instant. */
    public void comes(int operator, Instant freeSince) {
        present[operator] = true;
        freeSinceMillis[operator] = freeSince.toEpochMilli();
    }

    /** An operator holds some more chats, which take part of their capacity. */
    public void takes(int operator, int moreChats, int weight) {
        chats[operator] += moreChats;
        inUse[operator] += weight;
    }

    /** Whether an operator could take the chat, or the first thing that stands against it. */
    Standing standing(int operator, Wanted wanted) {
        return plan.standing(operator, wanted, present[operator], inUse[operator], chats[operator]);
    }

    /** Whether the first operator goes before the second by the queue's choice; both are eligible. */
    boolean goesBefore(int first, int second, Wanted wanted) {
        int order = switch (wanted.queue.queue().choice()) {
            case OperatorChoice.LongestFree _ -> 0;
            // inUse/capacity compared without dividing
            case OperatorChoice.LightestLoad _ ->
                Integer.compare(inUse[first] * plan.capacity(second), inUse[second] * plan.capacity(first));
            case OperatorChoice.BestAtSkill _ ->
                Integer.compare(plan.levels(second, wanted), plan.levels(first, wanted));
            case OperatorChoice.Tiers _ ->
                Integer.compare(wanted.queue.tierOf()[first], wanted.queue.tierOf()[second]);
        };
        return order != 0 ? order < 0 : freeSinceMillis[first] < freeSinceMillis[second];
    }

    /** Capacity of an operator that is in use. */
    public int inUse(int operator) {
        return inUse[operator];
    }

    /** Chats an operator holds. */
    public int chats(int operator) {
        return chats[operator];
    }

    /** Since when an operator who is present has been free. */
    public Instant freeSince(int operator) {
        return Instant.ofEpochMilli(freeSinceMillis[operator]);
    }
}
