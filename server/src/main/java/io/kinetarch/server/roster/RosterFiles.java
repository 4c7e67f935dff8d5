package io.kinetarch.server.roster;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.roster.Roster;
import io.kinetarch.core.roster.Shift;
import io.kinetarch.formats.calendar.CalendarFile.Unused;
import io.kinetarch.formats.calendar.CalendarRefusal;
import io.kinetarch.formats.roster.RosterCalendar;
import io.kinetarch.formats.roster.RosterFile;
import io.kinetarch.formats.table.Faults.Fault;
import io.kinetarch.formats.table.FileRefusal;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;

/** Rosters written to files, and taken from them. */
@Service
class RosterFiles {
    private final Rosters rosters;
    private final Plans plans;
    private final Clock clock;

    RosterFiles(Rosters rosters, Plans plans, Clock clock) {
        this.rosters = rosters;
        this.plans = plans;
        this.clock = clock;
    }

    /** The shifts of a week as a CSV. */
    String csv(String planId, LocalDate monday) {
        return RosterFile.write(plan(planId), rosters.get(planId, monday).roster());
    }

    /** Shifts and hours of a week as the sheets of a spreadsheet. */
    List<Sheet> sheets(String planId, LocalDate monday) {
        return RosterSheets.of(
                plan(planId),
                rosters.rules(planId).rules(),
                rosters.get(planId, monday).roster());
    }

    /** One person's shifts as an iCalendar file. */
    String calendar(String planId, OperatorId operator, LocalDate monday) {
        var plan = plan(planId);
        return RosterCalendar.write(
                rosters.get(planId, monday).roster(),
                rosters.rules(planId).rules(),
                RosterEdits.known(plan, operator),
                plan.timeZone(),
                clock.instant());
    }

    /**
     * What a file did.
     *
     * @param shifts taken from it
     * @param faults lines that could not be used
     */
    record FileTaken(int shifts, List<Fault> faults) {}

    /** Takes a week from a CSV, in the place of all shifts there are; with a line that cannot be used, nothing is taken. */
    FileTaken take(String planId, LocalDate monday, byte[] file) {
        var plan = plan(planId);
        try {
            var reading = RosterFile.read(file, plan, rosters.rules(planId).rules(), monday);
            if (!reading.faults().isEmpty()) {
                return new FileTaken(0, reading.faults());
            }
            rosters.put(
                    planId,
                    new Roster(monday, reading.shifts()),
                    plan.operators().stream().map(Operator::id).toList(),
                    null);
            return new FileTaken(reading.shifts().size(), List.of());
        } catch (FileRefusal refusal) {
            throw new Refusal(Kind.UNREADABLE_FILE, String.valueOf(refusal.getMessage()));
        }
    }

    /**
     * What a calendar did.
     *
     * @param shifts taken from it
     * @param unused events that are no shift of the week, and why
     */
    record CalendarTaken(int shifts, List<Unused> unused) {}

    /** Takes one person's week from an iCalendar file, in the place of their shifts. */
    CalendarTaken takeCalendar(String planId, OperatorId operator, LocalDate monday, byte[] file) {
        var plan = plan(planId);
        var person = RosterEdits.known(plan, operator);
        var week = rosters.get(planId, monday);
        try {
            var reading = RosterCalendar.read(
                    new String(file, StandardCharsets.UTF_8),
                    rosters.rules(planId).rules(),
                    person,
                    monday,
                    plan.timeZone());
            var shifts = new ArrayList<Shift>(week.roster().shifts());
            shifts.removeIf(shift -> shift.operator().equals(operator));
            shifts.addAll(reading.shifts());
            rosters.put(planId, new Roster(monday, shifts), week.people(), week.found());
            return new CalendarTaken(reading.shifts().size(), reading.unused());
        } catch (CalendarRefusal refusal) {
            throw new Refusal(Kind.UNREADABLE_FILE, refusal.getMessage());
        }
    }

    private Plan plan(String planId) {
        return plans.draftState(planId).plan();
    }
}
