package io.kinetarch.core.roster;

import io.kinetarch.core.plan.PlanRefusal;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;

/**
 * A kind of shift that people work.
 *
 * @param id names it within its rules
 * @param minutes from its start to its end, breaks included; whole half-hours up to 16 hours
 * @param earliestStart on a half-hour
 * @param latestStart on a half-hour, not before {@code earliestStart}
 * @param stepMinutes between two starts, whole half-hours
 * @param breaks in their order, none of which can overlap another
 */
public record ShiftKind(
        String id,
        String name,
        int minutes,
        LocalTime earliestStart,
        LocalTime latestStart,
        int stepMinutes,
        List<Break> breaks) {
    /** What a working day is cut into, in minutes. */
    public static final int STEP = 30;

    private static final int LONGEST = 16 * 60;
    private static final int MOST_BREAKS = 3;

    public ShiftKind {
        if (!id.matches("[a-z0-9][a-z0-9-]{0,62}")) {
            throw new PlanRefusal("/id", "the id \"" + id + "\" must be 1 to 63 small letters, digits or hyphens");
        }
        if (name.isBlank()) {
            throw new PlanRefusal("/name", "a kind of shift needs a name");
        }
        halfHours("/minutes", minutes, STEP, LONGEST);
        halfHours("/stepMinutes", stepMinutes, STEP, 24 * 60);
        onHalfHour("/earliestStart", earliestStart);
        onHalfHour("/latestStart", latestStart);
        if (latestStart.isBefore(earliestStart)) {
            throw new PlanRefusal(
                    "/latestStart",
                    "the latest start, " + latestStart + ", is before the earliest, " + earliestStart
                            + "; for starts on both sides of midnight make two kinds");
        }
        breaks = List.copyOf(breaks);
        if (breaks.size() > MOST_BREAKS) {
            throw new PlanRefusal("/breaks", "a shift has at most " + MOST_BREAKS + " breaks");
        }
        int free = 0;
        for (int i = 0; i < breaks.size(); i++) {
            var window = breaks.get(i);
            if (window.fromMinutes < free) {
                throw new PlanRefusal(
                        "/breaks/" + i + "/fromMinutes", "this break could begin before the one before it has ended");
            }
            if (window.untilMinutes > minutes) {
                throw new PlanRefusal(
                        "/breaks/" + i + "/untilMinutes",
                        "the break may end " + window.untilMinutes + " minutes after the start, but the shift lasts "
                                + minutes);
            }
            free = window.untilMinutes;
        }
    }

    /**
     * A break, somewhere within a stretch of the shift.
     *
     * @param minutes its length, whole half-hours
     * @param paid whether its time is paid
     * @param fromMinutes after the start of the shift, before which it does not begin; whole half-hours
     * @param untilMinutes after the start of the shift, by which it has ended; whole half-hours
     */
    public record Break(int minutes, boolean paid, int fromMinutes, int untilMinutes) {
        public Break {
            halfHours("/minutes", minutes, STEP, LONGEST);
            halfHours("/fromMinutes", fromMinutes, 0, LONGEST);
            halfHours("/untilMinutes", untilMinutes, 0, LONGEST);
            if (untilMinutes - fromMinutes < minutes) {
                throw new PlanRefusal(
                        "/untilMinutes",
                        "a break of " + minutes + " minutes does not fit between " + fromMinutes + " and "
                                + untilMinutes + " minutes after the start");
            }
        }

        /** Its possible beginnings, in minutes after the start of the shift. */
        List<Integer> beginnings() {
            var beginnings = new ArrayList<Integer>();
            for (int at = fromMinutes; at + minutes <= untilMinutes; at += STEP) {
                beginnings.add(at);
            }
            return beginnings;
        }
    }

    private static void onHalfHour(String pointer, LocalTime time) {
        if (time.toSecondOfDay() % (STEP * 60) != 0) {
            throw new PlanRefusal(pointer, "shifts start on half-hours; " + time + " is none");
        }
    }

    private static void halfHours(String pointer, int minutes, int least, int most) {
        if (minutes < least || minutes > most || minutes % STEP != 0) {
            throw new PlanRefusal(
                    pointer,
                    pointer.substring(1) + " must be whole half-hours from " + least + " to " + most + ", was "
                            + minutes);
        }
    }

    /** Its paid minutes. */
    public int paidMinutes() {
        return minutes
                - breaks.stream()
                        .filter(pause -> !pause.paid())
                        .mapToInt(Break::minutes)
                        .sum();
    }

    /** The starts it may have, in minutes after midnight. */
    public List<Integer> starts() {
        var starts = new ArrayList<Integer>();
        for (int at = earliestStart.toSecondOfDay() / 60; at <= latestStart.toSecondOfDay() / 60; at += stepMinutes) {
            starts.add(at);
        }
        return starts;
    }

    /** Whether it may start then. */
    boolean startsAt(LocalTime start) {
        return starts().contains(start.toSecondOfDay() / 60);
    }
}
