package io.kinetarch.core.roster;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.roster.RosterSearch.Standing;
import io.kinetarch.core.staffing.Coverage;
import io.kinetarch.core.staffing.StaffingWeek;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** What a roster is searched for: the people with their weeks, and how many are required where and when. */
final class RosterTask {
    final List<PersonWeek> people;
    private final List<BitSet> serves;
    private final int queues;
    /** By half-hour and queue. */
    private final int[][] required;
    /** The half-hour of the requirement that a half-hour by the wall clock falls into, counted from Monday 0:00; -1 for none. */
    private final int[] slotOf;
    /**
     * Sets of queues whose people are counted together. People lack in a half-hour as many as they lack for that set of queues
     * which lacks most (Hall 1935, Ore 1955); sets join as they are met.
     */
    private final Set<BitSet> sets = new LinkedHashSet<>();

    /** The half-hours in which some shift of theirs could lie. */
    private final List<BitSet> couldWork;

    private final Roster set;

    RosterTask(Plan plan, RosterRules rules, List<Slot> slots, Roster set, Roster before) {
        this.set = set;
        people = plan.operators().stream()
                .map(operator -> new PersonWeek(plan, rules, operator, set, before))
                .toList();
        queues = plan.queues().size();
        serves = plan.operators().stream()
                .map(operator -> {
                    var some = new BitSet(queues);
                    for (int q = 0; q < queues; q++) {
                        some.set(
                                q, StaffingWeek.canServe(operator, plan.queues().get(q)));
                    }
                    return some;
                })
                .toList();
        required = slots.stream()
                .map(slot -> slot.queues().stream()
                        .mapToInt(StaffingWeek.QueueSlot::required)
                        .toArray())
                .toArray(int[][]::new);
        slotOf = slotOf(plan, set, slots);
        couldWork = people.stream().map(this::couldWork).toList();
        var all = new BitSet(queues);
        all.set(0, queues);
        sets.add(all);
        IntStream.range(0, queues).forEach(q -> {
            var one = new BitSet(queues);
            one.set(q);
            sets.add(one);
        });
    }

    private BitSet couldWork(PersonWeek week) {
        var could = new BitSet(required.length);
        for (int day = 0; day < PersonWeek.DAYS; day++) {
            for (var choice : week.choices(day, Rule.OF_A_SHIFT)) {
                mark(choice.start(), choice.end(), could);
            }
            week.fixed
                    .get(day)
                    .ifPresent(shift -> mark(week.minute(shift.startsAt()), week.minute(shift.endsAt()), could));
        }
        return could;
    }

    private void mark(int from, int to, BitSet could) {
        for (int at = from; at < to; at += ShiftKind.STEP) {
            if (slotAt(at) >= 0) {
                could.set(slotAt(at));
            }
        }
    }

    private static int[] slotOf(Plan plan, Roster set, List<Slot> slots) {
        int[] slotOf = new int[(PersonWeek.DAYS + 2) * PersonWeek.A_DAY / ShiftKind.STEP];
        Instant first = slots.getFirst().startsAt();
        for (int i = 0; i < slotOf.length; i++) {
            var at = set.monday()
                    .atStartOfDay()
                    .plusMinutes((long) i * ShiftKind.STEP)
                    .atZone(plan.timeZone())
                    .toInstant();
            long slot = Duration.between(first, at).dividedBy(WeekOfHalfHours.SLOT);
            slotOf[i] = slot < slots.size() ? (int) slot : -1;
        }
        return slotOf;
    }

    /** Everybody's shifts, by person in the order of the plan and by day; null for a day off. */
    static final class Week {
        final @Nullable Shift[][] shifts;

        Week(int people) {
            shifts = new Shift[people][PersonWeek.DAYS];
        }

        Week copy() {
            var copy = new Week(shifts.length);
            for (int person = 0; person < shifts.length; person++) {
                copy.shifts[person] = shifts[person].clone();
            }
            return copy;
        }
    }

    /** Nothing but what was set by hand. */
    Week fixedOnly() {
        var week = new Week(people.size());
        for (int person = 0; person < people.size(); person++) {
            for (int day = 0; day < PersonWeek.DAYS; day++) {
                week.shifts[person][day] = people.get(person).fixed.get(day).orElse(null);
            }
        }
        return week;
    }

    Roster roster(Week week) {
        return new Roster(
                set.monday(),
                Arrays.stream(week.shifts)
                        .flatMap(Arrays::stream)
                        .filter(Objects::nonNull)
                        .toList());
    }

    BitSet serves(int person) {
        return serves.get(person);
    }

    int halfHours() {
        return required.length;
    }

    Set<BitSet> sets() {
        return sets;
    }

    /** People required for a set of queues in a half-hour. */
    int required(BitSet of, int slot) {
        return of.stream().map(queue -> required[slot][queue]).sum();
    }

    /** The half-hour of the requirement at a minute from Monday 0:00 by the wall clock; -1 outside the week. */
    int slotAt(int minute) {
        int halfHour = minute / ShiftKind.STEP;
        return halfHour < slotOf.length ? slotOf[halfHour] : -1;
    }

    /** The day of the week that a half-hour of the requirement lies on, by the wall clock. */
    int dayOf(int slot) {
        for (int halfHour = 0; halfHour < slotOf.length; halfHour++) {
            if (slotOf[halfHour] == slot) {
                return Math.min(halfHour * ShiftKind.STEP / PersonWeek.A_DAY, PersonWeek.DAYS - 1);
            }
        }
        return PersonWeek.DAYS - 1;
    }

    /** Who works in each half-hour. */
    List<List<Integer>> working(Week week) {
        var working = new ArrayList<List<Integer>>();
        for (int slot = 0; slot < required.length; slot++) {
            working.add(new ArrayList<>());
        }
        for (int person = 0; person < people.size(); person++) {
            for (var shift : week.shifts[person]) {
                if (shift != null) {
                    addWorking(shift, person, working);
                }
            }
        }
        return working;
    }

    private void addWorking(Shift shift, int person, List<List<Integer>> working) {
        for (var stretch : shift.stretches()) {
            int to = people.get(person).minute(stretch.to());
            for (int at = people.get(person).minute(stretch.from()); at < to; at += ShiftKind.STEP) {
                int slot = slotAt(at);
                if (slot >= 0
                        && (working.get(slot).isEmpty() || working.get(slot).getLast() != person)) {
                    working.get(slot).add(person);
                }
            }
        }
    }

    /**
     * People who lack in a half-hour.
     *
     * @param together the queues that lack them together
     */
    record Lack(int slot, int people, BitSet together) {}

    /** Where a roster lacks people; sets of queues that lack them together are remembered. */
    List<Lack> lacking(Week week) {
        var lacking = new ArrayList<Lack>();
        var working = working(week);
        for (int slot = 0; slot < required.length; slot++) {
            var able = working.get(slot).stream().map(this::able).toList();
            int[] queueOf = Coverage.assign(required[slot], able);
            int filled = (int) Arrays.stream(queueOf)
                    .filter(queue -> queue != Coverage.NONE)
                    .count();
            int lacks = Arrays.stream(required[slot]).sum() - filled;
            if (lacks > 0) {
                var together = bits(Coverage.shortTogether(required[slot], able, queueOf));
                sets.add(together);
                lacking.add(new Lack(slot, lacks, together));
            }
        }
        return lacking;
    }

    /** How good a roster is. */
    Standing standing(Week week) {
        int lacking = lacking(week).stream().mapToInt(Lack::people).sum();
        int paid = 0;
        int against = 0;
        for (int person = 0; person < people.size(); person++) {
            for (int day = 0; day < PersonWeek.DAYS; day++) {
                var shift = week.shifts[person][day];
                if (shift != null) {
                    paid += shift.paidMinutes() / ShiftKind.STEP;
                    against += people.get(person).against(day, shift.start().toSecondOfDay() / 60, shift.minutes())
                            ? 1
                            : 0;
                }
            }
        }
        return new Standing(lacking, leastShort(), paid, against);
    }

    private boolean[] able(int person) {
        var able = new boolean[queues];
        serves.get(person).stream().forEach(queue -> able[queue] = true);
        return able;
    }

    private static BitSet bits(boolean[] set) {
        var bits = new BitSet(set.length);
        for (int i = 0; i < set.length; i++) {
            bits.set(i, set[i]);
        }
        return bits;
    }

    /**
     * Half-hours that any roster of these people lacks somebody in: what a set of queues requires, less all the time that the
     * contracts of those who serve any of it hold, or less, in each half-hour, all of them who could work then.
     */
    private int leastShort() {
        return sets.stream().mapToInt(this::leastShort).max().orElse(0);
    }

    private int leastShort(BitSet together) {
        int contracts = 0;
        int[] heads = new int[required.length];
        for (int person = 0; person < people.size(); person++) {
            if (serves.get(person).intersects(together)) {
                contracts += people.get(person).terms.mostMinutes() / ShiftKind.STEP;
                couldWork.get(person).stream().forEach(slot -> heads[slot]++);
            }
        }
        int all = 0;
        int byHeads = 0;
        for (int slot = 0; slot < required.length; slot++) {
            int needed = required(together, slot);
            all += needed;
            byHeads += Math.max(0, needed - heads[slot]);
        }
        return Math.max(byHeads, all - contracts);
    }
}
