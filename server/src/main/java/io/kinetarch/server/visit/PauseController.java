package io.kinetarch.server.visit;

import io.kinetarch.server.live.CallKind;
import io.kinetarch.server.live.LiveCalls;
import io.kinetarch.server.live.Wish;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Pauses doors of live plans and opens them again, at once and without a revision. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/doors")
class PauseController {
    private final LivePlans plans;
    private final LiveCalls calls;

    PauseController(LivePlans plans, LiveCalls calls) {
        this.plans = plans;
        this.calls = calls;
    }

    record PauseWish(boolean paused) {}

    /** The doors that are paused now, by their ids; none where the plan is not live. */
    @GetMapping("/pauses")
    List<String> paused(@PathVariable String plan) {
        return plans.paused(plan);
    }

    /** Pauses a door at once, or opens it again, whatever its hours say. */
    @PostMapping("/{door}/pause")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void pause(@PathVariable String plan, @PathVariable String door, @RequestBody PauseWish wish) {
        plans.door(plan, door);
        calls.make(plan, Wish.atDoor(wish.paused() ? CallKind.PAUSE : CallKind.RESUME, door));
        plans.changed(plan);
    }
}
