package io.kinetarch.server.simulation;

import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.staffing.Outlooks;
import java.time.LocalDate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What draft and live plan do in a week to come. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/simulated")
class ConsequencesController {
    private final SimulatedWeeks weeks;
    private final Outlooks outlooks;

    ConsequencesController(SimulatedWeeks weeks, Outlooks outlooks) {
        this.weeks = weeks;
        this.outlooks = outlooks;
    }

    /**
     * As far as it is known by now; asked again, it is known better, until it has ended.
     *
     * @param detailed with each half-hour, and known more closely
     */
    @GetMapping
    ConsequencesDocument simulated(
            @PathVariable String plan,
            @RequestParam LocalDate monday,
            @RequestParam(defaultValue = "false") boolean detailed)
            throws InterruptedException {
        return ConsequencesDocument.of(weeks.of(plan, monday, detailed), monday, detailed);
    }

    /** What each edit of the draft does by itself, as far as it is known by now. */
    @GetMapping("/causes")
    CausesDocument causes(@PathVariable String plan, @RequestParam LocalDate monday) throws InterruptedException {
        return CausesDocument.of(weeks.causes(plan, monday));
    }

    /** The shares answered in time that the staffing model says, beside those of the simulation. */
    @GetMapping("/against-staffing")
    AgainstDocument againstStaffing(@PathVariable String plan, @RequestParam LocalDate monday)
            throws InterruptedException {
        var outlook = outlooks.get(plan, Which.draft, monday);
        return AgainstDocument.of(weeks.of(plan, monday, true), outlook.state().plan(), outlook.slots());
    }
}
