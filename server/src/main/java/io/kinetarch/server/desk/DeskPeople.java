package io.kinetarch.server.desk;

import io.kinetarch.core.plan.Operator;
import io.kinetarch.server.account.SignedIn;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans;
import org.springframework.stereotype.Component;

/** Which operator of a live plan an account is. */
@Component
public class DeskPeople {
    private final LivePlans plans;

    DeskPeople(LivePlans plans) {
        this.plans = plans;
    }

    /**
     * The operator of an account.
     *
     * @throws Refusal if the live plan has none for it
     */
    public Operator operator(String planId, SignedIn account) {
        return plans.live(planId)
                .plan()
                .operatorOf(account.name())
                .orElseThrow(() -> new Refusal(
                        Kind.NOT_ALLOWED,
                        "No operator of the live plan has the account \"" + account.name()
                                + "\". Give it to one under People, and go live."));
    }
}
