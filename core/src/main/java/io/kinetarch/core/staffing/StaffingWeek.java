package io.kinetarch.core.staffing;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Presences;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Required against present for each queue and half-hour of a week.
 *
 * <p>Every queue's requirement is worked out as if it stood alone. People count for one queue at a time: first as many
 * required places as possible are filled, then whoever is left joins the queue of theirs with the most chats to each
 * operator. Languages are not looked at, since volumes do not carry them. Where a queue has fewer operators than it requires, the
 * chats that still wait at the end of a half-hour are there as the next begins.
 */
public final class StaffingWeek {
    private final List<Instant> slots;
    private final Map<QueueId, double[]> chats;
    private final Assumptions assumptions;
    private final List<Staffed> staffed;
    private final People people;

    private StaffingWeek(
            Plan plan,
            WeekOfHalfHours week,
            Map<QueueId, double[]> chats,
            Map<QueueId, Double> handling,
            Assumptions assumptions,
            Presences presences) {
        this.slots = week.slots();
        this.chats = chats;
        this.assumptions = assumptions;
        staffed = plan.queues().stream()
                .map(queue -> new Staffed(
                        queue,
                        assumptions.handling()
                                * handling.getOrDefault(
                                        queue.id(), queue.workload().handlingSeconds()),
                        assumptions.chatsAtOnce(chatsAtOnce(plan, queue)),
                        plan.hoursOf(queue).hours(),
                        assumptions.limits(queue)))
                .toList();
        people = People.of(plan, presences, week.monday());
    }

    /**
     * A queue in one half-hour.
     *
     * @param open whether its department is open; if not, its chats are turned away
     * @param chats expected to arrive
     * @param required operators it needs to meet its target
     * @param eligible operators present who could serve it
     * @param staffed operators present who are counted for it
     * @param seen what happens with those
     * @param carried chats that wait already as it begins, left over from half-hours with too few operators
     */
    public record QueueSlot(
            boolean open, double chats, int required, int eligible, int staffed, Performance seen, double carried) {
        /** Operators lacking. */
        public int shortOf() {
            return Math.max(0, required - staffed);
        }

        QueueSlot with(Performance other, double waitAlready) {
            return new QueueSlot(open, chats, required, eligible, staffed, other, waitAlready);
        }
    }

    /**
     * One half-hour.
     *
     * @param present operators present, whether or not they can serve anything
     * @param queues in the order of the plan
     */
    public record Slot(Instant startsAt, int present, List<QueueSlot> queues) {
        public Slot {
            queues = List.copyOf(queues);
        }

        public int required() {
            return queues.stream().mapToInt(QueueSlot::required).sum();
        }

        /** Operators lacking over all queues, when nobody counts twice. */
        public int shortOf() {
            return queues.stream().mapToInt(QueueSlot::shortOf).sum();
        }

        public double chats() {
            return queues.stream().mapToDouble(QueueSlot::chats).sum();
        }
    }

    private record Staffed(
            Queue queue, double handlingSeconds, int chatsAtOnce, OpeningHours hours, ServiceLimits limits) {
        int required(double chats) {
            return Math.max(queue.target().least(), Requirement.smallest(model(chats), limits));
        }

        ChatQueue model(double chats) {
            var workload = queue.workload();
            var builder = ChatQueue.arriving(chats / WeekOfHalfHours.SLOT.toSeconds(), handlingSeconds)
                    .slowdown(Assumptions.slowdown(workload.slowdown(), chatsAtOnce));
            var limit = queue.waiting().limit();
            if (limit != null) {
                builder.waitingLimit(limit.chats());
            }
            Double patience = workload.patienceSeconds();
            return (patience == null ? builder : builder.patience(patience)).build();
        }
    }

    /**
     * Works out a week.
     *
     * @param chats expected chats of each half-hour, by queue; a queue not named gets none
     * @param handling measured mean handling seconds, by queue; a queue not named uses the plan's assumption
     */
    public static List<Slot> of(
            Plan plan, WeekOfHalfHours week, Map<QueueId, double[]> chats, Map<QueueId, Double> handling) {
        return of(plan, week, chats, handling, Assumptions.AS_PLANNED, Presences.USUAL);
    }

    /** The same as it would be under some assumptions, with those people present that are planned to be. */
    public static List<Slot> of(
            Plan plan,
            WeekOfHalfHours week,
            Map<QueueId, double[]> chats,
            Map<QueueId, Double> handling,
            Assumptions assumptions,
            Presences presences) {
        List<Instant> slots = week.slots();
        for (var entry : chats.entrySet()) {
            if (entry.getValue().length != slots.size()) {
                throw new IllegalArgumentException("\"" + entry.getKey().value() + "\" has " + entry.getValue().length
                        + " half-hours, the week has " + slots.size());
            }
        }
        return new StaffingWeek(plan, week, chats, handling, assumptions, presences).work();
    }

    /** A queue in a half-hour with so many chats; {@code handlingSeconds} null for the plan's assumption. */
    static ChatQueue model(Plan plan, Queue queue, @Nullable Double handlingSeconds, double chats) {
        return new Staffed(
                        queue,
                        handlingSeconds == null ? queue.workload().handlingSeconds() : handlingSeconds,
                        chatsAtOnce(plan, queue),
                        plan.hoursOf(queue).hours(),
                        ServiceLimits.of(queue.target()))
                .model(chats);
    }

    /**
     * How many chats of a queue one operator is planned to hold: what the median capacity of those who can serve it allows,
     * and no more than the plan knows the slowdown for.
     */
    public static int chatsAtOnce(Plan plan, Queue queue) {
        int[] capacities = plan.operators().stream()
                .filter(operator -> canServe(operator, queue))
                .mapToInt(Operator::capacity)
                .sorted()
                .toArray();
        if (capacities.length == 0) {
            return 1;
        }
        int byCapacity = capacities[(capacities.length - 1) / 2] / queue.weight();
        return Math.clamp(byCapacity, 1, queue.workload().slowdown().size());
    }

    /** Whether an operator could ever get a chat of a queue: a member, with the capacity for one chat. */
    public static boolean canServe(Operator operator, Queue queue) {
        return queue.hasMember(operator) && operator.capacity() >= queue.weight();
    }

    private List<Slot> work() {
        var alone =
                IntStream.range(0, slots.size()).parallel().mapToObj(this::slot).toList();
        var byQueue = IntStream.range(0, staffed.size())
                .parallel()
                .mapToObj(q -> carriedOver(
                        staffed.get(q),
                        alone.stream().map(slot -> slot.queues.get(q)).toList()))
                .toList();
        return IntStream.range(0, slots.size())
                .mapToObj(i -> new Slot(
                        alone.get(i).startsAt,
                        alone.get(i).present,
                        byQueue.stream().map(queue -> queue.get(i)).toList()))
                .toList();
    }

    /**
     * A queue's half-hours, those followed one by one in which it has fewer operators than it requires, and those after them until
     * no more wait than would anyway. As a department closes, whoever still waits is sent away.
     */
    private static List<QueueSlot> carriedOver(Staffed queue, List<QueueSlot> alone) {
        var slots = new ArrayList<>(alone);
        Followed followed = null;
        for (int i = 0; i < slots.size(); i++) {
            var slot = slots.get(i);
            if (!slot.open || (followed == null && (slot.shortOf() == 0 || slot.chats == 0))) {
                followed = null;
                continue;
            }
            if (followed == null) {
                followed = before(queue, i == 0 ? null : slots.get(i - 1));
            }
            double carried = followed.waiting();
            var halfHour = followed.next(
                    queue.model(slot.chats),
                    slot.staffed,
                    (double) WeekOfHalfHours.SLOT.toSeconds(),
                    queue.limits.withinSeconds());
            slots.set(i, slot.with(halfHour.seen(), carried));
            double asEver = slot.seen.meanWaiting();
            boolean settles = slot.shortOf() == 0 && halfHour.end().waiting() <= 1.02 * asEver + 0.01;
            followed = settles ? null : halfHour.end();
        }
        return slots;
    }

    /** How a queue stands after a half-hour that had enough operators: as it would after many of them. */
    private static Followed before(Staffed queue, @Nullable QueueSlot slot) {
        return slot == null || !slot.open || slot.chats == 0
                ? Followed.empty()
                : Followed.settled(queue.model(slot.chats), slot.staffed);
    }

    private Slot slot(int index) {
        Instant at = slots.get(index);
        int queues = staffed.size();
        boolean[] open = new boolean[queues];
        double[] expected = new double[queues];
        int[] required = new int[queues];
        for (int q = 0; q < queues; q++) {
            var queue = staffed.get(q);
            open[q] = queue.hours.isOpen(at);
            double[] volume = chats.get(queue.queue.id());
            expected[q] = volume == null ? 0 : assumptions.chats(volume[index]);
            required[q] = open[q] ? queue.required(expected[q]) : 0;
        }
        List<boolean[]> there = people.servable(at);
        int[] counted = counted(required, there, expected);
        var result = new ArrayList<QueueSlot>(queues);
        for (int q = 0; q < queues; q++) {
            int place = q;
            int eligible = (int) there.stream().filter(can -> can[place]).count();
            Performance seen = open[q]
                    ? staffed.get(q)
                            .model(expected[q])
                            .evaluate(counted[q], staffed.get(q).limits.withinSeconds())
                    : Performance.NOBODY_COMES;
            result.add(new QueueSlot(open[q], expected[q], required[q], eligible, counted[q], seen, 0));
        }
        return new Slot(at, there.size(), result);
    }

    /** People counted for each queue: the required places first, then the rest where the most chats are to each operator. */
    private int[] counted(int[] required, List<boolean[]> there, double[] expected) {
        int[] counted = new int[required.length];
        int[] queueOf = Coverage.assign(required, there);
        for (int queue : queueOf) {
            if (queue != Coverage.NONE) {
                counted[queue]++;
            }
        }
        for (int person = 0; person < queueOf.length; person++) {
            if (queueOf[person] == Coverage.NONE) {
                int busiest = busiest(there.get(person), required, counted, expected);
                if (busiest != Coverage.NONE) {
                    counted[busiest]++;
                }
            }
        }
        return counted;
    }

    private static int busiest(boolean[] can, int[] required, int[] counted, double[] expected) {
        int busiest = Coverage.NONE;
        double most = 0;
        for (int queue = 0; queue < can.length; queue++) {
            double chatsToEach = expected[queue] / (counted[queue] + 1);
            if (can[queue] && required[queue] > 0 && chatsToEach > most) {
                most = chatsToEach;
                busiest = queue;
            }
        }
        return busiest;
    }
}
