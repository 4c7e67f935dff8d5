package io.kinetarch.server.passage;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.hours.OpenState;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.staffing.StaffingWeek;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.forecast.WeekForecasts.Origin;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.staffing.Outlooks;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The routes that chats take at a moment: doors → queues → how it ends. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/passage")
class PassageController {
    private static final double PER_HOUR = (double) Duration.ofHours(1).toSeconds() / WeekOfHalfHours.SLOT.toSeconds();
    /** Where chats come from whose door nobody counted. */
    private static final String UNKNOWN_DOOR = "";

    private final Outlooks outlooks;

    PassageController(Outlooks outlooks) {
        this.outlooks = outlooks;
    }

    /** How chats end. */
    enum End {
        answeredInTime,
        answeredLater,
        gaveUp,
        turnedAway
    }

    /**
     * The routes at a moment, in chats an hour.
     *
     * @param at start of the half-hour that holds the moment
     */
    record Passage(
            Instant at,
            List<DoorPlace> doors,
            List<QueuePlace> queues,
            List<EndPlace> ends,
            List<DoorToQueue> toQueues,
            List<QueueToEnd> toEnds) {}

    /**
     * A door.
     *
     * @param id empty for the chats whose door nobody counted
     * @param because why it is open or closed; null where it follows the department
     */
    record DoorPlace(
            String id,
            String name,
            double perHour,
            boolean open,
            @Nullable String because) {}

    /**
     * A queue.
     *
     * @param members operators who could ever serve it
     * @param eligible those of them present
     * @param staffed those counted for it, when nobody counts twice, each for the share of the time in which they answer
     * @param shortOf operators lacking
     * @param shared whether its people are wanted elsewhere too, so that what is seen may be too good
     * @param because why its department is open or closed
     */
    record QueuePlace(
            String id,
            String name,
            String department,
            double perHour,
            boolean open,
            String because,
            @Nullable Instant nextChange,
            int members,
            int eligible,
            int required,
            double staffed,
            double shortOf,
            boolean shared,
            double answeredInTime,
            @Nullable Double meanWaitSeconds) {}

    record EndPlace(End id, double perHour) {}

    record DoorToQueue(String door, String queue, double perHour) {}

    record QueueToEnd(String queue, End end, double perHour) {}

    @GetMapping
    Passage passage(
            @PathVariable String plan, @RequestParam(defaultValue = "draft") Which of, @RequestParam Instant at) {
        var outlook = outlooks.get(plan, of, outlooks.mondayOf(plan, at));
        var slot = outlook.slotAt(at)
                .orElseThrow(() -> new Refusal(Kind.INVALID_PARAMETER, "The moment " + at + " is in no week."));
        return at(outlook, slot);
    }

    private static Passage at(Outlook outlook, StaffingWeek.Slot slot) {
        Plan plan = outlook.state().plan();
        int index = outlook.slots().indexOf(slot);
        var toQueues = new ArrayList<DoorToQueue>();
        outlook.forecast().byDoor().forEach((origin, chats) -> {
            if (chats[index] > 0) {
                toQueues.add(new DoorToQueue(door(plan, origin), origin.queue(), chats[index] * PER_HOUR));
            }
        });
        var toEnds = new ArrayList<QueueToEnd>();
        var queues = new ArrayList<QueuePlace>();
        for (int q = 0; q < plan.queues().size(); q++) {
            var queue = plan.queues().get(q);
            var seen = slot.queues().get(q);
            queues.add(queuePlace(plan, queue, seen, slot.startsAt()));
            toEnds.addAll(ends(queue, seen));
        }
        return new Passage(
                slot.startsAt(),
                doors(plan, toQueues, slot.startsAt()),
                queues,
                Stream.of(End.values())
                        .map(end -> new EndPlace(
                                end, sum(toEnds.stream().filter(flow -> flow.end() == end), QueueToEnd::perHour)))
                        .toList(),
                toQueues,
                toEnds);
    }

    private static String door(Plan plan, Origin origin) {
        return plan.doors().stream().anyMatch(door -> door.id().value().equals(origin.door()))
                ? origin.door()
                : UNKNOWN_DOOR;
    }

    private static List<DoorPlace> doors(Plan plan, List<DoorToQueue> flows, Instant at) {
        var places = new ArrayList<DoorPlace>();
        for (FrontDoor door : plan.doors()) {
            var kept = door.hours();
            OpenState state = kept == null ? null : plan.hours(kept).hours().at(at);
            places.add(new DoorPlace(
                    door.id().value(),
                    door.name(),
                    from(flows, door.id().value()),
                    state == null || state.open(),
                    state == null ? null : state.because()));
        }
        double unknown = from(flows, UNKNOWN_DOOR);
        if (unknown > 0) {
            places.add(new DoorPlace(UNKNOWN_DOOR, "Door not counted", unknown, true, null));
        }
        return places;
    }

    private static QueuePlace queuePlace(Plan plan, Queue queue, QueueSlot seen, Instant at) {
        var state = plan.hoursOf(queue).hours().at(at);
        double wait = seen.seen().meanWaitSeconds();
        return new QueuePlace(
                queue.id().value(),
                queue.name(),
                plan.department(queue.department()).name(),
                seen.chats() * PER_HOUR,
                seen.open(),
                state.because(),
                state.nextChange().orElse(null),
                CompiledPlan.of(plan).able(ChatNeeds.of(queue.id())).cardinality(),
                seen.eligible(),
                seen.required(),
                seen.staffed(),
                seen.shortOf(),
                seen.shared(),
                seen.seen().serviceLevel(),
                Double.isInfinite(wait) ? null : wait);
    }

    private static List<QueueToEnd> ends(Queue queue, QueueSlot seen) {
        String id = queue.id().value();
        double perHour = seen.chats() * PER_HOUR;
        if (!seen.open()) {
            return perHour > 0 ? List.of(new QueueToEnd(id, End.turnedAway, perHour)) : List.of();
        }
        double inTime = perHour * seen.seen().serviceLevel();
        double gaveUp = perHour * seen.seen().abandonment();
        double beyondLimit = perHour * seen.seen().turnedAway();
        return Stream.of(
                        new QueueToEnd(id, End.answeredInTime, inTime),
                        new QueueToEnd(id, End.answeredLater, Math.max(0, perHour - inTime - gaveUp - beyondLimit)),
                        new QueueToEnd(id, End.gaveUp, gaveUp),
                        new QueueToEnd(id, End.turnedAway, beyondLimit))
                .filter(flow -> flow.perHour() > 0)
                .toList();
    }

    private static double from(List<DoorToQueue> flows, String door) {
        return sum(flows.stream().filter(flow -> flow.door().equals(door)), DoorToQueue::perHour);
    }

    private static <T> double sum(Stream<T> flows, ToDoubleFunction<T> perHour) {
        return flows.mapToDouble(perHour).sum();
    }
}
