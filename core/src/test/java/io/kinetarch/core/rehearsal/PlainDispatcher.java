package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Call;
import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Reason.Party;
import io.kinetarch.core.dispatch.Visit;
import io.kinetarch.core.dispatch.Way;
import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.Condition;
import io.kinetarch.core.plan.Department;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.Handover;
import io.kinetarch.core.plan.HoursSet;
import io.kinetarch.core.plan.Membership;
import io.kinetarch.core.plan.NextChatFrom;
import io.kinetarch.core.plan.Operator;
import io.kinetarch.core.plan.OperatorChoice;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.Timeouts.RungClock.Seconds;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.WhenAway;
import io.kinetarch.core.plan.WhenClosed;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.routing.ExpectedChats;
import io.kinetarch.core.routing.RuleTable;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * A dispatcher as plain as can be: it scans everything at every step, and asks the plan itself who may do what. Says what happens in the
 * words "instant effect chat operator queue".
 */
final class PlainDispatcher {
    private static final List<String> CLOCKS =
            List.of("lost", "offer", "rung", "pause", "reply", "silence", "unhelped", "bot-back", "end");

    final List<String> effects = new ArrayList<>();
    private final Plan plan;
    private final Timeouts timeouts;
    private final List<Person> people;
    private final List<Talk> talks = new ArrayList<>();
    private final List<Talk> asked = new ArrayList<>();
    private final Set<DoorId> paused = new HashSet<>();
    private final Map<HoursSet, Long> changes = new LinkedHashMap<>();
    private long now = Long.MIN_VALUE;
    private int arrivals;

    PlainDispatcher(Plan plan) {
        this.plan = plan;
        this.timeouts = plan.settings().timeouts();
        this.people = plan.operators().stream().map(Person::new).toList();
    }

    private static final class Person {
        final Operator operator;
        final Set<QueueId> joined = new HashSet<>();
        final Set<QueueId> left = new HashSet<>();
        boolean present;
        Optional<Long> lost = Optional.empty();
        long unchangedSince;
        int misses;

        Person(Operator operator) {
            this.operator = operator;
        }

        boolean isHere() {
            return present && lost.isEmpty();
        }
    }

    private final class Talk {
        final String name;
        final int age = arrivals++;
        final Map<String, Long> clocks = new HashMap<>();
        final Map<QuestionId, String> answers = new HashMap<>();
        final Visit visit;
        String stage = "asking";

        @Nullable
        String topic;

        @Nullable
        Rule rule;

        @Nullable
        Queue queue;

        List<SkillNeed> extra = List.of();
        final Map<SkillId, Integer> lowered = new HashMap<>();
        final Set<OperatorId> added = new HashSet<>();
        final List<QueueId> addedQueues = new ArrayList<>();

        @Nullable
        SkillId holders;

        @Nullable
        Person operator;

        final List<Person> colleagues = new ArrayList<>();

        @Nullable
        Person sentBy;

        @Nullable
        Integer own;

        @Nullable
        Integer urgency;

        int raised;
        boolean first;
        long entered;
        Optional<Long> firstQueued = Optional.empty();
        final Set<Way> ways = EnumSet.noneOf(Way.class);
        final Set<Person> refusedBy = new HashSet<>();
        int misses;
        int unhelped;
        boolean botAnswered;
        boolean handedOver;
        boolean choseBot;
        boolean questionsAsked;
        boolean spoke;
        boolean reminded;
        long silentSince;
        int rung;
        long rungBase;
        long movedAt = Long.MIN_VALUE;
        int moves;

        Talk(String name, Visit visit) {
            this.name = name;
            this.visit = visit;
            this.topic = visit.topic();
            answers.putAll(visit.answers());
        }

        Queue queue() {
            return java.util.Objects.requireNonNull(queue);
        }

        Person operator() {
            return java.util.Objects.requireNonNull(operator);
        }

        FrontDoor door() {
            return plan.door(visit.door());
        }

        boolean waits() {
            return stage.equals("waiting") || stage.equals("offered");
        }

        String holder() {
            return switch (stage) {
                case "asking", "bot" -> "bot";
                case "held", "aside" -> "operator";
                default -> "queue";
            };
        }

        void stopClocks() {
            clocks.keySet().removeIf(clock -> !clock.equals("lost"));
        }

        boolean lacks(Question question) {
            return question.required()
                    && answers.getOrDefault(question.id(), "").isBlank();
        }

        List<Rung> rungs() {
            return queue().ladder().stream()
                    .sorted(Comparator.comparingInt(Rung::seconds))
                    .toList();
        }

        void climbFromHere() {
            if (rung < rungs().size()) {
                clocks.put("rung", rungBase + rungs().get(rung).seconds() * 1000L);
            } else {
                clocks.remove("rung");
            }
        }
    }

    // What is to be done

    /** Why the act was not taken, in one word; empty where it was. */
    String act(long at, Call act) {
        advance(at, false);
        String refusal = take(act);
        settle();
        return refusal;
    }

    void passTime(long at) {
        advance(at, true);
    }

    private String take(Call act) {
        switch (act) {
            case Call.Present(var id) -> {
                var person = person(id);
                person.lost = Optional.empty();
                if (!person.present) {
                    person.present = true;
                    person.misses = 0;
                    person.unchangedSince = now;
                }
            }
            case Call.Away(var id) -> {
                if (person(id).present) {
                    stepAway(person(id));
                }
            }
            case Call.Gone(var id) -> gone(person(id));
            case Call.JoinQueue(var id, var queue) -> {
                person(id).left.remove(queue);
                person(id).joined.add(queue);
            }
            case Call.LeaveQueue(var id, var queue) -> {
                person(id).joined.remove(queue);
                person(id).left.add(queue);
                partsOf(person(id)).stream()
                        .filter(talk -> talk.stage.equals("offered") && !isAble(person(id), talk))
                        .forEach(this::withdrawAndWait);
            }
            case Call.OperatorLost(var id) -> {
                if (person(id).lost.isEmpty()) {
                    person(id).lost = Optional.of(now + timeouts.lost().operatorSeconds() * 1000L);
                }
            }
            case Call.OperatorBack(var id) -> person(id).lost = Optional.empty();
            case Call.Pause(var door) -> paused.add(door);
            case Call.Resume(var door) -> paused.remove(door);
            case Call.PassTime() -> advance(now, true);
            case Call.Arrive(var name, var visit) -> arrive(name, visit);
            case Call.OfChat inChat -> {
                var talk = talks.stream()
                        .filter(candidate -> candidate.name.equals(inChat.chat()))
                        .findFirst();
                if (inChat instanceof Call.WrapUp(var _, var id)) {
                    if (talk.isEmpty() || !talk.get().stage.equals("wrap") || talk.get().operator != person(id)) {
                        return "NothingToWrapUp";
                    }
                    wrappedUp(talk.get());
                    return "";
                }
                return talk.isEmpty() || talk.get().stage.equals("wrap") ? "ChatOver" : inChat(inChat, talk.get());
            }
        }
        return "";
    }

    private String inChat(Call.OfChat act, Talk talk) {
        switch (act) {
            case Call.Accept(var _, var id) -> {
                if (!talk.stage.equals("offered") || talk.operator != person(id)) {
                    return "NotOffered";
                }
                person(id).misses = 0;
                assign(talk);
            }
            case Call.Decline(var _, var id) -> {
                if (!talk.stage.equals("offered") || talk.operator != person(id)) {
                    return "NotOffered";
                }
                tell(Effect.DECLINED, talk);
                waitAgain(talk);
            }
            case Call.Say(var _, var by, var id, var answers) -> {
                return switch (by) {
                    case VISITOR -> visitorSays(talk, answers);
                    case BOT -> botSays(talk);
                    case OPERATOR -> operatorSays(talk, id == null ? person(null) : person(id));
                };
            }
            case Call.Understood(var _, var topic, var certainty) -> {
                return understood(talk, topic, certainty);
            }
            case Call.TransferToBot _ -> {
                return toBotAgain(talk);
            }
            case Call.HandOver _ -> {
                if (!talk.stage.equals("bot")) {
                    return elsewhere(talk);
                }
                handOver(talk);
            }
            case Call.Leave _ -> visitorGoes(talk);
            case Call.Choose(var _, var way) -> {
                return choose(talk, way);
            }
            case Call.TransferToQueue(var _, var to) -> {
                return toQueue(talk, plan.queue(to));
            }
            case Call.TransferToOperator(var _, var to) -> {
                return toOperator(talk, person(to));
            }
            case Call.TransferToSkill(var _, var to) -> {
                return toSkill(talk, to);
            }
            case Call.CallIn(var _, var id) -> {
                return callIn(talk, person(id));
            }
            case Call.StepOut(var _, var id) -> {
                String refusal = notIn(talk, person(id));
                if (!refusal.isEmpty()) {
                    return refusal;
                }
                if (talk.colleagues.isEmpty()) {
                    return "OnlyOne";
                }
                giveBack(talk, person(id));
            }
            case Call.TakeBack(var _, var id) -> {
                return takeBack(talk, person(id));
            }
            case Call.Assign(var _, var id) -> {
                return given(talk, person(id));
            }
            case Call.SetAside(var _, var id, var until) -> {
                return setAside(talk, person(id), until);
            }
            case Call.Prioritize(var _, var priority) -> {
                if (plan.settings().nextChat() == NextChatFrom.TARGET) {
                    return "ByTarget";
                }
                talk.urgency = priority;
                tell(Effect.PRIORITIZED, talk);
            }
            case Call.End(var _, var by, var id) -> {
                if (by == Party.VISITOR) {
                    visitorGoes(talk);
                } else if (by == Party.BOT) {
                    if (!talk.stage.equals("bot")) {
                        return elsewhere(talk);
                    }
                    end(talk, Outcome.FINISHED_BY_BOT);
                } else {
                    var person = id == null ? talk.operator() : person(id);
                    String refusal = notIn(talk, person);
                    if (!refusal.isEmpty()) {
                        return refusal;
                    }
                    end(talk, Outcome.ENDED_BY_OPERATOR);
                }
            }
            case Call.VisitorLost _ -> {
                if (!talk.stage.equals("aside")) {
                    talk.clocks.putIfAbsent("lost", now + timeouts.lost().visitorSeconds() * 1000L);
                }
            }
            case Call.VisitorBack _ -> talk.clocks.remove("lost");
            case Call.Arrive _, Call.WrapUp _ -> throw new IllegalStateException();
        }
        return "";
    }

    // Time

    private void advance(long at, boolean whole) {
        if (now == Long.MIN_VALUE) {
            now = at;
            plan.hours().forEach(this::watch);
        }
        while (true) {
            long next = Stream.of(
                            changes.values().stream(),
                            people.stream().flatMap(person -> person.lost.stream()),
                            talks.stream().flatMap(talk -> talk.clocks.values().stream()))
                    .flatMap(times -> times)
                    .min(Comparator.naturalOrder())
                    .orElse(Long.MAX_VALUE);
            if (next > at || (next == at && !whole)) {
                break;
            }
            now = next;
            if (changes.containsValue(now)) {
                plan.hours().stream()
                        .filter(set -> changes.getOrDefault(set, -1L) == now)
                        .toList()
                        .forEach(this::closes);
            } else if (people.stream().anyMatch(person -> person.lost.equals(Optional.of(now)))) {
                vanishes(people.stream()
                        .filter(person -> person.lost.equals(Optional.of(now)))
                        .findFirst()
                        .orElseThrow());
            } else {
                fire(talks.stream()
                        .filter(talk -> talk.clocks.containsValue(now))
                        .min(Comparator.comparingInt(talk -> talk.age))
                        .orElseThrow());
            }
            settle();
        }
        now = at;
    }

    private void watch(HoursSet set) {
        changes.remove(set);
        if (!set.closing().equals(Closing.SERVED_OUT)) {
            set.hours()
                    .nextChange(Instant.ofEpochMilli(now))
                    .ifPresent(change -> changes.put(set, change.toEpochMilli()));
        }
    }

    private void closes(HoursSet set) {
        watch(set);
        if (isOpen(set)) {
            return;
        }
        for (Talk talk : List.copyOf(talks)) {
            if (talk.queue != null && plan.hoursOf(talk.queue()).equals(set)) {
                if (talk.waits()) {
                    atClosing(talk, set.closing().waiting());
                } else if (talk.stage.equals("held")) {
                    atClosing(talk, set.closing().inHand());
                }
            }
        }
    }

    private boolean isOpen(HoursSet set) {
        return set.hours().isOpen(Instant.ofEpochMilli(now));
    }

    private void fire(Talk talk) {
        String clock = CLOCKS.stream()
                .filter(name -> talk.clocks.getOrDefault(name, -1L) == now)
                .findFirst()
                .orElseThrow();
        talk.clocks.remove(clock);
        switch (clock) {
            case "lost" -> visitorGoes(talk);
            case "offer" -> {
                var person = talk.operator();
                tell(Effect.LAPSED, talk);
                person.misses++;
                boolean away = person.misses >= timeouts.accept().awayAfter();
                waitAgain(talk);
                if (away) {
                    effects.add(now + " SET_AWAY " + talk.name + " "
                            + person.operator.id().value() + " -");
                    stepAway(person);
                }
            }
            case "rung" -> climb(talk);
            case "pause" -> talk.refusedBy.clear();
            case "reply" -> noReply(talk);
            case "silence" -> silent(talk);
            case "unhelped" -> handOver(talk);
            case "bot-back" -> takesBack(talk);
            default -> {
                if (talk.stage.equals("wrap")) {
                    wrappedUp(talk);
                } else if (talk.stage.equals("aside")) {
                    comesBack(talk);
                } else {
                    end(talk, Outcome.TURNED_AWAY);
                }
            }
        }
    }

    // Visitors

    private void arrive(String name, Visit visit) {
        var talk = new Talk(name, visit);
        talks.add(talk);
        boolean open = isOpen(talk);
        boolean bot = open
                ? talk.door().first().open() == FirstToAnswer.Side.BOT
                : talk.door().first().closed() == FirstToAnswer.Side.BOT
                        && !paused.contains(talk.door().id());
        tell(Effect.ARRIVED, talk);
        var arrival =
                Arrival.of(visit.door(), visit.page(), visit.language(), visit.answers(), Instant.ofEpochMilli(now));
        var straight = plan.handoffAt(talk.door()).straight();
        if (bot && open && straight.stream().anyMatch(condition -> speaks(condition, arrival))) {
            tell(Effect.HANDED_OVER, talk);
            toPeople(talk);
        } else if (bot) {
            toBot(talk);
        } else if (!open) {
            closedWay(talk);
        } else {
            toPeople(talk);
        }
    }

    /** Plans put together by chance send chats past the bot by language only. */
    private static boolean speaks(Condition condition, Arrival arrival) {
        return condition instanceof Condition.LanguageIs(var languages) && languages.contains(arrival.language());
    }

    private boolean isOpen(Talk talk) {
        var door = talk.door();
        if (paused.contains(door.id())) {
            return false;
        }
        if (door.hours() != null && !isOpen(plan.hours(java.util.Objects.requireNonNull(door.hours())))) {
            return false;
        }
        var departments = ExpectedChats.rules(plan, door).stream()
                .map(rule -> plan.hoursOf(plan.queue(rule.queue())))
                .toList();
        if (!departments.isEmpty() && departments.stream().noneMatch(this::isOpen)) {
            return false;
        }
        return switch (door.opens()) {
            case BY_HOURS -> true;
            case CATCH_ALL_PRESENT ->
                people.stream().anyMatch(person -> person.isHere() && isAble(person, like(plan.catchAllQueue())));
            case VISITOR_SERVED -> {
                var probe = new Talk("probe", talk.visit);
                arrivals--;
                decide(probe, talk.visit.topic());
                addTopic(probe, talk.visit.topic());
                yield people.stream().anyMatch(person -> person.isHere() && isAble(person, probe));
            }
        };
    }

    /** A chat in a queue that asks for nothing. */
    private Talk like(Queue queue) {
        var talk = new Talk("probe", Visit.of(plan.doors().getFirst().id(), ""));
        arrivals--;
        talk.queue = queue;
        return talk;
    }

    private void decide(Talk talk, @Nullable String topic) {
        var waiting = new HashMap<QueueId, Arrival.Waiting>();
        for (Queue queue : plan.queues()) {
            var there = talks.stream()
                    .filter(other ->
                            other.stage.equals("waiting") && other.queue().equals(queue))
                    .toList();
            if (!there.isEmpty()) {
                long longest = there.stream()
                        .mapToLong(other -> (now - other.entered) / 1000)
                        .max()
                        .orElse(0);
                waiting.put(queue.id(), new Arrival.Waiting(there.size(), longest));
            }
        }
        talk.rule = new RuleTable(plan)
                .decide(new Arrival(
                        talk.visit.door(),
                        talk.visit.page(),
                        talk.visit.language(),
                        talk.answers,
                        Instant.ofEpochMilli(now),
                        talk.visit.visitor(),
                        talk.visit.facts(),
                        topic,
                        waiting))
                .rule();
        talk.queue = plan.queue(talk.rule.queue());
        talk.extra = talk.rule.needs();
    }

    private void addTopic(Talk talk, @Nullable String topic) {
        var skill = plan.topic(topic).map(known -> known.skill()).orElse(null);
        if (skill != null && talk.extra.stream().noneMatch(need -> need.skill().equals(skill))) {
            talk.extra = Stream.concat(talk.extra.stream(), Stream.of(new SkillNeed(skill, 1)))
                    .toList();
        }
    }

    private void closedWay(Talk talk) {
        if (talk.door().whenClosed() == WhenClosed.MESSAGE_FORM) {
            form(talk);
        } else {
            tell(Effect.SAID, talk);
            end(talk, Outcome.TURNED_AWAY);
        }
    }

    private void form(Talk talk) {
        talk.stopClocks();
        talk.stage = "form";
        talk.clocks.put("end", now + timeouts.silence().closeSeconds() * 1000L);
        offerWay(talk, Way.MESSAGE);
        if (talk.door().callBack()) {
            offerWay(talk, Way.CALL_BACK);
        }
    }

    private void offerWay(Talk talk, Way way) {
        if (talk.ways.add(way)) {
            tell(Effect.WAY_OFFERED, talk);
        }
    }

    private String visitorSays(Talk talk, Map<QuestionId, String> answers) {
        boolean first = !talk.spoke;
        talk.spoke = true;
        talk.reminded = false;
        talk.clocks.remove("lost");
        talk.clocks.remove("silence");
        tell(Effect.SAID, talk);
        talk.answers.putAll(answers);
        if (talk.stage.equals("aside")) {
            comesBack(talk);
        }
        if (talk.stage.equals("held")) {
            talk.clocks.putIfAbsent("reply", now + timeouts.reply().seconds() * 1000L);
        }
        if (talk.stage.equals("asking") && (first || !answers.isEmpty())) {
            if (talk.rule == null) {
                toPeople(talk);
            } else {
                enter(talk, talk.queue());
            }
        }
        if (talk.stage.equals("bot")) {
            var policy = plan.handoffAt(talk.door());
            talk.unhelped++;
            if (policy.turns() != null && talk.unhelped > policy.turns()) {
                handOver(talk);
            } else if (policy.seconds() != null) {
                talk.clocks.putIfAbsent("unhelped", now + policy.seconds() * 1000L);
            }
        }
        return "";
    }

    private void visitorGoes(Talk talk) {
        end(
                talk,
                switch (talk.stage) {
                    case "form" -> Outcome.TURNED_AWAY;
                    case "waiting", "offered" -> Outcome.GAVE_UP;
                    case "bot" -> talk.botAnswered ? Outcome.FINISHED_BY_BOT : Outcome.ENDED_BY_VISITOR;
                    default -> Outcome.ENDED_BY_VISITOR;
                });
    }

    private String choose(Talk talk, Way way) {
        if (!talk.ways.contains(way)) {
            return "WayNotOffered";
        }
        if (way == Way.BOT && !talk.waits()) {
            return elsewhere(talk);
        }
        switch (way) {
            case MESSAGE -> end(talk, Outcome.LEFT_MESSAGE);
            case CALL_BACK -> end(talk, Outcome.ASKED_CALL_BACK);
            case BOT -> {
                leaveQueue(talk);
                talk.ways.remove(Way.BOT);
                talk.choseBot = true;
                toBot(talk);
            }
        }
        return "";
    }

    // The bot

    private void toBot(Talk talk) {
        talk.stage = "bot";
        tell(Effect.TO_BOT, talk);
        visitorIsToAnswer(talk);
    }

    private String toBotAgain(Talk talk) {
        if (!talk.stage.equals("held")) {
            return elsewhere(talk);
        }
        if (plan.bots().stream()
                .noneMatch(bot -> bot.doors().contains(talk.door().id()))) {
            return "NoBotAt";
        }
        sendOn(talk);
        talk.refusedBy.clear();
        talk.sentBy = null;
        talk.stopClocks();
        forgetWishes(talk);
        talk.rule = null;
        talk.queue = null;
        talk.own = null;
        talk.raised = 0;
        toBot(talk);
        return "";
    }

    private void takesBack(Talk talk) {
        if (talk.stage.equals("offered")) {
            talk.clocks.put("bot-back", talk.clocks.getOrDefault("offer", now) + 1);
            return;
        }
        leaveQueue(talk);
        talk.handedOver = false;
        talk.choseBot = true;
        toBot(talk);
    }

    private String botSays(Talk talk) {
        if (!talk.holder().equals("bot")) {
            return elsewhere(talk);
        }
        tell(Effect.SAID, talk);
        visitorIsToAnswer(talk);
        return "";
    }

    private String understood(Talk talk, @Nullable String topic, double certainty) {
        if (!talk.stage.equals("bot")) {
            return elsewhere(talk);
        }
        if (topic == null || certainty < timeouts.botCertainty()) {
            var most = plan.handoffAt(talk.door()).misses();
            if (++talk.misses >= (most == null ? timeouts.botMisses() : most)) {
                handOver(talk);
            }
            return "";
        }
        talk.misses = 0;
        talk.unhelped = 0;
        talk.clocks.remove("unhelped");
        talk.topic = topic;
        if (plan.topic(topic).map(known -> known.handsOver()).orElse(false)) {
            handOver(talk);
        } else {
            talk.botAnswered = true;
        }
        return "";
    }

    private void handOver(Talk talk) {
        tell(Effect.HANDED_OVER, talk);
        talk.stopClocks();
        talk.misses = 0;
        talk.unhelped = 0;
        talk.handedOver = talk.handedOver || !talk.choseBot;
        if (talk.choseBot) {
            talk.choseBot = false;
            queueAgain(talk, timeouts.rungs().afterChoice());
        } else if (isOpen(talk)) {
            toPeople(talk);
        } else {
            closedWay(talk);
        }
    }

    // Into a queue

    private void toPeople(Talk talk) {
        var later = talk.door().questions().stream()
                .filter(question -> question.asked() == AskedWhen.AFTER_FIRST_MESSAGE)
                .toList();
        if (!later.isEmpty()) {
            if (talk.spoke && !talk.questionsAsked) {
                talk.questionsAsked = true;
                ask(talk, later);
            }
            if (!talk.spoke || later.stream().anyMatch(talk::lacks)) {
                talk.stage = "asking";
                visitorIsToAnswer(talk);
                return;
            }
        }
        decide(talk, talk.topic);
        var plain = talk.extra;
        addTopic(talk, talk.topic);
        var skill = plan.topic(talk.topic).map(known -> known.skill()).orElse(null);
        if (skill != null && people.stream().noneMatch(person -> person.isHere() && isAble(person, talk))) {
            talk.holders = skill;
            if (people.stream()
                    .noneMatch(person -> person.isHere() && isAble(person, talk) && hasRoom(person, talk.queue()))) {
                talk.holders = null;
                talk.extra = plain;
            }
        }
        talk.own = java.util.Objects.requireNonNull(talk.rule).priority();
        enter(talk, talk.queue());
    }

    private void ask(Talk talk, List<Question> questions) {
        questions.stream()
                .filter(question -> talk.answers.getOrDefault(question.id(), "").isBlank())
                .forEach(_ -> tell(Effect.ASKED, talk));
    }

    private void enter(Talk talk, Queue to) {
        Queue queue = to;
        var been = new HashSet<Queue>();
        while (true) {
            if (!isOpen(plan.hoursOf(queue))) {
                closedWay(talk);
                return;
            }
            talk.queue = queue;
            Department department = plan.department(queue.department());
            var first = department.questions().stream()
                    .filter(question -> question.asked() != AskedWhen.WHILE_WAITING)
                    .toList();
            if (first.stream().anyMatch(talk::lacks)) {
                talk.stage = "asking";
                ask(talk, first);
                visitorIsToAnswer(talk);
                return;
            }
            var limit = queue.waiting().limit();
            if (limit == null
                    || waitingIn(queue) < limit.chats()
                    || !candidates(talk).isEmpty()) {
                break;
            }
            if (limit.beyond() instanceof WaitingRoom.Beyond.MessageForm) {
                form(talk);
                return;
            }
            been.add(queue);
            if (!(limit.beyond() instanceof WaitingRoom.Beyond.ToQueue(var other))
                    || been.contains(plan.queue(other))) {
                tell(Effect.SAID, talk);
                end(talk, Outcome.TURNED_AWAY);
                return;
            }
            queue = plan.queue(other);
            talk.queue = queue;
            tell(Effect.MOVED, talk);
        }
        enterAnew(talk);
        for (var questions : List.of(
                talk.door().questions(),
                plan.department(talk.queue().department()).questions())) {
            ask(
                    talk,
                    questions.stream()
                            .filter(question -> question.asked() == AskedWhen.WHILE_WAITING)
                            .toList());
        }
    }

    private long waitingIn(Queue queue) {
        return talks.stream()
                .filter(talk -> talk.stage.equals("waiting") && talk.queue().equals(queue))
                .count();
    }

    private void enterAnew(Talk talk) {
        talk.stopClocks();
        talk.entered = now;
        talk.firstQueued = Optional.of(talk.firstQueued.orElse(now));
        talk.rung = 0;
        talk.rungBase = now;
        var back = plan.handoffAt(talk.door()).backAfterSeconds();
        if (talk.handedOver && back != null) {
            talk.clocks.put("bot-back", now + back * 1000L);
        }
        inLine(talk, Effect.QUEUED);
    }

    private void inLine(Talk talk, Effect effect) {
        talk.stage = "waiting";
        talk.operator = null;
        talk.climbFromHere();
        tell(effect, talk);
        asked.add(talk);
    }

    private void queueAgain(Talk talk, Seconds seconds) {
        talk.stopClocks();
        if (seconds == Seconds.START_ANEW) {
            talk.rung = 0;
            talk.rungBase = now;
        } else {
            talk.rungBase = now - talk.rungBase;
        }
        inLine(talk, Effect.QUEUED);
    }

    private void leaveQueue(Talk talk) {
        if (talk.stage.equals("offered")) {
            withdraw(talk);
        }
        talk.rungBase = now - talk.rungBase;
        talk.stopClocks();
    }

    private void withdraw(Talk talk) {
        tell(Effect.WITHDRAWN, talk);
        changed(talk.operator());
        talk.operator = null;
        talk.clocks.remove("offer");
        talk.stage = "waiting";
    }

    // To an operator

    private void settle() {
        while (true) {
            var next = talks.stream()
                    .filter(talk ->
                            talk.stage.equals("waiting") && !candidates(talk).isEmpty())
                    .min(order());
            if (next.isEmpty()) {
                break;
            }
            var talk = next.get();
            hand(talk, best(candidates(talk), talk));
        }
        for (Talk talk : asked) {
            if (talk.stage.equals("waiting") && !talk.refusedBy.isEmpty()) {
                talk.clocks.put("pause", now + timeouts.accept().pauseSeconds() * 1000L);
            }
        }
        asked.clear();
    }

    private Comparator<Talk> order() {
        Comparator<Talk> byWish = plan.settings().nextChat() == NextChatFrom.TARGET
                ? Comparator.comparingLong(
                        talk -> talk.entered + Math.round(talk.queue().target().withinSeconds() * 1000))
                : Comparator.comparingInt(talk -> -priority(talk));
        return Comparator.<Talk, Boolean>comparing(talk -> !talk.first)
                .thenComparing(byWish)
                .thenComparingLong(talk -> talk.entered)
                .thenComparingInt(talk -> talk.age);
    }

    private static int priority(Talk talk) {
        Integer own = talk.urgency == null ? talk.own : talk.urgency;
        return Math.min(9, (own == null ? talk.queue().priority() : own) + talk.raised);
    }

    private List<Person> candidates(Talk talk) {
        return people.stream()
                .filter(person -> person.isHere() && isAble(person, talk) && hasRoom(person, talk.queue()))
                .filter(person -> !talk.refusedBy.contains(person))
                .toList();
    }

    private boolean hasRoom(Person person, Queue queue) {
        Integer most = person.operator.mostChats();
        return person.operator.capacity() - load(person) >= queue.weight()
                && (most == null || partsOf(person).size() < most);
    }

    private int load(Person person) {
        return partsOf(person).stream().mapToInt(talk -> talk.queue().weight()).sum();
    }

    private List<Talk> partsOf(Person person) {
        return talks.stream()
                .filter(talk -> talk.operator == person || talk.colleagues.contains(person))
                .toList();
    }

    private boolean isAble(Person person, Talk talk) {
        Operator operator = person.operator;
        Queue queue = talk.queue();
        if (operator.capacity() < queue.weight()) {
            return false;
        }
        if (talk.added.contains(operator.id())) {
            return true;
        }
        boolean member = isMember(person, queue, talk)
                || talk.addedQueues.stream().anyMatch(other -> isMember(person, plan.queue(other), null))
                || (talk.holders != null && operator.level(talk.holders) > 0);
        return member
                && talk.extra.stream().allMatch(need -> holds(operator, need, talk))
                && (talk.visit.language().isEmpty()
                        || operator.languageLevel(talk.visit.language()) >= queue.leastLanguageLevel());
    }

    private static boolean holds(Operator operator, SkillNeed need, @Nullable Talk talk) {
        int less = talk == null ? 0 : talk.lowered.getOrDefault(need.skill(), 0);
        return operator.level(need.skill()) >= need.leastLevel() - less;
    }

    private static boolean isMember(Person person, Queue queue, @Nullable Talk talk) {
        if (person.left.contains(queue.id())) {
            return false;
        }
        boolean named = queue.members().names().contains(person.operator.id());
        boolean bySkill = !(queue.members() instanceof Membership.ByName)
                && person.operator.answersFor(queue.department())
                && queue.needs().stream().allMatch(need -> holds(person.operator, need, talk));
        return person.joined.contains(queue.id()) || named || bySkill;
    }

    private Person best(List<Person> candidates, Talk talk) {
        Comparator<Person> byChoice = switch (talk.queue().choice()) {
            case OperatorChoice.LongestFree _ -> (_, _) -> 0;
            case OperatorChoice.LightestLoad _ ->
                Comparator.comparingDouble(person -> (double) load(person) / person.operator.capacity());
            case OperatorChoice.BestAtSkill _ ->
                Comparator.comparingInt(person -> -Stream.concat(
                                talk.queue().needs().stream(),
                                talk.extra.stream()
                                        .filter(need -> need.leastLevel() > talk.lowered.getOrDefault(need.skill(), 0)))
                        .mapToInt(need -> person.operator.level(need.skill()))
                        .sum());
            case OperatorChoice.Tiers(var tiers) ->
                Comparator.comparingInt(person -> tiers.stream()
                        .filter(tier -> tier.contains(person.operator.id()))
                        .mapToInt(tiers::indexOf)
                        .findFirst()
                        .orElse(Integer.MAX_VALUE));
        };
        return candidates.stream()
                .min(byChoice.thenComparingLong(person -> person.unchangedSince).thenComparingInt(people::indexOf))
                .orElseThrow();
    }

    private void hand(Talk talk, Person person) {
        changed(person);
        talk.operator = person;
        talk.clocks.remove("pause");
        if (talk.queue().handover().by() == Handover.By.DIRECT) {
            assign(talk);
        } else {
            talk.stage = "offered";
            talk.clocks.put("offer", now + timeouts.accept().seconds() * 1000L);
            tell(Effect.OFFERED, talk);
        }
    }

    private void changed(Person person) {
        person.unchangedSince = now;
    }

    private void assign(Talk talk) {
        talk.stage = "held";
        talk.rungBase = now - talk.rungBase;
        talk.stopClocks();
        talk.refusedBy.clear();
        talk.first = false;
        talk.handedOver = false;
        talk.ways.clear();
        talk.sentBy = null;
        talk.clocks.put("reply", now + timeouts.reply().seconds() * 1000L);
        tell(Effect.ASSIGNED, talk);
    }

    private void waitAgain(Talk talk) {
        var person = talk.operator();
        changed(person);
        talk.clocks.remove("offer");
        talk.operator = null;
        talk.stage = "waiting";
        talk.refusedBy.add(person);
        asked.add(talk);
    }

    private void withdrawAndWait(Talk talk) {
        tell(Effect.WITHDRAWN, talk);
        waitAgain(talk);
    }

    // Operators

    private void stepAway(Person person) {
        person.present = false;
        person.misses = 0;
        for (Talk talk : partsOf(person)) {
            if (talk.stage.equals("offered")) {
                withdrawAndWait(talk);
            } else if (talk.stage.equals("held") && plan.settings().whenAway() == WhenAway.GIVEN_BACK) {
                giveBack(talk, person);
            }
        }
    }

    private void giveBack(Talk talk, Person person) {
        if (talk.operator != person) {
            colleagueLeaves(talk, person);
        } else if (!talk.colleagues.isEmpty()) {
            tell(Effect.STEPPED_OUT, talk);
            changed(person);
            talk.operator = talk.colleagues.removeFirst();
            tell(Effect.ASSIGNED, talk);
        } else {
            changed(person);
            talk.refusedBy.add(person);
            queueAgain(talk, timeouts.rungs().afterReturn());
        }
    }

    private void colleagueLeaves(Talk talk, Person colleague) {
        talk.colleagues.remove(colleague);
        tell(Effect.STEPPED_OUT, talk, colleague);
        changed(colleague);
    }

    private void gone(Person person) {
        boolean was = person.present;
        person.present = false;
        person.misses = 0;
        person.lost = Optional.empty();
        person.joined.clear();
        person.left.clear();
        for (Talk talk : partsOf(person)) {
            var closing = plan.hoursOf(talk.queue()).closing();
            switch (talk.stage) {
                case "offered" -> withdrawAndWait(talk);
                case "held" -> {
                    if (talk.operator == person) {
                        atClosing(talk, closing.inHand());
                    } else {
                        colleagueLeaves(talk, person);
                    }
                }
                case "wrap" -> wrappedUp(talk);
                default -> throw new IllegalStateException(talk.stage);
            }
        }
        if (!was) {
            return;
        }
        for (Talk talk : List.copyOf(talks)) {
            if (talk.waits()
                    && isAble(person, talk)
                    && people.stream().noneMatch(other -> other.isHere() && isAble(other, talk))) {
                atClosing(talk, plan.hoursOf(talk.queue()).closing().waiting());
            }
        }
    }

    private void atClosing(Talk talk, Closing.Then then) {
        switch (then) {
            case SERVED_OUT -> {
                // it goes on
            }
            case OFFERED_MESSAGE -> offerWay(talk, Way.MESSAGE);
            case ENDED -> {
                tell(Effect.SAID, talk);
                end(talk, Outcome.ENDED_AT_CLOSING);
            }
        }
    }

    private void vanishes(Person person) {
        person.lost = Optional.empty();
        person.present = false;
        person.misses = 0;
        effects.add(now + " SET_AWAY - " + person.operator.id().value() + " -");
        for (Talk talk : partsOf(person)) {
            switch (talk.stage) {
                case "offered" -> withdrawAndWait(talk);
                case "held" -> giveBack(talk, person);
                default -> wrappedUp(talk);
            }
        }
    }

    private String notIn(Talk talk, Person person) {
        if (!talk.stage.equals("held")) {
            return elsewhere(talk);
        }
        return talk.operator == person || talk.colleagues.contains(person) ? "" : "NotInChat";
    }

    private String operatorSays(Talk talk, Person person) {
        String refusal = notIn(talk, person);
        if (!refusal.isEmpty()) {
            return refusal;
        }
        tell(Effect.SAID, talk, person);
        talk.clocks.remove("reply");
        visitorIsToAnswer(talk);
        return "";
    }

    private void visitorIsToAnswer(Talk talk) {
        talk.silentSince = now;
        talk.reminded = false;
        talk.clocks.put("silence", now + timeouts.silence().reminderSeconds() * 1000L);
    }

    private String callIn(Talk talk, Person person) {
        if (!talk.stage.equals("held")) {
            return elsewhere(talk);
        }
        if (notIn(talk, person).isEmpty()) {
            return "InChatAlready";
        }
        String refusal = cannotTake(talk.queue(), person);
        if (!refusal.isEmpty()) {
            return refusal;
        }
        changed(person);
        talk.colleagues.add(person);
        tell(Effect.CALLED_IN, talk, person);
        return "";
    }

    private String cannotTake(Queue queue, Person person) {
        if (!person.isHere()) {
            return "NotThere";
        }
        return hasRoom(person, queue) ? "" : "NoRoom";
    }

    private static String elsewhere(Talk talk) {
        return talk.stage.equals("aside") ? "SetAside" : "WithAnother";
    }

    private String given(Talk talk, Person person) {
        return talk.waits() ? outOfLine(talk, person) : elsewhere(talk);
    }

    private String outOfLine(Talk talk, Person person) {
        if (!(talk.stage.equals("offered") && talk.operator == person)) {
            String refusal = cannotTake(talk.queue(), person);
            if (!refusal.isEmpty()) {
                return refusal;
            }
            if (talk.stage.equals("offered")) {
                withdraw(talk);
            }
            changed(person);
            talk.operator = person;
        }
        assign(talk);
        return "";
    }

    private String setAside(Talk talk, Person person, long until) {
        String refusal = notIn(talk, person);
        if (!refusal.isEmpty()) {
            return refusal;
        }
        if (!talk.colleagues.isEmpty()) {
            return "OthersIn";
        }
        tell(Effect.SET_ASIDE, talk);
        changed(person);
        talk.operator = null;
        talk.sentBy = person;
        talk.stage = "aside";
        talk.clocks.clear();
        talk.clocks.put("end", Math.max(now, until));
        return "";
    }

    private void comesBack(Talk talk) {
        var person = talk.sentBy;
        if (person != null && cannotTake(talk.queue(), person).isEmpty()) {
            fromAside(talk, person);
            return;
        }
        queueAgain(talk, timeouts.rungs().afterReturn());
        if (!isOpen(plan.hoursOf(talk.queue()))) {
            atClosing(talk, plan.hoursOf(talk.queue()).closing().waiting());
        }
    }

    private void fromAside(Talk talk, Person person) {
        changed(person);
        talk.operator = person;
        talk.rungBase = now - talk.rungBase;
        assign(talk);
    }

    private String takeBack(Talk talk, Person person) {
        if (talk.stage.equals("aside") && talk.sentBy == person) {
            String refusal = cannotTake(talk.queue(), person);
            if (refusal.isEmpty()) {
                fromAside(talk, person);
            }
            return refusal;
        }
        return talk.waits() && talk.sentBy == person ? outOfLine(talk, person) : "NotToTakeBack";
    }

    // Sent on

    private String cannotSend(Talk talk) {
        return talk.stage.equals("held") || talk.stage.equals("bot") ? "" : elsewhere(talk);
    }

    private String toQueue(Talk talk, Queue to) {
        String refusal = cannotSend(talk);
        if (!refusal.isEmpty()) {
            return refusal;
        }
        if (talk.stage.equals("held") && !talk.queue().transfers().contains(to.id())) {
            return "NoSuchTransfer";
        }
        if (!isOpen(plan.hoursOf(to))) {
            return "Closed";
        }
        var probe = new Talk("probe", talk.visit);
        arrivals--;
        probe.queue = to;
        if (people.stream().noneMatch(person -> person != talk.operator && person.isHere() && isAble(person, probe))) {
            return "NobodyInQueue";
        }
        sendOn(talk);
        forgetWishes(talk);
        talk.queue = to;
        talk.own = null;
        talk.raised = 0;
        enterAnew(talk);
        return "";
    }

    private static void forgetWishes(Talk talk) {
        talk.extra = List.of();
        talk.lowered.clear();
        talk.added.clear();
        talk.addedQueues.clear();
        talk.holders = null;
    }

    private String toSkill(Talk talk, SkillId skill) {
        String refusal = cannotSend(talk);
        if (!refusal.isEmpty()) {
            return refusal;
        }
        var probe = new Talk("probe", talk.visit);
        arrivals--;
        probe.answers.putAll(talk.answers);
        if (talk.queue == null) {
            decide(probe, talk.topic);
        } else {
            probe.queue = talk.queue;
        }
        probe.extra = List.of(new SkillNeed(skill, 1));
        probe.holders = skill;
        if (people.stream().noneMatch(person -> person != talk.operator && person.isHere() && isAble(person, probe))) {
            return "NobodyWithSkill";
        }
        sendOn(talk);
        forgetWishes(talk);
        talk.queue = probe.queue;
        talk.extra = probe.extra;
        talk.holders = skill;
        enterAnew(talk);
        return "";
    }

    private String toOperator(Talk talk, Person to) {
        String refusal = cannotSend(talk);
        if (!refusal.isEmpty()) {
            return refusal;
        }
        if (talk.stage.equals("held") && notIn(talk, to).isEmpty()) {
            return "InChatAlready";
        }
        boolean fresh = talk.queue == null;
        var probe = new Talk("probe", talk.visit);
        arrivals--;
        probe.answers.putAll(talk.answers);
        if (fresh) {
            decide(probe, talk.topic);
        } else {
            probe.queue = talk.queue;
        }
        refusal = cannotTake(probe.queue(), to);
        if (!refusal.isEmpty()) {
            return refusal;
        }
        if (fresh) {
            talk.queue = probe.queue;
            talk.extra = probe.extra;
        }
        sendOn(talk);
        talk.stopClocks();
        talk.entered = fresh ? now : talk.entered;
        talk.firstQueued = Optional.of(talk.firstQueued.orElse(now));
        if (fresh || timeouts.rungs().afterReturn() == Seconds.START_ANEW) {
            talk.rung = 0;
            talk.rungBase = now;
        } else {
            talk.rungBase = now - talk.rungBase;
        }
        talk.climbFromHere();
        hand(talk, to);
        return "";
    }

    private void sendOn(Talk talk) {
        tell(Effect.TRANSFERRED, talk);
        if (talk.stage.equals("held")) {
            while (!talk.colleagues.isEmpty()) {
                colleagueLeaves(talk, talk.colleagues.getFirst());
            }
            changed(talk.operator());
            talk.refusedBy.add(talk.operator());
            talk.sentBy = talk.operator;
            talk.operator = null;
        }
        talk.choseBot = false;
    }

    // The end

    private void end(Talk talk, Outcome outcome) {
        boolean held = talk.stage.equals("held");
        if (talk.stage.equals("offered")) {
            withdraw(talk);
        }
        talk.clocks.clear();
        effects.add(now + " " + outcome + " " + talk.name + " "
                + (held ? talk.operator().operator.id().value() : "-") + " " + queueOf(talk));
        talk.colleagues.forEach(this::changed);
        talk.colleagues.clear();
        int seconds = held ? talk.queue().handover().wrapUpSeconds() : 0;
        if (seconds > 0) {
            talk.stage = "wrap";
            talk.clocks.put("end", now + seconds * 1000L);
            return;
        }
        if (held) {
            changed(talk.operator());
        }
        talks.remove(talk);
        talk.stage = "over";
    }

    private void wrappedUp(Talk talk) {
        tell(Effect.WRAPPED_UP, talk);
        changed(talk.operator());
        talks.remove(talk);
        talk.stage = "over";
    }

    // What happens by itself

    private void climb(Talk talk) {
        var action = talk.rungs().get(talk.rung).action();
        talk.rung++;
        talk.climbFromHere();
        tell(Effect.RUNG, talk);
        switch (action) {
            case Rung.Action.LowerLevel(var skill, var by) -> talk.lowered.merge(skill, by, Integer::sum);
            case Rung.Action.AddOperators(var operators) -> talk.added.addAll(operators);
            case Rung.Action.AddMembersOf(var queue) -> talk.addedQueues.add(queue);
            case Rung.Action.RaisePriority(var by) -> talk.raised += by;
            case Rung.Action.Say _ -> tell(Effect.SAID, talk);
            case Rung.Action.OfferBot _ -> offerWay(talk, Way.BOT);
            case Rung.Action.OfferCallBack _ -> offerWay(talk, Way.CALL_BACK);
            case Rung.Action.OfferMessage _ -> offerWay(talk, Way.MESSAGE);
            case Rung.Action.MoveTo(var to) -> move(talk, plan.queue(to));
            case Rung.Action.End(var text) -> {
                if (!text.isEmpty()) {
                    tell(Effect.SAID, talk);
                }
                end(talk, Outcome.ENDED_BY_LADDER);
            }
        }
    }

    private void move(Talk talk, Queue to) {
        if (talk.movedAt == now && talk.moves >= plan.queues().size()) {
            return;
        }
        talk.moves = talk.movedAt == now ? talk.moves + 1 : 1;
        talk.movedAt = now;
        var back = talk.clocks.get("bot-back");
        leaveQueue(talk);
        if (back != null) {
            talk.clocks.put("bot-back", back);
        }
        long over = talk.rungBase;
        talk.queue = to;
        talk.entered = now;
        talk.refusedBy.clear();
        if (timeouts.rungs().afterMove() == Seconds.GO_ON) {
            talk.rung = (int) talk.rungs().stream()
                    .filter(rung -> rung.seconds() * 1000L < over)
                    .count();
            talk.rungBase = now - over;
        } else {
            talk.rung = 0;
            talk.rungBase = now;
        }
        inLine(talk, Effect.MOVED);
        if (!isOpen(plan.hoursOf(to))) {
            atClosing(talk, plan.hoursOf(to).closing().waiting());
        }
    }

    private void noReply(Talk talk) {
        var reply = timeouts.reply();
        var person = talk.operator();
        tell(Effect.SAID, talk);
        while (!talk.colleagues.isEmpty()) {
            colleagueLeaves(talk, talk.colleagues.getFirst());
        }
        talk.first = reply.then() == Timeouts.AfterNoReply.HEAD_OF_QUEUE;
        giveBack(talk, person);
        switch (reply.offers()) {
            case NOTHING -> {
                // the visitor waits on
            }
            case MESSAGE -> offerWay(talk, Way.MESSAGE);
            case CALL_BACK -> offerWay(talk, Way.CALL_BACK);
        }
    }

    private void silent(Talk talk) {
        if (talk.reminded) {
            tell(Effect.SAID, talk);
            end(talk, talk.stage.equals("bot") && talk.botAnswered ? Outcome.FINISHED_BY_BOT : Outcome.CLOSED_SILENT);
            return;
        }
        talk.reminded = true;
        talk.clocks.put("silence", talk.silentSince + timeouts.silence().closeSeconds() * 1000L);
        tell(Effect.REMINDED, talk);
    }

    // Words

    private Person person(@Nullable OperatorId id) {
        return people.stream()
                .filter(person -> person.operator.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private static String queueOf(Talk talk) {
        return talk.queue == null ? "-" : talk.queue().id().value();
    }

    private void tell(Effect effect, Talk talk) {
        tell(effect, talk, talk.operator);
    }

    private void tell(Effect effect, Talk talk, @Nullable Person person) {
        effects.add(now + " " + effect + " " + talk.name + " "
                + (person == null ? "-" : person.operator.id().value()) + " " + queueOf(talk));
    }
}
