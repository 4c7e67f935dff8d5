package io.kinetarch.core.roster;

import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;

/**
 * A shift on the half-hours of a week that repeats: who works late on Sunday is counted early on Monday.
 *
 * @param kind the id of its kind
 * @param from the half-hour it starts in
 * @param pauses its breaks
 * @param worked the half-hours worked in
 * @param paid half-hours that are paid
 */
public record WorkPattern(String kind, int from, List<Shift.Pause> pauses, List<Integer> worked, int paid) {
    private static final int A_DAY = 24 * 60 / ShiftKind.STEP;

    /**
     * Every shift that some kinds allow in a week, with every choice of breaks.
     *
     * @param halfHours that the week has
     */
    public static List<WorkPattern> of(List<ShiftKind> kinds, int halfHours) {
        var patterns = new ArrayList<WorkPattern>();
        for (var kind : kinds) {
            var choices = pauses(kind);
            for (int day = 0; day * A_DAY < halfHours; day++) {
                for (int start : kind.starts()) {
                    int from = day * A_DAY + start / ShiftKind.STEP;
                    if (from < halfHours) {
                        choices.forEach(pauses -> patterns.add(pattern(kind, from, pauses, halfHours)));
                    }
                }
            }
        }
        return patterns;
    }

    /** Every choice of breaks that a kind allows. */
    private static List<List<Shift.Pause>> pauses(ShiftKind kind) {
        var choices = List.of(List.<Shift.Pause>of());
        for (var pause : kind.breaks()) {
            choices = choices.stream()
                    .flatMap(before -> pause.beginnings().stream().map(at -> {
                        var with = new ArrayList<>(before);
                        with.add(new Shift.Pause(at, pause.minutes(), pause.paid()));
                        return List.copyOf(with);
                    }))
                    .toList();
        }
        return choices;
    }

    private static WorkPattern pattern(ShiftKind kind, int from, List<Shift.Pause> pauses, int halfHours) {
        var worked = new ArrayList<Integer>();
        for (int at = 0; at < kind.minutes(); at += ShiftKind.STEP) {
            int minute = at;
            if (pauses.stream()
                    .noneMatch(pause ->
                            minute >= pause.afterMinutes() && minute < pause.afterMinutes() + pause.minutes())) {
                worked.add((from + at / ShiftKind.STEP) % halfHours);
            }
        }
        return new WorkPattern(kind.id(), from, pauses, List.copyOf(worked), kind.paidMinutes() / ShiftKind.STEP);
    }

    /** The time of day it starts. */
    public LocalTime start() {
        return LocalTime.MIDNIGHT.plusMinutes((long) (from % A_DAY) * ShiftKind.STEP);
    }

    /** The day of the week it starts on, Monday being 0. */
    public int day() {
        return from / A_DAY;
    }
}
