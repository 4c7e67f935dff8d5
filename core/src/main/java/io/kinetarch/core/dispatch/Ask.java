package io.kinetarch.core.dispatch;

import io.kinetarch.core.dispatch.CompiledPlan.Wanted;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.routing.ChatNeeds;
import java.util.BitSet;
import org.jspecify.annotations.Nullable;

/** What some waiting chats ask for alike, who is able to take them, and those that wait. */
final class Ask {
    final ChatNeeds needs;
    final Loosened loosened;
    final int queue;
    final int weight;
    final Line line = new Line();
    /** Place among those that have waiting chats; negative where it has none. */
    int busyAt = -1;

    private Wanted wanted;
    /** Operators whom nothing that lasts keeps from it, as bits. */
    private long[] able;
    /** What it becomes by each rung of its queue that changes it. */
    private final @Nullable Ask[] after;

    Ask(ChatNeeds needs, Loosened loosened, int queue, int weight, int rungs, Wanted wanted, long[] able) {
        this.needs = needs;
        this.loosened = loosened;
        this.queue = queue;
        this.weight = weight;
        this.after = new Ask[rungs];
        this.wanted = wanted;
        this.able = able;
    }

    /** Others are able to take it now. */
    void now(Wanted otherWanted, long[] otherAble) {
        wanted = otherWanted;
        able = otherAble;
    }

    Wanted wanted() {
        return wanted;
    }

    long[] able() {
        return able;
    }

    boolean isAble(int operator) {
        return (able[operator >> 6] & 1L << operator) != 0;
    }

    @Nullable
    Ask after(int rung) {
        return after[rung];
    }

    void after(int rung, Ask next) {
        after[rung] = next;
    }

    /** What a rung makes of what is loosened; null where it changes nothing of that. */
    static @Nullable Loosened loosen(Loosened before, Rung.Action action) {
        return switch (action) {
            case Rung.Action.LowerLevel(var skill, var by) -> before.lower(skill, by);
            case Rung.Action.AddOperators(var operators) -> before.and(operators);
            case Rung.Action.AddMembersOf(var queue) -> before.andMembersOf(queue);
            default -> null;
        };
    }

    static long[] bits(BitSet set, int words) {
        var bits = new long[words];
        long[] some = set.toLongArray();
        System.arraycopy(some, 0, bits, 0, some.length);
        return bits;
    }
}
