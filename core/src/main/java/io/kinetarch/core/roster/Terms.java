package io.kinetarch.core.roster;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.PlanRefusal;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * On what terms a person works.
 *
 * @param leastMinutes paid minutes a week they must be given
 * @param mostMinutes paid minutes a week they may be given
 * @param availability when they can work, in local time; none stands for any time
 * @param absences dates on which they cannot
 * @param kinds ids of the kinds of shift they work; none stands for all
 * @param wishes what they would like; kept where it costs little
 */
public record Terms(
        OperatorId operator,
        int leastMinutes,
        int mostMinutes,
        List<WeeklyWindow> availability,
        List<Absence> absences,
        List<String> kinds,
        List<ShiftWish> wishes) {
    private static final int A_WEEK = 7 * 24 * 60;

    public Terms {
        within("/leastMinutes", leastMinutes);
        within("/mostMinutes", mostMinutes);
        if (leastMinutes > mostMinutes) {
            throw new PlanRefusal(
                    "/leastMinutes",
                    "at least " + hours(leastMinutes) + " and at most " + hours(mostMinutes)
                            + " a week contradict each other; raise the one or lower the other");
        }
        availability = List.copyOf(availability);
        absences = List.copyOf(absences);
        kinds = List.copyOf(kinds);
        wishes = List.copyOf(wishes);
        for (int i = 0; i < wishes.size(); i++) {
            for (int other = 0; other < i; other++) {
                if (wishes.get(i).day() == wishes.get(other).day()) {
                    throw new PlanRefusal(
                            "/wishes/" + i + "/day",
                            "there are two wishes for "
                                    + RosterWords.day(wishes.get(i).day()) + "; keep one of them");
                }
            }
        }
    }

    /**
     * Dates off, both inclusive.
     *
     * @param reason such as "leave" or "training"
     */
    public record Absence(LocalDate from, LocalDate to, String reason) {
        public Absence {
            if (to.isBefore(from)) {
                throw new PlanRefusal("/to", "the absence ends on " + to + ", before it begins on " + from);
            }
            if (reason.isBlank()) {
                throw new PlanRefusal("/reason", "an absence needs a reason, such as leave");
            }
        }

        boolean on(LocalDate date) {
            return !date.isBefore(from) && !date.isAfter(to);
        }
    }

    /**
     * What they would like of a day of the week.
     *
     * @param from of the time they would like to work in; null, as {@code to}, for a day off
     */
    public record ShiftWish(
            DayOfWeek day,
            @Nullable LocalTime from,
            @Nullable LocalTime to) {
        public ShiftWish {
            if ((from == null) != (to == null)) {
                throw new PlanRefusal("", "a wish names both from and to, or neither for a day off");
            }
        }

        /** Whether a shift goes against it. */
        boolean isAgainst(DayOfWeek starts, int startMinute, int minutes) {
            if (starts != day) {
                return false;
            }
            if (from == null || to == null) {
                return true;
            }
            int begin = from.toSecondOfDay() / 60;
            int end = to.isAfter(from) ? to.toSecondOfDay() / 60 : to.toSecondOfDay() / 60 + 24 * 60;
            return startMinute < begin || startMinute + minutes > end;
        }
    }

    /** The terms of somebody of whom none are known: what they are usually present for, at any time. */
    public static Terms usual(Operator operator) {
        long minutes = operator.presence().stream()
                .mapToLong(window -> window.length().toMinutes())
                .sum();
        int most = (int) Math.min(minutes - minutes % ShiftKind.STEP, A_WEEK);
        return new Terms(operator.id(), 0, most, List.of(), List.of(), List.of(), List.of());
    }

    private static void within(String pointer, int minutes) {
        if (minutes < 0 || minutes > A_WEEK || minutes % ShiftKind.STEP != 0) {
            throw new PlanRefusal(
                    pointer, pointer.substring(1) + " must be whole half-hours from 0 to 168 hours, was " + minutes);
        }
    }

    private static String hours(int minutes) {
        return RosterWords.hours(minutes);
    }
}
