package io.kinetarch.core.scenario;

import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import java.util.ArrayList;
import java.util.List;

/**
 * What a queueing formula leaves out of a queue in a half-hour, and so why a simulation of the same may say something else: the formula
 * sees one queue and one half-hour, and people who are all alike and all of whose time is its own.
 */
public enum WhyApart {
    /** People who count for other queues take chats of this one while they are free. */
    OTHERS_HELP,
    /** Some of the people counted for it get chats of other queues meanwhile. */
    SHARED,
    /** Some of its chats can be taken by fewer people than they need. */
    FEW_ABLE,
    /** Chats wait already as the half-hour begins. */
    LEFT_OVER,
    /** A rung of its ladder lets others take its chats, moves or ends them. */
    LADDER,
    /** So few are there that it matters when each is away, not only for how long. */
    ABSENCES,
    /** Who gets the next chat is not whoever holds least, so that some are slowed down while others hold nothing. */
    UNEVEN;

    private static final double SOMEBODY = 0.5;
    private static final double FEW = 3;

    /** What holds of a queue, by its place, in a half-hour. */
    public static List<WhyApart> of(Plan plan, Slot slot, int queue) {
        var there = slot.queues().get(queue);
        var of = plan.queues().get(queue);
        var why = new ArrayList<WhyApart>();
        if (there.available() > there.staffed() + SOMEBODY) {
            why.add(OTHERS_HELP);
        }
        if (there.shared()) {
            why.add(SHARED);
        }
        if (isScarce(there)) {
            why.add(FEW_ABLE);
        }
        if (there.carried() > SOMEBODY) {
            why.add(LEFT_OVER);
        }
        if (of.ladder().stream().anyMatch(WhyApart::changesWhoAnswers)) {
            why.add(LADDER);
        }
        if (there.staffed() < FEW && there.available() < there.eligible() - SOMEBODY) {
            why.add(ABSENCES);
        }
        if (isUneven(of)) {
            why.add(UNEVEN);
        }
        return List.copyOf(why);
    }

    /** The last part is for all who can serve the queue. */
    private static boolean isScarce(QueueSlot slot) {
        return slot.parts().subList(0, Math.max(0, slot.parts().size() - 1)).stream()
                .anyMatch(part -> part.chats() > 0 && part.able() < part.atLeast());
    }

    private static boolean changesWhoAnswers(Rung rung) {
        return switch (rung.action()) {
            case Rung.Action.LowerLevel _,
                    Rung.Action.AddOperators _,
                    Rung.Action.AddMembersOf _,
                    Rung.Action.MoveTo _,
                    Rung.Action.End _ -> true;
            default -> false;
        };
    }

    private static boolean isUneven(Queue queue) {
        var slowdown = queue.workload().slowdown();
        return !(queue.choice() instanceof OperatorChoice.LightestLoad)
                && slowdown.size() > 1
                && slowdown.getLast() > 1;
    }
}
