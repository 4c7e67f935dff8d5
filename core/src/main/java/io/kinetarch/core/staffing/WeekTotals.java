package io.kinetarch.core.staffing;

import io.kinetarch.core.plan.Shrinkage;
import java.time.ZoneId;
import java.util.List;

/**
 * A staffed week in a few figures.
 *
 * @param chats expected to come, those turned away at closed times included
 * @param turnedAway chats that come while their department is closed, or beyond their queue's waiting limit
 * @param answeredInTime share of the chats at open times answered within their queue's limit
 * @param gaveUp share of the chats at open times that give up waiting
 * @param meanWaitSeconds mean wait of the chats at open times; infinite if some queue grows without end
 * @param requiredHours operator-hours required
 * @param paidHours hours to be paid for so that so many are spent answering
 * @param presentHours operator-hours present, all of them paid
 * @param availableHours those of them that are spent answering
 * @param shortHours operator-hours lacking, when nobody counts for two queues at once
 */
public record WeekTotals(
        double chats,
        double turnedAway,
        double answeredInTime,
        double gaveUp,
        double meanWaitSeconds,
        double requiredHours,
        double paidHours,
        double presentHours,
        double availableHours,
        double shortHours) {
    private static final double HOURS = WeekOfHalfHours.SLOT.toMinutes() / 60.0;

    /**
     * Sums up a week.
     *
     * @param zone in which the weekdays of the shrinkage are meant
     */
    public static WeekTotals of(List<StaffingWeek.Slot> slots, ZoneId zone, Shrinkage shrinkage) {
        double paid = 0;
        double chats = 0;
        double beyondLimit = 0;
        double served = 0;
        double inTime = 0;
        double gaveUp = 0;
        double waited = 0;
        long required = 0;
        long present = 0;
        double available = 0;
        double lacking = 0;
        for (var slot : slots) {
            required += slot.required();
            paid += shrinkage.paid(
                    slot.required() * HOURS, slot.startsAt().atZone(zone).getDayOfWeek());
            present += slot.present();
            available += slot.available();
            lacking += slot.shortOf();
            for (var queue : slot.queues()) {
                chats += queue.chats();
                if (queue.open() && queue.chats() > 0) {
                    served += queue.chats();
                    beyondLimit += queue.chats() * queue.seen().turnedAway();
                    inTime += queue.chats() * queue.seen().serviceLevel();
                    gaveUp += queue.chats() * queue.seen().abandonment();
                    waited += queue.chats() * queue.seen().meanWaitSeconds();
                }
            }
        }
        double each = served == 0 ? 1 : served;
        return new WeekTotals(
                chats,
                chats - served + beyondLimit,
                served == 0 ? 1 : inTime / each,
                gaveUp / each,
                waited / each,
                required * HOURS,
                paid,
                present * HOURS,
                available * HOURS,
                lacking * HOURS);
    }
}
