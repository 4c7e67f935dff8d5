package io.kinetarch.server.roster;

import io.kinetarch.core.csv.DelimitedFile.Fault;
import io.kinetarch.core.csv.FileRefusal;
import io.kinetarch.core.hours.CalendarFile.Unused;
import io.kinetarch.core.hours.CalendarRefusal;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.roster.Breach;
import io.kinetarch.core.roster.Roster;
import io.kinetarch.core.roster.RosterCalendar;
import io.kinetarch.core.roster.RosterCheck;
import io.kinetarch.core.roster.RosterFile;
import io.kinetarch.core.roster.RosterRules;
import io.kinetarch.core.roster.Shift;
import io.kinetarch.core.roster.ShiftKind;
import io.kinetarch.core.roster.Terms;
import io.kinetarch.core.staffing.StaffingWeek;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import io.kinetarch.server.document.Download;
import io.kinetarch.server.document.SentFile;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.job.Jobs;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.roster.Rosters.FoundDocument;
import io.kinetarch.server.roster.Rosters.Kept;
import io.kinetarch.server.roster.Rosters.Week;
import io.kinetarch.server.staffing.Outlooks;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
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
    private static final int MOST_MEGABYTES = 2;
    private static final MediaType CALENDAR = new MediaType("text", "calendar", StandardCharsets.UTF_8);

    private final Rosters rosters;
    private final Plans plans;
    private final Outlooks outlooks;
    private final Jobs jobs;
    private final Clock clock;

    RosterController(Rosters rosters, Plans plans, Outlooks outlooks, Jobs jobs, Clock clock) {
        this.rosters = rosters;
        this.plans = plans;
        this.outlooks = outlooks;
        this.jobs = jobs;
        this.clock = clock;
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

    @GetMapping("/rules")
    RosterRulesView rules(@PathVariable("plan") String planId) {
        return RosterRulesView.of(
                rosters.rules(planId), plans.draftState(planId).plan());
    }

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
     */
    record RosterView(
            LocalDate monday,
            ZoneId timeZone,
            boolean rostered,
            List<ShiftKind> kinds,
            List<PersonView> people,
            @Nullable FoundDocument found) {}

    /**
     * One person's week.
     *
     * @param queues the names of those they can serve
     * @param paidMinutes of all their shifts
     * @param breaches rules that it breaks
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

    @GetMapping
    RosterView roster(@PathVariable("plan") String planId, @RequestParam LocalDate monday) {
        return view(planId, monday);
    }

    private RosterView view(String planId, LocalDate monday) {
        var plan = plans.draftState(planId).plan();
        var rules = rosters.rules(planId).rules();
        var week = rosters.find(planId, monday);
        var roster = week.map(Week::roster).orElseGet(() -> Roster.empty(monday));
        var before = rosters.roster(planId, monday.minusWeeks(1));
        return new RosterView(
                monday,
                plan.timeZone(),
                week.isPresent(),
                rules.kinds(),
                plan.operators().stream()
                        .map(operator -> person(plan, rules, roster, before, operator, week.isPresent()))
                        .toList(),
                week.map(Week::found).orElse(null));
    }

    private static PersonView person(
            Plan plan, RosterRules rules, Roster roster, Roster before, Operator operator, boolean rostered) {
        var shifts = roster.of(operator.id());
        var terms = rules.of(operator);
        return new PersonView(
                operator.id().value(),
                operator.name(),
                plan.queues().stream()
                        .filter(queue -> StaffingWeek.canServe(operator, queue))
                        .map(queue -> queue.name())
                        .toList(),
                terms.leastMinutes(),
                terms.mostMinutes(),
                shifts.stream().mapToInt(Shift::paidMinutes).sum(),
                shifts,
                rostered ? RosterCheck.of(plan, rules, roster, before, operator) : List.of());
    }

    /** Searches a roster, as a job; shifts set by hand stay. */
    @PostMapping("/search")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void search(@PathVariable("plan") String planId, @RequestParam LocalDate monday) {
        rosters.find(planId, monday); // refuses what is no Monday
        outlooks.get(planId, Which.draft, monday);
        jobs.start(SearchRoster.NAME, planId, monday.toString());
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
    @PostMapping
    RosterView begin(@PathVariable("plan") String planId, @RequestParam LocalDate monday, @RequestParam From from) {
        var plan = plans.draftState(planId).plan();
        var rules = rosters.rules(planId).rules();
        var roster = switch (from) {
            case EMPTY -> Roster.empty(monday);
            case USUAL -> Roster.usual(plan, rules, monday);
            case WEEK_BEFORE ->
                rosters.find(planId, monday.minusWeeks(1))
                        .orElseThrow(() -> Rosters.notRostered(monday.minusWeeks(1)))
                        .roster()
                        .aWeekLater();
        };
        rosters.put(planId, roster, everybody(plan), null);
        return view(planId, monday);
    }

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
        Roster in(Roster roster) {
            for (var day : days) {
                var after = day.after;
                roster = after == null ? roster.without(day.operator, day.day) : roster.with(after);
            }
            return roster;
        }
    }

    @PutMapping("/days")
    RosterView change(@PathVariable("plan") String planId, @RequestBody DayChanges changes) {
        changes.days.forEach(day -> known(planId, day.operator));
        rosters.put(
                planId,
                changes.monday,
                changes.days.stream()
                        .map(day -> new Rosters.DayPut(day.operator, day.day, day.before, day.after))
                        .toList());
        return view(planId, changes.monday);
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
    @PostMapping("/days/check")
    RosterEffect check(@PathVariable("plan") String planId, @RequestBody DayChanges changes) {
        changes.days.forEach(day -> known(planId, day.operator));
        var plan = plans.draftState(planId).plan();
        var rules = rosters.rules(planId).rules();
        var week = rosters.find(planId, changes.monday).orElseThrow(() -> Rosters.notRostered(changes.monday));
        var before = rosters.roster(planId, changes.monday.minusWeeks(1));
        var after = changes.in(week.roster());
        var now = RosterCheck.of(plan, rules, week.roster(), before);
        var then = RosterCheck.of(plan, rules, after, before);
        var outlook = outlooks.get(planId, Which.draft, changes.monday);
        var changed = outlooks.with(outlook, rosters.presencesWith(planId, after, week.people()));
        return new RosterEffect(
                without(then, now),
                without(now, then),
                outlook.totals().shortHours(),
                changed.totals().shortHours());
    }

    private static List<Breach> without(List<Breach> some, List<Breach> others) {
        var left = new ArrayList<>(some);
        left.removeAll(others);
        return List.copyOf(left);
    }

    /** The shifts of a week as a CSV. */
    @GetMapping(path = "/shifts.csv", produces = "text/csv")
    void csv(@PathVariable("plan") String planId, @RequestParam LocalDate monday, HttpServletResponse response)
            throws IOException {
        var plan = plans.draftState(planId).plan();
        var week = rosters.find(planId, monday).orElseThrow(() -> Rosters.notRostered(monday));
        Download.start(response, fileName(planId, plan, monday, "csv"), Sheet.CSV)
                .write(RosterFile.write(plan, week.roster()).getBytes(StandardCharsets.UTF_8));
    }

    /** Shifts and hours of a week as a spreadsheet. */
    @GetMapping(path = "/shifts.xlsx", produces = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet")
    void xlsx(@PathVariable("plan") String planId, @RequestParam LocalDate monday, HttpServletResponse response)
            throws IOException {
        var plan = plans.draftState(planId).plan();
        var week = rosters.find(planId, monday).orElseThrow(() -> Rosters.notRostered(monday));
        Sheet.xlsx(
                RosterSheets.of(plan, rosters.rules(planId).rules(), week.roster()),
                Download.start(response, fileName(planId, plan, monday, "xlsx"), Sheet.XLSX));
    }

    private static String fileName(String planId, Plan plan, LocalDate monday, String kind) {
        return planId + "-roster-" + new WeekOfHalfHours(plan.timeZone(), monday).iso() + "." + kind;
    }

    /**
     * What a file did.
     *
     * @param shifts taken from it
     * @param faults lines that could not be used
     */
    record FileTaken(int shifts, List<Fault> faults) {}

    /** Takes a week from a CSV, in the place of all shifts there are; with a line that cannot be used, nothing is taken. */
    @PutMapping(path = "/shifts.csv", consumes = "text/csv")
    FileTaken take(@PathVariable("plan") String planId, @RequestParam LocalDate monday, HttpServletRequest request)
            throws IOException {
        var plan = plans.draftState(planId).plan();
        var rules = rosters.rules(planId).rules();
        try {
            var reading = RosterFile.read(
                    SentFile.read(request, MOST_MEGABYTES, "A week has no more shifts than people times seven."),
                    plan,
                    rules,
                    monday);
            if (!reading.faults().isEmpty()) {
                return new FileTaken(0, reading.faults());
            }
            rosters.put(planId, new Roster(monday, reading.shifts()), everybody(plan), null);
            return new FileTaken(reading.shifts().size(), List.of());
        } catch (FileRefusal refusal) {
            throw new Refusal(Kind.UNREADABLE_FILE, String.valueOf(refusal.getMessage()));
        }
    }

    /** One person's shifts as an iCalendar file. */
    @GetMapping(path = "/people/{operator}.ics", produces = "text/calendar")
    void calendar(
            @PathVariable("plan") String planId,
            @PathVariable String operator,
            @RequestParam LocalDate monday,
            HttpServletResponse response)
            throws IOException {
        var person = known(planId, new OperatorId(operator));
        var week = rosters.find(planId, monday).orElseThrow(() -> Rosters.notRostered(monday));
        var zone = plans.draftState(planId).plan().timeZone();
        Download.start(response, operator + "-" + new WeekOfHalfHours(zone, monday).iso() + ".ics", CALENDAR)
                .write(RosterCalendar.write(week.roster(), rosters.rules(planId).rules(), person, zone, clock.instant())
                        .getBytes(StandardCharsets.UTF_8));
    }

    /**
     * What a calendar did.
     *
     * @param shifts taken from it
     * @param unused events that are no shift of the week, and why
     */
    record CalendarTaken(int shifts, List<Unused> unused) {}

    /** Takes one person's week from an iCalendar file, in the place of their shifts. */
    @PutMapping(path = "/people/{operator}.ics", consumes = "text/calendar")
    CalendarTaken takeCalendar(
            @PathVariable("plan") String planId,
            @PathVariable String operator,
            @RequestParam LocalDate monday,
            HttpServletRequest request)
            throws IOException {
        var person = known(planId, new OperatorId(operator));
        var week = rosters.find(planId, monday).orElseThrow(() -> Rosters.notRostered(monday));
        var text =
                new String(SentFile.read(request, MOST_MEGABYTES, "Send one person's week."), StandardCharsets.UTF_8);
        try {
            var reading = RosterCalendar.read(
                    text,
                    rosters.rules(planId).rules(),
                    person,
                    monday,
                    plans.draftState(planId).plan().timeZone());
            var shifts = new ArrayList<>(week.roster().shifts());
            shifts.removeIf(shift -> shift.operator().equals(person.id()));
            shifts.addAll(reading.shifts());
            rosters.put(planId, new Roster(monday, shifts), week.people(), week.found());
            return new CalendarTaken(reading.shifts().size(), reading.unused());
        } catch (CalendarRefusal refusal) {
            throw new Refusal(Kind.UNREADABLE_FILE, refusal.getMessage());
        }
    }

    private Operator known(String planId, OperatorId id) {
        return plans.draftState(planId).plan().operators().stream()
                .filter(operator -> operator.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has no operator \"" + id.value() + "\"."));
    }

    private static List<OperatorId> everybody(Plan plan) {
        return plan.operators().stream().map(Operator::id).toList();
    }
}
