package io.kinetarch.core.dispatch;

import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Handoff;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.routing.AnyOf;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A front door as the dispatcher works on it.
 *
 * @param hours those that it keeps itself; null where it follows its departments
 * @param handoff when its bot hands over
 * @param says the element that says so: the door itself, or its bot
 * @param straight which chats never come to its bot
 * @param departments those that the rules can send its chats to, with the hours of each
 */
record Gate(
        FrontDoor door,
        Handoff handoff,
        ElementId says,
        AnyOf straight,
        @Nullable HoursClock hours,
        List<Reached> departments,
        boolean asksLater) {

    record Reached(Department department, HoursClock hours) {}

    static Gate of(Plan plan, FrontDoor door, @Nullable HoursClock hours, List<Reached> departments) {
        var handoff = plan.handoffAt(door);
        ElementId says = door.id();
        if (door.handoff() == null) {
            says = plan.botAt(door.id()).<ElementId>map(Bot::id).orElse(says);
        }
        return new Gate(
                door,
                handoff,
                says,
                new AnyOf(plan, handoff.straight()),
                hours,
                departments,
                asks(door.questions(), AskedWhen.AFTER_FIRST_MESSAGE));
    }

    static boolean asks(List<Question> questions, AskedWhen when) {
        for (int i = 0; i < questions.size(); i++) {
            if (questions.get(i).asked() == when) {
                return true;
            }
        }
        return false;
    }

    /** Why it is closed by the clock; null while it is open. */
    @Nullable
    Reason whyClosed(long now) {
        if (hours != null && !hours.isOpen(now)) {
            return new Reason.DoorClosed(door.id(), hours.set.id());
        }
        for (int i = 0; i < departments.size(); i++) {
            if (departments.get(i).hours.isOpen(now)) {
                return null;
            }
        }
        if (departments.isEmpty()) {
            return null;
        }
        var first = departments.getFirst();
        return new Reason.DepartmentClosed(first.department.id(), first.hours.set.id());
    }
}
