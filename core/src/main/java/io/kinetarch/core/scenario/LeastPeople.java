package io.kinetarch.core.scenario;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.simulation.Experiment;
import io.kinetarch.core.simulation.Experiment.Span;
import io.kinetarch.core.simulation.Simulation;
import io.kinetarch.core.staffing.Need;
import io.kinetarch.core.staffing.Post;
import io.kinetarch.core.staffing.StaffingWeek.Part;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import java.time.Instant;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * The fewest people with whom every queue meets its target of answers in time, searched for by simulation from the staffing model's answer
 * on: the model counts a person for one queue at a time, while the design shares people, moves chats and lets one half-hour spoil the next.
 *
 * <p>In every half-hour some of the plan's people are there, who answer all the time. Where a queue misses its target somebody joins who
 * can take what few can; else somebody is left out whom the queues above their targets miss least, in every other half-hour at once, and
 * comes back where a queue then misses its target. All of this meets the very same visitors. In the end others come, so that what was
 * enough by chance is seen and mended.
 */
public final class LeastPeople {
    private static final int REPAIRS = 10;
    private static final int TRIALS = 44;
    private static final int CHECKS = 6;
    private static final int MOST_IN_VAIN = 2;
    /** A tenth of the people is left out at first, then ever fewer. */
    private static final int FIRST_PART = 10;

    /** As many chats as are worth simulating in a round: a small centre takes more runs than a large one to know as much. */
    private static final long CHATS_A_ROUND = 200_000;

    private static final int FEWEST_RUNS = 6;
    private static final int MOST_RUNS = 20;
    private static final int RUNS_OF_CHECK = 40;

    /** So many standard errors below its target a queue is before it counts as missing it: the formula's people meet it on average, too. */
    private static final double CHANCE = 1;

    /** Somebody who stays is worth so much more than somebody who comes or goes. */
    private static final double STAYING = 1.2;
    /** So little above its target a queue misses anybody most. */
    private static final double CLOSE = 0.02;

    private final Experiment planned;
    private final Plan plan;
    private final List<Slot> slots;
    private final Follower follower;
    private final BitSet[] crews;
    private final int runs;
    private int step;

    /** Follows a search; what it throws ends it. */
    @FunctionalInterface
    public interface Follower {
        /** So many of at most so many rounds are done, and so many operator-hours are left. */
        void at(int round, int rounds, double hours);
    }

    /**
     * A half-hour.
     *
     * @param byFormula operators that the staffing model requires
     * @param people that are enough
     * @param missing queues, by their places, that still miss their target
     * @param need the same people by what they are there for
     */
    public record HalfHour(Instant startsAt, int byFormula, int people, List<Integer> missing, Need need) {
        public HalfHour {
            missing = List.copyOf(missing);
        }
    }

    /**
     * What was found.
     *
     * @param byFormula what the people do that the staffing model requires, as far as the plan has them
     * @param least what the fewest do, with the same visitors
     */
    public record Found(List<HalfHour> halfHours, Simulation byFormula, Simulation least) {
        public Found {
            halfHours = List.copyOf(halfHours);
        }

        /** Operator-hours that the staffing model requires. */
        public double hoursByFormula() {
            return operatorHours(
                    halfHours.stream().mapToInt(HalfHour::byFormula).sum());
        }

        /** Operator-hours that are enough. */
        public double hours() {
            return operatorHours(halfHours.stream().mapToInt(HalfHour::people).sum());
        }
    }

    private LeastPeople(Experiment planned, List<Slot> slots, Follower follower) {
        this.planned = planned;
        this.plan = planned.plan();
        this.slots = slots;
        this.follower = follower;
        crews = new BitSet[slots.size()];
        double chats = slots.stream().mapToDouble(Slot::chats).sum();
        runs = Math.clamp(Math.round(CHATS_A_ROUND / Math.max(1, chats)), FEWEST_RUNS, MOST_RUNS);
    }

    /**
     * Searches.
     *
     * @param planned a week of the plan, counted by half-hours, with who is planned to be there when: they come first
     * @param slots what the staffing model says of the same week
     * @throws InterruptedException if this thread is interrupted
     */
    public static Found search(Experiment planned, List<Slot> slots, Follower follower) throws InterruptedException {
        if (!planned.counted().equals(WeekOfHalfHours.SLOT)
                || !planned.from().equals(slots.getFirst().startsAt())) {
            throw new IllegalArgumentException("the experiment must be counted by the half-hours of the week");
        }
        return new LeastPeople(planned, slots, follower).search();
    }

    private Found search() throws InterruptedException {
        for (int i = 0; i < crews.length; i++) {
            crews[i] = Need.covering(slots.get(i), plan.operators().size(), plannedAt(slots.get(i)));
        }
        var byFormula = presence();
        var seen = repair(REPAIRS, runs, planned.seed());
        leaveOut(seen);
        step = REPAIRS + TRIALS;
        repair(CHECKS, RUNS_OF_CHECK, planned.seed() + 1);
        var least = simulate(presence(), RUNS_OF_CHECK, planned.seed() + 1);
        var last = new InTime(least, plan, slots);
        return new Found(
                IntStream.range(0, crews.length)
                        .mapToObj(i -> new HalfHour(
                                slots.get(i).startsAt(),
                                slots.get(i).required(),
                                crews[i].cardinality(),
                                missing(last, i),
                                Need.met(slots.get(i), crews[i])))
                        .toList(),
                simulate(byFormula, RUNS_OF_CHECK, planned.seed() + 1),
                least);
    }

    private BitSet plannedAt(Slot slot) {
        var there = new BitSet();
        Map<OperatorId, List<Span>> presence = planned.presence();
        for (int person = 0; presence != null && person < plan.operators().size(); person++) {
            there.set(
                    person,
                    presence.getOrDefault(plan.operators().get(person).id(), List.of()).stream()
                            .anyMatch(span -> !slot.startsAt().isBefore(span.from())
                                    && slot.startsAt().isBefore(span.to())));
        }
        return there;
    }

    private Map<OperatorId, List<Span>> presence() {
        var presence = new HashMap<OperatorId, List<Span>>();
        for (int person = 0; person < plan.operators().size(); person++) {
            var spans = new ArrayList<Span>();
            for (int i = 0; i < crews.length; i++) {
                int from = i;
                while (i < crews.length && crews[i].get(person)) {
                    i++;
                }
                if (i > from) {
                    spans.add(new Span(
                            slots.get(from).startsAt(),
                            slots.get(i - 1).startsAt().plus(WeekOfHalfHours.SLOT)));
                }
            }
            presence.put(plan.operators().get(person).id(), spans);
        }
        return presence;
    }

    private Simulation simulate(Map<OperatorId, List<Span>> presence, int replications, long seed)
            throws InterruptedException {
        return new Simulation(planned.with(presence, seed)).run(replications);
    }

    private InTime see(int replications, long seed) throws InterruptedException {
        follower.at(
                step++,
                REPAIRS + TRIALS + CHECKS,
                operatorHours(IntStream.range(0, crews.length)
                        .map(i -> crews[i].cardinality())
                        .sum()));
        return new InTime(simulate(presence(), replications, seed), plan, slots);
    }

    private static double operatorHours(int halfHours) {
        return halfHours * WeekOfHalfHours.SLOT.toMinutes() / 60.0;
    }

    /** Has somebody join wherever a queue misses its target, until none does or nobody is left who could help. */
    private InTime repair(int rounds, int replications, long seed) throws InterruptedException {
        var seen = see(replications, seed);
        for (int round = 0; round < rounds; round++) {
            boolean joined = false;
            for (int i = 0; i < crews.length; i++) {
                joined |= join(seen, i);
            }
            if (!joined) {
                break;
            }
            seen = see(replications, seed);
        }
        return seen;
    }

    private boolean join(InTime seen, int halfHour) {
        var missing = missing(seen, halfHour);
        int best = -1;
        double most = 0;
        for (int person = 0; person < plan.operators().size(); person++) {
            if (!crews[halfHour].get(person)) {
                double help = 0;
                for (int queue : missing) {
                    help += missed(halfHour, queue, person, 1);
                }
                help *= isBeside(halfHour, person) ? STAYING : 1;
                if (help > most) {
                    best = person;
                    most = help;
                }
            }
        }
        if (best >= 0) {
            crews[halfHour].set(best);
        }
        return best >= 0;
    }

    /** Somebody who is there in the half-hour before or after makes less coming and going. */
    private boolean isBeside(int halfHour, int person) {
        return (halfHour > 0 && crews[halfHour - 1].get(person))
                || (halfHour + 1 < crews.length && crews[halfHour + 1].get(person));
    }

    /** Queues that miss their target in a half-hour; where nothing is known of one, if nobody is there for it. */
    private List<Integer> missing(InTime seen, int halfHour) {
        var missing = new ArrayList<Integer>();
        for (int queue = 0; queue < plan.queues().size(); queue++) {
            var slot = slots.get(halfHour).queues().get(queue);
            if (!slot.open() || slot.required() == 0) {
                continue;
            }
            int able = able(slot.parts().getLast().post(), crews[halfHour]);
            if (able < Math.max(1, plan.queues().get(queue).target().least())
                    || (!seen.isUnknown(queue, halfHour) && seen.above(queue, halfHour, CHANCE) < 0)) {
                missing.add(queue);
            }
        }
        return missing;
    }

    private static int able(Post post, BitSet crew) {
        var able = (BitSet) crew.clone();
        able.and(post.able());
        return able.cardinality();
    }

    /**
     * How much a queue would miss somebody: their part of the chats of each kind that they and so many others can take.
     *
     * @param besides 1 for somebody who is not there yet
     */
    private double missed(int halfHour, int queue, int person, int besides) {
        double missed = 0;
        for (Part part : slots.get(halfHour).queues().get(queue).parts()) {
            if (part.chats() > 0 && part.post().able().get(person)) {
                missed += part.chats() / (able(part.post(), crews[halfHour]) + besides);
            }
        }
        return missed;
    }

    /** Leaves out whoever can be, in every other half-hour at once: neighbours share chats that wait, and are judged together. */
    private void leaveOut(InTime begun) throws InterruptedException {
        var trials = IntStream.range(0, crews.length)
                .mapToObj(i -> new Trial(Math.max(1, crews[i].cardinality() / FIRST_PART)))
                .toList();
        var seen = begun;
        step = REPAIRS;
        boolean idle = false;
        for (int round = 0; round < TRIALS; round++) {
            var left = new HashMap<Integer, BitSet>();
            for (int i = round % 2; i < crews.length; i += 2) {
                var going = trials.get(i).ended() ? new BitSet() : going(seen, i, trials.get(i));
                if (!going.isEmpty()) {
                    crews[i].andNot(going);
                    left.put(i, going);
                }
            }
            if (left.isEmpty()) {
                if (idle) {
                    break;
                }
                idle = true;
                continue;
            }
            idle = false;
            var tried = see(runs, planned.seed());
            left.forEach((i, going) -> {
                if (spoils(tried, i)) {
                    crews[i].or(going);
                    trials.get(i).failed(going);
                }
            });
            seen = tried;
        }
    }

    /** How far the search of a half-hour is. */
    private static final class Trial {
        private final Set<Integer> inVain = new HashSet<>();
        private int at;

        Trial(int at) {
            this.at = at;
        }

        boolean ended() {
            return inVain.size() >= MOST_IN_VAIN;
        }

        void failed(BitSet going) {
            if (at == 1) {
                going.stream().forEach(inVain::add);
            }
            at = Math.max(1, at / 2);
        }
    }

    private boolean spoils(InTime seen, int halfHour) {
        return IntStream.rangeClosed(Math.max(0, halfHour - 1), Math.min(halfHour + 1, crews.length - 1))
                .anyMatch(i -> missing(seen, i).stream().anyMatch(queue -> canBeHelped(i, queue)));
    }

    /** Whether somebody who can serve a queue is not there. */
    private boolean canBeHelped(int halfHour, int queue) {
        var rest = (BitSet) slots.get(halfHour)
                .queues()
                .get(queue)
                .parts()
                .getLast()
                .post()
                .able()
                .clone();
        rest.andNot(crews[halfHour]);
        return !rest.isEmpty();
    }

    /** Those who are missed least; none where everybody is needed. */
    private BitSet going(InTime seen, int halfHour, Trial trial) {
        var crew = crews[halfHour];
        var before = (BitSet) crew.clone();
        for (int n = 0; n < trial.at; n++) {
            int least = leastMissed(seen, halfHour, trial);
            if (least < 0) {
                break;
            }
            crew.clear(least);
        }
        var going = (BitSet) before.clone();
        going.andNot(crew);
        crew.or(before);
        return going;
    }

    private int leastMissed(InTime seen, int halfHour, Trial trial) {
        int least = -1;
        double fewest = Double.POSITIVE_INFINITY;
        for (int person : crews[halfHour].stream().toArray()) {
            double missed = trial.inVain.contains(person) ? Double.POSITIVE_INFINITY : missed(seen, halfHour, person);
            if (missed < fewest) {
                least = person;
                fewest = missed;
            }
        }
        return least;
    }

    /** Infinite where a queue would have fewer than it must have. */
    private double missed(InTime seen, int halfHour, int person) {
        double missed = 0;
        for (int queue = 0; queue < plan.queues().size(); queue++) {
            var slot = slots.get(halfHour).queues().get(queue);
            var all = slot.parts().getLast().post();
            if (slot.open() && slot.required() > 0 && all.able().get(person)) {
                int least = Math.max(1, plan.queues().get(queue).target().least());
                double above = seen.isUnknown(queue, halfHour) ? 0 : seen.above(queue, halfHour, 0);
                if (able(all, crews[halfHour]) <= least || (above < 0 && !canBeHelped(halfHour, queue))) {
                    return Double.POSITIVE_INFINITY;
                }
                missed += missed(halfHour, queue, person, 0) / (CLOSE + Math.max(0, above));
            }
        }
        return isBeside(halfHour, person) ? STAYING * missed : missed;
    }
}
