package io.kinetarch.core.dispatch;

import static io.kinetarch.core.dispatch.EffectSink.NONE;

import io.kinetarch.core.plan.Rung;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.Timeouts.RungClock.Seconds;
import java.util.Objects;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** What happens by itself as time passes. */
final class Clockwork {
    private final Floor floor;
    private final Entrance entrance;

    Clockwork(Floor floor, Entrance entrance) {
        this.floor = floor;
        this.entrance = entrance;
    }

    void visitorGoes(Chat chat, Reason why) {
        floor.end(
                chat,
                switch (chat.stage()) {
                    case FORM -> Outcome.TURNED_AWAY;
                    case WAITING, OFFERED -> Outcome.GAVE_UP;
                    case BOT -> chat.botAnswered ? Outcome.FINISHED_BY_BOT : Outcome.ENDED_BY_VISITOR;
                    default -> Outcome.ENDED_BY_VISITOR;
                },
                why);
    }

    void lapse(Chat chat) {
        int operator = chat.operator;
        floor.tell(
                Effect.LAPSED,
                chat,
                floor.told ? new Reason.NotAccepted(floor.timeouts.accept().seconds()) : null);
        int misses = ++floor.staff.misses[operator];
        floor.waitAgain(chat);
        if (misses >= floor.timeouts.accept().awayAfter()) {
            floor.setAway(operator, chat, floor.told ? new Reason.Missed(misses) : null);
        }
    }

    /** Ends what opening hours end at this instant; whether any ended or began. */
    boolean closes() {
        if (floor.hoursDue() != floor.now) {
            return false;
        }
        for (HoursClock clock : floor.hours) {
            if (clock.due() != floor.now || clock.pass()) {
                continue;
            }
            var closing = clock.set.closing();
            for (Chat chat : floor.byAge()) {
                if (chat.isRouted() && floor.lanes[chat.queue].hours == clock) {
                    if (chat.stage().waits()) {
                        floor.atClosing(
                                chat, closing.waiting(), new Reason.ClosingTime(clock.set.id(), closing.waiting()));
                    } else if (chat.stage == Stage.HELD) {
                        floor.atClosing(
                                chat, closing.inHand(), new Reason.ClosingTime(clock.set.id(), closing.inHand()));
                    }
                }
            }
        }
        floor.hoursChanged();
        return true;
    }

    void operatorVanishes() {
        int operator = IntStream.range(0, floor.compiled.size())
                .filter(i -> floor.staff.lostDue[i] == floor.now)
                .findFirst()
                .orElseThrow();
        floor.staff.lost(operator, Chat.NEVER);
        var why =
                new Reason.Vanished(Reason.Party.OPERATOR, floor.timeouts.lost().operatorSeconds());
        floor.staff.present[operator] = false;
        floor.staff.misses[operator] = 0;
        floor.staff.refresh(operator);
        floor.sink.happened(floor.now, Effect.SET_AWAY, NONE, operator, NONE, floor.told ? why : null);
        for (Chat chat : floor.of(operator)) {
            switch (chat.stage()) {
                case OFFERED -> floor.withdrawAndWait(chat, why);
                case HELD -> floor.giveBack(chat, operator, why);
                case WRAP_UP -> floor.wrappedUp(chat, why);
                default -> {
                    // nothing of it hangs on who vanished
                }
            }
        }
    }

    /** Does what is due of a chat now: one thing of it, the rest follows as long as it is due too. */
    void fire(Chat chat) {
        if (chat.lostDue == floor.now) {
            chat.lostDue = Chat.NEVER;
            visitorGoes(
                    chat,
                    new Reason.Vanished(
                            Reason.Party.VISITOR, floor.timeouts.lost().visitorSeconds()));
        } else if (chat.offerDue == floor.now) {
            lapse(chat);
        } else if (chat.rungDue == floor.now) {
            climb(chat);
        } else if (chat.pauseDue == floor.now) {
            floor.matching.waitsNoMore(chat);
            chat.pauseDue = Chat.NEVER;
            chat.forgetAsked();
            floor.matching.waits(chat);
            floor.timers.update(chat);
        } else if (chat.replyDue == floor.now) {
            noReply(chat);
        } else if (chat.silenceDue == floor.now) {
            silent(chat);
        } else if (chat.botDue == floor.now) {
            var gate = floor.gate(chat.visit());
            entrance.handOver(
                    chat,
                    new Reason.NotHelpedFor(
                            gate.says(), Objects.requireNonNull(gate.handoff().seconds())));
        } else if (chat.backDue == floor.now) {
            backToBot(chat);
        } else if (chat.stage == Stage.WRAP_UP) {
            floor.wrappedUp(chat, new Reason.WrapUpOver(floor.lanes[chat.queue].queue.id(), (int)
                    (floor.lanes[chat.queue].wrapUpMillis / 1000)));
        } else if (chat.stage == Stage.ASIDE) {
            floor.comeBack(chat, new Reason.BackFromAside(false));
        } else {
            chat.endDue = Chat.NEVER;
            floor.end(
                    chat,
                    Outcome.TURNED_AWAY,
                    new Reason.Silent(floor.timeouts.silence().closeSeconds(), true));
        }
    }

    /** Nobody has taken what the bot handed over: it takes it back, unless somebody is just being asked. */
    private void backToBot(Chat chat) {
        if (chat.stage == Stage.OFFERED) {
            chat.backDue = chat.offerDue + 1;
            floor.timers.update(chat);
            return;
        }
        var gate = floor.gate(chat.visit());
        var why = new Reason.BackToBot(
                gate.says(), Objects.requireNonNull(gate.handoff().backAfterSeconds()));
        floor.leaveQueue(chat, why);
        chat.handedOver = false;
        chat.choseBot = true;
        entrance.toBot(chat, why);
    }

    /** The rung that is due happens, for this chat alone. */
    void climb(Chat chat) {
        Lane lane = floor.lanes[chat.queue];
        int at = chat.rung++;
        chat.rungDue = lane.rungDue(chat);
        var action = lane.rungs[at];
        var why = floor.told
                ? new Reason.OnRung(lane.queue.id(), lane.rungIndex[at], (int) (lane.rungMillis[at] / 1000), action)
                : null;
        floor.tell(Effect.RUNG, chat, why);
        switch (action) {
            case Rung.Action.LowerLevel _, Rung.Action.AddOperators _, Rung.Action.AddMembersOf _ ->
                floor.reask(chat, loosened(chat.ask(), at, action));
            case Rung.Action.RaisePriority(var by) -> {
                chat.raised += by;
                floor.reask(chat, chat.ask());
            }
            case Rung.Action.Say(var text) -> floor.say(chat, text, null, why);
            case Rung.Action.OfferBot _ -> floor.offerWay(chat, Way.BOT, why);
            case Rung.Action.OfferCallBack _ -> floor.offerWay(chat, Way.CALL_BACK, why);
            case Rung.Action.OfferMessage _ -> floor.offerWay(chat, Way.MESSAGE, why);
            case Rung.Action.MoveTo(var to) -> move(chat, floor.laneOf(to), why);
            case Rung.Action.End(var text) -> {
                if (!text.isEmpty()) {
                    floor.say(chat, text, null, why);
                }
                floor.end(chat, Outcome.ENDED_BY_LADDER, why);
            }
        }
        if (chat.stage != null) {
            floor.timers.update(chat);
        }
    }

    Ask loosened(Ask before, int rung, Rung.Action action) {
        // The ladder is that of the queue the chat asks for, so the rung means the same for all that ask alike.
        Ask known = before.after(rung);
        if (known == null) {
            known = floor.matching.ask(before.needs, Objects.requireNonNull(Ask.loosen(before.loosened, action)));
            before.after(rung, known);
        }
        return known;
    }

    void move(Chat chat, int to, @Nullable Reason why) {
        if (chat.movedAt == floor.now && chat.moves >= floor.lanes.length) {
            // ladders that send a chat round without a second's wait would do so without end
            return;
        }
        chat.moves = chat.movedAt == floor.now ? chat.moves + 1 : 1;
        chat.movedAt = floor.now;
        long back = chat.backDue;
        floor.leaveQueue(chat, why);
        chat.backDue = back;
        long over = chat.rungBase;
        Lane lane = floor.lanes[to];
        chat.queue = to;
        chat.ask(floor.moved(chat.ask(), lane));
        chat.entered = floor.now;
        chat.forgetAsked();
        boolean goOn = floor.timeouts.rungs().afterMove() == Seconds.GO_ON;
        chat.rung = goOn ? lane.rungFrom(over) : 0;
        chat.rungBase = goOn ? floor.now - over : floor.now;
        chat.stage = Stage.WAITING;
        chat.operator = NONE;
        floor.order(chat);
        chat.rungDue = lane.rungDue(chat);
        floor.tell(Effect.MOVED, chat, floor.told ? why : null);
        floor.matching.waits(chat);
        if (!lane.hours.isOpen(floor.now)) {
            var set = lane.hours.set;
            floor.atClosing(
                    chat,
                    set.closing().waiting(),
                    new Reason.ClosingTime(set.id(), set.closing().waiting()));
        }
    }

    void noReply(Chat chat) {
        var reply = floor.timeouts.reply();
        int operator = chat.operator;
        var why = new Reason.NoReply(floor.operator(operator), reply.seconds(), reply.then());
        chat.replyDue = Chat.NEVER;
        floor.say(chat, reply.text(), TextKind.NO_REPLY, why);
        while (chat.colleagueCount > 0) {
            floor.colleagueLeaves(chat, chat.colleagues[0]);
        }
        chat.first = reply.then() == Timeouts.AfterNoReply.HEAD_OF_QUEUE;
        floor.giveBack(chat, operator, why);
        switch (reply.offers()) {
            case NOTHING -> {
                // the visitor waits on
            }
            case MESSAGE -> floor.offerWay(chat, Way.MESSAGE, why);
            case CALL_BACK -> floor.offerWay(chat, Way.CALL_BACK, why);
        }
    }

    void silent(Chat chat) {
        var silence = floor.timeouts.silence();
        if (chat.reminded) {
            var why = new Reason.Silent(silence.closeSeconds(), true);
            floor.say(chat, silence.close(), TextKind.ENDED, why);
            floor.end(
                    chat,
                    chat.stage == Stage.BOT && chat.botAnswered ? Outcome.FINISHED_BY_BOT : Outcome.CLOSED_SILENT,
                    why);
            return;
        }
        chat.reminded = true;
        chat.silenceDue = chat.silentSince + silence.closeSeconds() * 1000L;
        floor.tell(
                Effect.REMINDED,
                chat,
                floor.told
                        ? new Reason.Text(silence.reminder(), null, new Reason.Silent(silence.reminderSeconds(), false))
                        : null);
        floor.timers.update(chat);
    }
}
