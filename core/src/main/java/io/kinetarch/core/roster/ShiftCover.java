package io.kinetarch.core.roster;

import com.google.ortools.linearsolver.MPConstraint;
import com.google.ortools.linearsolver.MPSolver;
import com.google.ortools.linearsolver.MPVariable;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.CpSolverStatus;
import com.google.ortools.sat.IntVar;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.sat.LinearExprBuilder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;

/**
 * The fewest paid half-hours of shifts, nobody's yet, that cover what a week requires: a set covering problem (Dantzig 1954,
 * "A comment on Edie's Traffic delays at toll booths").
 *
 * <p>Its linear relaxation gives a bound that no cover can be cheaper than, and rounded up a first cover. Then the shifts that
 * start within part of a week are chosen anew again and again, the best way, all others staying as they are (large neighbourhood
 * search, Shaw 1998).
 */
public final class ShiftCover {
    /** Starts of this many half-hours are chosen anew at a time: as much as is solved well in a second or so. */
    private static final int PART = 42;

    /** Parts that share no half-hour are worked on at the same time, at most so many. */
    private static final int MOST_AT_ONCE = 2;

    private static final double WORK = 1.2;
    private static final int ROUNDS_IN_VAIN = 30;
    private static final double ROUNDING = 1e-6;

    private final int[] required;
    private final List<WorkPattern> patterns;
    private final Random chance;
    private final int atOnce;

    private ShiftCover(int[] required, List<WorkPattern> patterns, long seed) {
        this.required = required;
        this.patterns = patterns;
        this.chance = new Random(seed);
        this.atOnce = Math.clamp(required.length / (PART + longest()), 1, MOST_AT_ONCE);
    }

    /** Half-hours from the start of a pattern to its end, of the longest. */
    private int longest() {
        return patterns.stream()
                .mapToInt(pattern -> pattern.worked().stream()
                        .mapToInt(slot -> Math.floorMod(slot - pattern.from(), required.length))
                        .max()
                        .orElse(0))
                .max()
                .orElse(0);
    }

    /**
     * So many shifts of each pattern.
     *
     * @param shifts by pattern, in the order they were given in
     * @param paid half-hours that all of them are paid for
     * @param bound half-hours that no cover can be paid less for
     */
    public record Cover(List<Integer> shifts, int paid, int bound) {}

    /**
     * Searches a cover until it is proven the cheapest, further search has been in vain for long, or it is good enough.
     *
     * @param required people in each half-hour of a week that repeats, each at least 0
     * @param patterns shifts on those half-hours
     * @param seed of all chance; the same seed gives the same covers in the same order
     * @param progress told of every round, in paid half-hours
     * @throws IllegalArgumentException if no shift covers a half-hour that needs somebody; the message says which
     */
    public static Cover search(int[] required, List<WorkPattern> patterns, long seed, Progress progress) {
        return new ShiftCover(required.clone(), patterns, seed).search(progress);
    }

    private Cover search(Progress progress) {
        everyHalfHourCanBeCovered();
        Solvers.load();
        double[] relaxed = relaxed();
        int[] best = new int[relaxed.length];
        double value = 0;
        for (int j = 0; j < best.length; j++) {
            value += relaxed[j] * patterns.get(j).paid();
            best[j] = (int) Math.ceil(relaxed[j] - ROUNDING);
        }
        int bound = (int) Math.ceil(value - ROUNDING);
        int inVain = 0;
        while (paid(best) > bound && inVain < ROUNDS_IN_VAIN && progress.goesOn(paid(best), bound)) {
            int[] next = betterInParts(best);
            inVain = paid(next) < paid(best) ? 0 : inVain + 1;
            best = next;
        }
        progress.goesOn(paid(best), bound);
        return new Cover(Arrays.stream(best).boxed().toList(), paid(best), bound);
    }

    private void everyHalfHourCanBeCovered() {
        var covered = new boolean[required.length];
        patterns.forEach(pattern -> pattern.worked().forEach(slot -> covered[slot] = true));
        for (int slot = 0; slot < required.length; slot++) {
            if (required[slot] > 0 && !covered[slot]) {
                throw new IllegalArgumentException(required[slot] + " people are required in half-hour " + slot
                        + " of the week, and no kind of shift is worked then");
            }
        }
    }

    /** How many shifts of each pattern there would be if they could be divided. */
    private double[] relaxed() {
        var solver = MPSolver.createSolver("GLOP");
        var enough = new MPConstraint[required.length];
        for (int slot = 0; slot < required.length; slot++) {
            enough[slot] = solver.makeConstraint(required[slot], MPSolver.infinity());
        }
        var shifts = new ArrayList<MPVariable>();
        for (var pattern : patterns) {
            var many = solver.makeNumVar(0, MPSolver.infinity(), "");
            solver.objective().setCoefficient(many, pattern.paid());
            for (int slot : pattern.worked()) {
                enough[slot].setCoefficient(many, 1);
            }
            shifts.add(many);
        }
        solver.objective().setMinimization();
        var status = solver.solve();
        if (status != MPSolver.ResultStatus.OPTIMAL) {
            throw new IllegalStateException("the relaxed cover ended " + status);
        }
        return shifts.stream().mapToDouble(MPVariable::solutionValue).toArray();
    }

    /** Chooses anew what starts in some parts of the week that are as far from each other as can be. */
    private int[] betterInParts(int[] cover) {
        int first = chance.nextInt(required.length);
        long seed = chance.nextLong();
        var parts = IntStream.range(0, atOnce)
                .parallel()
                .mapToObj(i -> startingFrom(first + i * required.length / atOnce, cover, seed + i))
                .toList();
        int[] better = cover.clone();
        for (var part : parts) {
            part.ifPresent(chosen -> {
                for (int j = 0; j < better.length; j++) {
                    better[j] += chosen[j] - cover[j];
                }
            });
        }
        return better;
    }

    /** The cover with what starts from a half-hour on chosen anew, if that was found and costs no more. */
    private Optional<int[]> startingFrom(int from, int[] cover, long seed) {
        var free = new boolean[cover.length];
        int[] lacking = required.clone();
        for (int j = 0; j < cover.length; j++) {
            free[j] = Math.floorMod(patterns.get(j).from() - from, required.length) < PART;
            if (!free[j]) {
                for (int slot : patterns.get(j).worked()) {
                    lacking[slot] -= cover[j];
                }
            }
        }
        return chosen(free, lacking, cover, seed);
    }

    private Optional<int[]> chosen(boolean[] free, int[] lacking, int[] cover, long seed) {
        int most = Math.max(0, Arrays.stream(lacking).max().orElse(0));
        var model = new CpModel();
        var there = new LinearExprBuilder[lacking.length];
        Arrays.setAll(there, _ -> LinearExpr.newBuilder());
        var cost = LinearExpr.newBuilder();
        var shifts = new IntVar[free.length];
        for (int j = 0; j < free.length; j++) {
            var pattern = patterns.get(j);
            if (free[j] && pattern.worked().stream().anyMatch(slot -> lacking[slot] > 0)) {
                shifts[j] = model.newIntVar(0, most, "");
                model.addHint(shifts[j], Math.min(most, cover[j]));
                cost.addTerm(shifts[j], pattern.paid());
                for (int slot : pattern.worked()) {
                    there[slot].add(shifts[j]);
                }
            }
        }
        for (int slot = 0; slot < lacking.length; slot++) {
            if (lacking[slot] > 0) {
                model.addGreaterOrEqual(there[slot], lacking[slot]);
            }
        }
        model.minimize(cost);
        var solver = Solvers.stoppingAfter(WORK, seed);
        var status = solver.solve(model);
        if (status != CpSolverStatus.OPTIMAL && status != CpSolverStatus.FEASIBLE) {
            return Optional.empty();
        }
        int[] chosen = cover.clone();
        for (int j = 0; j < free.length; j++) {
            if (free[j]) {
                chosen[j] = shifts[j] == null ? 0 : (int) solver.value(shifts[j]);
            }
        }
        return paid(chosen) <= paid(cover) ? Optional.of(chosen) : Optional.empty();
    }

    private int paid(int[] cover) {
        int paid = 0;
        for (int j = 0; j < cover.length; j++) {
            paid += cover[j] * patterns.get(j).paid();
        }
        return paid;
    }
}
