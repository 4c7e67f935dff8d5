package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.SpecialDays;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.plan.PlanChanges;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.TreeMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Days to which somebody has given a meaning: events by name, errors that are not learnt from, and days that are normal. */
@Service
public class MarkedDays {
    private static final int LONGEST_DAYS = 92;
    private static final int LONGEST_NAME = 60;

    private final MarkedDaysMapper marks;
    private final PlanChanges changes;
    private final Plans plans;

    MarkedDays(MarkedDaysMapper marks, PlanChanges changes, Plans plans) {
        this.marks = marks;
        this.changes = changes;
        this.plans = plans;
    }

    /** What marked days are. */
    public enum Meaning {
        EVENT,
        ERROR,
        NORMAL
    }

    /**
     * Some days in a row.
     *
     * @param lastDay included
     * @param name under which an event returns; empty for other days
     */
    public record Mark(long id, LocalDate firstDay, LocalDate lastDay, Meaning kind, String name) {
        boolean touches(LocalDate first, LocalDate last) {
            return !firstDay.isAfter(last) && !lastDay.isBefore(first);
        }
    }

    /** The marks of a plan, the newest days first. */
    public List<Mark> of(String planId) {
        return marks.all(planId);
    }

    /** Marks days. */
    @Transactional
    public long mark(String planId, LocalDate first, LocalDate last, Meaning meaning, String name, SignedIn by) {
        plans.newestChange(planId); // refuses a plan that is none
        String plain = name.strip();
        if (last.isBefore(first) || ChronoUnit.DAYS.between(first, last) >= LONGEST_DAYS) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/lastDay",
                    "The last day must be " + first + " or one of the " + (LONGEST_DAYS - 1) + " days after it, was "
                            + last + ". Mark longer times in parts.");
        }
        if (meaning == Meaning.EVENT && (plain.isEmpty() || plain.length() > LONGEST_NAME)) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/name",
                    "An event needs a name of at most " + LONGEST_NAME + " characters, under which it can return.");
        }
        long id = marks.insert(planId, first, last, meaning.name(), plain, by.accountId());
        changes.volumesChanged(planId);
        return id;
    }

    /** Takes a mark away. */
    @Transactional
    public void unmark(String planId, long id) {
        if (marks.delete(planId, id) == 0) {
            throw new Refusal(Kind.NOT_FOUND, "There is no mark " + id + "; somebody may have taken it away already.");
        }
        changes.volumesChanged(planId);
    }

    /** Special days with the events among them. */
    static SpecialDays with(SpecialDays special, List<Mark> marks) {
        var all = special;
        for (var mark : marks) {
            if (mark.kind == Meaning.EVENT) {
                var days = new TreeMap<LocalDate, String>();
                mark.firstDay.datesUntil(mark.lastDay.plusDays(1)).forEach(day -> days.put(day, mark.name));
                all = all.and(days);
            }
        }
        return all;
    }
}
