package io.kinetarch.server.inspection;

import io.kinetarch.core.inspection.ChatTrial;
import io.kinetarch.core.inspection.Presence;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.server.document.PlanDocument;
import io.kinetarch.server.inspection.TrialDocuments.HeldDocument;
import io.kinetarch.server.inspection.TrialDocuments.PresenceState;
import io.kinetarch.server.inspection.TrialDocuments.TrialDocument;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.routing.ArrivalDocument;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Where a chat goes and why: on a plan that is sent along, or on a stored one. */
@RestController
@RequestMapping("/api/v1")
class TrialController {
    private final Plans plans;

    TrialController(Plans plans) {
        this.plans = plans;
    }

    /**
     * A chat to try on a plan.
     *
     * @param presence operators by id, those not named being gone; null for their usual hours
     * @param holding what operators hold, by id
     * @param waiting chats that wait already, by queue id
     * @param longestWaits seconds that the first of them has waited, by queue id
     */
    record DecisionQuestion(
            PlanDocument plan,
            ArrivalDocument arrival,
            @Nullable Map<String, PresenceState> presence,
            @Nullable Map<String, HeldDocument> holding,
            @Nullable Map<String, Integer> waiting,
            @Nullable Map<String, Integer> longestWaits) {}

    /**
     * A chat to try on a stored plan.
     *
     * @param changes operators whose presence differs from their usual hours, by id
     * @param holding what operators hold, by id
     * @param waiting chats that wait already, by queue id
     * @param longestWaits seconds that the first of them has waited, by queue id
     */
    record TrialQuestion(
            Plans.Which of,
            ArrivalDocument arrival,
            @Nullable Map<String, PresenceState> changes,
            @Nullable Map<String, HeldDocument> holding,
            @Nullable Map<String, Integer> waiting,
            @Nullable Map<String, Integer> longestWaits) {}

    /** Where a chat would go by the rules of a plan that is sent along, and why; nothing is stored. */
    @PostMapping("/calc/decision")
    TrialDocument decide(@RequestBody DecisionQuestion question) {
        Plan plan = question.plan().toPlan();
        var there = TrialDocuments.presence(plan, question.arrival().at(), question.presence());
        return answer(
                plan,
                question.arrival(),
                TrialDocuments.holding(there, plan, question.holding()),
                TrialDocuments.waiting(plan, question.waiting()),
                question.longestWaits());
    }

    /** Where a chat would go at an instant by a state of a stored plan, with every step of the decision. */
    @PostMapping("/plans/{plan}/trials")
    TrialDocument tryChat(@PathVariable("plan") String planId, @RequestBody TrialQuestion question) {
        var state = plans.state(planId, question.of())
                .orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "The plan has not gone live yet; try its draft."));
        Plan plan = state.plan();
        var there = TrialDocuments.plannedWith(state, question.arrival().at(), question.changes());
        return answer(
                plan,
                question.arrival(),
                TrialDocuments.holding(there, plan, question.holding()),
                TrialDocuments.waiting(plan, question.waiting()),
                question.longestWaits());
    }

    private static TrialDocument answer(
            Plan plan,
            ArrivalDocument arrival,
            Presence there,
            Map<QueueId, Integer> waiting,
            @Nullable Map<String, Integer> longestWaits) {
        var chat = arrival.toArrival(plan, TrialDocuments.queues(waiting, longestWaits), "/arrival");
        return TrialDocument.of(ChatTrial.run(plan, chat, there, waiting));
    }
}
