package io.kinetarch.server.roster;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.roster.Breach;
import io.kinetarch.core.roster.Roster;
import io.kinetarch.core.roster.RosterCheck;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.roster.Rosters.DayPut;
import io.kinetarch.server.staffing.Outlooks;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;

/** Rosters begun and changed by hand, and what a change would do. */
@Service
class RosterEdits {
    private final Rosters rosters;
    private final Plans plans;
    private final Outlooks outlooks;

    RosterEdits(Rosters rosters, Plans plans, Outlooks outlooks) {
        this.rosters = rosters;
        this.plans = plans;
        this.outlooks = outlooks;
    }

    /** Where a roster begins. */
    enum From {
        /** Everybody's usual hours, as shifts. */
        USUAL,
        /** The shifts of the week before. */
        WEEK_BEFORE,
        /** Nothing. */
        EMPTY
    }

    /** Begins a roster, in the place of the one there is. */
    void begin(String planId, LocalDate monday, From from) {
        var plan = plan(planId);
        var roster = switch (from) {
            case EMPTY -> Roster.empty(monday);
            case USUAL -> Roster.usual(plan, rosters.rules(planId).rules(), monday);
            case WEEK_BEFORE ->
                rosters.get(planId, monday.minusWeeks(1)).roster().aWeekLater();
        };
        rosters.put(planId, roster, plan.operators().stream().map(Operator::id).toList(), null);
    }

    /** Sets some days of some people, all of them or none. */
    void change(String planId, LocalDate monday, List<DayPut> days) {
        allKnown(plan(planId), days);
        rosters.put(planId, monday, days);
    }

    /**
     * What changes would do.
     *
     * @param broken rules that they would break and that are kept now
     * @param mended rules that are broken now and would be kept
     * @param shortBefore operator-hours short in the week as it is
     * @param shortAfter as it would be
     */
    record RosterEffect(List<Breach> broken, List<Breach> mended, double shortBefore, double shortAfter) {}

    /** What changes would do; nothing is stored. */
    RosterEffect check(String planId, LocalDate monday, List<DayPut> days) {
        var plan = plan(planId);
        allKnown(plan, days);
        var rules = rosters.rules(planId).rules();
        var week = rosters.get(planId, monday);
        var around = rosters.around(planId, monday);
        var after = with(week.roster(), days);
        var now = RosterCheck.of(plan, rules, week.roster(), around);
        var then = RosterCheck.of(plan, rules, after, around);
        var outlook = outlooks.get(planId, Which.draft, monday);
        var changed = outlooks.with(outlook, rosters.presencesWith(planId, after, week.people()));
        return new RosterEffect(
                without(then, now),
                without(now, then),
                outlook.totals().shortHours(),
                changed.totals().shortHours());
    }

    private static Roster with(Roster roster, List<DayPut> days) {
        for (var day : days) {
            var after = day.after();
            roster = after == null ? roster.without(day.operator(), day.day()) : roster.with(after);
        }
        return roster;
    }

    private static List<Breach> without(List<Breach> some, List<Breach> others) {
        var left = new ArrayList<>(some);
        left.removeAll(others);
        return List.copyOf(left);
    }

    private Plan plan(String planId) {
        return plans.draftState(planId).plan();
    }

    private static void allKnown(Plan plan, List<DayPut> days) {
        days.forEach(day -> known(plan, day.operator()));
    }

    /** The operator of this id, or the refusal that says that there is none. */
    static Operator known(Plan plan, OperatorId id) {
        return plan.operators().stream()
                .filter(operator -> operator.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has no operator \"" + id.value() + "\"."));
    }
}
