package io.kinetarch.core.roster;

import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.roster.RosterSearch.Standing;
import io.kinetarch.core.staffing.Coverage;
import io.kinetarch.core.staffing.Need;
import io.kinetarch.core.staffing.Post;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** What a roster is searched for: the people with their weeks, and how many are required where and when. */
final class RosterTask {
    /** So many sets tell where people lack, and are worked with in good time. */
    private static final int MOST_SETS = 40;

    final List<PersonWeek> people;
    private final List<BitSet> serves;
    /** By queue, its posts; and the place of its first one among all. */
    private final List<List<Post>> queues;

    private final int[] firstPost;
    /** By half-hour and post, in thousandths of a person. */
    private final int[][] required;
    /** The same of those who are to be there, whatever else they do; nothing for posts that all of a queue's people can fill. */
    private final int[][] atLeast;
    /** By half-hour, for how much of a shift's time somebody answers, in thousandths. */
    private final int[] share;
    /** By person, whom they are alike to in what they can do; and what each such group can do. */
    private final int[] groupOf;

    private final List<BitSet> groups;
    /** The half-hour of the requirement that a half-hour by the wall clock falls into, counted from Monday 0:00; -1 for none. */
    private final int[] slotOf;
    /**
     * Sets of posts whose people are counted together. People lack in a half-hour as many as they lack for that set of posts
     * which lacks most (Hall 1935, Ore 1955); sets join as they are met.
     */
    private final Set<BitSet> sets = new LinkedHashSet<>();

    /** The half-hours in which some shift of theirs could lie. */
    private final List<BitSet> couldWork;

    private final Roster set;
    /**
     * A week's task.
     *
     * @param shrinkage of which the part that rosters do not plan is taken off the time of shifts
     */
    RosterTask(Plan plan, RosterRules rules, List<Need> slots, Shrinkage shrinkage, Roster set, Around around) {
        this.set = set;
        people = plan.operators().stream()
                .map(operator -> new PersonWeek(plan, rules, operator, set, around))
                .toList();
        var posts = slots.getFirst().allPosts();
        serves = IntStream.range(0, people.size())
                .mapToObj(person -> {
                    var some = new BitSet(posts.size());
                    for (int post = 0; post < posts.size(); post++) {
                        some.set(post, posts.get(post).able().get(person));
                    }
                    return some;
                })
                .toList();
        queues = slots.getFirst().posts();
        firstPost = new int[queues.size() + 1];
        for (int q = 0; q < queues.size(); q++) {
            firstPost[q + 1] = firstPost[q] + queues.get(q).size();
        }
        groups = serves.stream().distinct().toList();
        groupOf = serves.stream().mapToInt(groups::indexOf).toArray();
        required = slots.stream().map(Need::places).toArray(int[][]::new);
        atLeast = slots.stream().map(slot -> scarce(slot, posts)).toArray(int[][]::new);
        share = slots.stream()
                .mapToInt(slot -> (int) Math.round(Coverage.PLACE
                        * shrinkage.left(slot.startsAt().atZone(plan.timeZone()).getDayOfWeek(), true)))
                .toArray();
        slotOf = slotOf(plan, set, slots);
        couldWork = people.stream()
                .map(person -> couldWork(person, Rule.OF_A_SHIFT))
                .toList();
        var all = new BitSet(posts.size());
        all.set(0, posts.size());
        sets.add(all);
        for (int q = 0; q < queues.size(); q++) {
            sets.add(from(firstPost[q], firstPost[q + 1]));
            for (int post = firstPost[q]; post < firstPost[q + 1] - 1; post++) {
                sets.add(from(post, post + 1));
            }
        }
    }

    private static BitSet from(int first, int end) {
        var posts = new BitSet(end);
        posts.set(first, end);
        return posts;
    }

    private BitSet couldWork(PersonWeek week, Set<Rule> holding) {
        var could = new BitSet(required.length);
        for (int day = 0; day < PersonWeek.DAYS; day++) {
            for (var choice : week.choices(day, holding)) {
                mark(choice.start(), choice.end(), could);
            }
            week.fixed
                    .get(day)
                    .ifPresent(shift -> mark(week.minute(shift.startsAt()), week.minute(shift.endsAt()), could));
        }
        return could;
    }

    /**
     * Half-hours that require somebody in which nobody can work only because no kind of shift fits between opening and closing time,
     * by the wall clock.
     */
    List<LocalDateTime> unfit() {
        var could = new BitSet(required.length);
        var couldElse = new BitSet(required.length);
        var withoutOpening = EnumSet.copyOf(Rule.OF_A_SHIFT);
        withoutOpening.remove(Rule.OPENING);
        for (int person = 0; person < people.size(); person++) {
            could.or(couldWork.get(person));
            if (!serves.get(person).isEmpty()) {
                couldElse.or(couldWork(people.get(person), withoutOpening));
            }
        }
        var unfit = new ArrayList<LocalDateTime>();
        for (int halfHour = 0; halfHour < slotOf.length; halfHour++) {
            int slot = slotOf[halfHour];
            if (slot >= 0 && Arrays.stream(required[slot]).sum() > 0 && !could.get(slot) && couldElse.get(slot)) {
                unfit.add(set.monday().atStartOfDay().plusMinutes((long) halfHour * ShiftKind.STEP));
            }
        }
        return List.copyOf(unfit);
    }

    private void mark(int from, int to, BitSet could) {
        for (int at = from; at < to; at += ShiftKind.STEP) {
            if (slotAt(at) >= 0) {
                could.set(slotAt(at));
            }
        }
    }

    private static int[] slotOf(Plan plan, Roster set, List<Need> slots) {
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

    /** What a set of posts requires in a half-hour, in thousandths of a person. */
    int required(BitSet of, int slot) {
        return of.stream().map(post -> required[slot][post]).sum();
    }

    private static int[] scarce(Need slot, List<Post> posts) {
        int[] atLeast = slot.atLeast();
        for (int post = 0; post < atLeast.length; post++) {
            boolean forAll = post + 1 == atLeast.length
                    || !posts.get(post + 1).queue().equals(posts.get(post).queue());
            atLeast[post] = forAll ? 0 : atLeast[post];
        }
        return atLeast;
    }

    /** How many who could fill a post are to be there in a half-hour, in thousandths, besides those counted for its chats. */
    int besides(int post, int slot) {
        return Math.max(0, atLeast[slot][post] - required[slot][post]);
    }

    int posts() {
        return required[0].length;
    }

    /** For how much of a half-hour somebody on a shift answers, in thousandths. */
    int share(int slot) {
        return share[slot];
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
     * @param people in thousandths
     * @param together the posts that lack them together
     */
    record Lack(int slot, int people, BitSet together) {}

    /** Where a roster lacks people; sets of queues that lack them together are remembered. */
    List<Lack> lacking(Week week) {
        var lacking = new ArrayList<Lack>();
        var working = working(week);
        for (int slot = 0; slot < required.length; slot++) {
            int[] supply = new int[groups.size()];
            for (int person : working.get(slot)) {
                supply[groupOf[person]] += share[slot];
            }
            var coverage = new Coverage(required[slot], groups, supply);
            var together = coverage.shortTogether();
            if (!together.isEmpty() && sets.size() < MOST_SETS) {
                sets.add(wholeQueues(together));
            }
            int[] able = able(supply);
            int lacks = 0;
            for (int q = 0; q < queues.size(); q++) {
                int first = firstPost[q];
                int end = firstPost[q + 1];
                lacks += Post.lacking(
                        queues.get(q),
                        coverage.lacking(first, end),
                        Arrays.copyOfRange(atLeast[slot], first, end),
                        Arrays.copyOfRange(able, first, end));
            }
            for (int post = 0; post < able.length; post++) {
                together.set(post, together.get(post) || atLeast[slot][post] > able[post]);
            }
            if (lacks > 0) {
                lacking.add(new Lack(slot, lacks, together));
            }
        }
        return lacking;
    }

    /** Where people lack who can fill all of a queue, whoever can fill any of it is counted with them: fewer sets tell the same. */
    private BitSet wholeQueues(BitSet together) {
        var whole = (BitSet) together.clone();
        for (int q = 0; q < queues.size(); q++) {
            if (together.get(firstPost[q + 1] - 1)) {
                whole.set(firstPost[q], firstPost[q + 1]);
            }
        }
        return whole;
    }

    private int[] able(int[] supply) {
        int[] able = new int[posts()];
        for (int group = 0; group < supply.length; group++) {
            int amount = supply[group];
            groups.get(group).stream().forEach(post -> able[post] += amount);
        }
        return able;
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
        return new Standing((double) lacking / Coverage.PLACE, (double) leastShort() / Coverage.PLACE, paid, against);
    }

    /**
     * What any roster of these people lacks, in thousandths of half-hours: what a set of posts requires, less all the time that the
     * contracts of those who serve any of it hold, or less, in each half-hour, all of them who could work then.
     */
    private int leastShort() {
        return sets.stream().mapToInt(this::leastShort).max().orElse(0);
    }

    private int leastShort(BitSet together) {
        int most = Arrays.stream(share).max().orElse(0);
        int contracts = 0;
        int[] heads = new int[required.length];
        for (int person = 0; person < people.size(); person++) {
            if (serves.get(person).intersects(together)) {
                contracts += people.get(person).terms.mostMinutes() / ShiftKind.STEP * most;
                couldWork.get(person).stream().forEach(slot -> heads[slot] += share[slot]);
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
