package io.kinetarch.core.staffing;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.Source;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.core.routing.ChatNeeds;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The ways to have so many chats of a queue held at once: each the smallest change of one limit, with what else it takes. */
public final class AtOnceWays {
    /** Operators and queues are planned with no more. */
    public static final int MOST = 20;

    private static final int GREATEST_CAPACITY = 1000;

    private final Plan plan;
    private final Queue queue;
    private final int wanted;
    private final LocalDate today;
    private final List<Operator> people;

    private AtOnceWays(Plan plan, Queue queue, int wanted, LocalDate today) {
        this.plan = plan;
        this.queue = queue;
        this.wanted = wanted;
        this.today = today;
        people = CompiledPlan.of(plan).able(ChatNeeds.of(queue.id())).stream()
                .mapToObj(plan.operators()::get)
                .toList();
    }

    /** What a way changes. */
    public enum Lever {
        /** The queue's weight. */
        WEIGHT,
        /** The capacity of its people. */
        CAPACITY,
        /** The most chats that its people hold. */
        MOST_CHATS,
        /** The levels of the queue's slowdown. */
        SLOWDOWN
    }

    /**
     * A way.
     *
     * @param to the weight, or how many people it changes, or how many levels of slowdown there are then
     * @param derivedLevels levels of slowdown that nobody has measured: they go on as the last step did
     */
    public record Way(Lever lever, int to, int derivedLevels, List<PlanEdit> edits) {}

    /**
     * Looks for ways.
     *
     * @param wanted chats at once, 1 to {@value #MOST}
     * @param today the date of slowdown levels that are derived
     * @return those that do it, each by itself; none if it is so already, or if nobody can serve the queue
     */
    public static List<Way> of(Plan plan, Queue queue, int wanted, LocalDate today) {
        if (wanted < 1 || wanted > MOST) {
            throw new IllegalArgumentException("chats at once are from 1 to " + MOST + ", not " + wanted);
        }
        if (ChatsAtOnce.of(plan, queue).value() == wanted) {
            return List.of();
        }
        return new AtOnceWays(plan, queue, wanted, today).all();
    }

    private List<Way> all() {
        var ways = new ArrayList<Way>();
        if (people.isEmpty()) {
            return ways;
        }
        bySlowdown().ifPresent(ways::add);
        byWeight().ifPresent(ways::add);
        byMostChats().ifPresent(ways::add);
        byCapacity().ifPresent(ways::add);
        return List.copyOf(ways);
    }

    private Optional<Way> bySlowdown() {
        int levels = queue.workload().slowdown().size();
        return levels == wanted ? Optional.empty() : way(Lever.SLOWDOWN, wanted, List.of(), queue.weight(), true);
    }

    private Optional<Way> byWeight() {
        int[] capacities = people.stream().mapToInt(Operator::capacity).sorted().toArray();
        int weight = Math.max(1, capacities[(capacities.length - 1) / 2] / wanted);
        return weight == queue.weight() ? Optional.empty() : way(Lever.WEIGHT, weight, List.of(), weight, false);
    }

    private Optional<Way> byMostChats() {
        var changed = people.stream()
                .filter(person -> {
                    Integer most = person.mostChats();
                    int byCapacity = person.capacity() / queue.weight();
                    return most == null
                            ? byCapacity > wanted
                            : most != wanted && (most < wanted || byCapacity > wanted);
                })
                .map(person -> person.withMostChats(wanted))
                .toList();
        return changed.isEmpty()
                ? Optional.empty()
                : way(Lever.MOST_CHATS, changed.size(), changed, queue.weight(), false);
    }

    private Optional<Way> byCapacity() {
        int capacity = wanted * queue.weight();
        boolean more = ChatsAtOnce.of(plan, queue).value() < wanted;
        var changed = people.stream()
                .filter(person -> more ? person.capacity() < capacity : person.capacity() >= capacity + queue.weight())
                .map(person -> person.withCapacity(capacity))
                .toList();
        return changed.isEmpty() || capacity > GREATEST_CAPACITY
                ? Optional.empty()
                : way(Lever.CAPACITY, changed.size(), changed, queue.weight(), false);
    }

    /** The way with these changes, its slowdown made long enough, if that does it. */
    private Optional<Way> way(Lever lever, int to, List<Operator> changed, int weight, boolean cut) {
        var known = queue.workload().slowdown();
        int derived = Math.max(0, wanted - known.size());
        var slowdown = derived == 0
                ? known.subList(0, cut ? Math.min(wanted, known.size()) : known.size())
                : Arrays.stream(Assumptions.slowdown(known, wanted)).boxed().toList();
        var edits = new ArrayList<PlanEdit>();
        if (weight != queue.weight() || !slowdown.equals(known)) {
            edits.add(new PlanEdit.Put(queue.with(weight, workload(slowdown, derived))));
        }
        changed.forEach(person -> edits.add(new PlanEdit.Put(person)));
        var after = plan.edited(edits);
        return ChatsAtOnce.of(after, after.queue(queue.id())).value() == wanted
                ? Optional.of(new Way(lever, to, derived, List.copyOf(edits)))
                : Optional.empty();
    }

    private Workload workload(List<Double> slowdown, int derived) {
        var old = queue.workload();
        @Nullable Source from = old.slowdownFrom();
        var said = derived == 0
                ? from
                : new Source(
                        old.slowdown().size() == 1
                                ? "derived: no slowdown is known"
                                : "derived from the last of " + old.slowdown().size() + " levels known",
                        today);
        return new Workload(
                old.handlingSeconds(), old.patienceSeconds(), slowdown, old.handlingFrom(), old.patienceFrom(), said);
    }
}
