package io.kinetarch.server.forecast;

import io.kinetarch.core.forecast.Adjustments.Course;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.forecast.StoredAdjustments.AdjustmentList;
import java.time.LocalDate;
import java.time.LocalDateTime;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What planners put on top of the models, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/forecast")
class AdjustmentController {
    private final StoredAdjustments adjustments;

    AdjustmentController(StoredAdjustments adjustments) {
        this.adjustments = adjustments;
    }

    /**
     * A lift to plan.
     *
     * @param doorId null for all doors
     * @param topic null for all topics
     * @param from local time of the plan
     * @param until local time of the plan, not included
     * @param factor where the lift is full: 2 doubles
     */
    record NewLift(
            String name,
            @Nullable String doorId,
            @Nullable String topic,
            LocalDateTime from,
            LocalDateTime until,
            double factor,
            Course course) {}

    /**
     * Days to set.
     *
     * @param lastDay included
     * @param chats of each day
     */
    record NewDaySum(SeriesKey series, LocalDate firstDay, LocalDate lastDay, double chats) {}

    /** What was made. */
    record MadeAdjustment(long id) {}

    /** What people changed in the forecast: lifts and set sums of days. */
    @GetMapping("/adjustments")
    AdjustmentList all(@PathVariable("plan") String planId) {
        return adjustments.of(planId);
    }

    /** Raises or lowers what is expected of some days by a share. */
    @PostMapping("/lifts")
    @ResponseStatus(HttpStatus.CREATED)
    MadeAdjustment lift(
            @PathVariable("plan") String planId, @RequestBody NewLift lift, @AuthenticationPrincipal SignedIn by) {
        return new MadeAdjustment(adjustments.lift(
                planId,
                lift.name,
                lift.doorId == null ? "" : lift.doorId,
                lift.topic == null ? "" : lift.topic,
                lift.from,
                lift.until,
                lift.factor,
                lift.course,
                by));
    }

    /** Takes back a lift. */
    @DeleteMapping("/lifts/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void unlift(@PathVariable("plan") String planId, @PathVariable long id) {
        adjustments.unlift(planId, id);
    }

    /** Sets how many chats are expected on a day. */
    @PostMapping("/day-sums")
    @ResponseStatus(HttpStatus.CREATED)
    MadeAdjustment set(
            @PathVariable("plan") String planId, @RequestBody NewDaySum days, @AuthenticationPrincipal SignedIn by) {
        return new MadeAdjustment(
                adjustments.setDays(planId, days.series, days.firstDay, days.lastDay, days.chats, by));
    }

    /** Takes back a day's set sum. */
    @DeleteMapping("/day-sums/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void unset(@PathVariable("plan") String planId, @PathVariable long id) {
        adjustments.unset(planId, id);
    }
}
