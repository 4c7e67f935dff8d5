package io.kinetarch.server.roster;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.roster.Around;
import io.kinetarch.core.roster.Breach;
import io.kinetarch.core.roster.Roster;
import io.kinetarch.core.roster.RosterCheck;
import io.kinetarch.core.roster.RosterRules;
import io.kinetarch.core.roster.Shift;
import io.kinetarch.core.roster.ShiftKind;
import io.kinetarch.core.roster.Terms;
import io.kinetarch.server.account.Sight;
import io.kinetarch.server.job.Jobs;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.roster.RosterEdits.From;
import io.kinetarch.server.roster.RosterEdits.RosterEffect;
import io.kinetarch.server.roster.Rosters.DayPut;
import io.kinetarch.server.roster.Rosters.FoundDocument;
import io.kinetarch.server.roster.Rosters.Kept;
import io.kinetarch.server.roster.Rosters.Week;
import io.kinetarch.server.staffing.Outlooks;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Who works when, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/roster")
class RosterController {
    private final Rosters rosters;
    private final RosterEdits edits;
    private final Plans plans;
    private final Outlooks outlooks;
    private final Jobs jobs;

    RosterController(Rosters rosters, RosterEdits edits, Plans plans, Outlooks outlooks, Jobs jobs) {
        this.rosters = rosters;
        this.edits = edits;
        this.plans = plans;
        this.outlooks = outlooks;
        this.jobs = jobs;
    }

    /**
     * Rules of rosters.
     *
     * @param version counts their changes; 0 for those to begin with
     * @param terms of everybody, those that nobody has set included
     */
    record RosterRulesView(int version, RosterRules rules, List<Terms> terms) {
        static RosterRulesView of(Kept kept, Plan plan) {
            return new RosterRulesView(
                    kept.version(),
                    kept.rules(),
                    plan.operators().stream().map(kept.rules()::of).toList());
        }
    }

    /**
     * Rules to store.
     *
     * @param version that their sender has seen
     */
    record NewRosterRules(int version, RosterRules rules) {}

    /** Kinds of shifts, terms of people and what rosters must keep to. */
    @GetMapping("/rules")
    RosterRulesView rules(@PathVariable("plan") String planId) {
        return RosterRulesView.of(
                rosters.rules(planId), plans.draftState(planId).plan());
    }

    /** Changes kinds of shifts, terms of people and what rosters must keep to. */
    @PutMapping("/rules")
    RosterRulesView put(@PathVariable("plan") String planId, @RequestBody NewRosterRules sent) {
        var plan = plans.draftState(planId).plan();
        return RosterRulesView.of(rosters.put(planId, plan, sent.version, sent.rules), plan);
    }

    /**
     * A week.
     *
     * @param rostered whether presence is by these shifts; if not, people are present as usual and there are none
     * @param found by the last search; null where there was none
     * @param outdated whether the week requires something else now than it did for that search
     */
    record RosterView(
            LocalDate monday,
            ZoneId timeZone,
            boolean rostered,
            List<ShiftKind> kinds,
            List<PersonView> people,
            @Nullable FoundDocument found,
            boolean outdated) {}

    /**
     * One person's week.
     *
     * @param queues the names of those they can serve
     * @param paidMinutes of all their shifts
     * @param breaches rules that it breaks; those that are personal are told to who plans for people
     */
    record PersonView(
            String id,
            String name,
            List<String> queues,
            int leastMinutes,
            int mostMinutes,
            int paidMinutes,
            List<Shift> shifts,
            List<Breach> breaches) {}

    /** The roster of a week with what it covers by half-hour. */
    @GetMapping
    RosterView roster(@PathVariable("plan") String planId, @RequestParam LocalDate monday) {
        return view(planId, monday);
    }

    private RosterView view(String planId, LocalDate monday) {
        var plan = plans.draftState(planId).plan();
        var rules = rosters.rules(planId).rules();
        var week = rosters.find(planId, monday);
        var roster = week.map(Week::roster).orElseGet(() -> Roster.empty(monday));
        var around = rosters.around(planId, monday);
        return new RosterView(
                monday,
                plan.timeZone(),
                week.isPresent(),
                rules.kinds(),
                plan.operators().stream()
                        .map(operator -> person(plan, rules, roster, around, operator, week.isPresent()))
                        .toList(),
                week.map(Week::found)
                        .map(found -> Sight.ofPeople() ? found : found.asStrangersSee())
                        .orElse(null),
                week.map(Week::found)
                        .map(found -> isOutdated(planId, monday, found))
                        .orElse(false));
    }

    private boolean isOutdated(String planId, LocalDate monday, FoundDocument found) {
        Double then = found.requiredHours();
        return then != null
                && then != outlooks.get(planId, Which.draft, monday).totals().requiredHours();
    }

    private static PersonView person(
            Plan plan, RosterRules rules, Roster roster, Around around, Operator operator, boolean rostered) {
        var shifts = roster.of(operator.id());
        var terms = rules.of(operator);
        return new PersonView(
                operator.id().value(),
                operator.name(),
                plan.queues().stream()
                        .filter(queue -> CompiledPlan.of(plan).canServe(operator.id(), queue.id()))
                        .map(queue -> queue.name())
                        .toList(),
                terms.leastMinutes(),
                terms.mostMinutes(),
                shifts.stream().mapToInt(Shift::paidMinutes).sum(),
                shifts,
                rostered ? told(RosterCheck.of(plan, rules, roster, around, operator)) : List.of());
    }

    private static List<Breach> told(List<Breach> breaches) {
        return Sight.ofPeople()
                ? breaches
                : breaches.stream()
                        .filter(breach -> !breach.rule().isPersonal())
                        .toList();
    }

    /** Searches a roster, as a job; shifts set by hand stay. */
    @PostMapping("/search")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void search(@PathVariable("plan") String planId, @RequestParam LocalDate monday) {
        rosters.find(planId, monday); // refuses what is no Monday
        outlooks.get(planId, Which.draft, monday);
        jobs.start(SearchRoster.NAME, planId, monday.toString());
    }

    /** Begins a roster, in the place of the one there is. */
    @PostMapping
    RosterView begin(@PathVariable("plan") String planId, @RequestParam LocalDate monday, @RequestParam From from) {
        edits.begin(planId, monday, from);
        return view(planId, monday);
    }

    /** Deletes the roster of a week; presence is then that of the plan. */
    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable("plan") String planId, @RequestParam LocalDate monday) {
        rosters.delete(planId, monday);
    }

    /**
     * Another day for somebody.
     *
     * @param before what whoever sets it has seen there; null for a day off
     * @param after null for a day off
     */
    record DayChange(
            OperatorId operator,
            LocalDate day,
            @Nullable Shift before,
            @Nullable Shift after) {
        DayChange {
            if (after != null
                    && !(after.operator().equals(operator) && after.date().equals(day))) {
                throw new PlanRefusal("/after", "the shift must be on " + day + " and of \"" + operator.value() + "\"");
            }
        }
    }

    /** Other days for some people of a week, all of them or none. */
    record DayChanges(LocalDate monday, List<DayChange> days) {
        List<DayPut> puts() {
            return days.stream()
                    .map(day -> new DayPut(day.operator, day.day, day.before, day.after))
                    .toList();
        }
    }

    /** Changes days of people in a roster. */
    @PutMapping("/days")
    RosterView change(@PathVariable("plan") String planId, @RequestBody DayChanges changes) {
        edits.change(planId, changes.monday, changes.puts());
        return view(planId, changes.monday);
    }

    /** What changes would do; nothing is stored. */
    @PostMapping("/days/check")
    RosterEffect check(@PathVariable("plan") String planId, @RequestBody DayChanges changes) {
        return edits.check(planId, changes.monday, changes.puts());
    }
}
