package io.kinetarch.server.plan;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.hours.WeeklyWindow;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Workload;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** The smallest plan that works: one door, one department, one queue, one rule, office hours. */
final class StarterPlan {
    static final String ID = "main";

    private StarterPlan() {}

    static Plan of(String name, String timeZone) {
        ZoneId zone = zone(timeZone);
        var office = new HoursId("office");
        var department = new DepartmentId("service");
        var queue = new QueueId("catch-all");
        return new Plan(
                Settings.of(name, zone, english()),
                List.of(),
                List.of(HoursSet.of(office, "Office hours", OpeningHours.weekly(zone, weekdays()))),
                List.of(new Department(department, "Service", office, Texts.NONE, List.of())),
                List.of(Queue.plain(
                        queue,
                        "Catch-all queue",
                        department,
                        List.of(),
                        1,
                        QueueTarget.of(0.8, 30),
                        Workload.of(420, 180.0, List.of(1.0, 1.12, 1.3)))),
                List.of(),
                List.of(FrontDoor.plain(new DoorId("site"), "Web site", List.of("en"), List.of())),
                List.of(Rule.plain(new RuleId("rest"), "Everything else", List.of(), queue, List.of())));
    }

    private static Texts english() {
        return new Texts(Map.ofEntries(
                text(TextKind.LABEL, "Chat with us"),
                text(TextKind.OPEN, "We are here to help."),
                text(TextKind.GREETING, "Hello. How can we help?"),
                text(TextKind.RETURNING, "Welcome back, {visitor}. How can we help?"),
                text(TextKind.CONSENT, "I agree that what I write is kept to answer me."),
                text(TextKind.WAITING, "Somebody will be with you shortly."),
                text(TextKind.BUSY, "Everybody is in a chat just now. Please try again in a few minutes."),
                text(TextKind.CLOSED, "We are closed now and open again {opens}."),
                text(TextKind.NO_REPLY, "You are not forgotten; it takes a little longer."),
                text(TextKind.MESSAGE, "Leave us a message, and we will reply."),
                text(TextKind.THANKS, "Thank you. Your message has reached us."),
                text(TextKind.ENDED, "This chat has ended. Thank you for writing."),
                text(TextKind.RATING, "How was this chat?")));
    }

    private static Map.Entry<TextKind, LocalText> text(TextKind kind, String english) {
        return Map.entry(kind, LocalText.of("en", english));
    }

    private static ZoneId zone(String timeZone) {
        try {
            return ZoneId.of(timeZone);
        } catch (DateTimeException e) {
            throw new Refusal(
                    Kind.INVALID_DOCUMENT,
                    "/timeZone",
                    "There is no time zone \"" + timeZone + "\"; write one such as Europe/Dublin.");
        }
    }

    private static List<WeeklyWindow> weekdays() {
        return Stream.of(DayOfWeek.values())
                .filter(day -> day.getValue() <= DayOfWeek.FRIDAY.getValue())
                .map(day -> new WeeklyWindow(day, LocalTime.of(9, 0), LocalTime.of(17, 0)))
                .toList();
    }
}
