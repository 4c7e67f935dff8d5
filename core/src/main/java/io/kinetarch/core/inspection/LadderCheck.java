package io.kinetarch.core.inspection;

import static io.kinetarch.core.inspection.Finding.facts;

import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.Timeouts;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Looks for what makes a queue's ladder, or the plan's timeouts, other than meant. */
final class LadderCheck {
    /** A rung that comes when this share of visitors has given up comes too late. */
    private static final double GIVEN_UP = 0.95;
    /** Common practice, no source: five minutes without an operator's reply is long, and fair before a chat is closed. */
    private static final int FIVE_MINUTES = 300;

    private static final int TWO_MINUTES = 120;

    private final Plan plan;
    private final List<Finding> findings = new ArrayList<>();

    private LadderCheck(Plan plan) {
        this.plan = plan;
    }

    static List<Finding> of(Plan plan) {
        var check = new LadderCheck(plan);
        plan.queues().forEach(check::ladder);
        check.timeouts();
        return check.findings;
    }

    private void ladder(Queue queue) {
        order(queue);
        afterTheEnd(queue);
        late(queue);
        languages(queue);
        withoutEffect(queue);
    }

    private void order(Queue queue) {
        var sorted = queue.ladder().stream()
                .sorted(Comparator.comparingInt(Rung::seconds))
                .toList();
        if (!sorted.equals(queue.ladder())) {
            var first = IntStream.range(1, sorted.size())
                    .filter(i -> queue.ladder().get(i).seconds()
                            < queue.ladder().get(i - 1).seconds())
                    .findFirst()
                    .orElseThrow();
            found(
                    Severity.NOTES,
                    FindingCode.RUNGS_OUT_OF_ORDER,
                    facts(queue.ladder().stream().map(Rung::seconds).toList()),
                    queue,
                    "The rungs of " + queue.name() + " are out of order: that after "
                            + queue.ladder().get(first).seconds() + " s stands below that after "
                            + queue.ladder().get(first - 1).seconds() + " s, and happens before it.",
                    "Put them in the order in which they happen.",
                    "Sort them",
                    sorted);
        }
    }

    private void afterTheEnd(Queue queue) {
        var end = queue.ladder().stream()
                .filter(rung -> rung.action().ends())
                .min(Comparator.comparingInt(Rung::seconds));
        if (end.isEmpty()) {
            return;
        }
        int last = end.get().seconds();
        var kept = queue.ladder().stream()
                .filter(rung -> rung.seconds() < last || rung.equals(end.get()))
                .toList();
        int never = queue.ladder().size() - kept.size();
        if (never > 0) {
            found(
                    Severity.WARNS,
                    FindingCode.RUNGS_AFTER_THE_END,
                    facts(last, never),
                    queue,
                    "In " + queue.name() + " a chat leaves the ladder after " + last + " s, so "
                            + (never == 1 ? "one rung never happens." : never + " rungs never happen."),
                    "Remove what comes after, or let it come before.",
                    never == 1 ? "Remove it" : "Remove them",
                    kept);
        }
    }

    private void late(Queue queue) {
        Double patience = queue.workload().patienceSeconds();
        if (patience == null) {
            return;
        }
        // Patience is exponential, as in the staffing model: exp(−t / patience) still wait after t.
        double latest = patience * -Math.log(1 - GIVEN_UP);
        int half = rounded(patience * Math.log(2));
        var late =
                queue.ladder().stream().filter(rung -> rung.seconds() > latest).toList();
        if (!late.isEmpty()) {
            var rung = late.getFirst();
            found(
                    Severity.WARNS,
                    FindingCode.RUNG_TOO_LATE,
                    facts(rung.seconds(), Math.round(patience)),
                    queue,
                    "The rung of " + queue.name() + " after " + rung.seconds() + " s comes when "
                            + percent(Math.exp(-rung.seconds() / patience)) + " of visitors would still wait: their"
                            + " patience is " + Math.round(patience) + " s in the mean.",
                    "Let it happen while people are still there, such as after " + half + " s, when half of them are.",
                    late.size() == 1 ? "Move it to " + half + " s" : "Move " + late.size() + " rungs to " + half + " s",
                    Stream.concat(
                                    queue.ladder().stream().filter(other -> !late.contains(other)),
                                    late.stream().map(other -> new Rung(half, other.action())))
                            .sorted(Comparator.comparingInt(Rung::seconds))
                            .toList());
        }
    }

    private static int rounded(double seconds) {
        return Math.max(5, (int) (5 * Math.round(seconds / 5)));
    }

    private static String percent(double share) {
        double percent = share * 100;
        return percent < 0.1 ? "less than 0.1 %" : "only " + Math.round(percent * 10) / 10.0 + " %";
    }

    private void languages(Queue queue) {
        var spoken = plan.doors().stream()
                .flatMap(door -> door.languages().stream())
                .distinct()
                .toList();
        for (Rung rung : queue.ladder()) {
            var text = switch (rung.action()) {
                case Rung.Action.Say(var said) -> said;
                case Rung.Action.End(var said) -> said;
                default -> null;
            };
            if (text == null) {
                continue;
            }
            var missing = spoken.stream().filter(tag -> text.in(tag).isEmpty()).toList();
            if (!missing.isEmpty()) {
                findings.add(Finding.of(
                        Severity.WARNS,
                        FindingCode.RUNG_TEXT_MISSING,
                        facts(rung.seconds(), missing),
                        queue.id(),
                        "What " + queue.name() + " says after " + rung.seconds() + " s is not written in "
                                + KnownLanguages.names(missing) + ".",
                        text.isEmpty()
                                ? "Write it; until then the chat ends without a word."
                                : "Write it; until then visitors read it in another language."));
            }
        }
    }

    /** Rungs that ask for less of a skill that nobody was asked for, or add who could take the chat before. */
    private void withoutEffect(Queue queue) {
        for (Rung rung : queue.ladder()) {
            var why = switch (rung.action()) {
                case Rung.Action.LowerLevel(var skill, var _)
                when !needed(queue).contains(skill) ->
                    "neither the queue nor a rule that leads there asks for "
                            + plan.skill(skill).name();
                case Rung.Action.AddOperators(var operators)
                when operators.stream().allMatch(members(queue.id())::contains) -> "everyone it adds is a member";
                case Rung.Action.AddMembersOf(var other)
                when members(queue.id()).containsAll(members(other)) ->
                    "every member of " + plan.queue(other).name() + " is a member already";
                default -> null;
            };
            if (why != null) {
                found(
                        Severity.NOTES,
                        FindingCode.RUNG_WITHOUT_EFFECT,
                        facts(rung.seconds(), why),
                        queue,
                        "The rung of " + queue.name() + " after " + rung.seconds() + " s changes nothing: " + why + ".",
                        "Remove it, or let it do something else.",
                        "Remove it",
                        without(queue, rung::equals));
            }
        }
    }

    private Set<OperatorId> members(QueueId queue) {
        return CompiledPlan.of(plan).members(queue).stream()
                .mapToObj(index -> plan.operators().get(index).id())
                .collect(Collectors.toSet());
    }

    private List<SkillId> needed(Queue queue) {
        return Stream.concat(
                        queue.needs().stream(),
                        plan.rules().stream()
                                .filter(rule -> rule.queue().equals(queue.id()))
                                .flatMap(rule -> rule.needs().stream()))
                .map(SkillNeed::skill)
                .toList();
    }

    private static List<Rung> without(Queue queue, Predicate<Rung> which) {
        return queue.ladder().stream().filter(which.negate()).toList();
    }

    private void timeouts() {
        var timeouts = plan.settings().timeouts();
        var reply = timeouts.reply();
        if (reply.seconds() > FIVE_MINUTES) {
            findings.add(Finding.of(
                            Severity.WARNS,
                            FindingCode.REPLY_TIMEOUT_LONG,
                            facts(reply.seconds()),
                            plan.settings().id(),
                            "A visitor may wait " + reply.seconds() + " s for an operator's reply before anything"
                                    + " happens; two minutes are common, five already long.",
                            "Let another operator take over after " + TWO_MINUTES + " s.")
                    .offering(
                            "Set it to " + TWO_MINUTES + " s",
                            put(timeouts.with(
                                    new Timeouts.Reply(TWO_MINUTES, reply.text(), reply.then(), reply.offers())))));
        }
        var silence = timeouts.silence();
        if (silence.closeSeconds() < FIVE_MINUTES) {
            findings.add(Finding.of(
                            Severity.WARNS,
                            FindingCode.SILENCE_TIMEOUT_SHORT,
                            facts(silence.closeSeconds()),
                            plan.settings().id(),
                            "A chat is closed after its visitor was silent for " + silence.closeSeconds()
                                    + " s; people look things up, and five minutes are fair.",
                            "Close it after " + FIVE_MINUTES + " s.")
                    .offering(
                            "Set it to " + FIVE_MINUTES + " s",
                            put(timeouts.with(new Timeouts.Silence(
                                    silence.reminderSeconds(), silence.reminder(), FIVE_MINUTES, silence.close())))));
        }
    }

    private PlanEdit put(Timeouts timeouts) {
        return new PlanEdit.Put(plan.settings().with(timeouts));
    }

    private void found(
            Severity severity,
            FindingCode code,
            List<String> facts,
            Queue queue,
            String words,
            String mend,
            String label,
            List<Rung> ladder) {
        findings.add(Finding.of(severity, code, facts, queue.id(), words, mend)
                .offering(label, new PlanEdit.Put(queue.withLadder(ladder))));
    }
}
