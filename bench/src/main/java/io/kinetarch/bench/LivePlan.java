package io.kinetarch.bench;

import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DepartmentId;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.NotificationWishes;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.QueueTarget;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Settings;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.plan.Texts;
import io.kinetarch.core.plan.Workload;
import java.time.ZoneId;
import java.util.List;
import java.util.stream.IntStream;

/** A plan for a load of live chats: one door, always open, one queue that hands over directly, and operators with much room. */
final class LivePlan {
    static final String DOOR = "door";

    private LivePlan() {}

    /** An operator's account and name follow from their number. */
    static Plan of(int operators, int chatsEach) {
        var hours = new HoursId("always");
        var department = new DepartmentId("all");
        var queue = new QueueId("queue");
        return new Plan(
                Settings.of("Live load", ZoneId.of("Europe/Dublin"), Texts.NONE),
                List.of(),
                List.of(HoursSet.of(hours, "Always", OpeningHours.aroundTheClock(ZoneId.of("Europe/Dublin")))),
                List.of(new Department(department, "All", hours, Texts.NONE, List.of())),
                List.of(Queue.plain(
                                queue,
                                "Queue",
                                department,
                                List.of(),
                                1,
                                QueueTarget.of(0.8, 30),
                                Workload.of(420, 180.0, List.of(1.0)))
                        .with(new Handover(Handover.By.DIRECT, 0))),
                IntStream.range(0, operators)
                        .mapToObj(i -> new Operator(
                                new OperatorId(name(i)),
                                name(i),
                                null,
                                false,
                                name(i),
                                null,
                                List.of(new SpokenLanguage("en", 5)),
                                List.of(),
                                chatsEach,
                                null,
                                List.of(),
                                LocalText.NONE,
                                NotificationWishes.USUAL,
                                List.of()))
                        .toList(),
                List.of(FrontDoor.plain(new DoorId(DOOR), "Door", List.of("en"), List.of())),
                List.of(Rule.plain(new RuleId("rest"), "Everything", List.of(), queue, List.of())));
    }

    static String name(int operator) {
        return "op" + operator;
    }
}
