package io.kinetarch.server.inspection;

import io.kinetarch.core.inspection.WhyClosed;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.inspection.TrialDocuments.HeldDocument;
import io.kinetarch.server.inspection.TrialDocuments.PresenceState;
import io.kinetarch.server.plan.ElementKind;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.routing.ArrivalDocument;
import io.kinetarch.server.routing.PageAddress;
import io.kinetarch.server.shell.PublicAddress;
import io.kinetarch.server.visit.DoorSites;
import io.kinetarch.server.visit.LivePlans;
import java.net.URI;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Why a visitor would not get a chat through a door of the draft, or gets none through one of the live plan. */
@RestController
class WhyClosedController {
    private final Plans plans;
    private final LivePlans livePlans;
    private final DoorSites sites;
    private final PublicAddress address;
    private final Clock clock;

    WhyClosedController(Plans plans, LivePlans livePlans, DoorSites sites, PublicAddress address, Clock clock) {
        this.plans = plans;
        this.livePlans = livePlans;
        this.sites = sites;
        this.address = address;
        this.clock = clock;
    }

    /**
     * A visitor on a page.
     *
     * @param page address of the page; null for the plain link
     * @param policies content security policies of the page, as its headers have them
     * @param nonce that the script element carries; null for none
     * @param now whether the live plan is asked about as it stands this minute; moment, changes, holding and waiting are then not
     *     looked at
     * @param changes operators whose presence differs from their usual hours, by id
     * @param holding what operators hold, by id
     * @param waiting chats that wait already, by queue id
     */
    record ClosedQuestion(
            @Nullable String page,
            List<String> policies,
            @Nullable String nonce,
            @Nullable Boolean now,
            Instant at,
            @Nullable Map<String, PresenceState> changes,
            @Nullable Map<String, HeldDocument> holding,
            @Nullable Map<String, Integer> waiting) {}

    /**
     * One link of the chain.
     *
     * @param step what it is about, in one word
     * @param kind of the element whose setting changes it; null where it is not in the plan
     * @param change what would change it; empty where it passes
     * @param allow the site to be allowed, where that is the mend
     */
    record LinkDocument(
            String step,
            boolean passed,
            String because,
            @Nullable ElementKind kind,
            @Nullable String id,
            String change,
            @Nullable String allow) {
        static LinkDocument of(WhyClosed.Link link, @Nullable URI page) {
            return new LinkDocument(
                    link.step().name().toLowerCase(Locale.ROOT).replace('_', '-'),
                    link.passed(),
                    link.because(),
                    link.about().map(ElementKind::of).orElse(null),
                    link.about().map(id -> id.value()).orElse(null),
                    link.change(),
                    page == null || link.mend().isEmpty() ? null : WhyClosed.origin(page));
        }
    }

    /** Why a door is closed at an instant, from the door to the person who is missing. */
    @PostMapping("/api/v1/plans/{plan}/doors/{door}/why-closed")
    List<LinkDocument> whyClosed(
            @PathVariable("plan") String planId, @PathVariable String door, @RequestBody ClosedQuestion asked) {
        boolean now = Boolean.TRUE.equals(asked.now());
        var draft = plans.draftState(planId);
        Plan plan = now ? livePlans.live(planId).plan() : draft.plan();
        if (!plan.has(new DoorId(door))) {
            throw new Refusal(Kind.NOT_FOUND, "The plan has no front door \"" + door + "\".");
        }
        var at = now ? clock.instant() : asked.at();
        var waiting = TrialDocuments.waiting(plan, now ? livePlans.waiting(planId) : asked.waiting());
        String sent = asked.page();
        URI page = sent == null || sent.isBlank() ? null : URI.create(PageAddress.of(sent, "/page"));
        String language = plan.door(new DoorId(door)).languages().getFirst();
        var chat = new ArrivalDocument(
                        door, page == null ? null : page.toString(), language, null, at, null, null, null)
                .toArrival(plan, TrialDocuments.queues(waiting, null), "/arrival");
        boolean live = plans.state(planId, Which.live)
                .map(state -> state.plan().has(new DoorId(door)))
                .orElse(false);
        var there = now
                ? livePlans.presence(planId)
                : TrialDocuments.holding(TrialDocuments.plannedWith(draft, at, asked.changes()), plan, asked.holding());
        var question = new WhyClosed.Question(
                chat,
                page,
                asked.policies(),
                asked.nonce(),
                URI.create(address.base()),
                live,
                livePlans.paused(planId).contains(door),
                there,
                waiting,
                now && page != null ? sites.of(planId, door, WhyClosed.origin(page)) : null);
        return WhyClosed.of(plan, question).stream()
                .map(link -> LinkDocument.of(link, page))
                .toList();
    }
}
