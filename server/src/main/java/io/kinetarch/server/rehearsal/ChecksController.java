package io.kinetarch.server.rehearsal;

import io.kinetarch.server.plan.Plans.Which;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What comes of the checks of a plan. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/checks")
class ChecksController {
    private final Checks checks;

    ChecksController(Checks checks) {
        this.checks = checks;
    }

    /** Plays the plan's checks, and tells of each whether it holds. */
    @GetMapping
    List<CheckResult> results(@PathVariable String plan, @RequestParam(defaultValue = "draft") Which of) {
        return checks.of(plan, of);
    }
}
