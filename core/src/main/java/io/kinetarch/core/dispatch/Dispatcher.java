package io.kinetarch.core.dispatch;

import static io.kinetarch.core.dispatch.EffectSink.NONE;

import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.NextChatFrom;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.SpokenLanguage;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.Timeouts.RungClock.Seconds;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.WhenAway;
import io.kinetarch.core.plan.WhenClosed;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.routing.ExpectedChats;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Decides where every chat of a plan goes: the one state machine behind live chats, rehearsals and simulations. It has no clock, no
 * threads and does no I/O: calls come in, each with its instant, effects go out to a sink, and {@link #nextTimer} says when it
 * wants to be told that time has passed. The same calls give the same effects.
 *
 * <p>Instants are milliseconds since 1970 and never go back. Before a call of an instant, whatever was due before it happens; what is
 * due at the very instant happens once time is told to have passed, or a call of a later instant comes. Operators and queues are given
 * by their places in the plan, chats by the number that their arrival was given; numbers grow.
 *
 * <p>A call that cannot be taken says why and changes nothing. Not safe for use by several threads.
 */
public final class Dispatcher {
    /** Grows whenever the same calls may give other effects than before, so that nothing logged under older decisions is replayed. */
    public static final int DECISIONS = 1;

    private static final Reason BY_VISITOR = new Reason.Acted(Reason.Party.VISITOR);
    private static final Reason BY_OPERATOR = new Reason.Acted(Reason.Party.OPERATOR);
    private static final Reason BY_BOT = new Reason.Acted(Reason.Party.BOT);
    private static final int SLOT_BITS = 24;
    private static final int SLOT_MASK = (1 << SLOT_BITS) - 1;

    private final Plan plan;
    private final CompiledPlan compiled;
    private final Staff staff;
    private final Lane[] lanes;
    private final Matching matching;
    private final Routing routing;
    private final HoursClock[] hours;
    private final Map<DoorId, Gate> gates = new HashMap<>();
    private final Map<QueueId, Integer> laneOf = new HashMap<>();
    private final Timers timers = new Timers();
    private final EffectSink sink;
    private final boolean told;
    private final Timeouts timeouts;
    private final boolean byTarget;
    private final List<Map<String, Ask>> ruleAsks = new ArrayList<>();

    private final List<Chat> slots = new ArrayList<>();
    private final List<Chat> free = new ArrayList<>();
    /** Chats that somebody declined in this call, and whose pause starts if nobody else is left to ask. */
    private final List<Chat> pausing = new ArrayList<>();

    private long now = Long.MIN_VALUE;
    private long serial;

    /** A dispatcher of a plan in which nobody is there yet and nothing has come. */
    public Dispatcher(Plan plan, EffectSink sink) {
        this.plan = plan;
        this.sink = sink;
        told = sink.wantsReasons();
        compiled = CompiledPlan.of(plan);
        staff = new Staff(compiled);
        hours = plan.hours().stream().map(HoursClock::new).toArray(HoursClock[]::new);
        lanes = plan.queues().stream().map(this::lane).toArray(Lane[]::new);
        plan.doors().forEach(door -> gates.put(door.id(), gate(door)));

        for (int i = 0; i < lanes.length; i++) {
            laneOf.put(lanes[i].queue.id(), i);
        }
        matching = new Matching(compiled, staff, lanes);
        routing = new Routing(plan);
        timeouts = plan.settings().timeouts();
        byTarget = plan.settings().nextChat() == NextChatFrom.TARGET;
        plan.rules().forEach(_ -> ruleAsks.add(new HashMap<>()));
    }

    private Lane lane(Queue queue) {
        var department = plan.department(queue.department());
        return new Lane(queue, department, clock(department.hours()));
    }

    private Gate gate(FrontDoor door) {
        var kept = door.hours();
        var reached = ExpectedChats.rules(plan, door).stream()
                .map(rule -> plan.department(plan.queue(rule.queue()).department()))
                .distinct()
                .map(department -> new Gate.Reached(department, clock(department.hours())))
                .toList();
        return new Gate(door, kept == null ? null : clock(kept), reached);
    }

    private HoursClock clock(HoursId id) {
        return Stream.of(hours)
                .filter(clock -> clock.set.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private Gate gate(Visit visit) {
        var gate = gates.get(visit.door());
        if (gate == null) {
            throw new IllegalArgumentException(
                    "the plan has no front door \"" + visit.door().value() + "\"");
        }
        return gate;
    }

    /** The instant of the last call; the smallest number before the first. */
    public long now() {
        return now;
    }

    /** When something happens by itself next; {@link Long#MAX_VALUE} for never. */
    public long nextTimer() {
        long next = Math.min(timers.next(), staff.nextLost());
        for (HoursClock clock : hours) {
            next = Math.min(next, clock.due());
        }
        return next;
    }

    /** Time has passed: whatever is due until then happens, that of the instant too. */
    public void passTime(long at) {
        advance(at, true);
    }

    private void advance(long at, boolean whole) {
        if (at < now) {
            throw new IllegalArgumentException("a call of " + at + " comes after one of " + now);
        }
        if (now == Long.MIN_VALUE) {
            now = at;
            for (HoursClock clock : hours) {
                clock.start(at);
            }
        }
        for (long next = nextTimer(); next < at || (whole && next == at); next = nextTimer()) {
            now = next;
            if (closes()) {
                settle();
            } else if (staff.nextLost() == next) {
                operatorVanishes();
                settle();
            } else if (timers.next() == next) {
                fire(timers.first());
                settle();
            }
        }
        now = at;
    }

    /** What keeps a visitor from starting a chat; none if nothing does. */
    public Optional<Refusal> mayArrive(Visit visit) {
        var questions = gate(visit).door().questions();
        for (int i = 0; i < questions.size(); i++) {
            if (questions.get(i).asked() == AskedWhen.BEFORE && lacks(visit, questions.get(i))) {
                return Optional.of(new Refusal.AnswerMissing(questions.get(i).id()));
            }
        }
        return Optional.empty();
    }

    private static boolean lacks(Visit visit, Question question) {
        return question.required()
                && visit.answers().getOrDefault(question.id(), "").isBlank();
    }

    /**
     * A visitor starts a chat.
     *
     * @return the number of the chat
     * @throws IllegalArgumentException if something keeps the visitor from it, or the plan has no such door
     */
    public long arrive(long at, Visit visit) {
        var refusal = mayArrive(visit);
        if (refusal.isPresent()) {
            throw new IllegalArgumentException("the visitor cannot start a chat: " + refusal.get());
        }

        advance(at, false);
        Chat chat = free.isEmpty() ? newSlot() : free.removeLast();
        chat.start(serial++, visit);
        long number = number(chat);
        var door = gate(visit).door();
        Reason closed = whyClosed(visit);
        boolean open = closed == null;
        boolean bot = (open ? door.first().open() : door.first().closed()) == FirstToAnswer.Side.BOT;
        tell(Effect.ARRIVED, chat, told ? new Reason.DoorAnswers(door.id(), open, bot) : null);
        if (bot) {
            toBot(chat, told ? new Reason.DoorAnswers(door.id(), open, true) : null);
        } else if (closed != null) {
            closedWay(chat, closed);
        } else {
            toPeople(chat);
        }
        settle();
        return number;
    }

    private Chat newSlot() {
        if (slots.size() > SLOT_MASK) {
            throw new IllegalStateException("more than " + slots.size() + " chats at once are not held");
        }
        var chat = new Chat(slots.size(), staff.words);
        slots.add(chat);
        return chat;
    }

    private static long number(Chat chat) {
        return chat.serial << SLOT_BITS | chat.slot;
    }

    /** Why a door is closed to a visitor; null while it is open. */
    private @Nullable Reason whyClosed(Visit visit) {
        var gate = gate(visit);
        var door = gate.door();
        Reason byClock = gate.whyClosed(now);
        if (byClock != null) {
            return byClock;
        }
        return switch (door.opens()) {
            case BY_HOURS -> null;
            case CATCH_ALL_PRESENT -> {
                var queue = plan.catchAllQueue().id();
                yield matching.somebodyCould(matching.ask(ChatNeeds.of(queue), Loosened.NOTHING), NONE)
                        ? null
                        : new Reason.NobodyServes(door.id(), queue);
            }
            case VISITOR_SERVED -> {
                int rule = routing.decide(visit, visit.topic(), now, this::waitingByQueue);
                yield matching.somebodyCould(askOf(visit, rule, topicSkill(visit.topic())), NONE)
                        ? null
                        : new Reason.NobodyServes(
                                door.id(), plan.rules().get(rule).queue());
            }
        };
    }

    /** Nobody can be had: the visitor reads why, or has the form to leave a message with. */
    private void closedWay(Chat chat, Reason why) {
        if (gate(chat.visit()).door().whenClosed() == WhenClosed.MESSAGE_FORM) {
            showForm(chat, why);
        } else {
            turnAway(chat, TextKind.CLOSED, why);
        }
    }

    private void turnAway(Chat chat, TextKind text, Reason why) {
        say(chat, LocalText.NONE, text, why);
        end(chat, Outcome.TURNED_AWAY, why);
    }

    private void showForm(Chat chat, Reason why) {
        chat.stopClocks();
        chat.stage = Stage.FORM;
        chat.endDue = now + timeouts.silence().closeSeconds() * 1000L;
        offerWay(chat, Way.MESSAGE, why);
        if (gate(chat.visit()).door().callBack()) {
            offerWay(chat, Way.CALL_BACK, why);
        }
        timers.update(chat);
    }

    private void offerWay(Chat chat, Way way, @Nullable Reason why) {
        if ((chat.ways & way.bit) == 0) {
            chat.ways |= way.bit;
            tell(Effect.WAY_OFFERED, chat, told && why != null ? new Reason.WayOut(way, why) : null);
        }
    }

    /** The visitor says something, and may answer questions by it. */
    public Optional<Refusal> visitorSays(long at, long number, Map<QuestionId, String> answers) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        boolean firstWord = !chat.visitorSpoke;
        chat.visitorSpoke = true;
        chat.lostDue = Chat.NEVER;
        chat.silentSince = Chat.NEVER;
        chat.silenceDue = Chat.NEVER;
        chat.reminded = false;
        tell(Effect.SAID, chat, BY_VISITOR);
        if (!answers.isEmpty()) {
            chat.answered(answers);
        }
        if (chat.stage == Stage.HELD && chat.replyDue == Chat.NEVER) {
            chat.replyDue = now + timeouts.reply().seconds() * 1000L;
        }
        if (chat.stage == Stage.ASKING && (firstWord || !answers.isEmpty())) {
            if (chat.isRouted()) {
                enter(chat, chat.queue, byRule(chat));
            } else {
                toPeople(chat);
            }
        }
        timers.update(chat);
        settle();
        return Optional.empty();
    }

    /** The visitor leaves without a word. */
    public Optional<Refusal> leave(long at, long number) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        visitorGoes(chat, BY_VISITOR);
        settle();
        return Optional.empty();
    }

    private void visitorGoes(Chat chat, Reason why) {
        end(
                chat,
                switch (chat.stage()) {
                    case FORM -> Outcome.TURNED_AWAY;
                    case WAITING, OFFERED -> Outcome.GAVE_UP;
                    case BOT -> chat.botAnswered ? Outcome.FINISHED_BY_BOT : Outcome.ENDED_BY_VISITOR;
                    default -> Outcome.ENDED_BY_VISITOR;
                },
                why);
    }

    /** The visitor takes one of the ways that were offered. */
    public Optional<Refusal> choose(long at, long number, Way way) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if ((chat.ways & way.bit) == 0) {
            return Optional.of(new Refusal.WayNotOffered(way, ways(chat)));
        }
        var why = new Reason.VisitorChose(way);
        switch (way) {
            case MESSAGE -> end(chat, Outcome.LEFT_MESSAGE, why);
            case CALL_BACK -> end(chat, Outcome.ASKED_CALL_BACK, why);
            case BOT -> {
                if (!chat.stage().waits()) {
                    return Optional.of(new Refusal.WithAnother(chat.stage().holder()));
                }
                leaveQueue(chat, why);
                chat.ways &= ~way.bit;
                chat.choseBot = true;
                toBot(chat, why);
            }
        }
        settle();
        return Optional.empty();
    }

    private static Set<Way> ways(Chat chat) {
        var ways = EnumSet.noneOf(Way.class);
        for (Way way : Way.values()) {
            if ((chat.ways & way.bit) != 0) {
                ways.add(way);
            }
        }
        return ways;
    }

    /** The visitor's connection is lost. */
    public Optional<Refusal> visitorLost(long at, long number) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if (chat.lostDue == Chat.NEVER) {
            chat.lostDue = now + timeouts.lost().visitorSeconds() * 1000L;
            timers.update(chat);
        }
        return Optional.empty();
    }

    /** The visitor's connection is back. */
    public Optional<Refusal> visitorBack(long at, long number) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        chat.lostDue = Chat.NEVER;
        timers.update(chat);
        return Optional.empty();
    }

    private void toBot(Chat chat, @Nullable Reason why) {
        chat.stage = Stage.BOT;
        tell(Effect.TO_BOT, chat, why);
        visitorIsToAnswer(chat);
        timers.update(chat);
    }

    /**
     * The bot has read what the visitor said.
     *
     * @param topic what it takes it to be about; null for nothing it knows
     * @param certainty how sure it is, 0 to 1
     */
    public Optional<Refusal> understood(long at, long number, @Nullable String topic, double certainty) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if (chat.stage != Stage.BOT) {
            return Optional.of(new Refusal.WithAnother(chat.stage().holder()));
        }
        if (topic == null || certainty < timeouts.botCertainty()) {
            chat.botMisses++;
            if (chat.botMisses >= timeouts.botMisses()) {
                handOver(chat, new Reason.NotUnderstood(chat.botMisses));
            }
        } else {
            chat.botMisses = 0;
            chat.topic = topic;
            var known = plan.settings().topic(topic);
            if (known.isPresent() && known.get().handsOver()) {
                var skill = known.get().skill();
                handOver(chat, new Reason.AboutTopic(topic, skill, skill != null && topicIsHeld(chat, skill)));
            } else {
                chat.botAnswered = true;
            }
        }
        settle();
        return Optional.empty();
    }

    private boolean topicIsHeld(Chat chat, SkillId skill) {
        int rule = routing.decide(chat.visit(), chat.topic, now, this::waitingByQueue);
        return matching.somebodyCould(askOf(chat.visit(), rule, skill), NONE);
    }

    /** The bot says something. */
    public Optional<Refusal> botSays(long at, long number) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if (chat.stage().holder() != Holder.BOT) {
            return Optional.of(new Refusal.WithAnother(chat.stage().holder()));
        }
        tell(Effect.SAID, chat, BY_BOT);
        visitorIsToAnswer(chat);
        timers.update(chat);
        return Optional.empty();
    }

    /** The visitor wants a person in place of the bot. */
    public Optional<Refusal> wishForPerson(long at, long number) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if (chat.stage != Stage.BOT) {
            return Optional.of(new Refusal.WithAnother(chat.stage().holder()));
        }
        handOver(chat, BY_VISITOR);
        settle();
        return Optional.empty();
    }

    /** The bot has finished: nothing is left to be said. */
    public Optional<Refusal> botEnds(long at, long number) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if (chat.stage != Stage.BOT) {
            return Optional.of(new Refusal.WithAnother(chat.stage().holder()));
        }
        end(chat, Outcome.FINISHED_BY_BOT, BY_BOT);
        settle();
        return Optional.empty();
    }

    private void handOver(Chat chat, Reason why) {
        tell(Effect.HANDED_OVER, chat, why);
        chat.stopClocks();
        chat.botMisses = 0;
        if (chat.choseBot) {
            chat.choseBot = false;
            queueAgain(chat, why, timeouts.rungs().afterChoice());
            return;
        }
        Reason closed = whyClosed(chat.visit());
        if (closed != null) {
            closedWay(chat, closed);
        } else {
            toPeople(chat);
        }
    }

    /** Decides the chat by the rules, once all is known that is asked first. */
    private void toPeople(Chat chat) {
        if (isAskedFirst(chat)) {
            return;
        }
        var topicNeeds = topicSkill(chat.topic);
        int rule = routing.decide(chat.visit(), chat.topic, now, this::waitingByQueue);
        Ask ask = askOf(chat.visit(), rule, topicNeeds);
        if (topicNeeds != null && !matching.somebodyCould(ask, NONE)) {
            ask = askOf(chat.visit(), rule, null);
        }
        chat.rule = rule;
        chat.ask(ask);
        chat.queue = ask.queue;
        var decided = plan.rules().get(rule);
        Integer own = decided.priority();
        chat.ownPriority = own == null ? NONE : own;
        if (!decided.said().isEmpty()) {
            say(chat, decided.said(), null, new Reason.ByRule(decided.id(), decided.queue()));
        }
        enter(chat, ask.queue, byRule(chat));
    }

    private @Nullable Reason byRule(Chat chat) {
        var rule = plan.rules().get(chat.rule);
        return told ? new Reason.ByRule(rule.id(), rule.queue()) : null;
    }

    /** Asks what the door asks after the first message; whether the chat has to wait for it. */
    private boolean isAskedFirst(Chat chat) {
        var gate = gate(chat.visit());
        if (!gate.asksLater()) {
            return false;
        }
        var door = gate.door();
        if (chat.visitorSpoke) {
            if (!chat.questionsAsked) {
                chat.questionsAsked = true;
                ask(chat, door.id(), door.questions(), AskedWhen.AFTER_FIRST_MESSAGE);
            }
            if (door.questions().stream()
                    .noneMatch(question ->
                            question.asked() == AskedWhen.AFTER_FIRST_MESSAGE && lacks(chat.visit(), question))) {
                return false;
            }
        }
        chat.stage = Stage.ASKING;
        visitorIsToAnswer(chat);
        timers.update(chat);
        return true;
    }

    private void ask(Chat chat, ElementId asker, List<Question> questions, AskedWhen when) {
        for (int i = 0; i < questions.size(); i++) {
            var question = questions.get(i);
            if (question.asked() == when
                    && chat.visit().answers().getOrDefault(question.id(), "").isBlank()) {
                tell(Effect.ASKED, chat, told ? new Reason.Unanswered(asker, question.id(), i) : null);
            }
        }
    }

    private @Nullable SkillId topicSkill(@Nullable String topic) {
        return topic == null
                ? null
                : plan.settings().topic(topic).map(known -> known.skill()).orElse(null);
    }

    /** What a chat that a rule takes asks for, with what its topic needs. */
    private Ask askOf(Visit visit, int rule, @Nullable SkillId skill) {
        if (skill == null) {
            var known = ruleAsks.get(rule).get(visit.language());
            if (known != null) {
                return known;
            }
        }
        var by = plan.rules().get(rule);
        var needs = ChatNeeds.of(by, visit.language());
        if (skill != null
                && needs.extraSkills().stream().noneMatch(need -> need.skill().equals(skill))) {
            needs = new ChatNeeds(
                    needs.queue(),
                    Stream.concat(needs.extraSkills().stream(), Stream.of(new SkillNeed(skill, 1)))
                            .toList(),
                    needs.language());
        }
        var ask = matching.ask(needs, Loosened.NOTHING);
        if (skill == null) {
            ruleAsks.get(rule).put(visit.language(), ask);
        }
        return ask;
    }

    /** A chat comes to a queue that it has not waited in: asks what its department asks, and minds its limit. */
    private void enter(Chat chat, int to, @Nullable Reason why) {
        int queue = to;
        Reason because = why;
        for (int hops = 0; ; hops++) {
            Lane lane = lanes[queue];
            var department = lane.department;
            if (!lane.hours.isOpen(now)) {
                closedWay(chat, new Reason.DepartmentClosed(department.id(), department.hours()));
                return;
            }
            chat.queue = queue;
            if (queue != chat.ask().queue) {
                chat.ask(moved(chat.ask(), lane));
            }
            if (lane.asks
                    && department.questions().stream()
                            .anyMatch(question ->
                                    question.asked() != AskedWhen.WHILE_WAITING && lacks(chat.visit(), question))) {
                chat.stage = Stage.ASKING;
                for (AskedWhen when : List.of(AskedWhen.BEFORE, AskedWhen.AFTER_FIRST_MESSAGE)) {
                    ask(chat, department.id(), department.questions(), when);
                }
                visitorIsToAnswer(chat);
                timers.update(chat);
                return;
            }
            if (!lane.isFull() || matching.choose(chat) != NONE) {
                break;
            }
            var limit = Objects.requireNonNull(lane.limit);
            var full = new Reason.QueueFull(lane.queue.id(), lane.waiting, limit.chats());
            int next = limit.beyond() instanceof WaitingRoom.Beyond.ToQueue(var other) ? laneOf(other) : NONE;
            if (limit.beyond() instanceof WaitingRoom.Beyond.MessageForm) {
                showForm(chat, full);
                return;
            }
            if (next == NONE || hops >= lanes.length) {
                turnAway(chat, TextKind.BUSY, full);
                return;
            }
            queue = next;
            because = full;
        }
        wait(chat, because);
        var door = gate(chat.visit()).door();
        ask(chat, door.id(), door.questions(), AskedWhen.WHILE_WAITING);
        var department = lanes[chat.queue].department;
        ask(chat, department.id(), department.questions(), AskedWhen.WHILE_WAITING);
    }

    private int laneOf(QueueId queue) {
        return laneOf.getOrDefault(queue, NONE);
    }

    /** The same wishes in another queue. */
    private Ask moved(Ask before, Lane to) {
        return matching.ask(
                new ChatNeeds(to.queue.id(), before.needs.extraSkills(), before.needs.language()), before.loosened);
    }

    /** The chat waits in its queue from now on, its ladder at the bottom. */
    private void wait(Chat chat, @Nullable Reason why) {
        chat.stopClocks();
        chat.entered = now;
        if (chat.firstQueued == Chat.NEVER) {
            chat.firstQueued = now;
        }
        chat.rung = 0;
        chat.rungBase = now;
        line(chat, why);
    }

    private void line(Chat chat, @Nullable Reason why) {
        Lane lane = lanes[chat.queue];
        chat.stage = Stage.WAITING;
        chat.operator = NONE;
        order(chat);
        chat.rungDue = chat.rung < lane.rungs.length ? chat.rungBase + lane.rungMillis[chat.rung] : Chat.NEVER;
        tell(Effect.QUEUED, chat, why);
        matching.waits(chat);
        if (chat.askedSome) {
            pausing.add(chat);
        }
        timers.update(chat);
    }

    private void order(Chat chat) {
        Lane lane = lanes[chat.queue];
        int base = chat.ownPriority == NONE ? lane.priority : chat.ownPriority;
        chat.primary =
                byTarget ? chat.entered + lane.withinMillis : -Math.min(Queue.HIGHEST_PRIORITY, base + chat.raised);
    }

    /** The chat comes back to its queue, at the place it had. */
    private void queueAgain(Chat chat, Reason why, Seconds seconds) {
        long over = chat.rungBase;
        chat.stopClocks();
        if (seconds == Seconds.START_ANEW) {
            chat.rung = 0;
            chat.rungBase = now;
        } else {
            chat.rungBase = now - over;
        }
        line(chat, told ? why : null);
    }

    /** Out of the line, and any offer taken back; the seconds of the ladder stand. */
    private void leaveQueue(Chat chat, @Nullable Reason why) {
        if (chat.stage == Stage.WAITING) {
            matching.waitsNoMore(chat);
        } else if (chat.stage == Stage.OFFERED) {
            withdraw(chat, why);
        }
        chat.rungBase = now - chat.rungBase;
        chat.stopClocks();
    }

    private void withdraw(Chat chat, @Nullable Reason why) {
        int operator = chat.operator;
        tell(Effect.WITHDRAWN, chat, told ? why : null);
        release(operator, lanes[chat.queue].weight);
        chat.operator = NONE;
        chat.offerDue = Chat.NEVER;
    }

    private void release(int operator, int weight) {
        staff.release(operator, weight, now);
        matching.freed(operator);
    }

    /** Hands waiting chats to whoever may be asked for them, until nobody more can be. */
    private void settle() {
        for (Chat chat = matching.next(); chat != null; chat = matching.next()) {
            int operator = matching.choose(chat);
            int candidates = matching.candidates();
            matching.waitsNoMore(chat);
            Lane lane = lanes[chat.queue];
            hand(
                    chat,
                    operator,
                    told
                            ? new Reason.Chosen(
                                    lane.queue.id(), operator(operator), lane.choice, candidates, lane.direct)
                            : null);
        }
        for (int i = 0; i < pausing.size(); i++) {
            Chat chat = pausing.get(i);
            if (chat.stage == Stage.WAITING && chat.askedSome) {
                chat.pauseDue = now + timeouts.accept().pauseSeconds() * 1000L;
                timers.update(chat);
            }
        }
        pausing.clear();
    }

    private void hand(Chat chat, int operator, @Nullable Reason why) {
        Lane lane = lanes[chat.queue];
        staff.take(operator, lane.weight, now);
        chat.operator = operator;
        chat.pauseDue = Chat.NEVER;
        if (lane.direct) {
            assign(chat, why);
        } else {
            chat.stage = Stage.OFFERED;
            chat.offerDue = now + timeouts.accept().seconds() * 1000L;
            tell(Effect.OFFERED, chat, why);
            timers.update(chat);
        }
    }

    /** The operator whose place it has holds it from now on. */
    private void assign(Chat chat, @Nullable Reason why) {
        if (chat.waited == Chat.NEVER) {
            chat.waited = now - chat.firstQueued;
        }
        chat.stage = Stage.HELD;
        chat.rungBase = now - chat.rungBase;
        chat.stopClocks();
        chat.forgetAsked();
        chat.first = false;
        chat.ways = 0;
        chat.sentBy = NONE;
        chat.replyDue = now + timeouts.reply().seconds() * 1000L;
        tell(Effect.ASSIGNED, chat, why);
        timers.update(chat);
    }

    /** An operator takes the chat that they are offered. */
    public Optional<Refusal> accept(long at, long number, int operator) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if (chat.stage != Stage.OFFERED || chat.operator != operator) {
            return Optional.of(new Refusal.NotOffered(operator(operator)));
        }
        staff.misses[operator] = 0;
        assign(chat, BY_OPERATOR);
        settle();
        return Optional.empty();
    }

    /** An operator does not take the chat that they are offered: the next is asked. */
    public Optional<Refusal> decline(long at, long number, int operator) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if (chat.stage != Stage.OFFERED || chat.operator != operator) {
            return Optional.of(new Refusal.NotOffered(operator(operator)));
        }
        tell(Effect.DECLINED, chat, BY_OPERATOR);
        waitAgain(chat);
        settle();
        return Optional.empty();
    }

    /** An offered chat waits on; whoever was offered it is asked again only after everybody else. */
    private void waitAgain(Chat chat) {
        int operator = chat.operator;
        release(operator, lanes[chat.queue].weight);
        chat.offerDue = Chat.NEVER;
        chat.operator = NONE;
        chat.stage = Stage.WAITING;
        chat.wasAskedNow(operator);
        matching.waits(chat);
        pausing.add(chat);
        timers.update(chat);
    }

    private void lapse(Chat chat) {
        int operator = chat.operator;
        tell(
                Effect.LAPSED,
                chat,
                told ? new Reason.NotAccepted(timeouts.accept().seconds()) : null);
        int misses = ++staff.misses[operator];
        if (misses >= timeouts.accept().awayAfter()) {
            waitAgain(chat);
            setAway(operator, told ? new Reason.Missed(misses) : null);
        } else {
            waitAgain(chat);
        }
    }

    /** An operator is there to take chats. */
    public void present(long at, int operator) {
        advance(at, false);
        if (staff.lostDue[operator] != Chat.NEVER) {
            staff.lost(operator, Chat.NEVER);
            matching.freed(operator);
        }
        if (!staff.present[operator]) {
            staff.present[operator] = true;
            staff.misses[operator] = 0;
            staff.freeSince[operator] = now;
            staff.refresh(operator);
            matching.freed(operator);
        }
        settle();
    }

    /** An operator gets no more chats for a while; offers go to others. */
    public void away(long at, int operator) {
        advance(at, false);
        if (staff.present[operator]) {
            stepAway(
                    operator,
                    new Reason.WentAway(operator(operator), plan.settings().whenAway()));
        }
        settle();
    }

    private void setAway(int operator, @Nullable Reason why) {
        sink.happened(now, Effect.SET_AWAY, NONE, operator, NONE, why);
        stepAway(
                operator,
                new Reason.WentAway(operator(operator), plan.settings().whenAway()));
    }

    private void stepAway(int operator, Reason why) {
        staff.present[operator] = false;
        staff.misses[operator] = 0;
        staff.refresh(operator);
        boolean back = plan.settings().whenAway() == WhenAway.GIVEN_BACK;
        for (Chat chat : of(operator)) {
            if (chat.stage == Stage.OFFERED) {
                withdrawAndWait(chat, why);
            } else if (chat.stage == Stage.HELD && back) {
                giveBack(chat, operator, why);
            }
        }
    }

    private void withdrawAndWait(Chat chat, Reason why) {
        tell(Effect.WITHDRAWN, chat, told ? why : null);
        waitAgain(chat);
    }

    /** Chats in which an operator has a part, the oldest first. */
    private List<Chat> of(int operator) {
        return slots.stream()
                .filter(chat -> chat.stage != null && (chat.operator == operator || chat.hasColleague(operator)))
                .sorted(Comparator.comparingLong(chat -> chat.serial))
                .toList();
    }

    /** An operator can hold a chat no longer: a colleague in it goes on, else it waits again and others are asked first. */
    private void giveBack(Chat chat, int operator, Reason why) {
        int weight = lanes[chat.queue].weight;
        if (chat.operator != operator) {
            colleagueLeaves(chat, operator);
            return;
        }
        if (chat.colleagueCount > 0) {
            int next = chat.colleagues[0];
            tell(Effect.STEPPED_OUT, chat, told ? why : null);
            release(operator, weight);
            chat.drop(next);
            chat.operator = next;
            tell(Effect.ASSIGNED, chat, told ? why : null);
            return;
        }
        release(operator, weight);
        chat.wasAskedNow(operator);
        queueAgain(chat, why, timeouts.rungs().afterReturn());
    }

    private void colleagueLeaves(Chat chat, int colleague) {
        chat.drop(colleague);
        sink.happened(now, Effect.STEPPED_OUT, number(chat), colleague, chat.queue, BY_OPERATOR);
        release(colleague, lanes[chat.queue].weight);
    }

    /** An operator goes: what they joined or left for the day is forgotten, and their shift is over. */
    public void gone(long at, int operator) {
        advance(at, false);
        boolean was = staff.present[operator];
        staff.present[operator] = false;
        staff.misses[operator] = 0;
        staff.lost(operator, Chat.NEVER);
        if (!staff.joined[operator].isEmpty() || !staff.left[operator].isEmpty()) {
            staff.joined[operator].clear();
            staff.left[operator].clear();
            matching.membershipChanged();
        }
        for (Chat chat : of(operator)) {
            var set = chat.isRouted() ? lanes[chat.queue].hours.set : null;
            if (set == null) {
                continue;
            }
            var why = new Reason.ShiftOver(
                    operator(operator), set.id(), set.closing().inHand());
            switch (chat.stage()) {
                case OFFERED -> withdrawAndWait(chat, why);
                case HELD -> {
                    if (chat.operator == operator) {
                        atClosing(chat, set.closing().inHand(), why);
                    } else {
                        colleagueLeaves(chat, operator);
                    }
                }
                case WRAP_UP -> wrappedUp(chat, why);
                default -> {
                    // nothing of it hangs on who goes
                }
            }
        }
        if (was) {
            nobodyIsLeft(operator);
        }
        settle();
    }

    /** Waiting chats that the last who could take them has left. */
    private void nobodyIsLeft(int gone) {
        for (Chat chat : byAge()) {
            if (!chat.stage().waits()) {
                continue;
            }
            var set = lanes[chat.queue].hours.set;
            var then = set.closing().waiting();
            if (then != Closing.Then.SERVED_OUT
                    && chat.ask().isAble(gone)
                    && !matching.somebodyCould(chat.ask(), NONE)) {
                atClosing(chat, then, new Reason.ShiftOver(operator(gone), set.id(), then));
            }
        }
    }

    private List<Chat> byAge() {
        return slots.stream()
                .filter(chat -> chat.stage != null)
                .sorted(Comparator.comparingLong(chat -> chat.serial))
                .toList();
    }

    private void atClosing(Chat chat, Closing.Then then, Reason why) {
        switch (then) {
            case SERVED_OUT -> {
                // it goes on
            }
            case OFFERED_MESSAGE -> offerWay(chat, Way.MESSAGE, why);
            case ENDED -> {
                say(chat, LocalText.NONE, TextKind.CLOSED, why);
                end(chat, Outcome.ENDED_AT_CLOSING, why);
            }
        }
    }

    /** Ends what opening hours end at this instant; whether any ended or began. */
    private boolean closes() {
        boolean changed = false;
        for (HoursClock clock : hours) {
            if (clock.due() != now) {
                continue;
            }
            changed = true;
            if (clock.pass()) {
                continue;
            }
            var closing = clock.set.closing();
            for (Chat chat : byAge()) {
                if (chat.isRouted() && lanes[chat.queue].hours == clock) {
                    if (chat.stage().waits()) {
                        atClosing(chat, closing.waiting(), new Reason.ClosingTime(clock.set.id(), closing.waiting()));
                    } else if (chat.stage == Stage.HELD) {
                        atClosing(chat, closing.inHand(), new Reason.ClosingTime(clock.set.id(), closing.inHand()));
                    }
                }
            }
        }
        return changed;
    }

    /** An operator takes chats of a queue for the day, member or not. */
    public void join(long at, int operator, int queue) {
        advance(at, false);
        staff.left[operator].clear(queue);
        staff.joined[operator].set(queue);
        matching.membershipChanged();
        settle();
    }

    /** An operator takes no more chats of a queue for the day; those in hand stay. */
    public void leaveQueue(long at, int operator, int queue) {
        advance(at, false);
        staff.joined[operator].clear(queue);
        staff.left[operator].set(queue);
        matching.membershipChanged();
        for (Chat chat : of(operator)) {
            if (chat.stage == Stage.OFFERED && !chat.ask().isAble(operator)) {
                withdrawAndWait(chat, new Reason.LeftQueue(operator(operator), lanes[queue].queue.id()));
            }
        }
        settle();
    }

    /** An operator's connection is lost: they get no new chats, and keep theirs for a while. */
    public void operatorLost(long at, int operator) {
        advance(at, false);
        if (staff.lostDue[operator] == Chat.NEVER) {
            staff.lost(operator, now + timeouts.lost().operatorSeconds() * 1000L);
        }
        settle();
    }

    /** An operator's connection is back. */
    public void operatorBack(long at, int operator) {
        advance(at, false);
        staff.lost(operator, Chat.NEVER);
        matching.freed(operator);
        settle();
    }

    private void operatorVanishes() {
        int operator = IntStream.range(0, compiled.size())
                .filter(i -> staff.lostDue[i] == now)
                .findFirst()
                .orElseThrow();
        staff.lost(operator, Chat.NEVER);
        var why = new Reason.Vanished(Reason.Party.OPERATOR, timeouts.lost().operatorSeconds());
        staff.present[operator] = false;
        staff.misses[operator] = 0;
        staff.refresh(operator);
        sink.happened(now, Effect.SET_AWAY, NONE, operator, NONE, told ? why : null);
        for (Chat chat : of(operator)) {
            switch (chat.stage()) {
                case OFFERED -> withdrawAndWait(chat, why);
                case HELD -> giveBack(chat, operator, why);
                case WRAP_UP -> wrappedUp(chat, why);
                default -> {
                    // nothing of it hangs on who vanished
                }
            }
        }
    }

    /** An operator of a chat says something. */
    public Optional<Refusal> operatorSays(long at, long number, int operator) {
        advance(at, false);
        Chat chat = chat(number);
        var refusal = notInChat(chat, operator);
        if (chat == null || refusal.isPresent()) {
            return refusal;
        }
        sink.happened(now, Effect.SAID, number, operator, chat.queue, BY_OPERATOR);
        chat.replyDue = Chat.NEVER;
        visitorIsToAnswer(chat);
        timers.update(chat);
        return Optional.empty();
    }

    private Optional<Refusal> notInChat(@Nullable Chat chat, int operator) {
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if (chat.stage != Stage.HELD) {
            return Optional.of(new Refusal.WithAnother(chat.stage().holder()));
        }
        return chat.operator == operator || chat.hasColleague(operator)
                ? Optional.empty()
                : Optional.of(new Refusal.NotInChat(operator(operator)));
    }

    private void visitorIsToAnswer(Chat chat) {
        chat.silentSince = now;
        chat.reminded = false;
        chat.silenceDue = now + timeouts.silence().reminderSeconds() * 1000L;
    }

    /** An operator calls a colleague in, who writes along. */
    public Optional<Refusal> callIn(long at, long number, int operator) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if (chat.stage != Stage.HELD) {
            return Optional.of(new Refusal.WithAnother(chat.stage().holder()));
        }
        if (chat.operator == operator || chat.hasColleague(operator)) {
            return Optional.of(new Refusal.InChatAlready(operator(operator)));
        }
        var refusal = cannotTake(chat, operator);
        if (refusal.isPresent()) {
            return refusal;
        }
        staff.take(operator, lanes[chat.queue].weight, now);
        chat.join(operator);
        sink.happened(now, Effect.CALLED_IN, number, operator, chat.queue, BY_OPERATOR);
        settle();
        return Optional.empty();
    }

    private Optional<Refusal> cannotTake(Chat chat, int operator) {
        if (!staff.isHere(operator)) {
            return Optional.of(new Refusal.NotThere(operator(operator), withRoom(chat)));
        }
        return staff.hasRoom(operator, lanes[chat.queue].weight)
                ? Optional.empty()
                : Optional.of(new Refusal.NoRoom(operator(operator), withRoom(chat)));
    }

    /** Who else is here, able and has room. */
    private List<OperatorId> withRoom(Chat chat) {
        return IntStream.range(0, compiled.size())
                .filter(i -> i != chat.operator && staff.isHere(i) && chat.ask().isAble(i))
                .filter(i -> staff.hasRoom(i, lanes[chat.queue].weight))
                .mapToObj(this::operator)
                .toList();
    }

    /** An operator leaves a chat to the others in it; if they were responsible, the one called in first is from now on. */
    public Optional<Refusal> stepOut(long at, long number, int operator) {
        advance(at, false);
        Chat chat = chat(number);
        var refusal = notInChat(chat, operator);
        if (chat == null || refusal.isPresent()) {
            return refusal;
        }
        if (chat.colleagueCount == 0) {
            return Optional.of(new Refusal.OnlyOne(operator(operator)));
        }
        giveBack(chat, operator, BY_OPERATOR);
        settle();
        return Optional.empty();
    }

    /** Who sent a chat on takes it back, while nobody else has it. */
    public Optional<Refusal> takeBack(long at, long number, int operator) {
        advance(at, false);
        Chat chat = chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        if (!chat.stage().waits() || chat.sentBy != operator) {
            return Optional.of(new Refusal.NotToTakeBack(operator(operator)));
        }
        if (!(chat.stage == Stage.OFFERED && chat.operator == operator)) {
            var refusal = cannotTake(chat, operator);
            if (refusal.isPresent()) {
                return refusal;
            }
            var why = new Reason.TakenBack(operator(operator));
            if (chat.stage == Stage.WAITING) {
                matching.waitsNoMore(chat);
            } else {
                withdraw(chat, why);
            }
            staff.take(operator, lanes[chat.queue].weight, now);
            chat.operator = operator;
        }
        assign(chat, told ? new Reason.TakenBack(operator(operator)) : null);
        settle();
        return Optional.empty();
    }

    /** The operator or the bot that holds a chat sends it to another queue. */
    public Optional<Refusal> transferToQueue(long at, long number, int queue) {
        advance(at, false);
        Chat chat = chat(number);
        var refusal = cannotSend(chat);
        if (chat == null || refusal.isPresent()) {
            return refusal;
        }
        Lane lane = lanes[queue];
        if (chat.stage == Stage.HELD) {
            var from = lanes[chat.queue].queue;
            if (!from.transfers().contains(lane.queue.id())) {
                return Optional.of(new Refusal.NoSuchTransfer(from.id(), lane.queue.id(), from.transfers()));
            }
        }
        if (!lane.hours.isOpen(now)) {
            return Optional.of(new Refusal.Closed(lane.queue.department()));
        }
        Ask ask = matching.ask(new ChatNeeds(lane.queue.id(), List.of(), language(chat)), Loosened.NOTHING);
        if (!matching.somebodyCould(ask, chat.operator)) {
            return Optional.of(new Refusal.NobodyInQueue(lane.queue.id(), couldBe(ask, chat.operator)));
        }
        sendOn(chat, new Reason.SentOn(lane.queue.id(), null, null));
        chat.ask(ask);
        chat.queue = queue;
        chat.ownPriority = NONE;
        chat.raised = 0;
        wait(chat, told ? new Reason.SentOn(lane.queue.id(), null, null) : null);
        settle();
        return Optional.empty();
    }

    private static String language(Chat chat) {
        return SpokenLanguage.primary(chat.visit().language());
    }

    /** The operator or the bot that holds a chat sends it to whoever holds a skill. */
    public Optional<Refusal> transferToSkill(long at, long number, SkillId skill) {
        advance(at, false);
        Chat chat = chat(number);
        var refusal = cannotSend(chat);
        if (chat == null || refusal.isPresent()) {
            return refusal;
        }
        int queue = chat.isRouted() ? chat.queue : decidedQueue(chat);
        Ask ask = matching.ask(
                new ChatNeeds(lanes[queue].queue.id(), List.of(new SkillNeed(skill, 1)), language(chat)),
                Loosened.toHolders(skill));
        if (!matching.somebodyCould(ask, chat.operator)) {
            return Optional.of(new Refusal.NobodyWithSkill(skill, couldBe(ask, chat.operator)));
        }
        sendOn(chat, new Reason.SentOn(null, null, skill));
        chat.ask(ask);
        chat.queue = queue;
        wait(chat, told ? new Reason.SentOn(null, null, skill) : null);
        settle();
        return Optional.empty();
    }

    private int decidedQueue(Chat chat) {
        int rule = routing.decide(chat.visit(), chat.topic, now, this::waitingByQueue);
        return laneOf(plan.rules().get(rule).queue());
    }

    /** The operator or the bot that holds a chat sends it to one operator. */
    public Optional<Refusal> transferToOperator(long at, long number, int operator) {
        advance(at, false);
        Chat chat = chat(number);
        var refusal = cannotSend(chat);
        if (chat == null || refusal.isPresent()) {
            return refusal;
        }
        if (chat.stage == Stage.HELD && (chat.operator == operator || chat.hasColleague(operator))) {
            return Optional.of(new Refusal.InChatAlready(operator(operator)));
        }
        boolean fresh = !chat.isRouted();
        if (fresh) {
            int rule = routing.decide(chat.visit(), chat.topic, now, this::waitingByQueue);
            chat.ask(askOf(chat.visit(), rule, null));
            chat.queue = chat.ask().queue;
        }
        var unable = cannotTake(chat, operator);
        if (unable.isPresent()) {
            if (fresh) {
                chat.ask(null);
                chat.queue = NONE;
            }
            return unable;
        }
        var why = new Reason.SentOn(null, operator(operator), null);
        sendOn(chat, why);
        chat.stopClocks();
        chat.entered = fresh ? now : chat.entered;
        chat.firstQueued = Math.min(chat.firstQueued, now);
        if (timeouts.rungs().afterReturn() == Seconds.START_ANEW || fresh) {
            chat.rung = 0;
            chat.rungBase = now;
        } else {
            chat.rungBase = now - chat.rungBase;
        }
        order(chat);
        chat.rungDue = chat.rung < lanes[chat.queue].rungs.length
                ? chat.rungBase + lanes[chat.queue].rungMillis[chat.rung]
                : Chat.NEVER;
        hand(chat, operator, told ? why : null);
        settle();
        return Optional.empty();
    }

    private static Optional<Refusal> cannotSend(@Nullable Chat chat) {
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        return chat.stage == Stage.HELD || chat.stage == Stage.BOT
                ? Optional.empty()
                : Optional.of(new Refusal.WithAnother(chat.stage().holder()));
    }

    /** Whoever holds a chat lets go of it. */
    private void sendOn(Chat chat, Reason why) {
        tell(Effect.TRANSFERRED, chat, told ? why : null);
        if (chat.stage == Stage.HELD) {
            int operator = chat.operator;
            while (chat.colleagueCount > 0) {
                colleagueLeaves(chat, chat.colleagues[0]);
            }
            release(operator, lanes[chat.queue].weight);
            chat.wasAskedNow(operator);
            chat.sentBy = operator;
            chat.operator = NONE;
        }
        chat.choseBot = false;
    }

    /** Who could take it, were they here. */
    private List<OperatorId> couldBe(Ask ask, int except) {
        return IntStream.range(0, compiled.size())
                .filter(i -> i != except && ask.isAble(i))
                .mapToObj(this::operator)
                .toList();
    }

    /** An operator of a chat ends it. */
    public Optional<Refusal> operatorEnds(long at, long number, int operator) {
        advance(at, false);
        Chat chat = chat(number);
        var refusal = notInChat(chat, operator);
        if (chat == null || refusal.isPresent()) {
            return refusal;
        }
        end(chat, Outcome.ENDED_BY_OPERATOR, BY_OPERATOR);
        settle();
        return Optional.empty();
    }

    private void end(Chat chat, Outcome outcome, @Nullable Reason why) {
        int operator = chat.operator;
        boolean held = chat.stage == Stage.HELD;
        if (chat.stage == Stage.WAITING) {
            matching.waitsNoMore(chat);
        } else if (chat.stage == Stage.OFFERED) {
            withdraw(chat, why);
        }
        if (chat.waited == Chat.NEVER && chat.firstQueued != Chat.NEVER) {
            chat.waited = now - chat.firstQueued;
        }
        chat.stopClocks();
        chat.lostDue = Chat.NEVER;
        sink.ended(now, number(chat), outcome, held ? operator : NONE, chat.queue, told ? why : null);
        for (; chat.colleagueCount > 0; chat.drop(chat.colleagues[0])) {
            release(chat.colleagues[0], lanes[chat.queue].weight);
        }
        if (held && lanes[chat.queue].wrapUpMillis > 0) {
            chat.stage = Stage.WRAP_UP;
            chat.endDue = now + lanes[chat.queue].wrapUpMillis;
            timers.update(chat);
            return;
        }
        if (held) {
            release(operator, lanes[chat.queue].weight);
        }
        forget(chat);
    }

    private void forget(Chat chat) {
        if (timers.holds(chat)) {
            timers.remove(chat);
        }
        chat.clear();
        free.add(chat);
    }

    /** An operator has written up a chat that ended, before the time for it is over. */
    public Optional<Refusal> wrapUp(long at, long number, int operator) {
        advance(at, false);
        Chat chat = kept(number);
        if (chat == null || chat.stage != Stage.WRAP_UP || chat.operator != operator) {
            return Optional.of(new Refusal.NothingToWrapUp(operator(operator)));
        }
        wrappedUp(chat, BY_OPERATOR);
        settle();
        return Optional.empty();
    }

    private void wrappedUp(Chat chat, Reason why) {
        tell(Effect.WRAPPED_UP, chat, told ? why : null);
        release(chat.operator, lanes[chat.queue].weight);
        forget(chat);
    }

    /** Does what is due of a chat now: one thing of it, the rest follows as long as it is due too. */
    private void fire(Chat chat) {
        if (chat.lostDue == now) {
            chat.lostDue = Chat.NEVER;
            visitorGoes(
                    chat,
                    new Reason.Vanished(Reason.Party.VISITOR, timeouts.lost().visitorSeconds()));
        } else if (chat.offerDue == now) {
            lapse(chat);
        } else if (chat.rungDue == now) {
            climb(chat);
        } else if (chat.pauseDue == now) {
            matching.waitsNoMore(chat);
            chat.pauseDue = Chat.NEVER;
            chat.forgetAsked();
            matching.waits(chat);
            timers.update(chat);
        } else if (chat.replyDue == now) {
            noReply(chat);
        } else if (chat.silenceDue == now) {
            silent(chat);
        } else if (chat.stage == Stage.WRAP_UP) {
            wrappedUp(chat, new Reason.WrapUpOver(lanes[chat.queue].queue.id(), (int)
                    (lanes[chat.queue].wrapUpMillis / 1000)));
        } else {
            chat.endDue = Chat.NEVER;
            end(chat, Outcome.TURNED_AWAY, new Reason.Silent(timeouts.silence().closeSeconds(), true));
        }
    }

    /** The rung that is due happens, for this chat alone. */
    private void climb(Chat chat) {
        Lane lane = lanes[chat.queue];
        int at = chat.rung++;
        chat.rungDue = chat.rung < lane.rungs.length ? chat.rungBase + lane.rungMillis[chat.rung] : Chat.NEVER;
        var action = lane.rungs[at];
        var why = told
                ? new Reason.OnRung(lane.queue.id(), lane.rungIndex[at], (int) (lane.rungMillis[at] / 1000), action)
                : null;
        tell(Effect.RUNG, chat, why);
        switch (action) {
            case Rung.Action.LowerLevel _, Rung.Action.AddOperators _, Rung.Action.AddMembersOf _ ->
                reask(chat, loosened(chat.ask(), at, action));
            case Rung.Action.RaisePriority(var by) -> {
                chat.raised += by;
                reask(chat, chat.ask());
            }
            case Rung.Action.Say(var text) -> say(chat, text, null, why);
            case Rung.Action.OfferBot _ -> offerWay(chat, Way.BOT, why);
            case Rung.Action.OfferCallBack _ -> offerWay(chat, Way.CALL_BACK, why);
            case Rung.Action.OfferMessage _ -> offerWay(chat, Way.MESSAGE, why);
            case Rung.Action.MoveTo(var to) -> move(chat, laneOf(to), why);
            case Rung.Action.End(var text) -> {
                if (!text.isEmpty()) {
                    say(chat, text, null, why);
                }
                end(chat, Outcome.ENDED_BY_LADDER, why);
            }
        }
        if (chat.stage != null) {
            timers.update(chat);
        }
    }

    private Ask loosened(Ask before, int rung, Rung.Action action) {
        // The ladder is that of the queue the chat asks for, so the rung means the same for all that ask alike.
        Ask known = before.after(rung);
        if (known == null) {
            known = matching.ask(before.needs, Objects.requireNonNull(Ask.loosen(before.loosened, action)));
            before.after(rung, known);
        }
        return known;
    }

    /** The chat asks for something else, or goes before others; while it is offered that waits for the answer. */
    private void reask(Chat chat, Ask ask) {
        boolean inLine = chat.stage == Stage.WAITING;
        if (inLine) {
            matching.waitsNoMore(chat);
        }
        chat.ask(ask);
        order(chat);
        if (inLine) {
            matching.waits(chat);
        }
    }

    private void move(Chat chat, int to, @Nullable Reason why) {
        if (chat.movedAt == now && chat.moves >= lanes.length) {
            // ladders that send a chat round without a second's wait would do so without end
            return;
        }
        chat.moves = chat.movedAt == now ? chat.moves + 1 : 1;
        chat.movedAt = now;
        leaveQueue(chat, why);
        long over = chat.rungBase;
        Lane lane = lanes[to];
        chat.queue = to;
        chat.ask(moved(chat.ask(), lane));
        chat.entered = now;
        chat.forgetAsked();
        boolean goOn = timeouts.rungs().afterMove() == Seconds.GO_ON;
        chat.rung = goOn ? lane.rungFrom(over) : 0;
        chat.rungBase = goOn ? now - over : now;
        chat.stage = Stage.WAITING;
        chat.operator = NONE;
        order(chat);
        chat.rungDue = chat.rung < lane.rungs.length ? chat.rungBase + lane.rungMillis[chat.rung] : Chat.NEVER;
        tell(Effect.MOVED, chat, told ? why : null);
        matching.waits(chat);
        if (!lane.hours.isOpen(now)) {
            var set = lane.hours.set;
            atClosing(
                    chat,
                    set.closing().waiting(),
                    new Reason.ClosingTime(set.id(), set.closing().waiting()));
        }
    }

    private void noReply(Chat chat) {
        var reply = timeouts.reply();
        int operator = chat.operator;
        var why = new Reason.NoReply(operator(operator), reply.seconds(), reply.then());
        chat.replyDue = Chat.NEVER;
        say(chat, reply.text(), TextKind.NO_REPLY, why);
        while (chat.colleagueCount > 0) {
            colleagueLeaves(chat, chat.colleagues[0]);
        }
        chat.first = reply.then() == Timeouts.AfterNoReply.HEAD_OF_QUEUE;
        giveBack(chat, operator, why);
        switch (reply.offers()) {
            case NOTHING -> {
                // the visitor waits on
            }
            case MESSAGE -> offerWay(chat, Way.MESSAGE, why);
            case CALL_BACK -> offerWay(chat, Way.CALL_BACK, why);
        }
    }

    private void silent(Chat chat) {
        var silence = timeouts.silence();
        if (chat.reminded) {
            var why = new Reason.Silent(silence.closeSeconds(), true);
            say(chat, silence.close(), TextKind.ENDED, why);
            end(
                    chat,
                    chat.stage == Stage.BOT && chat.botAnswered ? Outcome.FINISHED_BY_BOT : Outcome.CLOSED_SILENT,
                    why);
            return;
        }
        chat.reminded = true;
        chat.silenceDue = chat.silentSince + silence.closeSeconds() * 1000L;
        tell(
                Effect.REMINDED,
                chat,
                told
                        ? new Reason.Text(silence.reminder(), null, new Reason.Silent(silence.reminderSeconds(), false))
                        : null);
        timers.update(chat);
    }

    /** Who holds a chat; nobody once it is over. */
    public Holder holder(long number) {
        Chat chat = kept(number);
        return chat == null ? Holder.NOBODY : chat.stage().holder();
    }

    /** The operator who holds a chat or is offered it; {@value EffectSink#NONE} for none. */
    public int operator(long number) {
        Chat chat = kept(number);
        return chat == null ? NONE : chat.operator;
    }

    /** Whether a chat is offered to somebody. */
    public boolean isOffered(long number) {
        Chat chat = kept(number);
        return chat != null && chat.stage == Stage.OFFERED;
    }

    /** The queue that a chat waits in, or was in last; {@value EffectSink#NONE} for none. */
    public int queue(long number) {
        Chat chat = kept(number);
        return chat == null ? NONE : chat.queue;
    }

    /** What a chat waited for an operator, or has waited until now; 0 where it was in no queue. Milliseconds. */
    public long waitedMillis(long number) {
        Chat chat = kept(number);
        if (chat == null || chat.firstQueued == Chat.NEVER) {
            return 0;
        }
        return chat.waited == Chat.NEVER ? now - chat.firstQueued : chat.waited;
    }

    /** How many chats wait in a queue, those being offered aside. */
    public int waiting(int queue) {
        return lanes[queue].waiting;
    }

    /** How an operator stands to a chat that was decided: why not to them? */
    public Standing standing(long number, int operator) {
        Chat chat = kept(number);
        if (chat == null || !chat.isRouted()) {
            throw new IllegalArgumentException("no queue has chat " + number);
        }
        var standing = compiled.standing(
                operator, chat.ask().wanted(), staff.isHere(operator), staff.inUse[operator], staff.chats[operator]);
        return standing.isEligible() && chat.wasAsked(operator) ? new Standing.AskedBefore() : standing;
    }

    /** Whether an operator is there to take chats. */
    public boolean isPresent(int operator) {
        return staff.present[operator];
    }

    /** How many chats an operator has a part in, offers and wrapping up included. */
    public int chats(int operator) {
        return staff.chats[operator];
    }

    /** How much of an operator's capacity those take. */
    public int inUse(int operator) {
        return staff.inUse[operator];
    }

    private Map<QueueId, Arrival.Waiting> waitingByQueue() {
        var oldest = new long[lanes.length];
        for (Chat chat : slots) {
            if (chat.stage == Stage.WAITING) {
                oldest[chat.queue] = Math.max(oldest[chat.queue], (now - chat.entered) / 1000);
            }
        }
        var waiting = new HashMap<QueueId, Arrival.Waiting>();
        for (int i = 0; i < lanes.length; i++) {
            if (lanes[i].waiting > 0) {
                waiting.put(lanes[i].queue.id(), new Arrival.Waiting(lanes[i].waiting, oldest[i]));
            }
        }
        return waiting;
    }

    /** The chat of a number, while it is not over. */
    private @Nullable Chat chat(long number) {
        Chat chat = kept(number);
        return chat == null || chat.stage == Stage.WRAP_UP ? null : chat;
    }

    private @Nullable Chat kept(long number) {
        int slot = (int) (number & SLOT_MASK);
        Chat chat = number >= 0 && slot < slots.size() ? slots.get(slot) : null;
        return chat != null && chat.stage != null && chat.serial == number >> SLOT_BITS ? chat : null;
    }

    private OperatorId operator(int operator) {
        return plan.operators().get(operator).id();
    }

    private void tell(Effect effect, Chat chat, @Nullable Reason why) {
        sink.happened(now, effect, number(chat), chat.operator, chat.queue, why);
    }

    private void say(Chat chat, LocalText text, @Nullable TextKind kind, @Nullable Reason why) {
        tell(Effect.SAID, chat, told && why != null ? new Reason.Text(text, kind, why) : null);
    }
}
