package io.kinetarch.core.roster;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.roster.RosterTask.Week;
import io.kinetarch.core.staffing.Coverage;
import io.kinetarch.core.staffing.Need;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;

/**
 * Gives shifts to named people so that as little as possible of what a week requires is left open, then at least cost, then
 * against as few wishes as can be. Everybody keeps to the rules; whoever cannot is left without shifts but those set by hand, and
 * it is said why.
 *
 * <p>People are first given the best week one after the other, then again and again a few people, or everybody's day, are chosen
 * anew the best way while all others stay (large neighbourhood search, Shaw 1998), each time by an integer programme.
 */
public final class RosterSearch {
    /**
     * What a paid half-hour weighs, in thousandths of a half-hour that lacks a person; so one of these weighs 25 paid ones: more than a
     * whole shift, so that one is worked for it.
     */
    static final int PAID = 40;
    /** What a shift against a wish weighs, in paid half-hours. */
    static final int WISH = 6;

    private static final int PEOPLE_ANEW = 4;
    private static final int PEOPLE_OF_A_DAY = 32;
    private static final int PEOPLE_OF_TWO_DAYS = 12;
    private static final int ROUNDS_IN_VAIN = 60;
    private static final double WORK = 0.6;
    /** How hard a first week is looked for, again and harder where none is found. */
    private static final List<Double> FIRST_WORK = List.of(0.3, 2.0, 10.0);

    private final RosterTask task;
    private final Random chance;

    private RosterSearch(RosterTask task, long seed) {
        this.task = task;
        this.chance = new Random(seed);
    }

    /**
     * How good a roster is.
     *
     * @param shortHalfHours that people are lacking in, nobody counting twice, each for the share of a shift in which they answer
     * @param shortBound no roster of these people lacks fewer
     * @param paidHalfHours of all shifts
     * @param againstWishes shifts that go against a wish
     */
    public record Standing(double shortHalfHours, double shortBound, int paidHalfHours, int againstWishes) {
        double cost() {
            return shortHalfHours * Coverage.PLACE + PAID * (paidHalfHours + againstWishes * WISH);
        }
    }

    /** Follows a search, and says when it is good enough. */
    @FunctionalInterface
    public interface Follower {
        /**
         * Tells of the best so far; whether to go on.
         *
         * @param toPlace people who have not been given a week yet
         */
        boolean goesOn(Standing best, int toPlace);
    }

    /**
     * What was found.
     *
     * @param clashes of people for whom no week keeps to all rules
     * @param toPlace people who had not been given a week when the search was stopped
     * @param unfit half-hours that require somebody in which nobody can work only because no kind of shift fits between opening and
     *     closing time, by the wall clock
     */
    public record Found(
            Roster roster, Standing standing, Map<OperatorId, Clash> clashes, int toPlace, List<LocalDateTime> unfit) {}

    /**
     * Searches a roster.
     *
     * @param rules everybody keeps to
     * @param required what each half-hour of the week requires
     * @param shrinkage of which the part that rosters do not plan is taken off the time of shifts
     * @param set whose week it is; shifts set by hand stay, all others are chosen anew
     * @param around for rest and days in a row
     * @param seed of all chance; the same seed gives the same rosters in the same order
     */
    public static Found search(
            Plan plan,
            RosterRules rules,
            List<Need> required,
            Shrinkage shrinkage,
            Roster set,
            Around around,
            long seed,
            Follower follower) {
        return new RosterSearch(new RosterTask(plan, rules, required, shrinkage, set, around), seed).search(follower);
    }

    private Found search(Follower follower) {
        Solvers.load();
        var clashes = new LinkedHashMap<OperatorId, Clash>();
        var people = new ArrayList<Integer>();
        for (int person = 0; person < task.people.size(); person++) {
            var clash = Clash.of(task.people.get(person));
            if (clash.isPresent()) {
                clashes.put(clash.get().operator(), clash.get());
            } else {
                people.add(person);
            }
        }
        var best = task.fixedOnly();
        // who can do least is placed first, so that those who can do more fill the gaps
        people.sort(Comparator.comparingInt(person -> task.serves(person).cardinality()));
        var standing = task.standing(best);
        int toPlace = people.size();
        for (int person : people) {
            best = withAWeekFor(person, best);
            standing = task.standing(best);
            if (!follower.goesOn(standing, --toPlace)) {
                return new Found(task.roster(best), standing, clashes, toPlace, task.unfit());
            }
        }
        int inVain = 0;
        while (!people.isEmpty() && inVain < ROUNDS_IN_VAIN && follower.goesOn(standing, 0)) {
            var next = round(best, people);
            var reached = next.isEmpty() ? standing : task.standing(next.get());
            inVain = reached.cost() < standing.cost() ? 0 : inVain + 1;
            if (reached.cost() <= standing.cost()) {
                best = next.orElse(best);
                standing = reached;
            }
        }
        return new Found(task.roster(best), standing, clashes, 0, task.unfit());
    }

    private Week withAWeekFor(int person, Week week) {
        for (double work : FIRST_WORK) {
            var next = anew(week, List.of(person), allDays(), work);
            if (next.isPresent()) {
                return next.get();
            }
        }
        return week;
    }

    /** Chooses something anew, about where people lack: everybody's day, some people's two days, or a few people's week. */
    private Optional<Week> round(Week best, List<Integer> people) {
        var lacking = task.lacking(best);
        int day = chance.nextInt(PersonWeek.DAYS);
        var able = people;
        if (!lacking.isEmpty()) {
            var lack = lacking.get(chance.nextInt(lacking.size()));
            day = task.dayOf(lack.slot());
            able = people.stream()
                    .filter(person -> task.serves(person).intersects(lack.together()))
                    .toList();
        }
        int other = (day + 1 + chance.nextInt(PersonWeek.DAYS - 1)) % PersonWeek.DAYS;
        return switch (chance.nextInt(3)) {
            case 0 -> anew(best, some(able, people, PEOPLE_OF_A_DAY), List.of(day), WORK);
            case 1 -> anew(best, some(able, people, PEOPLE_OF_TWO_DAYS), List.of(day, other), WORK);
            default -> anew(best, some(able, people, PEOPLE_ANEW), allDays(), WORK);
        };
    }

    private Optional<Week> anew(Week week, List<Integer> people, List<Integer> days, double work) {
        return new RosterPart(task, week, people, days).solved(work, chance.nextLong());
    }

    /** At most so many, half of them or more from among the first, all different. */
    private List<Integer> some(List<Integer> first, List<Integer> all, int most) {
        var chosen = new LinkedHashSet<>(mixed(first).subList(0, Math.min(first.size(), (most + 1) / 2)));
        for (int person : mixed(all)) {
            if (chosen.size() < most) {
                chosen.add(person);
            }
        }
        return List.copyOf(chosen);
    }

    private List<Integer> mixed(List<Integer> people) {
        var mixed = new ArrayList<>(people);
        Collections.shuffle(mixed, chance);
        return mixed;
    }

    private static List<Integer> allDays() {
        return IntStream.range(0, PersonWeek.DAYS).boxed().toList();
    }
}
