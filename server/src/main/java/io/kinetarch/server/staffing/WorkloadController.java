package io.kinetarch.server.staffing;

import io.kinetarch.core.staffing.WorkloadEstimate;
import io.kinetarch.core.staffing.WorkloadEstimate.Estimate;
import io.kinetarch.server.plan.Plans.Which;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What the imported history says of each queue's chats, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}")
class WorkloadController {
    private final Outlooks outlooks;

    WorkloadController(Outlooks outlooks) {
        this.outlooks = outlooks;
    }

    /**
     * What the last six weeks say.
     *
     * @param until the day before which they end
     */
    record Workloads(LocalDate until, List<Measured> queues) {}

    /**
     * A queue's figures, each null where the history cannot tell it.
     *
     * @param handlingSeconds of a chat by an operator who holds no other
     * @param slowdown share of that by which every further chat at once lengthens a chat
     * @param patienceSeconds mean of those who wait
     */
    record Measured(
            String queue,
            @Nullable Estimate handlingSeconds,
            @Nullable Estimate slowdown,
            @Nullable Estimate patienceSeconds) {}

    /** Handling times and shares as they were measured in records, by queue, beside those that are set. */
    @GetMapping("/workloads")
    Workloads workloads(@PathVariable String plan) {
        var outlook = outlooks.get(plan, Which.draft, null);
        var forecast = outlook.forecast();
        var nothing = new WorkloadEstimate(null, null, null);
        return new Workloads(
                forecast.measuredUntil(),
                outlook.state().plan().queues().stream()
                        .map(queue -> {
                            var estimate = forecast.estimates().getOrDefault(queue.id(), nothing);
                            return new Measured(
                                    queue.id().value(),
                                    estimate.handlingSeconds(),
                                    estimate.slowdown(),
                                    estimate.patienceSeconds());
                        })
                        .toList());
    }
}
