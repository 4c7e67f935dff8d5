package io.kinetarch.server.staffing;

import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.server.document.Sheet;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** A staffed week as tables: its half-hours, and those of each queue. */
final class StaffingSheets {
    private StaffingSheets() {}

    /** What is to be told of the week. */
    enum Table {
        HALF_HOURS,
        QUEUES
    }

    static Sheet of(Outlook outlook, Table table) {
        return switch (table) {
            case HALF_HOURS -> halfHours(outlook);
            case QUEUES -> queues(outlook);
        };
    }

    private static Sheet halfHours(Outlook outlook) {
        var zone = outlook.state().plan().timeZone();
        var shrinkage = outlook.state().plan().settings().shrinkage();
        return new Sheet(
                "Half-hours",
                List.of(
                        "start",
                        "chats",
                        "required",
                        "paid, with shrinkage",
                        "present",
                        "answering, after shrinkage",
                        "short"),
                outlook.slots().stream()
                        .map(slot -> line(
                                local(outlook, slot),
                                slot.chats(),
                                slot.required(),
                                shrinkage.paid(
                                        slot.required(),
                                        slot.startsAt().atZone(zone).getDayOfWeek()),
                                slot.present(),
                                slot.available(),
                                slot.shortOf())));
    }

    private static Sheet queues(Outlook outlook) {
        var queues = outlook.state().plan().queues();
        return new Sheet(
                "Queues",
                List.of(
                        "start",
                        "queue",
                        "open",
                        "chats",
                        "required",
                        "able to serve it",
                        "counted for it",
                        "short",
                        "answered in time",
                        "mean wait seconds",
                        "gave up",
                        "occupancy",
                        "left over from before"),
                outlook.slots().stream()
                        .flatMap(slot -> IntStream.range(0, queues.size())
                                .mapToObj(q -> queueLine(outlook, slot, queues.get(q), q))));
    }

    private static List<@Nullable Object> queueLine(Outlook outlook, Slot slot, Queue queue, int index) {
        var at = slot.queues().get(index);
        var seen = at.seen();
        return line(
                local(outlook, slot),
                queue.name(),
                at.open() ? "yes" : "no",
                at.chats(),
                at.required(),
                at.eligible(),
                at.staffed(),
                at.shortOf(),
                seen.serviceLevel(),
                Double.isInfinite(seen.meanWaitSeconds()) ? null : seen.meanWaitSeconds(),
                seen.abandonment(),
                seen.occupancy(),
                at.carried());
    }

    private static OffsetDateTime local(Outlook outlook, Slot slot) {
        return slot.startsAt().atZone(outlook.state().plan().timeZone()).toOffsetDateTime();
    }

    private static List<@Nullable Object> line(@Nullable Object... cells) {
        return Arrays.asList(cells);
    }
}
