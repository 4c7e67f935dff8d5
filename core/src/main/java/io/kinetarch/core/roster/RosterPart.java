package io.kinetarch.core.roster;

import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.CpSolver;
import com.google.ortools.sat.CpSolverStatus;
import com.google.ortools.sat.IntVar;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.sat.LinearExprBuilder;
import com.google.ortools.sat.Literal;
import io.kinetarch.core.roster.PersonWeek.Choice;
import io.kinetarch.core.roster.RosterTask.Week;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * Some days of some people in a week of everybody's, chosen anew the best way: an integer programme over the starts of their
 * shifts and, apart from those, the starts of their breaks.
 */
final class RosterPart {
    private final RosterTask task;
    private final Week week;
    private final CpModel model = new CpModel();
    private final LinearExprBuilder cost = LinearExpr.newBuilder();
    private final Week stays;
    private final List<FreeDay> days = new ArrayList<>();
    /** Who of the free works, by the posts they fill and the half-hour. */
    private final Map<BitSet, Map<Integer, LinearExprBuilder>> works = new LinkedHashMap<>();

    RosterPart(RosterTask task, Week week, List<Integer> people, List<Integer> daysAnew) {
        this.task = task;
        this.week = week;
        this.stays = week.copy();
        for (int person : people) {
            var free = daysAnew.stream()
                    .filter(day -> task.people.get(person).fixed.get(day).isEmpty())
                    .toList();
            free.forEach(day -> stays.shifts[person][day] = null);
            person(person, free);
        }
        lacking();
        model.minimize(cost);
    }

    /** A shift that can be chosen. */
    private record Option(Choice choice, BoolVar chosen) {}

    /** A start that a break can have, in minutes from Monday 0:00. */
    private record BreakStart(int number, int minutes, int at, BoolVar chosen) {}

    private record FreeDay(int person, int day, List<Option> options, List<BreakStart> breaks) {}

    /**
     * The week with this part chosen anew; none if none was found within the work allowed.
     *
     * @param work see {@link Solvers#stoppingAfter}
     */
    Optional<Week> solved(double work, long seed) {
        var solver = Solvers.stoppingAfter(work, seed);
        var status = solver.solve(model);
        if (status != CpSolverStatus.OPTIMAL && status != CpSolverStatus.FEASIBLE) {
            return Optional.empty();
        }
        days.forEach(day -> day.options.stream()
                .filter(option -> solver.booleanValue(option.chosen))
                .forEach(option -> stays.shifts[day.person][day.day] = shift(day, option.choice, solver)));
        return Optional.of(stays);
    }

    private Shift shift(FreeDay day, Choice choice, CpSolver solver) {
        var week = task.people.get(day.person);
        var pauses = new ArrayList<Shift.Pause>();
        for (int number = 0; number < choice.kind().breaks().size(); number++) {
            var pause = choice.kind().breaks().get(number);
            for (var start : day.breaks) {
                if (start.number == number && start.minutes == pause.minutes() && solver.booleanValue(start.chosen)) {
                    pauses.add(new Shift.Pause(start.at - choice.start(), pause.minutes(), pause.paid()));
                }
            }
        }
        var date = week.monday.plusDays(day.day);
        return new Shift(
                week.operator.id(),
                date,
                date.atStartOfDay().plusMinutes(choice.startMinute()).toLocalTime(),
                choice.kind().minutes(),
                pauses,
                choice.kind().id(),
                false);
    }

    private void person(int person, List<Integer> free) {
        var own = task.people.get(person);
        var byDay = new TreeMap<Integer, FreeDay>();
        for (int day : free) {
            var options = own.choices(day, Rule.OF_A_SHIFT).stream()
                    .filter(choice -> rested(person, choice))
                    .map(choice -> new Option(choice, model.newBoolVar("")))
                    .toList();
            model.addAtMostOne(options.stream().<Literal>map(Option::chosen).toList());
            var freeDay = new FreeDay(person, day, options, breaks(options));
            byDay.put(day, freeDay);
            days.add(freeDay);
            hints(freeDay);
            costs(freeDay, own);
            presence(freeDay);
        }
        hours(person, own, byDay);
        rest(own, byDay);
        daysInARow(person, own, byDay);
    }

    /** Whether there is rest between a shift and those that stay. */
    private boolean rested(int person, Choice choice) {
        var own = task.people.get(person);
        if (!own.rested(own.lastEnd, choice.start()) || !own.rested(choice.end(), own.nextStart)) {
            return false;
        }
        for (var shift : stays.shifts[person]) {
            if (shift != null
                    && !own.rested(own.minute(shift.endsAt()), choice.start())
                    && !own.rested(choice.end(), own.minute(shift.startsAt()))) {
                return false;
            }
        }
        return true;
    }

    /** The starts of breaks of a day: each break of the shift that is worked has one, within the window of that shift. */
    private List<BreakStart> breaks(List<Option> options) {
        record Key(int number, int minutes) {}
        var having = new LinkedHashMap<Key, List<Option>>();
        var allowing = new LinkedHashMap<Key, TreeMap<Integer, List<BoolVar>>>();
        for (var option : options) {
            var breaks = option.choice.kind().breaks();
            for (int number = 0; number < breaks.size(); number++) {
                var key = new Key(number, breaks.get(number).minutes());
                having.computeIfAbsent(key, _ -> new ArrayList<>()).add(option);
                var starts = allowing.computeIfAbsent(key, _ -> new TreeMap<>());
                breaks.get(number)
                        .beginnings()
                        .forEach(after -> starts.computeIfAbsent(option.choice.start() + after, _ -> new ArrayList<>())
                                .add(option.chosen));
            }
        }
        var result = new ArrayList<BreakStart>();
        having.forEach((key, those) -> {
            var taken = LinearExpr.newBuilder();
            allowing.getOrDefault(key, new TreeMap<>()).forEach((at, by) -> {
                var start = new BreakStart(key.number, key.minutes, at, model.newBoolVar(""));
                result.add(start);
                taken.add(start.chosen);
                model.addLessOrEqual(start.chosen, LinearExpr.sum(by.toArray(BoolVar[]::new)));
            });
            those.forEach(option -> taken.addTerm(option.chosen, -1));
            model.addEquality(taken, 0);
        });
        return result;
    }

    private void hints(FreeDay day) {
        var now = week.shifts[day.person][day.day];
        for (var option : day.options) {
            boolean same = now != null
                    && option.choice.kind().id().equals(now.kind())
                    && option.choice.startMinute() == now.start().toSecondOfDay() / 60;
            model.addHint(option.chosen, same);
        }
        for (var start : day.breaks) {
            model.addHint(start.chosen, now != null && taken(now, start, day));
        }
    }

    private static boolean taken(Shift shift, BreakStart start, FreeDay day) {
        int begin = day.day * PersonWeek.A_DAY + shift.start().toSecondOfDay() / 60;
        return start.number < shift.pauses().size()
                && shift.pauses().get(start.number).minutes() == start.minutes
                && begin + shift.pauses().get(start.number).afterMinutes() == start.at;
    }

    private void costs(FreeDay day, PersonWeek own) {
        for (var option : day.options) {
            var choice = option.choice;
            boolean against =
                    own.against(day.day, choice.startMinute(), choice.kind().minutes());
            cost.addTerm(
                    option.chosen,
                    (long) RosterSearch.PAID * (choice.paid() / ShiftKind.STEP + (against ? RosterSearch.WISH : 0)));
        }
    }

    private void presence(FreeDay day) {
        var there = works.computeIfAbsent(task.serves(day.person), _ -> new HashMap<>());
        for (var option : day.options) {
            at(there, option.chosen, 1, option.choice.start(), option.choice.end());
        }
        for (var start : day.breaks) {
            at(there, start.chosen, -1, start.at, start.at + start.minutes);
        }
    }

    private void at(Map<Integer, LinearExprBuilder> there, BoolVar chosen, int sign, int from, int to) {
        for (int minute = from; minute < to; minute += ShiftKind.STEP) {
            int slot = task.slotAt(minute);
            if (slot >= 0) {
                there.computeIfAbsent(slot, _ -> LinearExpr.newBuilder()).addTerm(chosen, sign);
            }
        }
    }

    private void hours(int person, PersonWeek own, Map<Integer, FreeDay> byDay) {
        int stay = paid(stays.shifts[person]);
        // a part of a week need not mend what the whole lacks, only not lack more
        int least = byDay.size() == PersonWeek.DAYS
                ? own.terms.leastMinutes()
                : Math.min(own.terms.leastMinutes(), paid(week.shifts[person]));
        var paid = LinearExpr.newBuilder();
        byDay.values().forEach(day -> day.options.forEach(option -> paid.addTerm(option.chosen, option.choice.paid())));
        model.addLinearConstraint(paid, Math.max(0, least - stay), Math.max(0, own.terms.mostMinutes() - stay));
    }

    private static int paid(@Nullable Shift[] shifts) {
        int paid = 0;
        for (var shift : shifts) {
            paid += shift == null ? 0 : shift.paidMinutes();
        }
        return paid;
    }

    /** Rest between shifts of free days: of those that end late and those that start too early after, only one. */
    private void rest(PersonWeek own, NavigableMap<Integer, FreeDay> byDay) {
        byDay.forEach((first, day) -> byDay.tailMap(first, false).forEach((second, later) -> {
            if (second - first > 2) {
                return;
            }
            var ends = new TreeSet<Integer>();
            day.options.forEach(option -> ends.add(option.choice.end()));
            for (int end : ends) {
                var early = later.options.stream()
                        .filter(option -> !own.rested(end, option.choice.start()))
                        .<Literal>map(Option::chosen)
                        .toList();
                if (!early.isEmpty()) {
                    var both = new ArrayList<>(early);
                    day.options.stream()
                            .filter(option -> option.choice.end() >= end)
                            .map(Option::chosen)
                            .forEach(both::add);
                    model.addAtMostOne(both);
                }
            }
        }));
    }

    private void daysInARow(int person, PersonWeek own, Map<Integer, FreeDay> byDay) {
        int most = own.rules.daysInARow();
        for (int last = 0; last < PersonWeek.DAYS + own.daysAfter; last++) {
            var worked = LinearExpr.newBuilder();
            int stay = 0;
            boolean free = false;
            for (int day = last - most; day <= last; day++) {
                var freeDay = byDay.get(day);
                if (day < 0) {
                    stay += -day <= own.daysBefore ? 1 : 0;
                } else if (day >= PersonWeek.DAYS) {
                    stay++;
                } else if (freeDay != null) {
                    free = true;
                    freeDay.options.forEach(option -> worked.add(option.chosen));
                } else {
                    stay += stays.shifts[person][day] == null ? 0 : 1;
                }
            }
            if (free && stay <= most) {
                model.addLessOrEqual(worked, most - stay);
            }
        }
    }

    /** People lacking in a half-hour are at least those lacking for each set of posts. */
    private void lacking() {
        var staying = task.working(stays);
        var present = new HashMap<BitSet, Map<Integer, IntVar>>();
        var lacking = new HashMap<Integer, IntVar>();
        for (var together : task.sets()) {
            for (int slot = 0; slot < task.halfHours(); slot++) {
                int still = task.required(together, slot)
                        - task.share(slot)
                                * (int) staying.get(slot).stream()
                                        .filter(person -> task.serves(person).intersects(together))
                                        .count();
                if (still > 0) {
                    var there = LinearExpr.newBuilder();
                    boolean any = false;
                    for (var entry : works.entrySet()) {
                        var those = entry.getValue().get(slot);
                        if (those != null && entry.getKey().intersects(together)) {
                            any = true;
                            there.addTerm(present(entry.getKey(), slot, those, present), task.share(slot));
                        }
                    }
                    if (any) {
                        there.add(lacking(slot, lacking));
                        model.addGreaterOrEqual(there, still);
                    }
                }
            }
        }
        besides(staying, present);
    }

    /** Of those who could fill a scarce post so many are there, whatever they fill; what lacks of them lacks besides. */
    private void besides(List<List<Integer>> staying, Map<BitSet, Map<Integer, IntVar>> present) {
        for (int slot = 0; slot < task.halfHours(); slot++) {
            for (int post = 0; post < task.posts(); post++) {
                int at = post;
                int still = task.besides(post, slot)
                        - task.share(slot)
                                * (int) staying.get(slot).stream()
                                        .filter(person -> task.serves(person).get(at))
                                        .count();
                if (task.besides(post, slot) == 0 || still <= 0) {
                    continue;
                }
                var there = LinearExpr.newBuilder();
                boolean any = false;
                for (var entry : works.entrySet()) {
                    var those = entry.getValue().get(slot);
                    if (those != null && entry.getKey().get(post)) {
                        any = true;
                        there.addTerm(present(entry.getKey(), slot, those, present), task.share(slot));
                    }
                }
                if (any) {
                    var lacking = model.newIntVar(0, still, "");
                    cost.add(lacking);
                    there.add(lacking);
                    model.addGreaterOrEqual(there, still);
                }
            }
        }
    }

    private IntVar present(BitSet serving, int slot, LinearExprBuilder those, Map<BitSet, Map<Integer, IntVar>> known) {
        return known.computeIfAbsent(serving, _ -> new HashMap<>()).computeIfAbsent(slot, _ -> {
            var present = model.newIntVar(0, task.people.size(), "");
            model.addEquality(present, those);
            return present;
        });
    }

    private IntVar lacking(int slot, Map<Integer, IntVar> known) {
        return known.computeIfAbsent(slot, _ -> {
            var lacking = model.newIntVar(0, Integer.MAX_VALUE, "");
            cost.add(lacking);
            return lacking;
        });
    }
}
