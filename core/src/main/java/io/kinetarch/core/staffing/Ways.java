package io.kinetarch.core.staffing;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

/**
 * Ways to have as many operators present as a week requires, each on its own and as small as it can be. More hours always do; the
 * others change what is required, and cost none, but leave those half-hours short in which nobody is there who could serve a queue.
 */
public final class Ways {
    private static final int MOST_CHATS_AT_ONCE = 6;
    private static final double HALF_HOUR = 0.5;

    private Ways() {}

    /** What can be turned. */
    public enum Lever {
        /** Chats that an operator holds at once. */
        CHATS_AT_ONCE,
        /** Share of the chats that a bot finishes by itself. */
        BOT_SHARE,
        /** Factor of the handling time. */
        HANDLING,
        /** Share of the chats of every queue to be answered in time. */
        ANSWER_SHARE
    }

    /**
     * A way.
     *
     * @param value smallest that leaves as little short as the furthest that was tried
     * @param shortHours operator-hours that are short even so
     */
    public record Way(Lever lever, double value, double shortHours) {}

    /**
     * Looks for the smallest change by each lever. Every lever is tried in steps that a slider has, and more of it never takes more
     * operators; so the smallest is found by halving.
     *
     * @param chatsAtOnce the most that any queue is planned with
     * @param answerShare the lowest of the queues' targets
     * @param botShare what the bot is planned to finish of all chats
     * @param week works out the week under assumptions
     */
    public static List<Way> of(
            int chatsAtOnce, double answerShare, double botShare, Function<Assumptions, List<StaffingWeek.Slot>> week) {
        var ways = new ArrayList<Way>();
        add(ways, week, Lever.CHATS_AT_ONCE, MOST_CHATS_AT_ONCE - chatsAtOnce, i -> (double) chatsAtOnce + i);
        int percent = (int) Math.floor(100 * botShare);
        add(ways, week, Lever.BOT_SHARE, 95 - percent, i -> (percent + i) / 100.0);
        add(ways, week, Lever.HANDLING, 50, i -> (100 - i) / 100.0);
        int answered = (int) Math.floor(100 * answerShare);
        add(ways, week, Lever.ANSWER_SHARE, answered - 30, i -> (answered - i) / 100.0);
        return List.copyOf(ways);
    }

    private static void add(
            List<Way> ways,
            Function<Assumptions, List<StaffingWeek.Slot>> week,
            Lever lever,
            int steps,
            IntFunction<Double> value) {
        if (steps < 1) {
            return;
        }
        int enough = steps;
        double left = shortHours(week.apply(assuming(lever, value.apply(steps))));
        int tooLittle = 0;
        while (enough - tooLittle > 1) {
            int middle = (enough + tooLittle) / 2;
            if (shortHours(week.apply(assuming(lever, value.apply(middle)))) <= left) {
                enough = middle;
            } else {
                tooLittle = middle;
            }
        }
        ways.add(new Way(lever, value.apply(enough), left));
    }

    private static double shortHours(List<StaffingWeek.Slot> slots) {
        return HALF_HOUR
                * slots.stream().mapToDouble(StaffingWeek.Slot::shortOf).sum();
    }

    private static Assumptions assuming(Lever lever, double value) {
        @Nullable Integer atOnce = lever == Lever.CHATS_AT_ONCE ? (int) value : null;
        return new Assumptions(
                1,
                lever == Lever.HANDLING ? value : 1,
                atOnce,
                lever == Lever.ANSWER_SHARE ? value : null,
                null,
                null,
                null,
                null,
                lever == Lever.BOT_SHARE ? value : null,
                null);
    }
}
