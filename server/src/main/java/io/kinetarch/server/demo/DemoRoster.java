package io.kinetarch.server.demo;

import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.roster.RosterRules;
import io.kinetarch.core.roster.ShiftKind;
import io.kinetarch.core.roster.Terms;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.stream.Stream;

/** What the shifts of the ferry line keep to: early, day and late, two shorter ones, and some people with terms of their own. */
final class DemoRoster {
    private static final int REST = 11 * 60;
    private static final int DAYS_IN_A_ROW = 5;

    private DemoRoster() {}

    /**
     * The rules.
     *
     * @param monday of the week in which somebody is trained
     */
    static RosterRules rules(Plan plan, LocalDate monday) {
        var lunch = List.of(new ShiftKind.Break(30, false, 180, 330));
        return new RosterRules(
                List.of(
                        new ShiftKind("early", "Early", 510, LocalTime.of(5, 30), LocalTime.of(7, 30), 30, lunch),
                        new ShiftKind("day", "Day", 510, LocalTime.of(8, 0), LocalTime.of(10, 30), 30, lunch),
                        new ShiftKind("late", "Late", 510, LocalTime.of(11, 30), LocalTime.of(14, 30), 30, lunch),
                        new ShiftKind(
                                "six",
                                "Six hours",
                                360,
                                LocalTime.of(7, 0),
                                LocalTime.of(17, 0),
                                30,
                                List.of(new ShiftKind.Break(30, false, 120, 240))),
                        new ShiftKind(
                                "four", "Four hours", 240, LocalTime.of(6, 0), LocalTime.of(19, 0), 30, List.of())),
                REST,
                DAYS_IN_A_ROW,
                plan.operators().stream()
                        .map(operator -> terms(operator, monday))
                        .toList());
    }

    private static Terms terms(Operator operator, LocalDate monday) {
        List<Terms.Absence> none = List.of();
        return switch (operator.name()) {
            case "Wren C." ->
                new Terms(operator.id(), 16 * 60, 24 * 60, weekdays(7, 18), none, List.of("four", "six"), List.of());
            case "Niall S." -> new Terms(operator.id(), 20 * 60, 30 * 60, weekdays(8, 18), none, List.of(), List.of());
            case "Kai R." -> new Terms(operator.id(), 32 * 60, 40 * 60, everyDay(5, 16), none, List.of(), List.of());
            case "Oona F." ->
                new Terms(
                        operator.id(),
                        24 * 60,
                        40 * 60,
                        List.of(),
                        List.of(new Terms.Absence(monday.plusDays(2), monday.plusDays(2), "training")),
                        List.of(),
                        List.of());
            case "Ana R." -> wishing(operator, new Terms.ShiftWish(DayOfWeek.FRIDAY, null, null));
            case "Mara L." ->
                wishing(operator, new Terms.ShiftWish(DayOfWeek.MONDAY, LocalTime.of(8, 0), LocalTime.of(19, 0)));
            case "Fionn A." -> wishing(operator, new Terms.ShiftWish(DayOfWeek.SUNDAY, null, null));
            default -> wishing(operator);
        };
    }

    private static Terms wishing(Operator operator, Terms.ShiftWish... wishes) {
        return new Terms(operator.id(), 32 * 60, 40 * 60, List.of(), List.of(), List.of(), List.of(wishes));
    }

    private static List<WeeklyWindow> weekdays(int from, int to) {
        return everyDay(from, to).subList(0, 5);
    }

    private static List<WeeklyWindow> everyDay(int from, int to) {
        return Stream.of(DayOfWeek.values())
                .map(day -> new WeeklyWindow(day, LocalTime.of(from, 0), LocalTime.of(to, 0)))
                .toList();
    }
}
