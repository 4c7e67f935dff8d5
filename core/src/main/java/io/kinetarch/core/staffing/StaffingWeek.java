package io.kinetarch.core.staffing;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.hours.OpenTimeline;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.routing.ChatNeeds;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Required against present for each queue and half-hour of a week.
 *
 * <p>Every queue's requirement is worked out as if it stood alone. Of the people it requires, those who can take chats that only some can
 * take, for their language or what their rule asks ({@link Post}), are to spend as much of their time on the queue as these chats are
 * of all; and as many of them are to be there, whatever else they do, as these chats require by themselves. Required are people who
 * answer, so whoever is present counts for the share of the time in which they do, and once: first as much of what is required as possible
 * is filled, then whoever is left joins the queue of theirs with the most chats to each operator. Where a queue has fewer operators than it requires, the chats that still wait at the end of a half-hour are there as
 * the next begins.
 */
public final class StaffingWeek {
    private final List<Instant> slots;
    private final Assumptions assumptions;
    private final List<Staffed> staffed;
    private final People people;
    /** By queue, the place of its first post among all; and how many there are. */
    private final int[] firstPost;

    private StaffingWeek(
            Plan plan,
            WeekOfHalfHours week,
            Map<ChatNeeds, double[]> chats,
            Map<QueueId, Double> handling,
            Assumptions assumptions,
            Presences presences) {
        this.slots = week.slots();
        this.assumptions = assumptions;
        var posts = Post.of(plan, chats.keySet());
        var from = slots.getFirst();
        var to = slots.getLast().plus(WeekOfHalfHours.SLOT);
        staffed = IntStream.range(0, posts.size())
                .mapToObj(q -> {
                    var queue = plan.queues().get(q);
                    return new Staffed(
                            queue,
                            assumptions.handling()
                                    * handling.getOrDefault(
                                            queue.id(), queue.workload().handlingSeconds()),
                            assumptions.chatsAtOnce(ChatsAtOnce.of(plan, queue).value()),
                            OpenTimeline.of(plan.hoursOf(queue).hours(), from, to),
                            assumptions.limits(queue),
                            posts.get(q),
                            own(posts.get(q), chats, slots.size()),
                            new ConcurrentHashMap<>());
                })
                .toList();
        firstPost = new int[posts.size() + 1];
        for (int q = 0; q < posts.size(); q++) {
            firstPost[q + 1] = firstPost[q] + posts.get(q).size();
        }
        people = new People(
                plan,
                presences,
                assumptions.shrinkage(plan),
                week.monday(),
                posts.stream().flatMap(List::stream).toList());
    }

    /** By post, the chats of its own kinds in each half-hour; those of a kind that is not told apart are for all. */
    private static List<double[]> own(List<Post> posts, Map<ChatNeeds, double[]> chats, int slots) {
        return posts.stream()
                .map(post -> {
                    double[] sum = new double[slots];
                    for (var kind : post.ownKinds()) {
                        double[] more = chats.get(kind);
                        for (int i = 0; more != null && i < slots; i++) {
                            sum[i] += more[i];
                        }
                    }
                    return sum;
                })
                .toList();
    }

    /**
     * Chats of a queue that the same operators could take.
     *
     * @param chats of its own kinds
     * @param required of these operators' time, in operators: the queue's, by its share of the chats
     * @param atLeast operators who could take these chats that are to be there, whatever else they do
     * @param able operators present who could, each for the share of the time in which they answer
     */
    public record Part(Post post, double chats, double required, int atLeast, double able) {}

    /**
     * A queue in one half-hour.
     *
     * @param open whether its department is open; if not, its chats are turned away
     * @param chats expected to arrive
     * @param required operators it needs to meet its target, answering all the time
     * @param eligible operators present who could serve it
     * @param available the same, each for the share of the time in which they answer
     * @param staffed operators counted for it, each for the share of the time in which they answer
     * @param shortOf operators lacking, whoever else is there
     * @param seen what happens with those
     * @param carried chats that wait already as it begins, left over from half-hours with too few operators
     * @param shared whether all who could fill its places are counted and some of them get chats of other queues as well, so that
     *     what is seen may be too good
     * @param parts the chats that only some operators could take, and last those that are for all
     */
    public record QueueSlot(
            boolean open,
            double chats,
            int required,
            int eligible,
            double available,
            double staffed,
            double shortOf,
            Performance seen,
            double carried,
            boolean shared,
            List<Part> parts) {
        public QueueSlot {
            parts = List.copyOf(parts);
        }

        QueueSlot with(Performance other, double waitAlready) {
            return new QueueSlot(
                    open, chats, required, eligible, available, staffed, shortOf, other, waitAlready, shared, parts);
        }
    }

    /**
     * One half-hour.
     *
     * @param present operators present, whether or not they can serve anything
     * @param available the same, each for the share of the time in which they answer
     * @param queues in the order of the plan
     */
    public record Slot(Instant startsAt, int present, double available, List<QueueSlot> queues) {
        public Slot {
            queues = List.copyOf(queues);
        }

        public int required() {
            return queues.stream().mapToInt(QueueSlot::required).sum();
        }

        /** Operators lacking over all queues, when nobody counts twice. */
        public double shortOf() {
            return queues.stream().mapToDouble(QueueSlot::shortOf).sum();
        }

        public double chats() {
            return queues.stream().mapToDouble(QueueSlot::chats).sum();
        }

        /** The posts of all queues, in the order of the queues. */
        public List<Post> posts() {
            return queues.stream()
                    .flatMap(queue -> queue.parts().stream())
                    .map(Part::post)
                    .toList();
        }

        /** Required by post, as {@link #posts} has them, in thousandths of an operator. */
        public int[] places() {
            return queues.stream()
                    .flatMap(queue -> queue.parts().stream())
                    .mapToInt(part -> People.thousandths(part.required()))
                    .toArray();
        }

        /** To be there by post, as {@link #posts} has them, in thousandths of an operator. */
        public int[] atLeast() {
            return queues.stream()
                    .flatMap(queue -> queue.parts().stream())
                    .mapToInt(part -> part.atLeast() * Coverage.PLACE)
                    .toArray();
        }
    }

    private record Staffed(
            Queue queue,
            double handlingSeconds,
            int chatsAtOnce,
            OpenTimeline hours,
            ServiceLimits limits,
            List<Post> posts,
            List<double[]> own,
            Map<Load, Performance> evaluated) {

        /** Operators that are to be there for each post, for so many chats of its own kinds. */
        int[] atLeast(double[] chats) {
            int[] atLeast = new int[posts.size()];
            for (int post = 0; post < atLeast.length; post++) {
                atLeast[post] = Requirement.smallest(model(withinReach(post, chats)), limits);
            }
            int last = atLeast.length - 1;
            atLeast[last] = Math.max(queue.target().least(), atLeast[last]);
            return atLeast;
        }

        /** Operators required: for all chats, or for those of which nobody could take both, if that is more. */
        int required(int[] atLeast) {
            int[] scarce = atLeast.clone();
            int all = scarce[scarce.length - 1];
            scarce[scarce.length - 1] = 0;
            for (int post = 0; post < scarce.length - 1; post++) {
                scarce[post] = posts.get(post).able().isEmpty() ? 0 : scarce[post];
            }
            return Math.max(all, Post.apart(posts, scarce));
        }

        /** What is required, in thousandths, shared out by chats of each post. */
        int[] places(int required, double[] chats) {
            int[] places = new int[posts.size()];
            double all = Arrays.stream(chats).sum();
            int last = places.length - 1;
            places[last] = required * Coverage.PLACE;
            for (int post = 0; post < last && all > 0; post++) {
                places[post] = (int) Math.round(required * Coverage.PLACE * chats[post] / all);
                places[last] -= places[post];
            }
            places[last] = Math.max(0, places[last]);
            return places;
        }

        /** Chats that only the operators of a post could take. */
        double withinReach(int post, double[] chats) {
            return chats[post]
                    + posts.get(post).within().stream()
                            .mapToDouble(other -> chats[other])
                            .sum();
        }

        /**
         * What all visitors see. Those of chats that only some operators could take see what these would give them by themselves,
         * with their part of all chats or, if that is more, with just those chats; which a plain simulation bears out.
         */
        Performance seen(Performance pooled, double[] chats, double[] able, double counted) {
            double all = Arrays.stream(chats).sum();
            double told = 0;
            Performance seen = pooled;
            for (int post = 0; post < chats.length - 1; post++) {
                double there = Math.min(able[post], counted);
                if (chats[post] > 0 && there < counted - 1e-9) {
                    double theirs = Math.max(withinReach(post, chats), all * there / counted);
                    var own = evaluate(theirs, there);
                    told += chats[post];
                    seen = seen.towards(pooled.noBetterThan(own), chats[post] / told);
                }
            }
            return told == 0 ? pooled : seen.towards(pooled, 1 - told / all);
        }

        /** What chats see that have so many operators; asked again where a half-hour is followed, and kept for that. */
        Performance evaluate(double chats, double operators) {
            return evaluated.computeIfAbsent(
                    new Load(chats, operators), _ -> model(chats).evaluate(operators, limits.withinSeconds()));
        }

        ChatQueue model(double chats) {
            return StaffingWeek.model(queue, handlingSeconds, chatsAtOnce, chats);
        }
    }

    private record Load(double chats, double operators) {}

    /**
     * Works out a week.
     *
     * @param chats expected chats of each half-hour, by what they ask for; of what is not named there are none
     * @param handling measured mean handling seconds, by queue; a queue not named uses the plan's assumption
     */
    public static List<Slot> of(
            Plan plan, WeekOfHalfHours week, Map<ChatNeeds, double[]> chats, Map<QueueId, Double> handling) {
        return of(plan, week, chats, handling, Assumptions.AS_PLANNED, Presences.USUAL);
    }

    /** The same as it would be under some assumptions, with those people present that are planned to be. */
    public static List<Slot> of(
            Plan plan,
            WeekOfHalfHours week,
            Map<ChatNeeds, double[]> chats,
            Map<QueueId, Double> handling,
            Assumptions assumptions,
            Presences presences) {
        List<Instant> slots = week.slots();
        for (var entry : chats.entrySet()) {
            if (entry.getValue().length != slots.size()) {
                throw new IllegalArgumentException("\"" + entry.getKey().queue().value() + "\" has "
                        + entry.getValue().length + " half-hours, the week has " + slots.size());
            }
        }
        return new StaffingWeek(plan, week, chats, handling, assumptions, presences).work();
    }

    /** A queue in a half-hour with so many chats; {@code handlingSeconds} null for the plan's assumption. */
    static ChatQueue model(Plan plan, Queue queue, @Nullable Double handlingSeconds, double chats) {
        return model(
                queue,
                handlingSeconds == null ? queue.workload().handlingSeconds() : handlingSeconds,
                ChatsAtOnce.of(plan, queue).value(),
                chats);
    }

    private static ChatQueue model(Queue queue, double handlingSeconds, int chatsAtOnce, double chats) {
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
                        alone.get(i).available,
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
            var halfHour = next(queue, slot, followed);
            slots.set(i, slot.with(halfHour.seen(), carried));
            double asEver = slot.seen.meanWaiting();
            boolean settles = slot.shortOf() == 0 && halfHour.end().waiting() <= 1.02 * asEver + 0.01;
            followed = settles ? null : halfHour.end();
        }
        return slots;
    }

    /** Follows a half-hour; whoever is there for a share of the time only is taken to work slower meanwhile. */
    private static Followed.HalfHour next(Staffed queue, QueueSlot slot, Followed before) {
        double within = queue.limits.withinSeconds();
        var model = queue.model(slot.chats);
        int heads = ChatQueue.heads(slot.staffed);
        var slower = heads == 0 ? model : model.byOperatorsThereFor(Math.min(1, slot.staffed / heads));
        var halfHour = before.next(slower, heads, (double) WeekOfHalfHours.SLOT.toSeconds(), within);
        var pooled =
                halfHour.seen().corrected(queue.evaluate(slot.chats, slot.staffed), slower.evaluate(heads, within));
        double[] chats = slot.parts.stream().mapToDouble(Part::chats).toArray();
        double[] able = slot.parts.stream().mapToDouble(Part::able).toArray();
        return new Followed.HalfHour(queue.seen(pooled, chats, able, slot.staffed), halfHour.end());
    }

    /** How a queue stands after a half-hour that had enough operators: as it would after many of them. */
    private static Followed before(Staffed queue, @Nullable QueueSlot slot) {
        if (slot == null || !slot.open || slot.chats == 0) {
            return Followed.empty();
        }
        int heads = ChatQueue.heads(slot.staffed);
        return Followed.settled(queue.model(slot.chats).byOperatorsThereFor(Math.min(1, slot.staffed / heads)), heads);
    }

    private Slot slot(int index) {
        if (Thread.interrupted()) {
            throw new CancellationException("nobody waits for this any more");
        }
        Instant at = slots.get(index);
        int queues = staffed.size();
        boolean[] open = new boolean[queues];
        double[] expected = new double[queues];
        var own = new double[queues][];
        int[] required = new int[queues];
        int[] places = new int[firstPost[queues]];
        int[] atLeast = new int[firstPost[queues]];
        for (int q = 0; q < queues; q++) {
            var queue = staffed.get(q);
            open[q] = queue.hours.isOpen(at.getEpochSecond());
            own[q] = queue.own.stream()
                    .mapToDouble(chats -> assumptions.chats(chats[index]))
                    .toArray();
            expected[q] = Arrays.stream(own[q]).sum();
            if (open[q]) {
                int[] there = queue.atLeast(own[q]);
                required[q] = queue.required(there);
                System.arraycopy(there, 0, atLeast, firstPost[q], there.length);
                System.arraycopy(queue.places(required[q], own[q]), 0, places, firstPost[q], there.length);
            }
        }
        int[] present = people.present(at);
        int[] supply = people.supply(at, present);
        var coverage = new Coverage(places, people.serves(), supply);
        var shared = shared(coverage, open, expected);
        giveOut(coverage, places, expected);
        int[] able = people.able(supply);
        var result = new ArrayList<QueueSlot>(queues);
        for (int q = 0; q < queues; q++) {
            var parts = new ArrayList<Part>();
            int first = firstPost[q];
            int end = firstPost[q + 1];
            for (int post = first; post < end; post++) {
                parts.add(new Part(
                        staffed.get(q).posts.get(post - first),
                        own[q][post - first],
                        inPeople(places[post]),
                        atLeast[post],
                        inPeople(able[post])));
            }
            int lacking = Post.lacking(
                    staffed.get(q).posts,
                    coverage.lacking(first, end),
                    IntStream.range(first, end)
                            .map(post -> atLeast[post] * Coverage.PLACE)
                            .toArray(),
                    Arrays.copyOfRange(able, first, end));
            double counted = counted(coverage, q);
            result.add(new QueueSlot(
                    open[q],
                    expected[q],
                    required[q],
                    eligible(q, present),
                    inPeople(able[end - 1]),
                    counted,
                    inPeople(lacking),
                    open[q] ? seen(staffed.get(q), own[q], parts, counted) : Performance.NOBODY_COMES,
                    0,
                    shared.get(q),
                    parts));
        }
        return new Slot(at, present.length, inPeople(Arrays.stream(supply).sum()), result);
    }

    private static double inPeople(int thousandths) {
        return (double) thousandths / Coverage.PLACE;
    }

    private int eligible(int queue, int[] present) {
        int last = firstPost[queue + 1] - 1;
        return (int) Arrays.stream(present)
                .filter(person -> people.serves().get(people.groupOf(person)).get(last))
                .count();
    }

    private double counted(Coverage coverage, int queue) {
        int counted = 0;
        for (int group = 0; group < people.serves().size(); group++) {
            for (int post = firstPost[queue]; post < firstPost[queue + 1]; post++) {
                counted += coverage.counted(group, post);
            }
        }
        return inPeople(counted);
    }

    private static Performance seen(Staffed queue, double[] chats, List<Part> parts, double counted) {
        var pooled = queue.evaluate(Arrays.stream(chats).sum(), counted);
        return queue.seen(pooled, chats, parts.stream().mapToDouble(Part::able).toArray(), counted);
    }

    /**
     * The queues whose places are filled by people nobody could stand in for, and who get chats of other queues too: whoever of them
     * takes one is not there for the queue meanwhile, as the model of each queue takes them to be.
     */
    private BitSet shared(Coverage coverage, boolean[] open, double[] expected) {
        var shared = new BitSet(open.length);
        for (int q = 0; q < open.length; q++) {
            for (int post = firstPost[q]; open[q] && !shared.get(q) && post < firstPost[q + 1]; post++) {
                shared.set(q, isSharedPost(coverage, q, post, open, expected));
            }
        }
        return shared;
    }

    private boolean isSharedPost(Coverage coverage, int queue, int post, boolean[] open, double[] expected) {
        boolean elsewhereToo = false;
        for (int group = 0; group < people.serves().size() && !elsewhereToo; group++) {
            if (coverage.counted(group, post) > 0) {
                for (int q = 0; q < open.length; q++) {
                    elsewhereToo |= q != queue
                            && open[q]
                            && expected[q] > 0
                            && people.serves().get(group).get(firstPost[q + 1] - 1);
                }
            }
        }
        return elsewhereToo && !coverage.hasStandIn(post);
    }

    /** Gives whoever counts for none yet to the queue of theirs with the most chats to each operator. */
    private void giveOut(Coverage coverage, int[] places, double[] expected) {
        double[] counted = new double[expected.length];
        boolean[] wanted = new boolean[expected.length];
        for (int q = 0; q < expected.length; q++) {
            counted[q] = counted(coverage, q);
            for (int post = firstPost[q]; post < firstPost[q + 1]; post++) {
                wanted[q] |= places[post] > 0;
            }
        }
        for (int group = 0; group < people.serves().size(); group++) {
            while (coverage.free(group) > 0) {
                int busiest = busiest(people.serves().get(group), wanted, counted, expected);
                if (busiest < 0) {
                    break;
                }
                int amount = Math.min(coverage.free(group), Coverage.PLACE);
                coverage.join(group, firstPost[busiest + 1] - 1, amount);
                counted[busiest] += (double) amount / Coverage.PLACE;
            }
        }
    }

    private int busiest(BitSet can, boolean[] wanted, double[] counted, double[] expected) {
        int busiest = -1;
        double most = 0;
        for (int queue = 0; queue < expected.length; queue++) {
            double chatsToEach = expected[queue] / (counted[queue] + 1);
            if (wanted[queue] && can.get(firstPost[queue + 1] - 1) && chatsToEach > most) {
                most = chatsToEach;
                busiest = queue;
            }
        }
        return busiest;
    }
}
