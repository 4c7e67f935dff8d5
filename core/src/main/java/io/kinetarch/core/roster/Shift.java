package io.kinetarch.core.roster;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.PlanRefusal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A shift of one person, in the local time of the plan.
 *
 * @param date on which it starts
 * @param start on a half-hour
 * @param minutes from start to end, breaks included
 * @param pauses its breaks in their order
 * @param kind the id of its kind; null where it is of none
 * @param fixed whether somebody set it by hand, so that no search moves it
 */
public record Shift(
        OperatorId operator,
        LocalDate date,
        LocalTime start,
        int minutes,
        List<Pause> pauses,
        @Nullable String kind,
        boolean fixed) {
    private static final int LONGEST = 24 * 60 - ShiftKind.STEP;

    public Shift {
        if (start.toSecondOfDay() % (ShiftKind.STEP * 60) != 0) {
            throw new PlanRefusal("/start", "shifts start on half-hours; " + start + " is none");
        }
        if (minutes < ShiftKind.STEP || minutes > LONGEST || minutes % ShiftKind.STEP != 0) {
            throw new PlanRefusal(
                    "/minutes", "a shift lasts whole half-hours, less than a day; " + minutes + " minutes do not do");
        }
        pauses = List.copyOf(pauses);
        int free = 0;
        for (int i = 0; i < pauses.size(); i++) {
            var pause = pauses.get(i);
            if (pause.afterMinutes < free || pause.afterMinutes + pause.minutes > minutes) {
                throw new PlanRefusal(
                        "/pauses/" + i,
                        "a break of " + pause.minutes + " minutes, " + pause.afterMinutes
                                + " minutes after the start, lies outside the shift or in another break");
            }
            free = pause.afterMinutes + pause.minutes;
        }
    }

    /**
     * A break as it is taken.
     *
     * @param afterMinutes from the start of the shift to that of the break
     */
    public record Pause(int afterMinutes, int minutes, boolean paid) {
        public Pause {
            if (afterMinutes < 0 || minutes < 1) {
                throw new PlanRefusal("", "a break begins after the start of its shift and has a length");
            }
        }
    }

    /** A stretch of work. */
    public record Stretch(LocalDateTime from, LocalDateTime to) {}

    /**
     * A shift that is set by hand, of the kind that lasts as long and may start then, its breaks as early as they may be; of no kind,
     * and without breaks, if there is none.
     */
    public static Shift guessed(RosterRules rules, OperatorId operator, LocalDateTime start, int minutes) {
        var kind = rules.kinds().stream()
                .filter(one -> one.minutes() == minutes && one.startsAt(start.toLocalTime()))
                .findFirst()
                .or(() -> rules.kinds().stream()
                        .filter(one -> one.minutes() == minutes)
                        .findFirst());
        return new Shift(
                operator,
                start.toLocalDate(),
                start.toLocalTime(),
                minutes,
                kind.map(Shift::earliestBreaks).orElse(List.of()),
                kind.map(ShiftKind::id).orElse(null),
                true);
    }

    private static List<Pause> earliestBreaks(ShiftKind kind) {
        return kind.breaks().stream()
                .map(pause -> new Pause(pause.fromMinutes(), pause.minutes(), pause.paid()))
                .toList();
    }

    /** Whose it is, and when it starts. */
    public Roster.Day day() {
        return new Roster.Day(operator, date);
    }

    public LocalDateTime startsAt() {
        return date.atTime(start);
    }

    public LocalDateTime endsAt() {
        return startsAt().plusMinutes(minutes);
    }

    /** Minutes that are paid. */
    public int paidMinutes() {
        return minutes
                - pauses.stream()
                        .filter(pause -> !pause.paid())
                        .mapToInt(Pause::minutes)
                        .sum();
    }

    /** What is left between the breaks. */
    public List<Stretch> stretches() {
        var stretches = new ArrayList<Stretch>();
        int from = 0;
        for (var pause : pauses) {
            add(from, pause.afterMinutes, stretches);
            from = pause.afterMinutes + pause.minutes;
        }
        add(from, minutes, stretches);
        return stretches;
    }

    private void add(int from, int to, List<Stretch> stretches) {
        if (from < to) {
            stretches.add(new Stretch(startsAt().plusMinutes(from), startsAt().plusMinutes(to)));
        }
    }
}
