package io.kinetarch.core.door;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.routing.ExpectedChats;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * How a door stands at an instant.
 *
 * @param because in plain words
 * @param opens when it opens next; none while it is open or where it never does
 */
public record DoorState(Standing standing, String because, Optional<Instant> opens) {

    /** Doors whose departments never close all at once would otherwise be followed for ever. */
    private static final int MOST_CHANGES = 200;

    /** Open, closed, or between. */
    public enum Standing {
        OPEN,
        /** Open, but some of the departments that its chats go to are closed. */
        PARTLY,
        CLOSED
    }

    /** Looks at a door; it need not be the one that the plan has of its id. */
    public static DoorState at(Plan plan, FrontDoor door, Instant at) {
        var hours = door.hours();
        if (hours != null) {
            var set = plan.hours(hours);
            var state = set.hours().at(at);
            if (!state.open()) {
                return new DoorState(
                        Standing.CLOSED, "It keeps “" + set.name() + "”. " + state.because(), state.nextChange());
            }
        }
        return byDepartments(plan, door, at);
    }

    /**
     * When the door opens next: at once after the closing that comes next, if it is open now. None where it never closes or
     * never opens.
     */
    public static Optional<Instant> nextOpening(Plan plan, FrontDoor door, Instant at) {
        var instant = at;
        for (int i = 0; i < MOST_CHANGES; i++) {
            var state = at(plan, door, instant);
            if (state.standing() == Standing.CLOSED) {
                return state.opens();
            }
            var from = instant;
            var next = hours(plan, door)
                    .map(hours -> hours.nextChange(from))
                    .flatMap(Optional::stream)
                    .min(Instant::compareTo);
            if (next.isEmpty()) {
                return Optional.empty();
            }
            instant = next.get();
        }
        return Optional.empty();
    }

    /** When the door closes next by its hours; none while it is closed, or where it never does. */
    public static Optional<Instant> nextClosing(Plan plan, FrontDoor door, Instant at) {
        var instant = at;
        for (int i = 0; i < MOST_CHANGES && at(plan, door, instant).standing() != Standing.CLOSED; i++) {
            var from = instant;
            var next = hours(plan, door)
                    .map(hours -> hours.nextChange(from))
                    .flatMap(Optional::stream)
                    .min(Instant::compareTo);
            if (next.isEmpty()) {
                return Optional.empty();
            }
            instant = next.get();
        }
        return instant.equals(at) ? Optional.empty() : Optional.of(instant);
    }

    private static Stream<OpeningHours> hours(Plan plan, FrontDoor door) {
        return Stream.concat(
                        Stream.ofNullable(door.hours()),
                        departments(plan, door).stream().map(Department::hours))
                .distinct()
                .map(id -> plan.hours(id).hours());
    }

    /** The departments that a chat from this door can be sent to by the rules, in the order of the rules. */
    public static Set<Department> departments(Plan plan, FrontDoor door) {
        var reached = new LinkedHashSet<Department>();
        for (Rule rule : ExpectedChats.rules(plan, door)) {
            reached.add(plan.department(plan.queue(rule.queue()).department()));
        }
        return reached;
    }

    private static DoorState byDepartments(Plan plan, FrontDoor door, Instant at) {
        var open = new ArrayList<Department>();
        var closed = new ArrayList<Department>();
        for (var department : departments(plan, door)) {
            (plan.hours(department.hours()).hours().isOpen(at) ? open : closed).add(department);
        }
        if (closed.isEmpty()) {
            return new DoorState(Standing.OPEN, "Open for " + names(open) + ".", Optional.empty());
        }
        var opens = closed.stream()
                .map(department -> plan.hours(department.hours()).hours().nextChange(at))
                .flatMap(Optional::stream)
                .min(Instant::compareTo);
        return open.isEmpty()
                ? new DoorState(
                        Standing.CLOSED,
                        (closed.size() == 1 ? "" : "All that it leads to are closed: ")
                                + names(closed)
                                + (closed.size() == 1 ? " is closed." : "."),
                        opens)
                : new DoorState(
                        Standing.PARTLY,
                        "Open for " + names(open) + "; closed for " + names(closed) + ".",
                        Optional.empty());
    }

    private static String names(List<Department> departments) {
        return departments.stream().map(Department::name).collect(Collectors.joining(", "));
    }
}
