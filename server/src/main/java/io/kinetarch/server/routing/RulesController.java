package io.kinetarch.server.routing;

import io.kinetarch.core.inspection.ChatWords;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.routing.RuleAnalysis;
import io.kinetarch.core.routing.RuleShares;
import io.kinetarch.core.routing.RuleShares.Seen;
import io.kinetarch.server.plan.KeptAnswers;
import io.kinetarch.server.plan.Plans;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.volume.Volumes;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** The rules of the draft, analysed. */
@RestController
class RulesController {
    private static final int WEEKS = 4;

    private final Plans plans;
    private final Volumes volumes;
    private final Clock clock;
    private final KeptAnswers<RulesView> analysed;

    RulesController(Plans plans, Volumes volumes, Clock clock) {
        this.plans = plans;
        this.volumes = volumes;
        this.clock = clock;
        analysed = new KeptAnswers<>(clock);
    }

    /**
     * What the rules do with every chat there can be.
     *
     * @param tooVaried why they could not be analysed; null where they were
     * @param rest a chat that falls to the last row; null where the others take every chat
     */
    record RulesView(
            @Nullable String tooVaried,
            List<DeadRule> dead,
            List<OverlappingRules> overlaps,
            @Nullable ExampleChat rest) {}

    /**
     * A rule that no chat reaches.
     *
     * @param covering earlier rules that together take all it could
     */
    record DeadRule(String rule, List<String> covering) {}

    /** Two rules that want one chat for different ends; the first gets it. */
    record OverlappingRules(String first, String second, ExampleChat example) {}

    /**
     * A made-up chat.
     *
     * @param words that describe it
     * @param page null where it came by a plain link
     */
    record ExampleChat(
            String words,
            String door,
            String language,
            @Nullable String page,
            Map<String, String> answers) {
        static ExampleChat of(Plan plan, Arrival chat) {
            return new ExampleChat(
                    ChatWords.of(plan, chat),
                    chat.door().value(),
                    chat.language(),
                    chat.page(),
                    chat.answers().entrySet().stream()
                            .collect(Collectors.toMap(answer -> answer.getKey().value(), Map.Entry::getValue)));
        }
    }

    /**
     * What the rules do with the chats of the newest weeks.
     *
     * @param from first day of them; null where no chats are known
     * @param to the last day
     * @param chats how many were decided
     * @param unknown how many could not be: their door is not known
     * @param moved chats that the live plan sends elsewhere, the most first; null where nothing is live
     */
    record SharesView(
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            int chats,
            int unknown,
            List<RuleShare> rules,
            @Nullable List<MovedChats> moved) {}

    /**
     * What one rule takes.
     *
     * @param share of the chats that were decided
     * @param example in words; null where it takes none
     */
    record RuleShare(
            String rule, int chats, double share, @Nullable String example) {}

    /** Chats that the live plan sends to one queue, and the draft to another. */
    record MovedChats(String from, String to, int chats, double share) {}

    /** The chats of the newest four weeks, by the draft's rules and against the live plan's. */
    @GetMapping("/api/v1/plans/{plan}/rules/shares")
    SharesView shares(@PathVariable("plan") String planId) {
        Plan plan = plans.draftState(planId).plan();
        var last = volumes.lastBefore(planId, clock.instant());
        if (last.isEmpty()) {
            return new SharesView(null, null, 0, 0, List.of(), null);
        }
        var until = LocalDate.ofInstant(last.get(), plan.timeZone()).plusDays(1);
        var from = until.minusWeeks(WEEKS);
        var seen = seen(planId, from, until, plan);
        var shares = RuleShares.of(plan, seen);
        double all = Math.max(1, shares.chats());
        var live = plans.state(planId, Which.live).map(state -> RuleShares.moved(state.plan(), plan, seen));
        return new SharesView(
                from,
                until.minusDays(1),
                shares.chats(),
                shares.unknown(),
                shares.rules().stream()
                        .map(share -> new RuleShare(
                                share.rule().value(),
                                share.chats(),
                                share.chats() / all,
                                share.example()
                                        .map(chat -> ChatWords.of(plan, chat))
                                        .orElse(null)))
                        .toList(),
                live.map(moved -> moved.stream()
                                .map(one -> new MovedChats(
                                        one.from().value(), one.to().value(), one.chats(), one.chats() / all))
                                .toList())
                        .orElse(null));
    }

    private List<Seen> seen(String planId, LocalDate from, LocalDate until, Plan plan) {
        return volumes
                .between(
                        planId,
                        from.atStartOfDay(plan.timeZone()).toInstant(),
                        until.atStartOfDay(plan.timeZone()).toInstant())
                .stream()
                .map(count -> new Seen(
                        count.origin().door(),
                        count.origin().language(),
                        count.origin().topic(),
                        count.startsAt(),
                        count.chats()))
                .toList();
    }

    /** Which rules are never reached, hide others or overlap, each with a chat that shows it. */
    @GetMapping("/api/v1/plans/{plan}/rules/analysis")
    RulesView analysis(@PathVariable("plan") String planId) {
        var state = plans.draftState(planId);
        return analysed.get(state, "", () -> analysis(state.plan()));
    }

    private RulesView analysis(Plan plan) {
        try {
            var found = RuleAnalysis.of(plan, LocalDate.ofInstant(clock.instant(), plan.timeZone()));
            return new RulesView(
                    null,
                    found.dead().stream()
                            .map(dead -> new DeadRule(
                                    dead.rule().value(),
                                    dead.covering().stream()
                                            .map(rule -> rule.value())
                                            .toList()))
                            .toList(),
                    found.overlaps().stream()
                            .map(overlap -> new OverlappingRules(
                                    overlap.first().value(),
                                    overlap.second().value(),
                                    ExampleChat.of(plan, overlap.example())))
                            .toList(),
                    found.rest().map(chat -> ExampleChat.of(plan, chat)).orElse(null));
        } catch (RuleAnalysis.TooVaried tooVaried) {
            return new RulesView(tooVaried.getMessage(), List.of(), List.of(), null);
        }
    }
}
