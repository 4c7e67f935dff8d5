package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.WaitingRoom;
import java.util.Comparator;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** A queue as the dispatcher works on it. */
final class Lane {
    final Queue queue;
    final int weight;
    final int priority;
    final long withinMillis;
    final boolean direct;
    final long wrapUpMillis;
    final WaitingRoom.@Nullable Limit limit;
    final OperatorChoice choice;
    final Order order;
    final Department department;
    /** Whether its department asks anything before a chat waits. */
    final boolean asks;

    final HoursClock hours;
    /** Rungs in the order in which they happen. */
    final Rung.Action[] rungs;

    final long[] rungMillis;
    /** Where each rung stands in the plan. */
    final int[] rungIndex;
    /** How many wait, those being offered aside. */
    int waiting;

    /** The kinds of {@link OperatorChoice}, which are quick to tell apart. */
    enum Order {
        LONGEST_FREE,
        LIGHTEST_LOAD,
        BEST_AT_SKILL,
        TIERS
    }

    Lane(Queue queue, Department department, HoursClock hours) {
        this.queue = queue;
        this.department = department;
        this.hours = hours;
        asks = Gate.asks(department.questions(), AskedWhen.BEFORE)
                || Gate.asks(department.questions(), AskedWhen.AFTER_FIRST_MESSAGE);
        weight = queue.weight();
        priority = queue.priority();
        withinMillis = Math.round(queue.target().withinSeconds() * 1000);
        direct = queue.handover().by() == Handover.By.DIRECT;
        wrapUpMillis = queue.handover().wrapUpSeconds() * 1000L;
        limit = queue.waiting().limit();
        choice = queue.choice();
        order = switch (choice) {
            case OperatorChoice.LongestFree _ -> Order.LONGEST_FREE;
            case OperatorChoice.LightestLoad _ -> Order.LIGHTEST_LOAD;
            case OperatorChoice.BestAtSkill _ -> Order.BEST_AT_SKILL;
            case OperatorChoice.Tiers _ -> Order.TIERS;
        };
        var ladder = queue.ladder();
        rungIndex = IntStream.range(0, ladder.size())
                .boxed()
                .sorted(Comparator.comparingInt(i -> ladder.get(i).seconds()))
                .mapToInt(i -> i)
                .toArray();
        rungs = IntStream.of(rungIndex).mapToObj(i -> ladder.get(i).action()).toArray(Rung.Action[]::new);
        rungMillis = IntStream.of(rungIndex)
                .mapToLong(i -> ladder.get(i).seconds() * 1000L)
                .toArray();
    }

    /** The first rung that comes at or after so long. */
    int rungFrom(long waitedMillis) {
        int rung = 0;
        while (rung < rungMillis.length && rungMillis[rung] < waitedMillis) {
            rung++;
        }
        return rung;
    }

    /** When the next rung of a chat comes that waits in it; {@link Chat#NEVER} after the last. */
    long rungDue(Chat chat) {
        return chat.rung < rungs.length ? chat.rungBase + rungMillis[chat.rung] : Chat.NEVER;
    }

    boolean isFull() {
        return limit != null && waiting >= limit.chats();
    }
}
