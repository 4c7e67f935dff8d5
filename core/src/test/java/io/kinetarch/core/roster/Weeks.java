package io.kinetarch.core.roster;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.SamplePlan;
import io.kinetarch.core.staffing.Coverage;
import io.kinetarch.core.staffing.Need;
import io.kinetarch.core.staffing.Post;
import io.kinetarch.core.staffing.StaffingWeek;
import io.kinetarch.core.staffing.WeekOfHalfHours;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/** Weeks, rules and shifts that tests of rosters start from. */
public final class Weeks {
    public static final LocalDate MONDAY = LocalDate.of(2026, 11, 30);
    public static final OperatorId ANA = new OperatorId("ana");
    public static final OperatorId CLEO = new OperatorId("cleo");
    public static final OperatorId DARA = new OperatorId("dara");
    public static final OperatorId BEN = new OperatorId("ben");

    /** Four hours from 8 to 14 o'clock every two hours, and six hours with half an hour's break. */
    public static final ShiftKind SHORT =
            new ShiftKind("short", "Short", 240, LocalTime.of(8, 0), LocalTime.of(14, 0), 120, List.of());

    public static final ShiftKind LONG = new ShiftKind(
            "long",
            "Long",
            360,
            LocalTime.of(8, 0),
            LocalTime.of(12, 0),
            240,
            List.of(new ShiftKind.Break(30, false, 150, 210)));

    private Weeks() {}

    public static RosterRules rules(Terms... terms) {
        return new RosterRules(List.of(SHORT, LONG), 11 * 60, 5, List.of(terms));
    }

    public static Terms hours(OperatorId operator, int least, int most) {
        return new Terms(operator, least * 60, most * 60, List.of(), List.of(), List.of(), List.of());
    }

    /** What the two queues of the sample plan require, from an hour of local days of the week to another. */
    public static List<Need> required(Map<Integer, int[]> byDay, int fromHour, int toHour) {
        var needs = new ArrayList<Need>();
        for (var at : new WeekOfHalfHours(SamplePlan.DUBLIN, MONDAY).slots()) {
            var local = at.atZone(SamplePlan.DUBLIN);
            boolean within = local.getHour() >= fromHour && local.getHour() < toHour;
            int[] people = within ? byDay.getOrDefault(local.getDayOfWeek().getValue() - 1, new int[2]) : new int[2];
            int[] places = Arrays.stream(people)
                    .map(required -> required * Coverage.PLACE)
                    .toArray();
            needs.add(new Need(at, ALL.stream().map(List::of).toList(), places, places));
        }
        return needs;
    }

    /** The queues' own posts: whoever can serve the queue. */
    private static final List<Post> ALL = StaffingWeek.of(
                    SamplePlan.plan(), new WeekOfHalfHours(SamplePlan.DUBLIN, MONDAY), Map.of(), Map.of())
            .getFirst()
            .posts();

    public static Shift shift(OperatorId operator, int day, String start, int minutes) {
        return new Shift(operator, MONDAY.plusDays(day), LocalTime.parse(start), minutes, List.of(), null, false);
    }

    public static Shift fixed(OperatorId operator, int day, ShiftKind kind, String start) {
        var pauses = kind.breaks().stream()
                .map(pause -> new Shift.Pause(pause.fromMinutes(), pause.minutes(), pause.paid()))
                .toList();
        return new Shift(
                operator, MONDAY.plusDays(day), LocalTime.parse(start), kind.minutes(), pauses, kind.id(), true);
    }
}
