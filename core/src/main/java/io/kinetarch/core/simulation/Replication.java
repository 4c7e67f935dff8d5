package io.kinetarch.core.simulation;

import io.kinetarch.core.dispatch.Dispatcher;
import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.dispatch.Refusal;
import io.kinetarch.core.dispatch.Way;
import io.kinetarch.core.simulation.Route.End;
import io.kinetarch.core.simulation.Visitor.State;
import java.util.Arrays;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;

/**
 * One run: visitors and operators by chance, who make the calls of a dispatcher. What is due stands in one calendar; what the dispatcher
 * does is only taken down while it tells of it, and acted upon afterwards.
 */
final class Replication implements EffectSink {
    /** After the last visitor came; who then waits still, for nobody, is told of as such. */
    private static final long LONGEST_REST = 7L * 24 * 60 * 60 * 1000;
    /** Whoever was set away since they did not accept comes back after so long; assumed. */
    private static final long AWAY = 120_000;

    private static final int ASK_WHETHER_STOPPED = 1 << 13;
    private static final long NEVER = Agenda.NEVER;

    /** What chance decides about a visitor, as places in their stream. */
    private static final int PATIENCE = 1;

    private static final int WORK = 2;
    private static final int FINISHED = 3;
    private static final int TURNS = 4;
    private static final int FORM = 5;
    /** One for each of three ways. */
    private static final int WAY = 6;

    private static final int KIND = 9;

    private final Laid laid;
    private final Dispatcher dispatcher;
    private final Arrivals arrivals;
    private final Shifts shifts;
    private final Hands hands;
    private final Levels levels;
    private final Agenda agenda;
    private final Tally tally;
    private final Routes routes;
    private final Groups.Counts groups;
    private final Worked worked;
    private final BooleanSupplier stopped;
    private final int operators;
    /** Where chats begin among the parties of the calendar: operators have two each. */
    private final int chats;

    private long now;
    private int interval;
    private long intervalEnd = Long.MIN_VALUE;
    private int open;
    private long came;
    private int comingFlow;
    private long comingSeed;

    /** By the place of their chat. */
    private Visitor[] visitors = {};

    /** Whose line in the calendar is to be written anew. */
    private final boolean[] handsTouched;

    private int[] changed = new int[64];
    private int changes;

    Replication(Laid laid, int replication, BooleanSupplier stopped) {
        this.laid = laid;
        this.stopped = stopped;
        operators = laid.operators;
        chats = 2 * operators;
        var experiment = laid.experiment;
        dispatcher = Dispatcher.ofWholeChats(experiment.plan(), this);
        arrivals = new Arrivals(
                experiment.flows(),
                laid.chats,
                laid.keys,
                Chance.bits(experiment.seed(), replication + 1L),
                laid.start,
                laid.until);
        shifts = laid.shifts(Chance.bits(experiment.seed(), -replication - 1L));
        hands = new Hands(operators, laid.slowdown);
        levels = new Levels(experiment.plan(), laid.behaviour.differences().levels());
        handsTouched = new boolean[operators];
        agenda = new Agenda(chats + 64);
        tally = new Tally(laid.queues, laid.intervals);
        routes = new Routes(laid.sources.size(), laid.queues, laid.intervals, 1);
        groups = laid.groups.new Counts();
        worked = new Worked(operators, laid.countedFrom, laid.until);
    }

    /**
     * Runs until the last visitor has gone.
     *
     * @throws CancellationException if it is stopped before
     */
    Run run() {
        int steps = 0;
        while (true) {
            long own = agenda.next();
            long come = arrivals.next();
            long shift = shifts.next();
            long timer = dispatcher.nextTimer();
            long next = Math.min(Math.min(own, come), Math.min(shift, timer));
            if (come == NEVER && (open == 0 || next > laid.until + LONGEST_REST)) {
                break;
            }
            if (++steps % ASK_WHETHER_STOPPED == 0 && stopped.getAsBoolean()) {
                throw new CancellationException();
            }
            now = next;
            if (timer == next) {
                dispatcher.passTime(next);
            } else if (shift == next) {
                changeShift();
            } else if (own == next) {
                act(agenda.first());
            } else {
                arrive();
            }
            if (changes > 0) {
                follow();
            }
        }
        breakOff();
        worked.end(Math.max(now, laid.until));
        return new Run(tally, came, routes, groups, worked);
    }

    private void changeShift() {
        int operator = shifts.operator();
        var change = shifts.take();
        worked.there(operator, shifts.isOn(operator), now);
        switch (change) {
            case BEGINS -> dispatcher.present(now, operator);
            case PAUSES -> dispatcher.away(now, operator);
            case ENDS -> dispatcher.gone(now, operator);
        }
    }

    private void arrive() {
        comingFlow = arrivals.flow();
        comingSeed = arrivals.take();
        double kind = laid.differ(comingFlow) ? Chance.share(comingSeed, KIND) : 0;
        long chat = dispatcher.arrive(now, laid.visit(comingFlow, kind));
        if (laid.asksLater[comingFlow] && visitors[Dispatcher.place(chat)].state != State.OVER) {
            dispatcher.visitorSays(now, chat, Map.of());
        }
    }

    private void act(int party) {
        if (party < operators) {
            must(dispatcher.operatorEnds(now, Objects.requireNonNull(hands.next(party)).number, party));
        } else if (party < chats) {
            agenda.set(party, NEVER);
            if (shifts.isOn(party - operators)) {
                dispatcher.present(now, party - operators);
            }
        } else {
            actIn(visitors[party - chats]);
        }
    }

    private void actIn(Visitor visitor) {
        long chat = visitor.number;
        if (visitor.waits() && visitor.patience <= now) {
            must(dispatcher.leave(now, chat));
        } else if (visitor.waits() && visitor.chooses <= now) {
            visitor.chooses = NEVER;
            touch(visitor);
            if (visitor.way != null && dispatcher.ways(chat).contains(visitor.way)) {
                must(dispatcher.choose(now, chat, visitor.way));
            }
        } else {
            switch (visitor.state) {
                case OFFERED -> must(dispatcher.accept(now, chat, dispatcher.operator(chat)));
                case AT_FORM -> fillIn(visitor);
                case AT_BOT -> talkToBot(visitor);
                default -> throw new IllegalStateException("nothing was due of " + visitor.state);
            }
        }
    }

    private static void must(Optional<Refusal> refusal) {
        if (refusal.isPresent()) {
            throw new IllegalStateException("the dispatcher did not take a call: " + refusal.get());
        }
    }

    private void fillIn(Visitor visitor) {
        long chat = visitor.number;
        var ways = laid.behaviour.ways();
        double share = Chance.share(visitor.seed, FORM);
        Set<Way> offered = dispatcher.ways(chat);
        if (offered.contains(Way.CALL_BACK) && share < ways.form() * ways.callBack()) {
            must(dispatcher.choose(now, chat, Way.CALL_BACK));
        } else if (offered.contains(Way.MESSAGE) && share < ways.form()) {
            must(dispatcher.choose(now, chat, Way.MESSAGE));
        } else {
            must(dispatcher.leave(now, chat));
        }
    }

    /** The visitor writes; the bot helps at last, or does not understand. */
    private void talkToBot(Visitor visitor) {
        long chat = visitor.number;
        int said = ++visitor.turn;
        visitor.acts = now + laid.botTurnMillis;
        touch(visitor);
        must(dispatcher.visitorSays(now, chat, Map.of()));
        if (visitor.state != State.AT_BOT) {
            return;
        }
        int flow = visitor.flow;
        if (laid.botHandsOver[flow]) {
            must(dispatcher.understood(now, chat, laid.topics[flow], 1));
        } else if (visitor.lastTurn == 0) {
            must(dispatcher.understood(now, chat, null, 0));
        } else if (said >= visitor.lastTurn) {
            must(dispatcher.botEnds(now, chat));
        }
    }

    private void breakOff() {
        for (Visitor visitor : visitors) {
            if (visitor.state != State.OVER) {
                if (visitor.holder != Hands.NOBODY) {
                    letGo(visitor);
                }
                count(visitor, Count.UNFINISHED);
            }
        }
    }

    @Override
    public boolean wantsReasons() {
        return false;
    }

    @Override
    public void happened(long at, Effect effect, long chat, int operator, int lane, @Nullable Reason reason) {
        if (effect == Effect.SET_AWAY) {
            agenda.set(operators + operator, at + AWAY);
            return;
        }
        now = at;
        if (effect == Effect.ARRIVED) {
            begin(chat);
            return;
        }
        Visitor visitor = visitors[Dispatcher.place(chat)];
        switch (effect) {
            case TO_BOT -> {
                visitor.state = State.AT_BOT;
                visitor.metBot = true;
                visitor.turn = 0;
                visitor.acts = at + laid.botTurnMillis;
                touch(visitor);
            }
            case HANDED_OVER -> {
                visitor.state = State.COMING;
                visitor.acts = NEVER;
            }
            case QUEUED -> queued(visitor, lane);
            case OFFERED -> {
                visitor.state = State.OFFERED;
                visitor.acts = at + laid.acceptMillis;
                touch(visitor);
            }
            case DECLINED, LAPSED, WITHDRAWN -> {
                visitor.state = State.WAITS;
                visitor.acts = NEVER;
                touch(visitor);
            }
            case ASSIGNED -> assigned(visitor, operator, lane);
            case WAY_OFFERED -> offered(visitor, chat);
            default -> {
                // nothing that a visitor or an operator acts upon
            }
        }
    }

    private void begin(long chat) {
        int place = Dispatcher.place(chat);
        if (place >= visitors.length) {
            grow();
        }
        came++;
        if (++open > Simulation.MOST_OPEN) {
            throw new Simulation.TooManyOpen(now);
        }
        Visitor visitor = visitors[place];
        visitor.come(chat, comingFlow, comingSeed, intervalNow());
        if (laid.finishedByBot[comingFlow] > 0) {
            visitor.lastTurn = lastTurn(comingSeed, comingFlow);
        }
    }

    private int lastTurn(long seed, int flow) {
        if (Chance.share(seed, FINISHED) >= laid.finishedByBot[flow]) {
            return 0;
        }
        double turns = laid.behaviour.bot().turns();
        return turns == 1 ? 1 : 1 + (int) (Chance.gap(seed, TURNS) / -Math.log1p(-1 / turns));
    }

    private void queued(Visitor visitor, int lane) {
        if (visitor.holder != Hands.NOBODY) {
            letGo(visitor);
        }
        if (visitor.queued == NEVER) {
            visitor.queue = lane;
            visitor.queued = now;
            visitor.needs = dispatcher.needs(visitor.number);
            visitor.left = laid.handlingMillis[lane][visitor.flow]
                    * laid.behaviour.handling().of(Chance.share(visitor.seed, WORK));
        }
        visitor.state = State.WAITS;
        visitor.acts = NEVER;
        touch(visitor);
    }

    /** Until when a visitor waits who does not get an operator at once. */
    private long patience(Visitor visitor) {
        double mean = laid.patienceMillis[visitor.queue];
        double wait = mean * laid.behaviour.patience().of(Chance.share(visitor.seed, PATIENCE));
        return wait < Integer.MAX_VALUE ? visitor.queued + Math.round(wait) : NEVER;
    }

    private void assigned(Visitor visitor, int operator, int lane) {
        if (visitor.holder != Hands.NOBODY) {
            letGo(visitor);
        }
        if (visitor.waited == NEVER) {
            visitor.waited = now - visitor.queued;
        }
        visitor.state = State.HELD;
        visitor.heldFrom = intervalNow();
        visitor.factor = levels.factor(Objects.requireNonNull(visitor.needs), operator);
        hands.take(operator, visitor, lane, now);
        worked.took(operator, now);
        worked.holds(operator, true, now);
        handsOf(operator);
        touch(visitor);
    }

    /** Whether a visitor takes a way out is decided the first time that each is offered. */
    private void offered(Visitor visitor, long chat) {
        if (visitor.state == State.COMING) {
            visitor.state = State.AT_FORM;
            visitor.acts = now + laid.choosingMillis;
            touch(visitor);
        } else if (visitor.waits() && visitor.chooses == NEVER) {
            var ways = laid.behaviour.ways();
            var offered = dispatcher.ways(chat);
            if (takes(visitor, Way.MESSAGE, ways.message(), offered, WAY)
                    || takes(visitor, Way.CALL_BACK, ways.callBack(), offered, WAY + 1)
                    || takes(visitor, Way.BOT, ways.bot(), offered, WAY + 2)) {
                visitor.chooses = now + laid.choosingMillis;
                touch(visitor);
            }
        }
    }

    private static boolean takes(Visitor visitor, Way way, double share, Set<Way> offered, int purpose) {
        if (!offered.contains(way) || Chance.share(visitor.seed, purpose) >= share) {
            return false;
        }
        visitor.way = way;
        return true;
    }

    @Override
    public void ended(long at, long chat, Outcome outcome, int operator, int lane, @Nullable Reason reason) {
        now = at;
        Visitor visitor = visitors[Dispatcher.place(chat)];
        if (visitor.holder != Hands.NOBODY) {
            letGo(visitor);
        }
        if (visitor.queue == NONE) {
            visitor.queue = lane;
        }
        count(visitor, visitor.waited == NEVER ? Tally.of(outcome) : Count.ANSWERED);
        visitor.state = State.OVER;
        open--;
        touch(visitor);
    }

    /** Counts a chat, and what became of it. */
    private void count(Visitor visitor, @Nullable Count end) {
        if (visitor.interval < 0) {
            return;
        }
        int lane = visitor.queue;
        tally.at(lane, visitor.interval);
        tally.add(Count.ARRIVED, 1);
        long wait = -1;
        boolean inTime = false;
        if (visitor.queued != NEVER) {
            wait = visitor.waited == NEVER ? now - visitor.queued : visitor.waited;
            tally.add(Count.QUEUED, 1);
            tally.waited(lane, wait);
            inTime = visitor.waited != NEVER && wait <= laid.withinMillis[lane];
            if (inTime) {
                tally.add(Count.IN_TIME, 1);
            }
        }
        groups.add(visitor, wait, inTime, end);
        if (end != null) {
            tally.add(end, 1);
        }
        routes.add(laid.sourceOf[visitor.flow], lane, visitor.interval, visitor.metBot, wayOut(visitor, lane, end));
    }

    private End wayOut(Visitor visitor, int lane, @Nullable Count end) {
        if (visitor.waited != NEVER) {
            return visitor.waited <= laid.withinMillis[lane] ? End.ANSWERED_IN_TIME : End.ANSWERED_LATER;
        }
        return switch (end) {
            case FINISHED_BY_BOT -> End.FINISHED_BY_BOT;
            case TURNED_AWAY, BY_LADDER, AT_CLOSING -> End.SENT_AWAY;
            case null, default -> End.WENT;
        };
    }

    private void letGo(Visitor visitor) {
        int operator = visitor.holder;
        handsOf(operator);
        hands.drop(visitor, now);
        worked.held(operator, visitor.held, now);
        worked.holds(operator, hands.next(operator) != null, now);
        long from = Math.max(visitor.held, laid.countedFrom);
        long to = Math.min(now, laid.until);
        if (from < to) {
            tally.at(visitor.heldIn, Math.max(0, visitor.heldFrom));
            tally.add(Count.HELD, to - from);
        }
    }

    /** The interval that runs, as {@link Laid#interval} says; looked up anew once it is over, since it takes a division. */
    private int intervalNow() {
        if (now >= intervalEnd) {
            interval = laid.interval(now);
            intervalEnd = laid.intervalEnd(now);
        }
        return interval;
    }

    /** What an operator holds has changed, and with it what ends next. */
    private void handsOf(int operator) {
        if (!handsTouched[operator]) {
            handsTouched[operator] = true;
            change(operator);
        }
    }

    private void touch(Visitor visitor) {
        if (!visitor.touched) {
            visitor.touched = true;
            change(chats + visitor.place);
        }
    }

    private void change(int party) {
        if (changes == changed.length) {
            changed = Arrays.copyOf(changed, 2 * changes);
        }
        changed[changes++] = party;
    }

    /** Writes into the calendar what is due of the operators and chats that something happened to. */
    private void follow() {
        for (int i = 0; i < changes; i++) {
            int party = changed[i];
            if (party < operators) {
                handsTouched[party] = false;
                agenda.set(party, hands.due(party));
            } else {
                Visitor visitor = visitors[party - chats];
                visitor.touched = false;
                // Whose patience ended while the bot had them leaves as soon as they wait again.
                long due = Math.max(now, due(visitor));
                if (due != NEVER || visitor.listed) {
                    agenda.set(party, due);
                    visitor.listed = due != NEVER;
                }
            }
        }
        changes = 0;
    }

    private long due(Visitor visitor) {
        return switch (visitor.state) {
            case OVER, COMING, HELD -> NEVER;
            case WAITS, OFFERED -> {
                if (visitor.patience == 0) {
                    visitor.patience = patience(visitor);
                }
                yield Math.min(visitor.acts, Math.min(visitor.patience, visitor.chooses));
            }
            case AT_BOT, AT_FORM -> visitor.acts;
        };
    }

    private void grow() {
        int before = visitors.length;
        visitors = Arrays.copyOf(visitors, Math.max(64, 2 * before));
        for (int place = before; place < visitors.length; place++) {
            visitors[place] = new Visitor(place);
        }
    }
}
