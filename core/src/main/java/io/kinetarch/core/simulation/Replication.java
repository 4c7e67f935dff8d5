package io.kinetarch.core.simulation;

import io.kinetarch.core.dispatch.Dispatcher;
import io.kinetarch.core.dispatch.Effect;
import io.kinetarch.core.dispatch.EffectSink;
import io.kinetarch.core.dispatch.Outcome;
import io.kinetarch.core.dispatch.Reason;
import io.kinetarch.core.dispatch.Refusal;
import io.kinetarch.core.dispatch.Way;
import java.util.Arrays;
import java.util.Map;
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
    private static final int WAY = 6;

    private static final byte OVER = 0;
    private static final byte COMING = 1;
    private static final byte AT_BOT = 2;
    private static final byte AT_FORM = 3;
    private static final byte WAITS = 4;
    private static final byte OFFERED = 5;
    private static final byte HELD = 6;

    private final Laid laid;
    private final Dispatcher dispatcher;
    private final Arrivals arrivals;
    private final Shifts shifts;
    private final Hands hands;
    private final Agenda agenda;
    private final Tally tally;
    private final BooleanSupplier stopped;
    private final int operators;
    /** Where chats begin among the parties of the calendar: operators have two each. */
    private final int chats;

    private long now;
    private int open;
    private long came;
    private int comingFlow;
    private long comingSeed;

    private long[] number = {};
    private byte[] state = {};
    private int[] flow = {};
    private long[] seed = {};
    private int[] interval = {};
    private int[] queue = {};
    private long[] queued = {};
    private long[] waited = {};
    private long[] held = {};
    private long[] patience = {};
    private long[] acts = {};
    private long[] chooses = {};
    private Way[] way = {};
    private int[] turn = {};
    /** After which word the bot finishes; 0 where it does not. */
    private int[] lastTurn = {};

    private boolean[] touched = {};
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
                experiment.flows(), Chance.bits(experiment.seed(), replication + 1L), laid.start, laid.until);
        shifts = laid.shifts();
        hands = new Hands(operators, laid.slowdown);
        agenda = new Agenda(chats + 64);
        tally = new Tally(laid.queues, laid.intervals, experiment.flows().size());
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
        return tally.toRun(came);
    }

    private void changeShift() {
        int operator = shifts.operator();
        switch (shifts.take()) {
            case BEGINS -> dispatcher.present(now, operator);
            case PAUSES -> dispatcher.away(now, operator);
            case ENDS -> dispatcher.gone(now, operator);
        }
    }

    private void arrive() {
        comingFlow = arrivals.flow();
        comingSeed = arrivals.take();
        long chat = dispatcher.arrive(now, laid.visits[comingFlow]);
        if (laid.asksLater[comingFlow] && state[Dispatcher.place(chat)] != OVER) {
            dispatcher.visitorSays(now, chat, Map.of());
        }
    }

    private void act(int party) {
        if (party < operators) {
            int place = hands.next(party);
            must(dispatcher.operatorEnds(now, number[place], party));
        } else if (party < chats) {
            agenda.set(party, NEVER);
            if (shifts.isOn(party - operators)) {
                dispatcher.present(now, party - operators);
            }
        } else {
            actIn(party - chats);
        }
    }

    private void actIn(int place) {
        long chat = number[place];
        if (waits(place) && patience[place] <= now) {
            must(dispatcher.leave(now, chat));
        } else if (waits(place) && chooses[place] <= now) {
            chooses[place] = NEVER;
            touch(place);
            if (dispatcher.ways(chat).contains(way[place])) {
                must(dispatcher.choose(now, chat, way[place]));
            }
        } else if (state[place] == OFFERED) {
            must(dispatcher.accept(now, chat, dispatcher.operator(chat)));
        } else if (state[place] == AT_FORM) {
            fillIn(place, chat);
        } else {
            talkToBot(place, chat);
        }
    }

    private static void must(Optional<Refusal> refusal) {
        if (refusal.isPresent()) {
            throw new IllegalStateException("the dispatcher did not take a call: " + refusal.get());
        }
    }

    private void fillIn(int place, long chat) {
        var ways = laid.behaviour.ways();
        double share = Chance.share(seed[place], FORM);
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
    private void talkToBot(int place, long chat) {
        int said = ++turn[place];
        acts[place] = now + laid.botTurnMillis;
        touch(place);
        must(dispatcher.visitorSays(now, chat, Map.of()));
        if (state[place] != AT_BOT) {
            return;
        }
        int at = flow[place];
        if (laid.botHandsOver[at]) {
            must(dispatcher.understood(now, chat, laid.visits[at].topic(), 1));
        } else if (lastTurn[place] == 0) {
            must(dispatcher.understood(now, chat, null, 0));
        } else if (said >= lastTurn[place]) {
            must(dispatcher.botEnds(now, chat));
        }
    }

    private void breakOff() {
        for (int place = 0; place < state.length; place++) {
            if (state[place] != OVER) {
                if (hands.holder(place) != Hands.NOBODY) {
                    letGo(place);
                }
                count(place, Count.UNFINISHED);
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
        int place = Dispatcher.place(chat);
        switch (effect) {
            case ARRIVED -> begin(place, chat);
            case TO_BOT -> {
                state[place] = AT_BOT;
                turn[place] = 0;
                acts[place] = at + laid.botTurnMillis;
                touch(place);
            }
            case HANDED_OVER -> {
                state[place] = COMING;
                acts[place] = NEVER;
            }
            case QUEUED -> queued(place, lane);
            case OFFERED -> {
                state[place] = OFFERED;
                acts[place] = at + laid.acceptMillis;
                touch(place);
            }
            case DECLINED, LAPSED, WITHDRAWN -> {
                state[place] = WAITS;
                acts[place] = NEVER;
                touch(place);
            }
            case ASSIGNED -> assigned(place, operator, lane);
            case WAY_OFFERED -> offered(place, chat);
            default -> {
                // nothing that a visitor or an operator acts upon
            }
        }
    }

    private void begin(int place, long chat) {
        if (place >= number.length) {
            grow(place + 1);
        }
        came++;
        if (++open > Simulation.MOST_OPEN) {
            throw new Simulation.TooManyOpen(now);
        }
        number[place] = chat;
        state[place] = COMING;
        flow[place] = comingFlow;
        seed[place] = comingSeed;
        interval[place] = laid.interval(now);
        queue[place] = NONE;
        queued[place] = NEVER;
        waited[place] = NEVER;
        patience[place] = NEVER;
        acts[place] = NEVER;
        chooses[place] = NEVER;
        lastTurn[place] = laid.finishedByBot[comingFlow] > 0 ? lastTurn(comingSeed, comingFlow) : 0;
    }

    private int lastTurn(long visitor, int ofFlow) {
        if (Chance.share(visitor, FINISHED) >= laid.finishedByBot[ofFlow]) {
            return 0;
        }
        double turns = laid.behaviour.bot().turns();
        return turns == 1 ? 1 : 1 + (int) (Chance.gap(visitor, TURNS) / -Math.log1p(-1 / turns));
    }

    private void queued(int place, int lane) {
        if (hands.holder(place) != Hands.NOBODY) {
            letGo(place);
        }
        if (queue[place] == NONE) {
            queue[place] = lane;
            queued[place] = now;
            double mean = laid.patienceMillis[lane];
            double wait = mean * laid.behaviour.patience().of(Chance.share(seed[place], PATIENCE));
            patience[place] = wait < Integer.MAX_VALUE ? now + Math.round(wait) : NEVER;
            hands.work(
                    place, laid.handlingMillis[lane] * laid.behaviour.handling().of(Chance.share(seed[place], WORK)));
        }
        state[place] = WAITS;
        acts[place] = NEVER;
        touch(place);
    }

    private void assigned(int place, int operator, int lane) {
        if (hands.holder(place) != Hands.NOBODY) {
            letGo(place);
        }
        if (waited[place] == NEVER) {
            waited[place] = now - queued[place];
        }
        state[place] = HELD;
        held[place] = now;
        hands.take(operator, place, lane, now);
        agenda.set(operator, hands.due(operator));
        touch(place);
    }

    /** Whether a visitor takes a way out is decided once, the first time each is offered. */
    private void offered(int place, long chat) {
        if (state[place] == COMING) {
            state[place] = AT_FORM;
            acts[place] = now + laid.choosingMillis;
            touch(place);
        } else if (waits(place) && chooses[place] == NEVER) {
            var ways = laid.behaviour.ways();
            var offered = dispatcher.ways(chat);
            if (takes(place, Way.MESSAGE, ways.message(), offered, WAY)
                    || takes(place, Way.CALL_BACK, ways.callBack(), offered, WAY + 1)
                    || takes(place, Way.BOT, ways.bot(), offered, WAY + 2)) {
                chooses[place] = now + laid.choosingMillis;
                touch(place);
            }
        }
    }

    private boolean takes(int place, Way each, double share, Set<Way> offered, int purpose) {
        if (!offered.contains(each) || Chance.share(seed[place], purpose) >= share) {
            return false;
        }
        way[place] = each;
        return true;
    }

    @Override
    public void ended(long at, long chat, Outcome outcome, int operator, int lane, @Nullable Reason reason) {
        now = at;
        int place = Dispatcher.place(chat);
        if (hands.holder(place) != Hands.NOBODY) {
            letGo(place);
        }
        if (queue[place] == NONE) {
            queue[place] = lane;
        }
        count(place, waited[place] == NEVER ? Tally.of(outcome) : Count.ANSWERED);
        state[place] = OVER;
        open--;
        touch(place);
    }

    /** Counts a chat, and what became of it. */
    private void count(int place, @Nullable Count end) {
        int when = interval[place];
        if (when < 0) {
            return;
        }
        int lane = queue[place];
        int of = flow[place];
        tally.add(lane, when, of, Count.ARRIVED, 1);
        if (queued[place] != NEVER) {
            long wait = waited[place] == NEVER ? now - queued[place] : waited[place];
            tally.add(lane, when, of, Count.QUEUED, 1);
            tally.add(lane, when, of, Count.WAITED, wait);
            tally.waited(lane, wait);
            if (waited[place] != NEVER && wait <= laid.withinMillis[lane]) {
                tally.add(lane, when, of, Count.IN_TIME, 1);
            }
        }
        if (end != null) {
            tally.add(lane, when, of, end, 1);
        }
    }

    private void letGo(int place) {
        int operator = hands.holder(place);
        hands.drop(place, now);
        agenda.set(operator, hands.due(operator));
        long from = Math.max(held[place], laid.countedFrom);
        long to = Math.min(now, laid.until);
        if (from < to) {
            tally.add(hands.queue(place), laid.interval(from), flow[place], Count.HELD, to - from);
        }
    }

    private boolean waits(int place) {
        return state[place] == WAITS || state[place] == OFFERED;
    }

    private void touch(int place) {
        if (!touched[place]) {
            touched[place] = true;
            if (changes == changed.length) {
                changed = Arrays.copyOf(changed, 2 * changes);
            }
            changed[changes++] = place;
        }
    }

    /** Writes into the calendar what is due of the chats that something happened to. */
    private void follow() {
        for (int i = 0; i < changes; i++) {
            int place = changed[i];
            touched[place] = false;
            agenda.set(chats + place, due(place));
        }
        changes = 0;
    }

    private long due(int place) {
        return switch (state[place]) {
            case OVER, COMING, HELD -> NEVER;
            case WAITS -> Math.min(patience[place], chooses[place]);
            case OFFERED -> Math.min(acts[place], Math.min(patience[place], chooses[place]));
            default -> acts[place];
        };
    }

    private void grow(int least) {
        int places = Math.max(64, Integer.highestOneBit(least) * 2);
        hands.grow(places);
        number = Arrays.copyOf(number, places);
        state = Arrays.copyOf(state, places);
        flow = Arrays.copyOf(flow, places);
        seed = Arrays.copyOf(seed, places);
        interval = Arrays.copyOf(interval, places);
        queue = Arrays.copyOf(queue, places);
        queued = Arrays.copyOf(queued, places);
        waited = Arrays.copyOf(waited, places);
        held = Arrays.copyOf(held, places);
        patience = Arrays.copyOf(patience, places);
        acts = Arrays.copyOf(acts, places);
        chooses = Arrays.copyOf(chooses, places);
        way = Arrays.copyOf(way, places);
        turn = Arrays.copyOf(turn, places);
        lastTurn = Arrays.copyOf(lastTurn, places);
        touched = Arrays.copyOf(touched, places);
    }
}
