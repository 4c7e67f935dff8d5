package io.kinetarch.core.dispatch;

import static io.kinetarch.core.dispatch.EffectSink.NONE;

import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.plan.SkillNeed;
import io.kinetarch.core.plan.Timeouts.RungClock.Seconds;
import io.kinetarch.core.routing.ChatNeeds;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/** How whoever holds a chat sends it on, and takes it back. */
final class Transfers {
    private final Floor floor;
    private final Entrance entrance;

    Transfers(Floor floor, Entrance entrance) {
        this.floor = floor;
        this.entrance = entrance;
    }

    Optional<Refusal> toQueue(Chat chat, int queue) {
        var refusal = cannotSend(chat);
        if (refusal.isPresent()) {
            return refusal;
        }
        Lane lane = floor.lanes[queue];
        if (chat.stage == Stage.HELD) {
            var from = floor.lanes[chat.queue].queue;
            if (!from.transfers().contains(lane.queue.id())) {
                return Optional.of(new Refusal.NoSuchTransfer(from.id(), lane.queue.id(), from.transfers()));
            }
        }
        if (!lane.hours.isOpen(floor.now)) {
            return Optional.of(new Refusal.Closed(lane.queue.department()));
        }
        Ask ask = floor.matching.ask(new ChatNeeds(lane.queue.id(), List.of(), language(chat)), Loosened.NOTHING);
        if (!floor.matching.somebodyCould(ask, chat.operator)) {
            return Optional.of(new Refusal.NobodyInQueue(lane.queue.id(), couldBe(ask, chat.operator)));
        }
        sendOn(chat, new Reason.SentOn(lane.queue.id(), null, null));
        chat.ask(ask);
        chat.queue = queue;
        chat.ownPriority = NONE;
        chat.raised = 0;
        floor.enqueue(chat, floor.told ? new Reason.SentOn(lane.queue.id(), null, null) : null);
        return Optional.empty();
    }

    Optional<Refusal> toSkill(Chat chat, SkillId skill) {
        var refusal = cannotSend(chat);
        if (refusal.isPresent()) {
            return refusal;
        }
        int queue = chat.isRouted() ? chat.queue : entrance.decidedQueue(chat);
        Ask ask = floor.matching.ask(
                new ChatNeeds(floor.lanes[queue].queue.id(), List.of(new SkillNeed(skill, 1)), language(chat)),
                Loosened.toHolders(skill));
        if (!floor.matching.somebodyCould(ask, chat.operator)) {
            return Optional.of(new Refusal.NobodyWithSkill(skill, couldBe(ask, chat.operator)));
        }
        sendOn(chat, new Reason.SentOn(null, null, skill));
        chat.ask(ask);
        chat.queue = queue;
        floor.enqueue(chat, floor.told ? new Reason.SentOn(null, null, skill) : null);
        return Optional.empty();
    }

    Optional<Refusal> toOperator(Chat chat, int operator) {
        var refusal = cannotSend(chat);
        if (refusal.isPresent()) {
            return refusal;
        }
        if (chat.stage == Stage.HELD && (chat.operator == operator || chat.hasColleague(operator))) {
            return Optional.of(new Refusal.InChatAlready(floor.operator(operator)));
        }
        boolean fresh = !chat.isRouted();
        if (fresh) {
            int rule = floor.routing.decide(chat.visit(), chat.topic, floor.now, floor::waitingByQueue);
            chat.ask(entrance.askOf(chat.visit(), rule, null));
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
        var why = new Reason.SentOn(null, floor.operator(operator), null);
        sendOn(chat, why);
        chat.stopClocks();
        chat.entered = fresh ? floor.now : chat.entered;
        chat.firstQueued = Math.min(chat.firstQueued, floor.now);
        if (floor.timeouts.rungs().afterReturn() == Seconds.START_ANEW || fresh) {
            chat.rung = 0;
            chat.rungBase = floor.now;
        } else {
            chat.rungBase = floor.now - chat.rungBase;
        }
        floor.order(chat);
        chat.rungDue = floor.lanes[chat.queue].rungDue(chat);
        floor.hand(chat, operator, floor.told ? why : null);
        return Optional.empty();
    }

    Optional<Refusal> toBot(Chat chat) {
        if (chat.stage != Stage.HELD) {
            return Refusal.withAnother(chat.stage());
        }
        var door = chat.visit().door();
        if (floor.plan.botAt(door).isEmpty()) {
            return Optional.of(new Refusal.NoBotAt(door));
        }
        var why = new Reason.GivenToBot(floor.operator(chat.operator));
        sendOn(chat, why);
        // Whoever gave it to the bot has not declined it, and may be asked as anybody.
        chat.forgetAsked();
        chat.sentBy = NONE;
        chat.stopClocks();
        chat.ask(null);
        chat.queue = NONE;
        chat.ownPriority = NONE;
        chat.raised = 0;
        entrance.toBot(chat, floor.told ? why : null);
        return Optional.empty();
    }

    Optional<Refusal> takeBack(Chat chat, int operator) {
        boolean aside = chat.stage == Stage.ASIDE;
        if (!(chat.stage().waits() || aside) || chat.sentBy != operator) {
            return Optional.of(new Refusal.NotToTakeBack(floor.operator(operator)));
        }
        var why = new Reason.TakenBack(floor.operator(operator));
        if (!aside) {
            return outOfLine(chat, operator, why);
        }
        var refusal = cannotTake(chat, operator);
        if (refusal.isEmpty()) {
            floor.takeFromAside(chat, operator, why);
        }
        return refusal;
    }

    Optional<Refusal> assign(Chat chat, int operator) {
        return chat.stage().waits()
                ? outOfLine(chat, operator, new Reason.Given(floor.operator(operator)))
                : Refusal.withAnother(chat.stage());
    }

    /** An operator holds a waiting chat from now on, whomever it is offered to. */
    private Optional<Refusal> outOfLine(Chat chat, int operator, Reason why) {
        if (!(chat.stage == Stage.OFFERED && chat.operator == operator)) {
            var refusal = cannotTake(chat, operator);
            if (refusal.isPresent()) {
                return refusal;
            }
            if (chat.stage == Stage.WAITING) {
                floor.matching.waitsNoMore(chat);
            } else {
                floor.withdraw(chat, why);
            }
            floor.staff.take(operator, floor.lanes[chat.queue].weight, floor.now);
            chat.operator = operator;
        }
        floor.assign(chat, floor.told ? why : null);
        return Optional.empty();
    }

    private static String language(Chat chat) {
        return chat.visit().primaryLanguage();
    }

    private static Optional<Refusal> cannotSend(Chat chat) {
        return chat.stage == Stage.HELD || chat.stage == Stage.BOT
                ? Optional.empty()
                : Refusal.withAnother(chat.stage());
    }

    /** Whoever holds a chat lets go of it. */
    private void sendOn(Chat chat, Reason why) {
        floor.tell(Effect.TRANSFERRED, chat, floor.told ? why : null);
        if (chat.stage == Stage.HELD) {
            int operator = chat.operator;
            while (chat.colleagueCount > 0) {
                floor.colleagueLeaves(chat, chat.colleagues[0]);
            }
            floor.release(operator, floor.lanes[chat.queue].weight);
            chat.wasAskedNow(operator);
            chat.sentBy = operator;
            chat.operator = NONE;
        }
        chat.choseBot = false;
    }

    /** Who could take it, were they here. */
    private List<OperatorId> couldBe(Ask ask, int except) {
        return IntStream.range(0, floor.compiled.size())
                .filter(i -> i != except && ask.isAble(i))
                .mapToObj(floor::operator)
                .toList();
    }

    /** Why an operator cannot take a part in a chat now; none if they can. */
    Optional<Refusal> cannotTake(Chat chat, int operator) {
        if (!floor.staff.isHere(operator)) {
            return Optional.of(new Refusal.NotThere(floor.operator(operator), withRoom(chat)));
        }
        return floor.staff.hasRoom(operator, floor.lanes[chat.queue].weight)
                ? Optional.empty()
                : Optional.of(new Refusal.NoRoom(floor.operator(operator), withRoom(chat)));
    }

    /** Who else is here, able and has room. */
    private List<OperatorId> withRoom(Chat chat) {
        return IntStream.range(0, floor.compiled.size())
                .filter(i -> i != chat.operator
                        && floor.staff.isHere(i)
                        && chat.ask().isAble(i))
                .filter(i -> floor.staff.hasRoom(i, floor.lanes[chat.queue].weight))
                .mapToObj(floor::operator)
                .toList();
    }
}
