package io.kinetarch.server.staffing;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.staffing.CheapestHours;
import io.kinetarch.core.staffing.SkillGaps;
import io.kinetarch.core.staffing.StaffingWeek.QueueSlot;
import io.kinetarch.core.staffing.Ways;
import io.kinetarch.core.staffing.Ways.Lever;
import io.kinetarch.server.plan.KeptAnswers;
import io.kinetarch.server.plan.Plans.Which;
import io.kinetarch.server.staffing.Outlooks.Outlook;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What a week lacks, and the ways to mend it, over HTTP. */
@RestController
@RequestMapping("/api/v1/plans/{plan}")
class AdviceController {
    private static final int MOST_TRAINING = 8;

    private final Outlooks outlooks;
    private final KeptAnswers<Gaps> gaps;
    private final KeptAnswers<WaysView> ways;

    AdviceController(Outlooks outlooks, Clock clock) {
        this.outlooks = outlooks;
        gaps = new KeptAnswers<>(clock);
        ways = new KeptAnswers<>(clock);
    }

    /**
     * What a week lacks.
     *
     * @param training who would help most by learning to serve one more queue, best first
     */
    record Gaps(
            List<QueuesShort> queues, List<LanguageShort> languages, List<SkillShort> skills, List<Trained> training) {}

    /**
     * Queues short of the same people.
     *
     * @param hours operator-hours
     */
    record QueuesShort(List<String> names, List<Instant> halfHours, double hours) {}

    /**
     * A language that is short.
     *
     * @param language BCP 47 tag
     * @param lacking operators, for each half-hour of the week
     */
    record LanguageShort(String language, String name, List<Double> lacking) {}

    /**
     * A skill that is short.
     *
     * @param lacking operators, for each half-hour of the week
     */
    record SkillShort(String skill, String name, List<Double> lacking) {}

    /**
     * Somebody who would learn a queue.
     *
     * @param hours operator-hours that would lack no more
     * @param lacks skills and levels that they have not yet
     */
    record Trained(
            String operator, String operatorName, String queue, String queueName, double hours, List<String> lacks) {}

    /** The half-hours of a week in which nobody present has a skill or language that chats ask for. */
    @GetMapping("/skill-gaps")
    Gaps gaps(@PathVariable String plan, @RequestParam(required = false) @Nullable LocalDate monday) {
        var outlook = outlooks.get(plan, Which.draft, monday);
        return gaps.get(outlook.state(), outlook.forecast().week().monday(), () -> gaps(outlook));
    }

    private static Gaps gaps(Outlook outlook) {
        var design = outlook.state().plan();
        var gaps = SkillGaps.of(
                design,
                outlook.forecast().week().monday(),
                outlook.slots(),
                outlook.assumptions(),
                outlook.state().presences());
        var forAll = outlook.slots().getFirst().queues().stream()
                .map(queue -> queue.parts().getLast().post())
                .collect(Collectors.toSet());
        return new Gaps(
                gaps.queues().stream()
                        .map(together -> new QueuesShort(
                                PostWords.names(design, together.posts(), forAll),
                                together.halfHours(),
                                together.hours()))
                        .toList(),
                gaps.languages().entrySet().stream()
                        .sorted(Map.Entry.comparingByKey())
                        .map(entry -> new LanguageShort(
                                entry.getKey(), KnownLanguages.name(entry.getKey()), entry.getValue()))
                        .toList(),
                design.skills().stream()
                        .filter(skill -> gaps.skills().containsKey(skill.id()))
                        .map(skill -> new SkillShort(
                                skill.id().value(), skill.name(), gaps.skills().getOrDefault(skill.id(), List.of())))
                        .toList(),
                gaps.training().stream()
                        .limit(MOST_TRAINING)
                        .map(one -> trained(design, one))
                        .toList());
    }

    private static Trained trained(Plan plan, SkillGaps.Training training) {
        var operator = plan.operators().stream()
                .filter(one -> one.id().equals(training.operator()))
                .findFirst()
                .orElseThrow();
        var queue = plan.queue(training.post().queue());
        return new Trained(
                operator.id().value(),
                operator.name(),
                queue.id().value(),
                queue.name(),
                training.hours(),
                lacks(plan, operator, training));
    }

    /** Skills and levels that somebody has not yet, and the language where that is all they lack. */
    private static List<String> lacks(Plan plan, Operator operator, SkillGaps.Training training) {
        var queue = plan.queue(training.post().queue());
        var kinds = training.post().ownKinds();
        var skills = Stream.concat(queue.needs().stream(), kinds.stream().flatMap(kind -> kind.extraSkills().stream()))
                .distinct()
                .filter(need -> !operator.has(List.of(need)))
                .map(need -> plan.skill(need.skill()).name() + " " + need.leastLevel());
        var languages = kinds.stream()
                .flatMap(kind -> Stream.ofNullable(kind.language()))
                .distinct()
                .filter(tag -> operator.languageLevel(tag) < queue.leastLanguageLevel())
                .map(tag -> KnownLanguages.name(tag) + " " + queue.leastLanguageLevel());
        return Stream.concat(skills, languages).toList();
    }

    /**
     * How a week could be as many hours short as none.
     *
     * @param shortHours operator-hours short as planned
     * @param nobodyHours operator-hours among them of queues that nobody present can serve
     * @param paidHours that would have to be paid besides, so that nothing is short
     * @param cost of those; null where the plan does not say what an hour costs
     * @param levers others, each on its own
     * @param queues what each queue takes where the target is meant over the week
     */
    record WaysView(
            double shortHours,
            double nobodyHours,
            double paidHours,
            @Nullable Double cost,
            List<WayView> levers,
            List<OverTheWeek> queues) {}

    /**
     * One lever.
     *
     * @param value smallest that leaves as little short as the furthest that was tried
     * @param shortHours operator-hours that are short even so
     */
    record WayView(Lever lever, double value, double shortHours) {}

    /**
     * A queue's hours.
     *
     * @param everyHalfHour operator-hours where each half-hour reaches the target's share
     * @param overTheWeek where the week does, some half-hours better and some worse
     * @param bound no fewer do
     */
    record OverTheWeek(
            String queue, String name, double share, double everyHalfHour, double overTheWeek, double bound) {}

    /** What would help most in the half-hours of a week that are short of people. */
    @GetMapping("/ways")
    WaysView ways(@PathVariable String plan, @RequestParam(required = false) @Nullable LocalDate monday) {
        var outlook = outlooks.get(plan, Which.draft, monday);
        return ways.get(outlook.state(), outlook.forecast().week().monday(), () -> ways(outlook));
    }

    private WaysView ways(Outlook outlook) {
        var design = outlook.state().plan();
        double paid = paidForWhatIsShort(outlook);
        var pay = design.settings().pay();
        var levers = Ways.of(
                design.queues().stream()
                        .mapToInt(queue -> ChatsAtOnce.of(design, queue).value())
                        .max()
                        .orElse(1),
                design.queues().stream()
                        .mapToDouble(queue -> queue.target().share())
                        .min()
                        .orElse(0),
                outlook.botShare(),
                assumptions -> outlooks.whatIf(outlook, assumptions).slots());
        var cheapest =
                CheapestHours.of(design, outlook.slots(), outlook.forecast().handlingSeconds());
        return new WaysView(
                outlook.totals().shortHours(),
                nobodyHours(outlook),
                paid,
                pay == null ? null : pay.perHour() * paid,
                levers.stream()
                        .map(way -> new WayView(way.lever(), way.value(), way.shortHours()))
                        .toList(),
                IntStream.range(0, cheapest.size())
                        .mapToObj(q -> overTheWeek(design, cheapest.get(q)))
                        .toList());
    }

    private static OverTheWeek overTheWeek(Plan plan, CheapestHours hours) {
        var queue = plan.queue(hours.queue());
        return new OverTheWeek(
                queue.id().value(),
                queue.name(),
                queue.target().share(),
                hours.everyHalfHour(),
                hours.overTheWeek(),
                hours.bound());
    }

    private static double nobodyHours(Outlook outlook) {
        return outlook.slots().stream()
                        .flatMap(slot -> slot.queues().stream())
                        .filter(queue -> queue.eligible() == 0)
                        .mapToDouble(QueueSlot::shortOf)
                        .sum()
                / 2.0;
    }

    private static double paidForWhatIsShort(Outlook outlook) {
        var zone = outlook.state().plan().timeZone();
        var shrinkage = outlook.state().plan().settings().shrinkage();
        return outlook.slots().stream()
                .mapToDouble(slot -> shrinkage.paid(
                        slot.shortOf() / 2.0, slot.startsAt().atZone(zone).getDayOfWeek()))
                .sum();
    }
}
