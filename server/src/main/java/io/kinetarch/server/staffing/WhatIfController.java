package io.kinetarch.server.staffing;

import io.kinetarch.core.plan.PlanRefusal;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.Shrinkage;
import io.kinetarch.core.staffing.Assumptions;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.StaffingWeek.Slot;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.staffing.OutlookController.Figures;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What a week would be like if it came otherwise, and what one person changes, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}")
class WhatIfController {
    private static final double MOST_SHRINKAGE = Shrinkage.MOST;
    private static final double HALF_HOUR = 0.5;
    private static final List<Double> SHARES = List.of(0.5, 0.6, 0.7, 0.75, 0.8, 0.85, 0.9, 0.93, 0.96, 0.98, 0.99);

    private final Outlooks outlooks;

    WhatIfController(Outlooks outlooks) {
        this.outlooks = outlooks;
    }

    /**
     * What is to be otherwise; null is as planned.
     *
     * @param monday first day of the week; null for the next whole week
     * @param volume factor of all chats, 0–10
     * @param handling factor of all handling times, 0.1–10
     * @param chatsAtOnce how many chats an operator holds at once, 1–20
     * @param answerShare share of chats of every queue to be answered in time
     * @param withinSeconds the time meant by that, in every queue
     * @param maxMeanWaitSeconds greatest mean wait
     * @param maxAbandonment greatest share that may give up waiting
     * @param maxOccupancy greatest mean share of chat places in use
     * @param botShare share of the chats that a bot finishes by itself, 0–0.95
     * @param shrinkage share of paid time not spent answering on every day, 0–0.9
     */
    record WhatIf(
            @Nullable LocalDate monday,
            @Nullable Double volume,
            @Nullable Double handling,
            @Nullable Integer chatsAtOnce,
            @Nullable Double answerShare,
            @Nullable Double withinSeconds,
            @Nullable Double maxMeanWaitSeconds,
            @Nullable Double maxAbandonment,
            @Nullable Double maxOccupancy,
            @Nullable Double botShare,
            @Nullable Double shrinkage) {
        WhatIf {
            between("/volume", volume, 0, 10);
            between("/handling", handling, 0.1, 10);
            between("/chatsAtOnce", chatsAtOnce, 1, 20);
            between("/maxMeanWaitSeconds", maxMeanWaitSeconds, 0.1, 86_400);
            between("/maxAbandonment", maxAbandonment, 0.0001, 1);
            between("/maxOccupancy", maxOccupancy, 0.01, 1);
            between("/botShare", botShare, 0, 0.95);
            between("/shrinkage", shrinkage, 0, MOST_SHRINKAGE);
            between("/answerShare", answerShare, 0.01, 0.999);
            between("/withinSeconds", withinSeconds, 0, 86_400);
        }

        private static void between(String pointer, @Nullable Number value, double least, double most) {
            if (value != null && !(value.doubleValue() >= least && value.doubleValue() <= most)) {
                throw new PlanRefusal(
                        pointer, pointer.substring(1) + " must be from " + least + " to " + most + ", was " + value);
            }
        }

        Assumptions assumptions() {
            return new Assumptions(
                    volume == null ? 1 : volume,
                    handling == null ? 1 : handling,
                    chatsAtOnce,
                    answerShare,
                    withinSeconds,
                    maxMeanWaitSeconds,
                    maxAbandonment,
                    maxOccupancy,
                    botShare,
                    shrinkage == null ? null : Shrinkage.of(shrinkage));
        }
    }

    /**
     * A week as planned and as it would be.
     *
     * @param required operators in each half-hour, if it were so
     */
    record WhatIfAnswer(Figures planned, Figures changed, List<Integer> required, List<QueueChange> queues) {}

    /**
     * A queue on both sides.
     *
     * @param requiredHours operator-hours as planned
     * @param changedHours operator-hours if it were so
     */
    record QueueChange(String id, String name, double requiredHours, double changedHours) {}

    /** What a week comes to with other volumes, times or people than the plan's; nothing is stored. */
    @PostMapping("/what-if")
    WhatIfAnswer whatIf(@PathVariable String plan, @RequestBody WhatIf wish) {
        var planned = outlooks.get(plan, Which.draft, wish.monday);
        var changed = outlooks.whatIf(planned, wish.assumptions());
        var queues = planned.state().plan().queues();
        return new WhatIfAnswer(
                Figures.of(planned),
                Figures.of(changed),
                changed.slots().stream().map(Slot::required).toList(),
                IntStream.range(0, queues.size())
                        .mapToObj(q -> change(queues.get(q), q, planned, changed))
                        .toList());
    }

    /**
     * What a share of chats answered in time costs.
     *
     * @param paidHours to be paid for so that the required ones are spent answering
     */
    record Price(double answerShare, double requiredHours, double paidHours) {}

    /** What other shares of chats answered in time would cost, all else being as wished. */
    @PostMapping("/what-if/prices")
    List<Price> prices(@PathVariable String plan, @RequestBody WhatIf wish) {
        var planned = outlooks.get(plan, Which.draft, wish.monday);
        return SHARES.stream()
                .map(share -> {
                    var totals = outlooks.whatIf(planned, wish.assumptions().answering(share))
                            .totals();
                    return new Price(share, totals.requiredHours(), totals.paidHours());
                })
                .toList();
    }

    private static QueueChange change(Queue queue, int index, Outlook planned, Outlook changed) {
        return new QueueChange(
                queue.id().value(), queue.name(), requiredHours(planned, index), requiredHours(changed, index));
    }

    private static double requiredHours(Outlook outlook, int queue) {
        return HALF_HOUR
                * outlook.slots().stream()
                        .map(slot -> slot.queues().get(queue))
                        .mapToInt(QueueSlot::required)
                        .sum();
    }
}
