package io.kinetarch.core.dispatch;

import static io.kinetarch.core.dispatch.EffectSink.NONE;

import io.kinetarch.core.plan.AskedWhen;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.Question;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.WaitingRoom;
import io.kinetarch.core.plan.WhenClosed;
import io.kinetarch.core.routing.ChatNeeds;
import java.time.Instant;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** How a chat comes to the bot, to a queue, or to nobody: doors, questions, rules, limits. */
final class Entrance {
    private final Floor floor;

    /**
     * Chats that ask for the same by their rule, language and topic; those in languages that nobody speaks are not kept.
     *
     * @param holders whether whoever holds the skill may take them
     */
    private record Kind(int rule, String language, @Nullable SkillId skill, boolean holders) {}

    private final Map<Kind, Ask> asks = new HashMap<>();

    /** What was asked for last: those who come one after the other are often alike. */
    private @Nullable Visit lastVisit;

    private int lastRule;
    private @Nullable Ask lastAsk;

    Entrance(Floor floor) {
        this.floor = floor;
    }

    /** What keeps a visitor from starting a chat; none if nothing does. */
    Optional<Refusal> mayArrive(Visit visit) {
        var door = floor.gate(visit).door();
        var questions = door.questions();
        for (int i = 0; i < questions.size(); i++) {
            if (questions.get(i).asked() == AskedWhen.BEFORE && lacks(visit, questions.get(i))) {
                Reason closed = whyClosed(visit);
                return closed == null || botAnswers(visit, closed)
                        ? Optional.of(new Refusal.AnswerMissing(questions.get(i).id()))
                        : Optional.empty();
            }
        }
        return Optional.empty();
    }

    /** Whether the bot answers a visitor first; at a door that somebody has paused, nobody does. */
    boolean botAnswers(Visit visit, @Nullable Reason closed) {
        var door = floor.gate(visit).door();
        return closed == null
                ? door.first().open() == FirstToAnswer.Side.BOT
                : door.first().closed() == FirstToAnswer.Side.BOT && !floor.paused.contains(door.id());
    }

    static boolean lacks(Visit visit, Question question) {
        return question.required()
                && visit.answers().getOrDefault(question.id(), "").isBlank();
    }

    /** Why a door is closed to a visitor; null while it is open. */
    @Nullable
    Reason whyClosed(Visit visit) {
        Reason byClock = floor.gate(visit).whyClosed(floor.now);
        return byClock != null ? byClock : whyClosedBesidesHours(visit);
    }

    @Nullable
    Reason whyClosedBesidesHours(Visit visit) {
        var door = floor.gate(visit).door();
        if (!floor.paused.isEmpty() && floor.paused.contains(door.id())) {
            return new Reason.DoorPaused(door.id());
        }
        return switch (door.opens()) {
            case BY_HOURS -> null;
            case CATCH_ALL_PRESENT -> {
                var queue = floor.plan.catchAllQueue().id();
                yield floor.matching.somebodyCould(floor.matching.ask(ChatNeeds.of(queue), Loosened.NOTHING), NONE)
                        ? null
                        : new Reason.NobodyServes(door.id(), queue);
            }
            case VISITOR_SERVED -> {
                int rule = floor.routing.decide(visit, visit.topic(), floor.now, floor::waitingByQueue);
                yield floor.matching.somebodyCould(askOf(visit, rule, topicSkill(visit.topic())), NONE)
                        ? null
                        : new Reason.NobodyServes(
                                door.id(), floor.plan.rules().get(rule).queue());
            }
        };
    }

    /** Nobody can be had: the visitor reads why, or has the form to leave a message with. */
    void closedWay(Chat chat, Reason why) {
        if (floor.gate(chat.visit()).door().whenClosed() == WhenClosed.MESSAGE_FORM) {
            showForm(chat, why);
        } else {
            turnAway(chat, TextKind.CLOSED, why);
        }
    }

    void turnAway(Chat chat, TextKind text, Reason why) {
        floor.say(chat, LocalText.NONE, text, why);
        floor.end(chat, Outcome.TURNED_AWAY, why);
    }

    void showForm(Chat chat, Reason why) {
        chat.stopClocks();
        chat.stage = Stage.FORM;
        if (floor.watched) {
            chat.endDue = floor.now + floor.timeouts.silence().closeSeconds() * 1000L;
        }
        floor.offerWay(chat, Way.MESSAGE, why);
        if (floor.gate(chat.visit()).door().callBack()) {
            floor.offerWay(chat, Way.CALL_BACK, why);
        }
        floor.timers.update(chat);
    }

    void toBot(Chat chat, @Nullable Reason why) {
        chat.stage = Stage.BOT;
        floor.tell(Effect.TO_BOT, chat, why);
        floor.visitorIsToAnswer(chat);
        floor.timers.update(chat);
    }

    boolean topicIsHeld(Chat chat, SkillId skill) {
        int rule = floor.routing.decide(chat.visit(), chat.topic, floor.now, floor::waitingByQueue);
        return floor.matching.somebodyCould(askOf(chat.visit(), rule, skill), NONE)
                || floor.matching.somebodyHasRoom(askOfHolders(chat.visit(), rule, skill));
    }

    /**
     * What a chat asks for that a bot hands over: whoever in the queue of its rule holds what its topic needs; where nobody there does,
     * whoever else holds it and has room; else anybody in the queue.
     */
    private Ask askAbout(Visit visit, int rule, @Nullable SkillId skill) {
        var ask = askOf(visit, rule, skill);
        if (skill == null || floor.matching.somebodyCould(ask, NONE)) {
            return ask;
        }
        var holders = askOfHolders(visit, rule, skill);
        return floor.matching.somebodyHasRoom(holders) ? holders : askOf(visit, rule, null);
    }

    void handOver(Chat chat, Reason why) {
        floor.tell(Effect.HANDED_OVER, chat, why);
        chat.stopClocks();
        chat.botMisses = 0;
        chat.botTurns = 0;
        if (chat.choseBot) {
            chat.choseBot = false;
            floor.queueAgain(chat, why, floor.timeouts.rungs().afterChoice());
            return;
        }
        chat.handedOver = true;
        Reason closed = whyClosed(chat.visit());
        if (closed != null) {
            closedWay(chat, closed);
        } else {
            toPeople(chat);
        }
    }

    /** Which of the conditions of its door's policy sends a chat past the bot; {@value EffectSink#NONE} where none does. */
    int straight(Visit visit) {
        var gate = floor.gate(visit);
        return gate.handoff().straight().isEmpty()
                ? NONE
                : gate.straight().first(visit.toArrival(Instant.ofEpochMilli(floor.now), visit.topic(), Map.of()));
    }

    /** The visitor wrote to the bot: its policy may say that this was often enough. */
    void wroteToBot(Chat chat) {
        var gate = floor.gate(chat.visit());
        var handoff = gate.handoff();
        chat.botTurns++;
        Integer turns = handoff.turns();
        if (turns != null && chat.botTurns > turns) {
            handOver(chat, new Reason.NotHelped(gate.says(), turns));
            return;
        }
        Integer seconds = handoff.seconds();
        if (seconds != null && chat.botDue == Chat.NEVER) {
            chat.botDue = floor.now + seconds * 1000L;
        }
    }

    /** How often in a row the bot may not understand at the chat's door. */
    void missed(Chat chat) {
        var gate = floor.gate(chat.visit());
        Integer own = gate.handoff().misses();
        chat.botMisses++;
        if (chat.botMisses >= (own == null ? floor.timeouts.botMisses() : own)) {
            handOver(chat, new Reason.NotUnderstood(chat.botMisses, own == null ? null : gate.says()));
        }
    }

    /** Decides the chat by the rules, once all is known that is asked first. */
    void toPeople(Chat chat) {
        if (isAskedFirst(chat)) {
            return;
        }
        var topicNeeds = topicSkill(chat.topic);
        int rule = floor.routing.decide(chat.visit(), chat.topic, floor.now, floor::waitingByQueue);
        Ask ask = askAbout(chat.visit(), rule, topicNeeds);
        chat.rule = rule;
        chat.ask(ask);
        chat.queue = ask.queue;
        var decided = floor.plan.rules().get(rule);
        Integer own = decided.priority();
        chat.ownPriority = own == null ? NONE : own;
        if (!decided.said().isEmpty()) {
            floor.say(chat, decided.said(), null, new Reason.ByRule(decided.id(), decided.queue()));
        }
        enter(chat, ask.queue, byRule(chat));
    }

    /** Decides a chat by the rules, but for the queue, in which it is. */
    void route(Chat chat, int queue) {
        int rule = floor.routing.decide(chat.visit(), chat.topic, floor.now, floor::waitingByQueue);
        Ask ask = askOf(chat.visit(), rule, null);
        chat.rule = rule;
        chat.queue = queue;
        chat.ask(ask.queue == queue ? ask : floor.moved(ask, floor.lanes[queue]));
        Integer own = floor.plan.rules().get(rule).priority();
        chat.ownPriority = own == null || ask.queue != queue ? NONE : own;
    }

    @Nullable
    Reason byRule(Chat chat) {
        var rule = floor.plan.rules().get(chat.rule);
        return floor.told ? new Reason.ByRule(rule.id(), rule.queue()) : null;
    }

    /** Asks what the door asks after the first message; whether the chat has to wait for it. */
    boolean isAskedFirst(Chat chat) {
        var gate = floor.gate(chat.visit());
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
        floor.visitorIsToAnswer(chat);
        floor.timers.update(chat);
        return true;
    }

    void ask(Chat chat, ElementId asker, List<Question> questions, AskedWhen when) {
        for (int i = 0; i < questions.size(); i++) {
            var question = questions.get(i);
            if (question.asked() == when
                    && chat.visit().answers().getOrDefault(question.id(), "").isBlank()) {
                floor.tell(Effect.ASKED, chat, floor.told ? new Reason.Unanswered(asker, question.id(), i) : null);
            }
        }
    }

    @Nullable
    SkillId topicSkill(@Nullable String topic) {
        return topic == null ? null : floor.compiled.skillOf(topic);
    }

    /** What a chat that a rule takes asks for, with what its topic needs. */
    Ask askOf(Visit visit, int rule, @Nullable SkillId skill) {
        if (skill == null && visit == lastVisit && rule == lastRule && lastAsk != null) {
            return lastAsk;
        }
        var ask = ask(visit, new Kind(rule, visit.primaryLanguage(), skill, false));
        if (skill == null && floor.compiled.isSpoken(visit.primaryLanguage())) {
            lastVisit = visit;
            lastRule = rule;
            lastAsk = ask;
        }
        return ask;
    }

    /** The same, of whoever holds the skill, a member of the queue or not. */
    private Ask askOfHolders(Visit visit, int rule, SkillId skill) {
        return ask(visit, new Kind(rule, visit.primaryLanguage(), skill, true));
    }

    private Ask ask(Visit visit, Kind kind) {
        var known = asks.get(kind);
        if (known != null) {
            return known;
        }
        var skill = kind.skill();
        var ask = floor.matching.ask(
                needs(visit, kind.rule(), skill),
                skill != null && kind.holders() ? Loosened.toHolders(skill) : Loosened.NOTHING);
        if (floor.compiled.isSpoken(kind.language())) {
            asks.put(kind, ask);
        }
        return ask;
    }

    private ChatNeeds needs(Visit visit, int rule, @Nullable SkillId skill) {
        var by = floor.plan.rules().get(rule);
        var needs = new ChatNeeds(by.queue(), by.needs(), visit.primaryLanguage());
        if (skill != null
                && needs.extraSkills().stream().noneMatch(need -> need.skill().equals(skill))) {
            needs = new ChatNeeds(
                    needs.queue(),
                    Stream.concat(needs.extraSkills().stream(), Stream.of(new SkillNeed(skill, 1)))
                            .toList(),
                    needs.language());
        }
        return needs;
    }

    /** A chat comes to a queue that it has not waited in: asks what its department asks, and minds its limit. */
    void enter(Chat chat, int to, @Nullable Reason why) {
        int queue = to;
        Reason because = why;
        BitSet been = null;
        while (true) {
            Lane lane = floor.lanes[queue];
            var department = lane.department;
            if (!lane.hours.isOpen(floor.now)) {
                closedWay(chat, new Reason.DepartmentClosed(department.id(), department.hours()));
                return;
            }
            chat.queue = queue;
            if (queue != chat.ask().queue) {
                chat.ask(floor.moved(chat.ask(), lane));
            }
            if (lane.asks
                    && department.questions().stream()
                            .anyMatch(question ->
                                    question.asked() != AskedWhen.WHILE_WAITING && lacks(chat.visit(), question))) {
                chat.stage = Stage.ASKING;
                for (AskedWhen when : List.of(AskedWhen.BEFORE, AskedWhen.AFTER_FIRST_MESSAGE)) {
                    ask(chat, department.id(), department.questions(), when);
                }
                floor.visitorIsToAnswer(chat);
                floor.timers.update(chat);
                return;
            }
            if (!lane.isFull() || floor.matching.choose(chat) != NONE) {
                break;
            }
            var limit = Objects.requireNonNull(lane.limit);
            var full = new Reason.QueueFull(lane.queue.id(), lane.waiting, limit.chats());
            int next = limit.beyond() instanceof WaitingRoom.Beyond.ToQueue(var other) ? floor.laneOf(other) : NONE;
            if (limit.beyond() instanceof WaitingRoom.Beyond.MessageForm) {
                showForm(chat, full);
                return;
            }
            if (been == null) {
                been = new BitSet();
            }
            been.set(queue);
            if (next == NONE || been.get(next)) {
                turnAway(chat, TextKind.BUSY, full);
                return;
            }
            queue = next;
            chat.queue = next;
            because = full;
            floor.tell(Effect.MOVED, chat, full);
        }
        floor.enqueue(chat, because);
        var door = floor.gate(chat.visit()).door();
        ask(chat, door.id(), door.questions(), AskedWhen.WHILE_WAITING);
        var department = floor.lanes[chat.queue].department;
        ask(chat, department.id(), department.questions(), AskedWhen.WHILE_WAITING);
    }

    int decidedQueue(Chat chat) {
        int rule = floor.routing.decide(chat.visit(), chat.topic, floor.now, floor::waitingByQueue);
        return floor.laneOf(floor.plan.rules().get(rule).queue());
    }
}
