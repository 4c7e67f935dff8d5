package io.kinetarch.core.dispatch;

import static io.kinetarch.core.dispatch.EffectSink.NONE;

import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QuestionId;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.routing.ChatNeeds;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
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
    public static final int DECISIONS = 4;

    private final EffectSink sink;
    private Floor floor;
    private Entrance entrance;
    private Clockwork clockwork;
    private Transfers transfers;

    /** A dispatcher of a plan in which nobody is there yet and nothing has come. */
    public Dispatcher(Plan plan, EffectSink sink) {
        this(new Floor(plan, sink, true), sink);
    }

    /**
     * The same, for whoever tells of each chat when it ends: nobody's reply, nobody's silence and no wrapping up is waited for, since how
     * long a chat takes tells of them. For a simulation.
     */
    public static Dispatcher ofWholeChats(Plan plan, EffectSink sink) {
        return new Dispatcher(new Floor(plan, sink, false), sink);
    }

    /** A number below the most chats that ever ran at once, which no other chat that runs has: the place at which it is kept. */
    public static int place(long number) {
        return (int) (number & Floor.SLOT_MASK);
    }

    private Dispatcher(Floor floor, EffectSink sink) {
        this.sink = sink;
        this.floor = floor;
        entrance = new Entrance(floor);
        clockwork = new Clockwork(floor, entrance);
        transfers = new Transfers(floor, entrance);
    }

    /**
     * A dispatcher that goes on where another stood.
     *
     * @param plan the plan that the other had at last
     * @param state what {@link #toBytes()} of the other gave
     * @throws IllegalArgumentException if the bytes are damaged, of another plan, or written under other decisions
     */
    public static Dispatcher of(Plan plan, EffectSink sink, byte[] state) {
        var floor = new Floor(plan, sink, true);
        StateBytes.read(state, floor);
        return new Dispatcher(floor, sink);
    }

    /** Everything it knows between two calls. What visitors answered is part of it, so it is kept no longer than they are. */
    public byte[] toBytes() {
        return StateBytes.write(floor);
    }

    /**
     * Another plan is in force from now on. Waiting chats keep their place and the seconds they waited, operators the chats they hold;
     * rungs that lie behind a chat are not made up for. What is no longer there is replaced, with a reason.
     *
     * @param replaced the queues in which chats of removed queues go on; those of others go on in the catch-all queue
     */
    public void changePlan(long at, Plan plan, Map<QueueId, QueueId> replaced) {
        advance(at, false);
        var before = floor;
        floor = new Floor(plan, sink, before.watched);
        entrance = new Entrance(floor);
        clockwork = new Clockwork(floor, entrance);
        transfers = new Transfers(floor, entrance);
        new Takeover(before, floor, replaced).run();
        floor.settle();
    }

    /** When something happens by itself next; {@link Long#MAX_VALUE} for never. */
    public long nextTimer() {
        return Math.min(Math.min(floor.timers.next(), floor.staff.nextLost()), floor.hoursDue());
    }

    /** Time has passed: whatever is due until then happens, that of the instant too. */
    public void passTime(long at) {
        advance(at, true);
    }

    private void advance(long at, boolean whole) {
        if (at < floor.now) {
            throw new IllegalArgumentException("a call of " + at + " comes after one of " + floor.now);
        }
        if (floor.now == Long.MIN_VALUE) {
            floor.now = at;
            floor.startHours();
        }
        for (long next = nextTimer(); next < at || (whole && next == at); next = nextTimer()) {
            floor.now = next;
            if (clockwork.closes()) {
                floor.settle();
            } else if (floor.staff.nextLost() == next) {
                clockwork.operatorVanishes();
                floor.settle();
            } else if (floor.timers.next() == next) {
                clockwork.fire(floor.timers.first());
                floor.settle();
            }
        }
        floor.now = at;
    }

    /** What is done in a chat; where it is taken, waiting chats are handed to whoever has room by it. */
    private Optional<Refusal> inChat(long at, long number, Function<Chat, Optional<Refusal>> call) {
        advance(at, false);
        Chat chat = floor.chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        var refusal = call.apply(chat);
        floor.settle();
        return refusal;
    }

    /**
     * An operator is there since an instant, and has a part in chats that are not told of one by one; for trying a chat beside them,
     * before the first call.
     *
     * @param chats how many
     * @param inUse how much capacity those take
     */
    public void begin(int operator, long freeSince, int chats, int inUse) {
        var staff = floor.staff;
        staff.present[operator] = true;
        staff.freeSince[operator] = freeSince;
        staff.chats[operator] = chats;
        staff.inUse[operator] = inUse;
        staff.refresh(operator);
    }

    /**
     * A chat of which nothing is known waits in a queue, however full; for trying others beside it. It is handed to somebody by the next
     * call only.
     */
    public void waits(long at, int queue) {
        advance(at, false);
        Chat chat = floor.newChat(Visit.of(plan().doors().getFirst().id(), ""));
        chat.ask(floor.matching.ask(ChatNeeds.of(plan().queues().get(queue).id()), Loosened.NOTHING));
        chat.queue = queue;
        floor.enqueue(chat, null);
    }

    /**
     * A chat that ran before, of which no state tells, goes on: it waits at its place in its queue, or the operator who had it has it
     * again. Its other clocks start anew.
     *
     * @param queue in which it was
     * @param operator who held it; {@value EffectSink#NONE} where it waited
     * @param colleagues who had been called in
     * @param entered when it entered its queue, milliseconds since 1970
     * @return its number
     */
    public long adopt(long at, Visit visit, int queue, int operator, int[] colleagues, long entered) {
        advance(at, false);
        var why = new Reason.TakenOver();
        Chat chat = floor.newChat(visit);
        entrance.route(chat, queue);
        Lane lane = floor.lanes[queue];
        chat.entered = entered;
        chat.firstQueued = entered;
        chat.rung = lane.rungFrom(at - entered + 1);
        chat.rungBase = entered;
        if (operator == NONE) {
            floor.line(chat, why);
        } else {
            floor.staff.take(operator, lane.weight, at);
            chat.operator = operator;
            for (int colleague : colleagues) {
                floor.staff.take(colleague, lane.weight, at);
                chat.join(colleague);
            }
            floor.assign(chat, why);
        }
        floor.settle();
        return Floor.number(chat);
    }

    private Plan plan() {
        return floor.plan;
    }

    /** A door takes no chats from now on, whatever its hours say, until it is opened again. */
    public void pause(long at, DoorId door) {
        advance(at, false);
        floor.paused.add(door);
    }

    /** A paused door does again as the plan says. */
    public void resume(long at, DoorId door) {
        advance(at, false);
        floor.paused.remove(door);
    }

    public boolean isPaused(DoorId door) {
        return floor.paused.contains(door);
    }

    /** Why a door is closed to a visitor; none while it is open. */
    public Optional<Reason> whyClosed(long at, Visit visit) {
        advance(at, false);
        return Optional.ofNullable(entrance.whyClosed(visit));
    }

    /** Why a door is closed to a visitor though its hours may say otherwise: paused, or nobody serves it; none if neither is so. */
    public Optional<Reason> whyClosedBesidesHours(Visit visit) {
        return Optional.ofNullable(entrance.whyClosedBesidesHours(visit));
    }

    /**
     * What keeps a visitor from starting a chat; none if nothing does. Nothing is asked of whoever finds a door closed at which no bot
     * answers: no chat comes of it.
     */
    public Optional<Refusal> mayArrive(long at, Visit visit) {
        advance(at, false);
        return entrance.mayArrive(visit);
    }

    /**
     * A visitor starts a chat.
     *
     * @return the number of the chat
     * @throws IllegalArgumentException if something keeps the visitor from it, or the plan has no such door
     */
    public long arrive(long at, Visit visit) {
        var refusal = mayArrive(at, visit);
        if (refusal.isPresent()) {
            throw new IllegalArgumentException("the visitor cannot start a chat: " + refusal.get());
        }
        Chat chat = floor.newChat(visit);
        long number = Floor.number(chat);
        var door = floor.gate(visit).door();
        Reason closed = entrance.whyClosed(visit);
        boolean open = closed == null;
        boolean bot = entrance.botAnswers(visit, closed);
        floor.tell(Effect.ARRIVED, chat, floor.told ? new Reason.DoorAnswers(door.id(), open, bot) : null);
        int straight = bot && open ? entrance.straight(visit) : NONE;
        if (straight != NONE) {
            var gate = floor.gate(visit);
            floor.tell(Effect.HANDED_OVER, chat, floor.told ? new Reason.Straight(gate.says(), straight) : null);
            entrance.toPeople(chat);
        } else if (bot) {
            entrance.toBot(chat, floor.told ? new Reason.DoorAnswers(door.id(), open, true) : null);
        } else if (closed != null) {
            entrance.closedWay(chat, closed);
        } else {
            entrance.toPeople(chat);
        }
        floor.settle();
        return number;
    }

    /** The visitor says something, and may answer questions by it. */
    public Optional<Refusal> visitorSays(long at, long number, Map<QuestionId, String> answers) {
        return inChat(at, number, chat -> {
            boolean firstWord = !chat.visitorSpoke;
            chat.visitorSpoke = true;
            chat.lostDue = Chat.NEVER;
            chat.silentSince = Chat.NEVER;
            chat.silenceDue = Chat.NEVER;
            chat.reminded = false;
            floor.tell(Effect.SAID, chat, Floor.BY_VISITOR);
            if (!answers.isEmpty()) {
                chat.answered(answers);
            }
            if (chat.stage == Stage.ASIDE) {
                floor.comeBack(chat, new Reason.BackFromAside(true));
            }
            if (chat.stage == Stage.HELD && chat.replyDue == Chat.NEVER) {
                floor.operatorIsToReply(chat);
            }
            if (chat.stage == Stage.ASKING && (firstWord || !answers.isEmpty())) {
                if (chat.isRouted()) {
                    entrance.enter(chat, chat.queue, entrance.byRule(chat));
                } else {
                    entrance.toPeople(chat);
                }
            }
            if (chat.stage == Stage.BOT) {
                entrance.wroteToBot(chat);
            }
            if (chat.stage != null) {
                floor.timers.update(chat);
            }
            return Optional.empty();
        });
    }

    /** The visitor leaves without a word. */
    public Optional<Refusal> leave(long at, long number) {
        return inChat(at, number, chat -> {
            clockwork.visitorGoes(chat, Floor.BY_VISITOR);
            return Optional.empty();
        });
    }

    /** The visitor takes one of the ways that were offered. */
    public Optional<Refusal> choose(long at, long number, Way way) {
        return inChat(at, number, chat -> {
            if ((chat.ways & way.bit) == 0) {
                return Optional.of(new Refusal.WayNotOffered(way, ways(chat)));
            }
            var why = new Reason.VisitorChose(way);
            switch (way) {
                case MESSAGE -> floor.end(chat, Outcome.LEFT_MESSAGE, why);
                case CALL_BACK -> floor.end(chat, Outcome.ASKED_CALL_BACK, why);
                case BOT -> {
                    if (!chat.stage().waits()) {
                        return Refusal.withAnother(chat.stage());
                    }
                    floor.leaveQueue(chat, why);
                    chat.ways &= ~way.bit;
                    chat.choseBot = true;
                    entrance.toBot(chat, why);
                }
            }
            return Optional.empty();
        });
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

    /** The visitor's connection is lost; of a chat that is set aside nobody waits for them. */
    public Optional<Refusal> visitorLost(long at, long number) {
        return inChat(at, number, chat -> {
            if (chat.lostDue == Chat.NEVER && chat.stage != Stage.ASIDE) {
                chat.lostDue = floor.now + floor.timeouts.lost().visitorSeconds() * 1000L;
                floor.timers.update(chat);
            }
            return Optional.empty();
        });
    }

    /** The visitor's connection is back. */
    public Optional<Refusal> visitorBack(long at, long number) {
        return inChat(at, number, chat -> {
            chat.lostDue = Chat.NEVER;
            floor.timers.update(chat);
            return Optional.empty();
        });
    }

    /**
     * The bot has read what the visitor said.
     *
     * @param topic what it takes it to be about; null for nothing it knows
     * @param certainty how sure it is, 0 to 1
     */
    public Optional<Refusal> understood(long at, long number, @Nullable String topic, double certainty) {
        return inChat(at, number, chat -> {
            if (chat.stage != Stage.BOT) {
                return Refusal.withAnother(chat.stage());
            }
            if (topic == null || certainty < floor.timeouts.botCertainty()) {
                entrance.missed(chat);
            } else {
                chat.botMisses = 0;
                chat.botTurns = 0;
                chat.botDue = Chat.NEVER;
                chat.topic = topic;
                var known = floor.plan.topic(topic);
                if (known.isPresent() && known.get().handsOver()) {
                    var skill = known.get().skill();
                    entrance.handOver(
                            chat,
                            new Reason.AboutTopic(topic, skill, skill != null && entrance.topicIsHeld(chat, skill)));
                } else {
                    chat.botAnswered = true;
                    if (known.isPresent() && known.get().after() == Topic.After.MESSAGE_FORM) {
                        floor.offerWay(chat, Way.MESSAGE, new Reason.AboutTopic(topic, null, false));
                    }
                    floor.timers.update(chat);
                }
            }
            return Optional.empty();
        });
    }

    /** The bot says something. */
    public Optional<Refusal> botSays(long at, long number) {
        return inChat(at, number, chat -> {
            if (chat.stage().holder() != Holder.BOT) {
                return Refusal.withAnother(chat.stage());
            }
            floor.tell(Effect.SAID, chat, Floor.BY_BOT);
            floor.visitorIsToAnswer(chat);
            floor.timers.update(chat);
            return Optional.empty();
        });
    }

    /** People are to take over from the bot. */
    public Optional<Refusal> handOver(long at, long number, Call.Because because) {
        return inChat(at, number, chat -> {
            if (chat.stage != Stage.BOT) {
                return Refusal.withAnother(chat.stage());
            }
            entrance.handOver(
                    chat,
                    switch (because) {
                        case ASKED -> Floor.BY_VISITOR;
                        case SIGN ->
                            new Reason.Alarming(floor.gate(chat.visit()).says());
                        case GIVEN_UP -> Floor.BY_BOT;
                    });
            return Optional.empty();
        });
    }

    /** The bot has finished: nothing is left to be said. */
    public Optional<Refusal> botEnds(long at, long number) {
        return inChat(at, number, chat -> {
            if (chat.stage != Stage.BOT) {
                return Refusal.withAnother(chat.stage());
            }
            floor.end(chat, Outcome.FINISHED_BY_BOT, Floor.BY_BOT);
            return Optional.empty();
        });
    }

    /** An operator takes the chat that they are offered. */
    public Optional<Refusal> accept(long at, long number, int operator) {
        return inChat(at, number, chat -> {
            if (chat.stage != Stage.OFFERED || chat.operator != operator) {
                return Optional.of(new Refusal.NotOffered(floor.operator(operator)));
            }
            floor.staff.misses[operator] = 0;
            floor.assign(chat, Floor.BY_OPERATOR);
            return Optional.empty();
        });
    }

    /** An operator does not take the chat that they are offered: the next is asked. */
    public Optional<Refusal> decline(long at, long number, int operator) {
        return inChat(at, number, chat -> {
            if (chat.stage != Stage.OFFERED || chat.operator != operator) {
                return Optional.of(new Refusal.NotOffered(floor.operator(operator)));
            }
            floor.tell(Effect.DECLINED, chat, Floor.BY_OPERATOR);
            floor.waitAgain(chat);
            return Optional.empty();
        });
    }

    /** An operator is there to take chats. */
    public void present(long at, int operator) {
        advance(at, false);
        if (floor.staff.lostDue[operator] != Chat.NEVER) {
            floor.staff.lost(operator, Chat.NEVER);
            floor.matching.freed(operator);
        }
        if (!floor.staff.present[operator]) {
            floor.staff.present[operator] = true;
            floor.staff.misses[operator] = 0;
            floor.staff.freeSince[operator] = floor.now;
            floor.staff.refresh(operator);
            floor.matching.freed(operator);
        }
        floor.settle();
    }

    /** An operator gets no more chats for a while; offers go to others. */
    public void away(long at, int operator) {
        advance(at, false);
        if (floor.staff.present[operator]) {
            floor.stepAway(
                    operator,
                    new Reason.WentAway(
                            floor.operator(operator), floor.plan.settings().whenAway()));
        }
        floor.settle();
    }

    /** An operator goes: what they joined or left for the day is forgotten, and their shift is over. */
    public void gone(long at, int operator) {
        advance(at, false);
        boolean was = floor.staff.present[operator];
        floor.staff.present[operator] = false;
        floor.staff.misses[operator] = 0;
        floor.staff.lost(operator, Chat.NEVER);
        if (!floor.staff.joined[operator].isEmpty() || !floor.staff.left[operator].isEmpty()) {
            floor.staff.joined[operator].clear();
            floor.staff.left[operator].clear();
            floor.matching.membershipChanged(floor.slots);
        }
        for (Chat chat : floor.of(operator)) {
            var set = chat.isRouted() ? floor.lanes[chat.queue].hours.set : null;
            if (set == null) {
                continue;
            }
            var why = new Reason.ShiftOver(
                    floor.operator(operator), set.id(), set.closing().inHand());
            switch (chat.stage()) {
                case OFFERED -> floor.withdrawAndWait(chat, why);
                case HELD -> {
                    if (chat.operator == operator) {
                        floor.atClosing(chat, set.closing().inHand(), why);
                    } else {
                        floor.colleagueLeaves(chat, operator);
                    }
                }
                case WRAP_UP -> floor.wrappedUp(chat, why);
                default -> {
                    // nothing of it hangs on who goes
                }
            }
        }
        if (was) {
            nobodyIsLeft(operator);
        }
        floor.settle();
    }

    /** Waiting chats that the last who could take them has left. */
    private void nobodyIsLeft(int gone) {
        for (Chat chat : floor.byAge()) {
            if (!chat.stage().waits()) {
                continue;
            }
            var set = floor.lanes[chat.queue].hours.set;
            var then = set.closing().waiting();
            if (then != Closing.Then.SERVED_OUT
                    && chat.ask().isAble(gone)
                    && !floor.matching.somebodyCould(chat.ask(), NONE)) {
                floor.atClosing(chat, then, new Reason.ShiftOver(floor.operator(gone), set.id(), then));
            }
        }
    }

    /** An operator takes chats of a queue for the day, member or not. */
    public void join(long at, int operator, int queue) {
        advance(at, false);
        floor.staff.left[operator].clear(queue);
        floor.staff.joined[operator].set(queue);
        floor.matching.membershipChanged(floor.slots);
        floor.settle();
    }

    /** An operator takes no more chats of a queue for the day; those in hand stay. */
    public void leaveQueue(long at, int operator, int queue) {
        advance(at, false);
        floor.staff.joined[operator].clear(queue);
        floor.staff.left[operator].set(queue);
        floor.matching.membershipChanged(floor.slots);
        for (Chat chat : floor.of(operator)) {
            if (chat.stage == Stage.OFFERED && !chat.ask().isAble(operator)) {
                floor.withdrawAndWait(
                        chat, new Reason.LeftQueue(floor.operator(operator), floor.lanes[queue].queue.id()));
            }
        }
        floor.settle();
    }

    /** An operator's connection is lost: they get no new chats, and keep theirs for a while. */
    public void operatorLost(long at, int operator) {
        advance(at, false);
        if (floor.staff.lostDue[operator] == Chat.NEVER) {
            floor.staff.lost(operator, floor.now + floor.timeouts.lost().operatorSeconds() * 1000L);
        }
        floor.settle();
    }

    /** An operator's connection is back. */
    public void operatorBack(long at, int operator) {
        advance(at, false);
        floor.staff.lost(operator, Chat.NEVER);
        floor.matching.freed(operator);
        floor.settle();
    }

    /** An operator of a chat says something. */
    public Optional<Refusal> operatorSays(long at, long number, int operator) {
        return inChat(at, number, chat -> {
            var refusal = notInChat(chat, operator);
            if (refusal.isPresent()) {
                return refusal;
            }
            floor.sink.happened(floor.now, Effect.SAID, number, operator, chat.queue, Floor.BY_OPERATOR);
            chat.replyDue = Chat.NEVER;
            floor.visitorIsToAnswer(chat);
            floor.timers.update(chat);
            return Optional.empty();
        });
    }

    private Optional<Refusal> notInChat(Chat chat, int operator) {
        if (chat.stage != Stage.HELD) {
            return Refusal.withAnother(chat.stage());
        }
        return chat.operator == operator || chat.hasColleague(operator)
                ? Optional.empty()
                : Optional.of(new Refusal.NotInChat(floor.operator(operator)));
    }

    /** An operator calls a colleague in, who writes along. */
    public Optional<Refusal> callIn(long at, long number, int operator) {
        return inChat(at, number, chat -> {
            if (chat.stage != Stage.HELD) {
                return Refusal.withAnother(chat.stage());
            }
            if (chat.operator == operator || chat.hasColleague(operator)) {
                return Optional.of(new Refusal.InChatAlready(floor.operator(operator)));
            }
            var refusal = transfers.cannotTake(chat, operator);
            if (refusal.isPresent()) {
                return refusal;
            }
            floor.staff.take(operator, floor.lanes[chat.queue].weight, floor.now);
            chat.join(operator);
            floor.sink.happened(floor.now, Effect.CALLED_IN, number, operator, chat.queue, Floor.BY_OPERATOR);
            return Optional.empty();
        });
    }

    /** An operator leaves a chat to the others in it; if they were responsible, the one called in first is from now on. */
    public Optional<Refusal> stepOut(long at, long number, int operator) {
        return inChat(at, number, chat -> {
            var refusal = notInChat(chat, operator);
            if (refusal.isPresent()) {
                return refusal;
            }
            if (chat.colleagueCount == 0) {
                return Optional.of(new Refusal.OnlyOne(floor.operator(operator)));
            }
            floor.giveBack(chat, operator, Floor.BY_OPERATOR);
            return Optional.empty();
        });
    }

    /** The operator or the bot that holds a chat sends it to another queue. */
    public Optional<Refusal> transferToQueue(long at, long number, int queue) {
        return inChat(at, number, chat -> transfers.toQueue(chat, queue));
    }

    /** The operator or the bot that holds a chat sends it to whoever holds a skill. */
    public Optional<Refusal> transferToSkill(long at, long number, SkillId skill) {
        return inChat(at, number, chat -> transfers.toSkill(chat, skill));
    }

    /** The operator or the bot that holds a chat sends it to one operator. */
    public Optional<Refusal> transferToOperator(long at, long number, int operator) {
        return inChat(at, number, chat -> transfers.toOperator(chat, operator));
    }

    /** The operator who holds a chat gives it back to the bot of its door. */
    public Optional<Refusal> transferToBot(long at, long number) {
        return inChat(at, number, transfers::toBot);
    }

    /** Who sent a chat on takes it back, while nobody else has it. */
    public Optional<Refusal> takeBack(long at, long number, int operator) {
        return inChat(at, number, chat -> transfers.takeBack(chat, operator));
    }

    /** A waiting chat is given to an operator, whomever it may be offered to. */
    public Optional<Refusal> assign(long at, long number, int operator) {
        return inChat(at, number, chat -> transfers.assign(chat, operator));
    }

    /**
     * The operator who holds a chat sets it aside: their place is free until its time comes or its visitor writes.
     *
     * @param until milliseconds since 1970; once it is past, the chat comes back at once
     */
    public Optional<Refusal> setAside(long at, long number, int operator, long until) {
        return inChat(at, number, chat -> {
            var refusal = notInChat(chat, operator);
            if (refusal.isPresent()) {
                return refusal;
            }
            if (chat.colleagueCount > 0) {
                return Optional.of(new Refusal.OthersIn(floor.operator(operator)));
            }
            floor.tell(
                    Effect.SET_ASIDE, chat, floor.told ? new Reason.PutAside(floor.operator(operator), until) : null);
            floor.release(operator, floor.lanes[chat.queue].weight);
            chat.stage = Stage.ASIDE;
            chat.operator = NONE;
            chat.sentBy = operator;
            chat.stopClocks();
            chat.lostDue = Chat.NEVER;
            chat.endDue = Math.max(until, floor.now);
            floor.timers.update(chat);
            return Optional.empty();
        });
    }

    /**
     * Somebody says how urgent a chat is; it goes by that wherever it waits from now on.
     *
     * @param priority 0 to {@value Queue#HIGHEST_PRIORITY}
     */
    public Optional<Refusal> prioritize(long at, long number, int priority) {
        return inChat(at, number, chat -> {
            if (floor.byTarget) {
                return Optional.of(new Refusal.ByTarget());
            }
            chat.urgency = priority;
            floor.tell(Effect.PRIORITIZED, chat, floor.told ? new Reason.Urgent(priority) : null);
            if (chat.stage().waits()) {
                floor.reask(chat, chat.ask());
            }
            return Optional.empty();
        });
    }

    /** An operator of a chat ends it. */
    public Optional<Refusal> operatorEnds(long at, long number, int operator) {
        // By itself, not as the others: a simulation does little else.
        advance(at, false);
        Chat chat = floor.chat(number);
        if (chat == null) {
            return Optional.of(new Refusal.ChatOver());
        }
        var refusal = notInChat(chat, operator);
        if (refusal.isEmpty()) {
            floor.end(chat, Outcome.ENDED_BY_OPERATOR, Floor.BY_OPERATOR);
        }
        floor.settle();
        return refusal;
    }

    /** An operator has written up a chat that ended, before the time for it is over. */
    public Optional<Refusal> wrapUp(long at, long number, int operator) {
        advance(at, false);
        Chat chat = floor.kept(number);
        if (chat == null || chat.stage != Stage.WRAP_UP || chat.operator != operator) {
            return Optional.of(new Refusal.NothingToWrapUp(floor.operator(operator)));
        }
        floor.wrappedUp(chat, Floor.BY_OPERATOR);
        floor.settle();
        return Optional.empty();
    }

    /** Who holds a chat; nobody once it is over. */
    public Holder holder(long number) {
        Chat chat = floor.kept(number);
        return chat == null ? Holder.NOBODY : chat.stage().holder();
    }

    /** The operator who holds a chat or is offered it; {@value EffectSink#NONE} for none. */
    public int operator(long number) {
        Chat chat = floor.kept(number);
        return chat == null ? NONE : chat.operator;
    }

    /** Whether a chat waits in a queue and is offered to nobody now. */
    public boolean isWaiting(long number) {
        Chat chat = floor.kept(number);
        return chat != null && chat.stage == Stage.WAITING;
    }

    /** Whether a chat is offered to somebody. */
    public boolean isOffered(long number) {
        Chat chat = floor.kept(number);
        return chat != null && chat.stage == Stage.OFFERED;
    }

    /** The operators who were called into a chat, the first first. */
    public int[] colleagues(long number) {
        Chat chat = floor.kept(number);
        return chat == null ? new int[0] : Arrays.copyOf(chat.colleagues, chat.colleagueCount);
    }

    /** Who sent a chat on that nobody has taken since, or set it aside, and may take it back; {@value EffectSink#NONE} for nobody. */
    public int sentBy(long number) {
        Chat chat = floor.chat(number);
        return chat == null || !(chat.stage().waits() || chat.stage == Stage.ASIDE) ? NONE : chat.sentBy;
    }

    /** The queues that an operator has joined for as long as they are here. */
    public int[] joined(int operator) {
        return floor.staff.joined[operator].stream().toArray();
    }

    /** The queues of which an operator takes no more chats for as long as they are here. */
    public int[] left(int operator) {
        return floor.staff.left[operator].stream().toArray();
    }

    /** The ways out that a visitor may choose. */
    public Set<Way> ways(long number) {
        Chat chat = floor.chat(number);
        return chat == null ? Set.of() : ways(chat);
    }

    /** How far a chat has come; none once nothing is left of it. */
    public Optional<Stage> stage(long number) {
        Chat chat = floor.kept(number);
        return chat == null ? Optional.empty() : Optional.of(chat.stage());
    }

    /** Whether an operator is there and takes chats. */
    public boolean isPresent(int operator) {
        return floor.staff.present[operator];
    }

    /** The queue that a chat waits in, or was in last; {@value EffectSink#NONE} for none. */
    public int queue(long number) {
        Chat chat = floor.kept(number);
        return chat == null ? NONE : chat.queue;
    }

    /** What a chat asks of who takes it; null as long as no rule has decided it. */
    public @Nullable ChatNeeds needs(long number) {
        Chat chat = floor.kept(number);
        return chat == null || !chat.isRouted() ? null : chat.ask().needs;
    }

    /** What a chat waited for an operator, or has waited until now; 0 where it was in no queue. Milliseconds. */
    public long waitedMillis(long number) {
        Chat chat = floor.kept(number);
        if (chat == null || chat.firstQueued == Chat.NEVER) {
            return 0;
        }
        return chat.waited == Chat.NEVER ? floor.now - chat.firstQueued : chat.waited;
    }

    /** How many chats wait in a queue, those being offered aside. */
    public int waiting(int queue) {
        return floor.lanes[queue].waiting;
    }

    /** How an operator stands to a chat that was decided: why not to them? */
    public Standing standing(long number, int operator) {
        Chat chat = floor.kept(number);
        if (chat == null || !chat.isRouted()) {
            throw new IllegalArgumentException("no queue has chat " + number);
        }
        var standing = floor.compiled.standing(
                operator,
                chat.ask().wanted(),
                floor.staff.isHere(operator),
                floor.staff.inUse[operator],
                floor.staff.chats[operator]);
        return standing.isEligible() && chat.wasAsked(operator) ? new Standing.AskedBefore() : standing;
    }

    /** How many chats an operator has a part in, offers and wrapping up included. */
    public int chats(int operator) {
        return floor.staff.chats[operator];
    }

    /** Since when an operator has been there, or what they have has not changed; milliseconds since 1970. */
    public long freeSince(int operator) {
        return floor.staff.freeSince[operator];
    }

    /** How much of an operator's capacity those take. */
    public int inUse(int operator) {
        return floor.staff.inUse[operator];
    }
}
