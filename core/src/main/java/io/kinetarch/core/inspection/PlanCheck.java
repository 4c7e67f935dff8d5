package io.kinetarch.core.inspection;

import static io.kinetarch.core.inspection.Finding.facts;

import io.kinetarch.core.dispatch.ChatsAtOnce;
import io.kinetarch.core.dispatch.CompiledPlan;
import io.kinetarch.core.door.DoorState;
import io.kinetarch.core.hours.DatedHours;
import io.kinetarch.core.hours.HolidayProposals;
import io.kinetarch.core.hours.HolidayProposals.Decision;
import io.kinetarch.core.hours.OpenTimeline;
import io.kinetarch.core.hours.OpeningHours;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.KnownLanguages;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.PagePattern;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.PlanEdit;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.RuleId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.Skill;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.presence.Presences;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.routing.ExpectedChats;
import io.kinetarch.core.routing.RuleAnalysis;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Looks for what makes a well-formed plan a bad one. */
public final class PlanCheck {
    private static final int HOLIDAYS_AHEAD_DAYS = 60;
    private static final int TOLD_AT_MOST = 3;
    private static final int ROSTERS_AHEAD = 2;
    private static final DateTimeFormatter MONDAY = DateTimeFormatter.ofPattern("d MMMM", Locale.ENGLISH);

    private final Plan plan;
    private final CompiledPlan compiled;
    private final Presences presences;
    private final LocalDate today;
    private final Map<QueueId, List<Operator>> members = new HashMap<>();
    private final List<Finding> findings = new ArrayList<>();

    private PlanCheck(Plan plan, Presences presences, LocalDate today) {
        this.plan = plan;
        this.presences = presences;
        this.today = today;
        compiled = CompiledPlan.of(plan);
        plan.queues()
                .forEach(queue -> members.put(
                        queue.id(),
                        compiled.members(queue.id()).stream()
                                .mapToObj(plan.operators()::get)
                                .toList()));
    }

    /**
     * The findings of a plan, the gravest first.
     *
     * @param today whose week is looked at for hours without staff, and from which holidays are looked for
     */
    public static List<Finding> of(Plan plan, LocalDate today) {
        return of(plan, Presences.USUAL, today);
    }

    /** The same, with what is set for the dates of this week and the next two. */
    public static List<Finding> of(Plan plan, Presences presences, LocalDate today) {
        var check = new PlanCheck(plan, presences, today);
        check.seats();
        check.catchAllQueue();
        check.queuesWithoutMembers();
        check.queuesNothingLeadsTo();
        check.overflowCircles();
        check.moveCircles();
        check.waysToClosedOrUnstaffedQueues();
        check.overlappingWindows();
        check.capacities();
        check.idleLimits();
        check.neverPresent();
        check.transferCircles();
        check.hours();
        check.holidays();
        check.unservedTimes();
        check.doorsOpenForClosedDepartments();
        check.skillsNobodyHolds();
        check.rules();
        check.rulesOfPagesWithoutTheirDoor();
        check.departmentsWithoutQueues();
        check.operatorsWithoutQueue();
        check.namesakes();
        check.languages();
        check.unknownLanguages();
        plan.doors().forEach(door -> check.findings.addAll(DoorCheck.of(plan, door)));
        check.findings.addAll(LadderCheck.of(plan));
        check.findings.addAll(HandoverCheck.of(plan));
        check.findings.addAll(BotCheck.of(plan));
        return check.findings.stream()
                .map(finding -> asAccepted(plan, finding))
                .sorted(Comparator.comparing(Finding::severity))
                .toList();
    }

    /** A finding about a plan, quiet where the plan says that somebody lives with it. */
    public static Finding asAccepted(Plan plan, Finding finding) {
        return plan.settings().accepted().stream()
                .filter(finding::isMeantBy)
                .findFirst()
                .map(accepted -> finding.accepted(accepted.reason()))
                .orElse(finding);
    }

    private void seats() {
        Integer seats = plan.settings().seats();
        int used = plan.operators().size();
        if (seats != null && used > seats) {
            found(
                    Severity.WARNS,
                    FindingCode.SEATS_EXCEEDED,
                    facts(used, seats),
                    plan.settings().id(),
                    used + " operators are in the plan, but only " + seats + " seats are licensed.",
                    "Licence " + (used - seats) + " more, or take people out. Nobody is locked out.");
        }
    }

    private void catchAllQueue() {
        var catchAll = plan.catchAllQueue();
        if (membersOf(catchAll).isEmpty()) {
            found(
                    Severity.BLOCKS,
                    FindingCode.CATCH_ALL_WITHOUT_MEMBERS,
                    facts(),
                    catchAll.id(),
                    catchAll.name() + " is the catch-all queue, and nobody is a member of it.",
                    "Give operators what it needs, name members, or let the last rule lead elsewhere.");
        }
    }

    private void queuesWithoutMembers() {
        for (Queue queue : plan.queues()) {
            if (membersOf(queue).isEmpty() && !queue.equals(plan.catchAllQueue()) && isReached(queue)) {
                found(
                        Severity.WARNS,
                        FindingCode.QUEUE_WITHOUT_MEMBERS,
                        facts(),
                        queue.id(),
                        "Chats reach " + queue.name() + ", and nobody is a member of it.",
                        "Give operators what it needs, or name members.");
            } else if (membersOf(queue).stream().noneMatch(member -> member.capacity() >= queue.weight())
                    && !membersOf(queue).isEmpty()) {
                found(
                        Severity.WARNS,
                        FindingCode.QUEUE_TOO_HEAVY,
                        facts(queue.weight()),
                        queue.id(),
                        "A chat of " + queue.name() + " takes " + queue.weight()
                                + " of capacity, more than any of its members has.",
                        "Lower its weight, or raise the capacity of its members.");
            }
        }
    }

    private void queuesNothingLeadsTo() {
        for (Queue queue : plan.queues()) {
            if (!isReached(queue)) {
                found(
                        Severity.NOTES,
                        FindingCode.QUEUE_NOT_REACHED,
                        facts(),
                        queue.id(),
                        "No rule leads to " + queue.name() + ", nor does a transfer, a rung or a full queue.",
                        "Add a rule that leads there, or remove it.");
            }
        }
    }

    private boolean isReached(Queue queue) {
        return plan.rules().stream().map(Rule::queue).anyMatch(queue.id()::equals)
                || plan.queues().stream()
                        .anyMatch(other -> other.transfers().contains(queue.id())
                                || overflow(other).filter(queue.id()::equals).isPresent()
                                || moves(other).contains(queue.id()));
    }

    private void overflowCircles() {
        circles(queue -> overflow(queue).map(Set::of).orElse(Set.of()))
                .forEach(circle -> found(
                        Severity.WARNS,
                        FindingCode.OVERFLOW_CIRCLE,
                        facts(circle),
                        circle.getFirst(),
                        "When they are full, these queues send chats round in a circle: " + names(circle) + ".",
                        "Let one of them end with the busy text or the form."));
    }

    private static Set<QueueId> moves(Queue queue) {
        var moves = new LinkedHashSet<QueueId>();
        for (Rung rung : queue.ladder()) {
            if (rung.action() instanceof Rung.Action.MoveTo(var to)) {
                moves.add(to);
            }
        }
        return moves;
    }

    private void moveCircles() {
        circles(PlanCheck::moves)
                .forEach(circle -> found(
                        Severity.WARNS,
                        FindingCode.MOVE_CIRCLE,
                        facts(circle),
                        circle.getFirst(),
                        "A chat that nobody takes is moved round in a circle by the rungs of these queues: "
                                + names(circle) + ".",
                        "Let one of them end, or offer something that is not a queue."));
    }

    /** Where a chat may be sent while there is nobody. */
    private record Way(QueueId to, String words, boolean byItself) {}

    private void waysToClosedOrUnstaffedQueues() {
        var times = new UnservedTimes(plan, presences, today);
        for (Queue queue : plan.queues()) {
            var ways = new ArrayList<Way>();
            overflow(queue).ifPresent(to -> ways.add(new Way(to, "When it is full, ", true)));
            moves(queue).forEach(to -> ways.add(new Way(to, "By a rung, ", true)));
            for (Rung rung : queue.ladder()) {
                if (rung.action() instanceof Rung.Action.AddMembersOf(var to)) {
                    ways.add(new Way(to, "By a rung, ", false));
                }
            }
            queue.transfers().forEach(to -> ways.add(new Way(to, "By a transfer, ", false)));
            for (Way way : ways) {
                var target = plan.queue(way.to());
                var gaps = times.without(queue, target, able(target));
                double hours = hours(gaps);
                if (hours > 0) {
                    found(
                            way.byItself() ? Severity.WARNS : Severity.NOTES,
                            FindingCode.WAY_TO_UNSTAFFED_QUEUE,
                            facts(way.words(), way.to(), gaps),
                            queue.id(),
                            way.words() + "chats of " + queue.name() + " can come to " + target.name() + " in "
                                    + plain(hours) + " hours of the week in which that is closed or nobody for it is"
                                    + " usually present: "
                                    + said(gaps) + ".",
                            "Send them elsewhere, or let the hours of both go together.");
                }
            }
        }
    }

    private void overlappingWindows() {
        for (var set : plan.hours()) {
            var merged = set.hours().merged();
            if (!merged.equals(set.hours())) {
                found(
                        Severity.NOTES,
                        FindingCode.WINDOWS_OVERLAP,
                        facts(),
                        set.id(),
                        "“" + set.name() + "” has windows that overlap or touch; they count as one.",
                        "Write them as one, so that everybody reads the same.",
                        "Merge them",
                        new PlanEdit.Put(set.with(merged)));
            }
        }
    }

    /** Operators with less capacity than one chat of any of their queues takes. */
    private void capacities() {
        for (Operator operator : plan.operators()) {
            var queues = plan.queues().stream()
                    .filter(queue -> membersOf(queue).contains(operator))
                    .toList();
            if (!queues.isEmpty() && queues.stream().allMatch(queue -> queue.weight() > operator.capacity())) {
                int least = queues.stream().mapToInt(Queue::weight).min().orElseThrow();
                found(
                        Severity.WARNS,
                        FindingCode.OPERATOR_WITHOUT_ROOM,
                        facts(operator.capacity(), least),
                        operator.id(),
                        operator.name() + " can get no chat: a capacity of " + operator.capacity()
                                + " is less than the weight of any of their queues, " + least + " at least.",
                        "Raise the capacity to " + least + " or more.",
                        "Raise it to " + least,
                        new PlanEdit.Put(operator.withCapacity(least)));
            }
        }
    }

    /** Where one of the limits that set how many chats are held at once makes another idle. */
    private void idleLimits() {
        for (Queue queue : plan.queues()) {
            var atOnce = ChatsAtOnce.of(plan, queue);
            int people = Math.min(atOnce.byCapacity(), atOnce.byMostChats());
            if (able(queue).isEmpty() || people == atOnce.bySlowdown()) {
                continue;
            }
            boolean slowdown = atOnce.by() == ChatsAtOnce.Limit.SLOWDOWN;
            found(
                    Severity.NOTES,
                    FindingCode.LIMIT_IDLE,
                    facts(atOnce.by(), people, atOnce.bySlowdown()),
                    queue.id(),
                    slowdown
                            ? "Operators of " + queue.name() + " could hold " + people + " of its chats at once, and "
                                    + atOnce.value()
                                    + " are planned: the slowdown is known for no more, so their capacity"
                                    + " moves nothing."
                            : "The slowdown of " + queue.name() + " is known for " + atOnce.bySlowdown()
                                    + " chats at once, and "
                                    + atOnce.value() + " are planned: "
                                    + (atOnce.by() == ChatsAtOnce.Limit.MOST_CHATS
                                            ? "the most chats that its operators hold allow"
                                            : "capacity over weight allows")
                                    + " no more.",
                    "Type how many are meant under Chats at once of the queue, and choose what is to change.");
        }
    }

    private void neverPresent() {
        for (Operator operator : plan.operators()) {
            boolean rostered = presences.dated().containsKey(operator.id());
            if (operator.presence().isEmpty() && !rostered) {
                found(
                        Severity.WARNS,
                        FindingCode.OPERATOR_NEVER_PRESENT,
                        facts(),
                        operator.id(),
                        operator.name() + " is never present: they have no usual hours and are in no roster.",
                        "Say when they are there, under People.");
            }
        }
    }

    private void transferCircles() {
        circles(queue -> new LinkedHashSet<>(queue.transfers())).stream()
                .filter(circle -> circle.size() > 2) // handing back to and fro is what two colleagues want
                .forEach(circle -> found(
                        Severity.NOTES,
                        FindingCode.TRANSFER_CIRCLE,
                        facts(circle),
                        circle.getFirst(),
                        "A chat can be transferred round in a circle: " + names(circle) + ".",
                        "Fine if it is meant; else remove one of the transfers."));
    }

    /** One circle for each group of queues that can reach each other. */
    private List<List<QueueId>> circles(Function<Queue, Set<QueueId>> next) {
        var circles = new ArrayList<List<QueueId>>();
        var seen = new HashSet<QueueId>();
        for (Queue queue : plan.queues()) {
            if (!seen.contains(queue.id())) {
                var path = pathBack(queue.id(), next);
                if (!path.isEmpty()) {
                    circles.add(path);
                    seen.addAll(path);
                }
            }
        }
        return circles;
    }

    /** A shortest way from a queue back to itself; empty if there is none. */
    private List<QueueId> pathBack(QueueId start, Function<Queue, Set<QueueId>> next) {
        var seen = new HashSet<QueueId>();
        List<List<QueueId>> paths = List.of(List.of(start));
        while (!paths.isEmpty()) {
            var longer = new ArrayList<List<QueueId>>();
            for (var path : paths) {
                for (QueueId to : next.apply(plan.queue(path.getLast()))) {
                    if (to.equals(start)) {
                        return path;
                    }
                    if (seen.add(to)) {
                        longer.add(Stream.concat(path.stream(), Stream.of(to)).toList());
                    }
                }
            }
            paths = longer;
        }
        return List.of();
    }

    private static Optional<QueueId> overflow(Queue queue) {
        var limit = queue.waiting().limit();
        return limit != null && limit.beyond() instanceof WaitingRoom.Beyond.ToQueue(var other)
                ? Optional.of(other)
                : Optional.empty();
    }

    private void hours() {
        for (var set : plan.hours()) {
            boolean kept = plan.departments().stream()
                            .anyMatch(department -> department.hours().equals(set.id()))
                    || plan.doors().stream().anyMatch(door -> set.id().equals(door.hours()));
            if (kept && isNeverOpen(set.hours())) {
                found(
                        Severity.WARNS,
                        FindingCode.NEVER_OPEN,
                        facts(),
                        set.id(),
                        "“" + set.name() + "” is never open, and something keeps it.",
                        "Give it windows, or say that it is open round the clock.");
            }
        }
    }

    private void holidays() {
        for (var set : plan.hours()) {
            var undecided = HolidayProposals.of(set.hours(), today, today.plusDays(HOLIDAYS_AHEAD_DAYS)).stream()
                    .filter(proposal -> proposal.decision() == Decision.UNDECIDED)
                    .toList();
            if (!undecided.isEmpty()) {
                found(
                        Severity.WARNS,
                        FindingCode.HOLIDAYS_UNDECIDED,
                        facts(undecided.stream()
                                .map(HolidayProposals.Proposal::date)
                                .toList()),
                        set.id(),
                        "“" + set.name() + "” says nothing about "
                                + listed(undecided.stream()
                                        .map(proposal -> proposal.name() + " on " + proposal.date())
                                        .toList())
                                + ".",
                        "Close on it, give it hours of its own, or say that it is as always.",
                        undecided.size() == 1 ? "Close on it" : "Close on all of them",
                        new PlanEdit.Put(set.with(set.hours()
                                .withExceptions(undecided.stream()
                                        .map(proposal -> new DatedHours(proposal.date(), proposal.name(), List.of()))
                                        .toList()))));
            }
        }
    }

    /** Times at which chats are let in and nobody who could take them is usually there. */
    private void unservedTimes() {
        var monday = today.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        for (int week = 0; week <= ROSTERS_AHEAD; week++) {
            var first = monday.plusWeeks(week);
            if (week == 0 || presences.sets(first)) {
                unservedTimes(first);
            }
        }
    }

    private void unservedTimes(LocalDate monday) {
        var times = new UnservedTimes(plan, presences, monday);
        String week = presences.sets(monday) ? "the week from " + MONDAY.format(monday) + ", as rostered," : "the week";
        String present = presences.sets(monday) ? "present" : "usually present";
        for (Queue queue : plan.queues()) {
            if (membersOf(queue).isEmpty() || !isReached(queue)) {
                continue;
            }
            var served = able(queue);
            var gaps = times.of(queue, served);
            double hours = hours(gaps);
            if (hours > 0) {
                found(
                        Severity.WARNS,
                        FindingCode.UNSERVED_TIMES,
                        facts(which(monday), gaps),
                        queue.id(),
                        queue.name() + " is open for " + plain(hours) + " hours of " + week
                                + " in which nobody who could take its chats is " + present + ": " + said(gaps) + ".",
                        "Change who is present, or the hours of "
                                + plan.department(queue.department()).name() + ".");
            }
            unservedChats(queue, served, times, monday, week, present);
            onePersonIsAll(queue, served, times, monday, week);
        }
    }

    /** Times at which somebody serves a queue, but nobody who could take some of its chats. */
    private void unservedChats(
            Queue queue, BitSet served, UnservedTimes times, LocalDate monday, String week, String present) {
        var byAble = ExpectedChats.of(plan).stream()
                .filter(kind -> kind.queue().equals(queue.id()))
                .collect(Collectors.groupingBy(compiled::able, LinkedHashMap::new, Collectors.toList()));
        byAble.forEach((able, kinds) -> {
            var gaps = times.of(queue, able, served);
            boolean saidOfTheDoor = able.isEmpty() && kinds.stream().allMatch(this::isNotSpoken);
            if (!saidOfTheDoor && !able.equals(served) && !gaps.isEmpty()) {
                String asked = ChatWords.asks(plan, kinds);
                found(
                        Severity.WARNS,
                        FindingCode.UNSERVED_CHATS,
                        facts(which(monday), asked, gaps),
                        queue.id(),
                        queue.name() + " is open and staffed for " + plain(hours(gaps)) + " hours of " + week
                                + " in which nobody who could take its chats " + asked + " is " + present + ": "
                                + said(gaps) + ".",
                        "Let somebody who is there learn it, or change who is present.");
            }
        });
    }

    /** Times at which a queue hangs on one person: while they have a break, nobody answers. */
    private void onePersonIsAll(Queue queue, BitSet served, UnservedTimes times, LocalDate monday, String week) {
        var alone = times.alone(queue, served);
        double hours = alone.values().stream().mapToDouble(PlanCheck::hours).sum();
        if (hours > 0) {
            found(
                    Severity.NOTES,
                    FindingCode.ONE_PERSON_IS_ALL,
                    facts(
                            which(monday),
                            alone.keySet().stream()
                                    .map(index -> plan.operators().get(index).id())
                                    .toList(),
                            hours),
                    queue.id(),
                    queue.name() + " hangs on one person for " + plain(hours) + " hours of " + week + ": "
                            + listed(alone.entrySet().stream()
                                    .sorted(Comparator.comparingDouble(
                                                    (Map.Entry<Integer, List<UnservedTimes.Gap>> entry) ->
                                                            hours(entry.getValue()))
                                            .reversed())
                                    .map(entry ->
                                            plan.operators().get(entry.getKey()).name() + " "
                                                    + plain(hours(entry.getValue())) + " h")
                                    .toList())
                            + ".",
                    "While they have a break, nobody answers; have a second person there who could.");
        }
    }

    /** Usual hours are the same every week; a roster is that of one. */
    private String which(LocalDate monday) {
        return presences.sets(monday) ? monday.toString() : "usual";
    }

    private BitSet able(Queue queue) {
        return compiled.able(ChatNeeds.of(queue.id()));
    }

    private static double hours(List<UnservedTimes.Gap> gaps) {
        return gaps.stream().mapToDouble(UnservedTimes.Gap::hours).sum();
    }

    private static String said(List<UnservedTimes.Gap> gaps) {
        return listed(gaps.stream().map(UnservedTimes.Gap::toString).toList());
    }

    /** A door with hours of its own that lets chats in while a department they go to is closed. */
    private void doorsOpenForClosedDepartments() {
        var monday = today.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        var from = monday.atStartOfDay(plan.timeZone()).toInstant();
        var to = monday.plusDays(7).atStartOfDay(plan.timeZone()).toInstant();
        for (FrontDoor door : plan.doors()) {
            var own = door.hours();
            if (own == null) {
                continue;
            }
            var open = OpenTimeline.of(plan.hours(own).hours(), from, to);
            for (Department department : DoorState.departments(plan, door)) {
                double hours = openAlone(
                        open, OpenTimeline.of(plan.hours(department.hours()).hours(), from, to), from, to);
                if (hours > 0) {
                    found(
                            Severity.NOTES,
                            FindingCode.DOOR_OPEN_ALONE,
                            facts(department.id(), hours),
                            door.id(),
                            door.name() + " is open for " + plain(hours) + " hours of the week in which "
                                    + department.name() + ", where its rules lead, is closed.",
                            "Fine if those visitors are to leave a message; else let it keep the hours of its departments.");
                }
            }
        }
    }

    /** Hours in which the first is open and the second is not. */
    private static double openAlone(OpenTimeline first, OpenTimeline second, Instant from, Instant to) {
        long seconds = 0;
        for (Instant at = from; at.isBefore(to); ) {
            var start = at;
            var next = Stream.of(first.nextChange(start), second.nextChange(start))
                    .flatMap(Optional::stream)
                    .min(Instant::compareTo)
                    .orElse(to);
            if (first.isOpen(start.getEpochSecond()) && !second.isOpen(start.getEpochSecond())) {
                seconds += Duration.between(start, next).toSeconds();
            }
            at = next;
        }
        return seconds / 3600.0;
    }

    private void skillsNobodyHolds() {
        for (Skill skill : plan.skills()) {
            if (plan.operators().stream().allMatch(operator -> operator.level(skill.id()) == 0)) {
                boolean needed = !plan.uses(skill.id()).isEmpty();
                var finding = Finding.of(
                        needed ? Severity.WARNS : Severity.NOTES,
                        FindingCode.SKILL_NOT_HELD,
                        facts(needed),
                        skill.id(),
                        "Nobody holds " + skill.name() + (needed ? ", and something needs it." : "."),
                        "Give it to somebody under People, or remove it.");
                findings.add(needed ? finding : finding.offering("Remove it", new PlanEdit.Remove(skill.id())));
            }
        }
    }

    private void rules() {
        RuleAnalysis analysis;
        try {
            analysis = RuleAnalysis.of(plan, today);
        } catch (RuleAnalysis.TooVaried tooVaried) {
            found(
                    Severity.NOTES,
                    FindingCode.RULES_NOT_ANALYSED,
                    facts(),
                    plan.rules().getLast().id(),
                    "Rules that never match and rules that overlap were not looked for: " + tooVaried.getMessage()
                            + ".",
                    "Ask for fewer pages that differ in the middle of their addresses.");
            return;
        }
        analysis.dead()
                .forEach(dead -> deadRule(
                        dead.rule(),
                        dead.covering(),
                        row(dead.rule()) + " never matches: "
                                + (dead.covering().isEmpty()
                                        ? "its conditions leave it no chat."
                                        : rows(dead.covering()) + " before it "
                                                + (dead.covering().size() == 1 ? "takes" : "together take")
                                                + " every chat that it could."),
                        "Move it up, change what it asks for, or remove it."));
        analysis.overlaps().stream()
                .collect(Collectors.groupingBy(RuleAnalysis.Overlap::second, LinkedHashMap::new, Collectors.toList()))
                .forEach((second, overlaps) -> found(
                        Severity.NOTES,
                        FindingCode.RULES_OVERLAP,
                        facts(overlaps.stream().map(RuleAnalysis.Overlap::first).toList()),
                        second,
                        row(second) + " and "
                                + rows(overlaps.stream()
                                        .map(RuleAnalysis.Overlap::first)
                                        .toList())
                                + " want some of the same chats for different ends, such as one "
                                + ChatWords.of(plan, overlaps.getFirst().example()) + ".",
                        "The earlier rule gets them; if that is not meant, change their order."));
    }

    /** Rules that want a door and pages on which that door does not stand. */
    private void rulesOfPagesWithoutTheirDoor() {
        for (Rule rule : plan.rules()) {
            var doors = new LinkedHashSet<DoorId>();
            var pages = new ArrayList<PagePattern>();
            for (Condition condition : rule.conditions()) {
                if (condition instanceof Condition.DoorIs(var wanted)) {
                    doors.addAll(wanted);
                } else if (condition instanceof Condition.PageMatches(var patterns)) {
                    pages.addAll(patterns);
                }
            }
            if (!doors.isEmpty() && !pages.isEmpty() && doors.stream().noneMatch(door -> standsOn(door, pages))) {
                var names = doors.stream().map(door -> plan.door(door).name()).toList();
                found(
                        Severity.WARNS,
                        FindingCode.RULE_DOOR_ELSEWHERE,
                        facts(doors, pages.stream().map(PagePattern::value).toList()),
                        rule.id(),
                        row(rule.id()) + " never matches: it wants " + String.join(" or ", names)
                                + " on pages where that" + " does not stand.",
                        "Take the pages or the door out of it, or let the door stand there.");
            }
        }
    }

    /** Whether a door can be on one of some pages; of one without pages of its own nobody knows where it stands. */
    private boolean standsOn(DoorId id, List<PagePattern> pages) {
        var own = plan.door(id).pages();
        return own.isEmpty()
                || own.stream()
                        .anyMatch(mine -> pages.stream()
                                .anyMatch(page -> mine.common(page).isPresent()));
    }

    /** The last row takes what the others leave, so it stays even where they leave nothing. */
    private void deadRule(RuleId rule, List<RuleId> covering, String words, String mend) {
        var finding = Finding.of(Severity.WARNS, FindingCode.RULE_NEVER_MATCHES, facts(covering), rule, words, mend);
        boolean last = plan.rules().getLast().id().equals(rule);
        findings.add(last ? finding : finding.offering("Remove it", new PlanEdit.Remove(rule)));
    }

    private String row(RuleId id) {
        for (int i = 0; i < plan.rules().size(); i++) {
            if (plan.rules().get(i).id().equals(id)) {
                return "Rule " + (i + 1) + ", " + plan.rules().get(i).name() + ",";
            }
        }
        throw new IllegalArgumentException("the plan has no rule " + id.value());
    }

    private String rows(List<RuleId> ids) {
        var numbers = IntStream.range(0, plan.rules().size())
                .filter(i -> ids.contains(plan.rules().get(i).id()))
                .mapToObj(i -> Integer.toString(i + 1))
                .toList();
        return numbers.size() == 1
                ? "rule " + numbers.getFirst()
                : "rules " + String.join(", ", numbers.subList(0, numbers.size() - 1)) + " and " + numbers.getLast();
    }

    private static String listed(List<String> what) {
        return what.size() <= TOLD_AT_MOST
                ? String.join(", ", what)
                : String.join(", ", what.subList(0, TOLD_AT_MOST)) + " and " + (what.size() - TOLD_AT_MOST) + " more";
    }

    private static String plain(double hours) {
        return hours == Math.rint(hours) ? Long.toString((long) hours) : Double.toString(Math.round(hours * 10) / 10.0);
    }

    private static boolean isNeverOpen(OpeningHours hours) {
        return !hours.roundTheClock()
                && hours.weekly().isEmpty()
                && hours.seasons().stream().allMatch(season -> season.weekly().isEmpty())
                && hours.exceptions().stream()
                        .allMatch(exception -> exception.windows().isEmpty());
    }

    private void departmentsWithoutQueues() {
        for (var department : plan.departments()) {
            if (plan.queues().stream().noneMatch(queue -> queue.department().equals(department.id()))) {
                var finding = Finding.of(
                        Severity.NOTES,
                        FindingCode.DEPARTMENT_WITHOUT_QUEUE,
                        facts(),
                        department.id(),
                        department.name() + " has no queue, so no chat ever goes there.",
                        "Add a queue, or remove the department.");
                boolean used = !plan.uses(department.id()).isEmpty();
                findings.add(used ? finding : finding.offering("Remove it", new PlanEdit.Remove(department.id())));
            }
        }
    }

    private void operatorsWithoutQueue() {
        var serving = members.values().stream().flatMap(List::stream).collect(Collectors.toSet());
        for (Operator operator : plan.operators()) {
            if (!serving.contains(operator)) {
                found(
                        Severity.NOTES,
                        FindingCode.OPERATOR_WITHOUT_QUEUE,
                        facts(),
                        operator.id(),
                        operator.name() + " is a member of no queue, so gets no chat.",
                        "Give them skills that a queue needs, or name them as a member.");
            }
        }
    }

    private void namesakes() {
        plan.operators().stream()
                .collect(Collectors.groupingBy(Operator::name, LinkedHashMap::new, Collectors.toList()))
                .forEach((name, same) -> {
                    if (same.size() > 1) {
                        found(
                                Severity.NOTES,
                                FindingCode.NAMESAKES,
                                facts(same.stream().map(Operator::id).toList()),
                                same.getLast().id(),
                                same.size() + " operators are called " + name + ": "
                                        + same.stream()
                                                .map(operator -> operator.id().value())
                                                .collect(Collectors.joining(", "))
                                        + ".",
                                "Visitors cannot tell them apart; give one another public name.");
                    }
                });
    }

    /** Languages that a door offers and nobody speaks in a queue to which its chats can come. */
    private void languages() {
        for (var door : plan.doors()) {
            for (var kind : ExpectedChats.of(plan, door)) {
                var queue = plan.queue(kind.queue());
                String language = kind.language();
                if (language == null
                        || membersOf(queue).isEmpty()
                        || !compiled.able(new ChatNeeds(queue.id(), List.of(), language))
                                .isEmpty()
                        || able(queue).isEmpty()) {
                    continue;
                }
                found(
                        Severity.WARNS,
                        FindingCode.LANGUAGE_NOT_SPOKEN,
                        facts(queue.id(), language),
                        door.id(),
                        door.name() + " offers " + KnownLanguages.name(language) + ", which nobody in " + queue.name()
                                + ", where its chats can come, speaks well enough.",
                        "Add someone who does, or take the language off the door.");
            }
        }
    }

    private void unknownLanguages() {
        plan.elements()
                .forEach(element -> KnownLanguages.unknown(element).stream()
                        .map(KnownLanguages.Tag::value)
                        .distinct()
                        .forEach(tag -> found(
                                Severity.WARNS,
                                FindingCode.LANGUAGE_UNKNOWN,
                                facts(tag),
                                element.id(),
                                element.name() + " names a language that no browser asks for: "
                                        + KnownLanguages.words(tag) + ".",
                                "Choose the language from the list.")));
    }

    /** Whether nobody in its queue speaks a chat's language, whatever else it asks for. */
    private boolean isNotSpoken(ChatNeeds kind) {
        return compiled.able(new ChatNeeds(kind.queue(), List.of(), kind.language()))
                .isEmpty();
    }

    private List<Operator> membersOf(Queue queue) {
        return members.getOrDefault(queue.id(), List.of());
    }

    private String names(List<QueueId> queues) {
        return queues.stream().map(id -> plan.queue(id).name()).collect(Collectors.joining(" → "));
    }

    private void found(
            Severity severity, FindingCode code, List<String> facts, ElementId about, String words, String mend) {
        findings.add(Finding.of(severity, code, facts, about, words, mend));
    }

    private void found(
            Severity severity,
            FindingCode code,
            List<String> facts,
            ElementId about,
            String words,
            String mend,
            String label,
            PlanEdit... edits) {
        findings.add(Finding.of(severity, code, facts, about, words, mend).offering(label, edits));
    }
}
