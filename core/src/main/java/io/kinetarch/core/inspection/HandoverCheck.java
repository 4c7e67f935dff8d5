package io.kinetarch.core.inspection;

import static io.kinetarch.core.inspection.Finding.facts;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.door.DoorTexts;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.DoorOpens;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.routing.ExpectedChats;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Looks for settings of handing over, opening and closing that do not do what they are there for. */
final class HandoverCheck {
    private final Plan plan;
    private final List<Finding> findings = new ArrayList<>();

    private HandoverCheck(Plan plan) {
        this.plan = plan;
    }

    static List<Finding> of(Plan plan) {
        var check = new HandoverCheck(plan);
        plan.queues().forEach(queue -> {
            check.offer(queue);
            check.wrapUp(queue);
        });
        plan.doors().forEach(check::neverMet);
        plan.hours().forEach(check::closingTexts);
        return check.findings;
    }

    /** A chat leaves the ladder before an offer made as it came could lapse. */
    private void offer(Queue queue) {
        int accept = plan.settings().timeouts().accept().seconds();
        if (queue.handover().by() == Handover.By.DIRECT) {
            return;
        }
        queue.ladder().stream()
                .filter(rung -> rung.action().ends() && rung.seconds() < accept)
                .min(Comparator.comparingInt(Rung::seconds))
                .ifPresent(rung -> findings.add(Finding.of(
                                Severity.WARNS,
                                FindingCode.OFFER_OUTLASTS_LADDER,
                                facts(accept, rung.seconds()),
                                queue.id(),
                                "Operators of " + queue.name() + " have " + accept
                                        + " s to accept a chat, which leaves the"
                                        + " queue after " + rung.seconds() + " s: an offer may be taken back before it"
                                        + " could be accepted.",
                                "Let the chat stay longer, give less time to accept, or hand chats over directly.")
                        .offering(
                                "Hand them over directly",
                                new PlanEdit.Put(queue.with(new Handover(
                                        Handover.By.DIRECT, queue.handover().wrapUpSeconds()))))));
    }

    private void wrapUp(Queue queue) {
        int wrapUp = queue.handover().wrapUpSeconds();
        double handling = queue.workload().handlingSeconds();
        if (wrapUp > 0 && wrapUp >= handling) {
            findings.add(Finding.of(
                    Severity.WARNS,
                    FindingCode.WRAP_UP_IS_ALL,
                    facts(wrapUp, Math.round(handling)),
                    queue.id(),
                    "Wrapping up takes " + wrapUp + " s in " + queue.name()
                            + ", and the whole handling time, talk and wrap-up" + " together, is "
                            + Math.round(handling) + " s: no time is left to talk.",
                    "Allow less to wrap up, or say what talk and wrap-up take together."));
        }
    }

    /** A door that opens by presence, where nobody who would open it is ever there. */
    private void neverMet(FrontDoor door) {
        var queues = switch (door.opens()) {
            case BY_HOURS -> Set.<QueueId>of();
            case CATCH_ALL_PRESENT -> Set.of(plan.catchAllQueue().id());
            case VISITOR_SERVED ->
                ExpectedChats.rules(plan, door).stream()
                        .map(rule -> rule.queue())
                        .collect(Collectors.toCollection(LinkedHashSet::new));
        };
        if (queues.isEmpty() || queues.stream().anyMatch(this::isEverServed)) {
            return;
        }
        String named = queues.stream().map(id -> plan.queue(id).name()).collect(Collectors.joining(", "));
        findings.add(Finding.of(
                Severity.WARNS,
                FindingCode.DOOR_NEVER_MET,
                facts(door.opens(), queues),
                door.id(),
                door.name() + " opens only while somebody is present who serves " + named
                        + ", and nobody who could is usually present: it is never open.",
                door.opens() == DoorOpens.CATCH_ALL_PRESENT
                        ? "Say when somebody of the catch-all queue is present, or let the door open by its hours alone."
                        : "Say when somebody of these queues is present, or let the door open by its hours alone."));
    }

    private boolean isEverServed(QueueId queue) {
        return CompiledPlan.of(plan).able(ChatNeeds.of(queue)).stream()
                .mapToObj(plan.operators()::get)
                .map(Operator::presence)
                .anyMatch(presence -> !presence.isEmpty());
    }

    /** Hours that end chats at closing, and doors whose visitors would then read nothing in their language. */
    private void closingTexts(HoursSet set) {
        if (set.closing().waiting() != Closing.Then.ENDED && set.closing().inHand() != Closing.Then.ENDED) {
            return;
        }
        for (FrontDoor door : plan.doors()) {
            boolean kept = ExpectedChats.rules(plan, door).stream()
                    .anyMatch(rule -> plan.hoursOf(plan.queue(rule.queue())).equals(set));
            var texts = new DoorTexts(plan, door);
            var missing = door.languages().stream()
                    .filter(language -> texts.find(TextKind.CLOSED, language).isEmpty())
                    .toList();
            if (kept && !missing.isEmpty()) {
                findings.add(Finding.of(
                        Severity.WARNS,
                        FindingCode.CLOSING_TEXT_MISSING,
                        facts(door.id(), missing),
                        set.id(),
                        "“" + set.name() + "” ends chats at closing time, and visitors of " + door.name()
                                + " would read no" + " closed text in " + KnownLanguages.names(missing) + ".",
                        "Write the closed text in these languages, or let chats be served out."));
            }
        }
    }
}
