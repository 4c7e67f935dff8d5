package io.kinetarch.server.visit;

import io.kinetarch.server.visit.Invitations.InvitationCount;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What came of invitations, for those who design doors. */
@RestController
@RequestMapping("/api/v1/plans/{plan}/doors/{door}/invitations")
class InvitationController {
    private static final int DAYS = 28;

    private final Invitations invitations;

    InvitationController(Invitations invitations) {
        this.invitations = invitations;
    }

    /** How often each was shown, opened and put away within the last 28 days; those that never were are left out. */
    @GetMapping
    List<InvitationCount> counts(@PathVariable String plan, @PathVariable String door) {
        return invitations.counts(plan, door, DAYS);
    }
}
