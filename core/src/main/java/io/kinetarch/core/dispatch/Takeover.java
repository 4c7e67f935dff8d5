package io.kinetarch.core.dispatch;

import static io.kinetarch.core.dispatch.EffectSink.NONE;

import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.Rule;
import io.kinetarch.core.plan.SkillId;
import io.kinetarch.core.routing.ChatNeeds;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Brings chats and operators from the floor of one plan to that of the next. Waiting chats keep their place and the seconds they
 * waited, rungs that lie behind are not made up for, and operators keep the chats they hold.
 */
final class Takeover {
    private final Floor from;
    private final Floor to;
    private final Map<QueueId, QueueId> replaced;
    private final int[] operators;
    private final int[] queues;

    /**
     * From one floor to another.
     *
     * @param replaced the queues that chats of removed ones go on in; those of others go to the catch-all queue
     */
    Takeover(Floor from, Floor to, Map<QueueId, QueueId> replaced) {
        this.from = from;
        this.to = to;
        this.replaced = replaced;
        var known = new HashMap<OperatorId, Integer>();
        to.plan.operators().forEach(operator -> known.put(operator.id(), known.size()));
        operators = from.plan.operators().stream()
                .mapToInt(operator -> known.getOrDefault(operator.id(), NONE))
                .toArray();
        queues = from.plan.queues().stream()
                .mapToInt(queue -> to.laneOf(goesOnIn(queue.id())))
                .toArray();
    }

    private QueueId goesOnIn(QueueId queue) {
        if (to.plan.has(queue)) {
            return queue;
        }
        var other = replaced.get(queue);
        return other != null && to.plan.has(other)
                ? other
                : to.plan.catchAllQueue().id();
    }

    void run() {
        to.now = from.now;
        to.serial = from.serial;
        from.paused.stream().filter(to.plan::has).forEach(to.paused::add);
        // A door that is gone answers its chats as it did.
        from.gates.forEach((door, gate) -> {
            if (!to.plan.has(door)) {
                to.gates.put(door, gate);
            }
        });
        to.startHours();
        staff();
        var running = from.byAge();
        to.slots.addAll(from.slots);
        to.free.addAll(from.free);
        for (Chat chat : from.slots) {
            chat.lineAt = -1;
            chat.timerAt = -1;
            remember(chat);
        }
        running.forEach(this::take);
    }

    private void staff() {
        for (int i = 0; i < operators.length; i++) {
            int next = operators[i];
            if (next == NONE) {
                continue;
            }
            to.staff.present[next] = from.staff.present[i];
            to.staff.freeSince[next] = from.staff.freeSince[i];
            to.staff.misses[next] = from.staff.misses[i];
            from.staff.joined[i].stream().forEach(queue -> to.staff.joined[next].set(queues[queue]));
            from.staff.left[i].stream().forEach(queue -> to.staff.left[next].set(queues[queue]));
            to.staff.lost(next, from.staff.lostDue[i]);
        }
    }

    /** Who was asked about a chat already, in the places of the new plan. */
    private void remember(Chat chat) {
        long[] before = chat.asked;
        chat.asked = new long[to.staff.words];
        if (chat.askedSome) {
            chat.askedSome = false;
            for (int i = 0; i < operators.length; i++) {
                if (operators[i] != NONE && (before[i >> 6] & 1L << i) != 0) {
                    chat.wasAskedNow(operators[i]);
                }
            }
        }
    }

    private void take(Chat chat) {
        int operator = chat.operator == NONE ? NONE : operators[chat.operator];
        ElementId gone = chat.operator != NONE && operator == NONE
                ? from.plan.operators().get(chat.operator).id()
                : null;
        chat.operator = operator;
        chat.sentBy = chat.sentBy == NONE ? NONE : operators[chat.sentBy];
        colleagues(chat);
        chat.rule = chat.rule == NONE ? NONE : rule(from.plan.rules().get(chat.rule));
        if (!chat.isRouted()) {
            to.timers.update(chat);
            return;
        }
        Lane before = from.lanes[chat.queue];
        chat.queue = queues[chat.queue];
        Lane lane = to.lanes[chat.queue];
        chat.ask(ask(chat.ask(), lane));
        boolean moved = !before.queue.id().equals(lane.queue.id());
        ladder(chat, before, lane);
        places(chat, lane);
        var why = to.told ? new Reason.PlanChanged(gone != null ? gone : before.queue.id(), lane.queue.id()) : null;
        if (moved && chat.stage().waits()) {
            to.tell(Effect.MOVED, chat, why);
        }
        if (gone != null) {
            withoutOperator(chat, why);
        } else if (chat.stage == Stage.WAITING) {
            to.order(chat);
            to.matching.waits(chat);
            if (chat.askedSome && chat.pauseDue == Chat.NEVER) {
                to.pausing.add(chat);
            }
        } else if (chat.stage == Stage.OFFERED) {
            to.order(chat);
        }
        if (chat.stage != null) {
            to.timers.update(chat);
        }
    }

    private void colleagues(Chat chat) {
        int count = chat.colleagueCount;
        var all = chat.colleagues.clone();
        chat.colleagueCount = 0;
        for (int i = 0; i < count; i++) {
            if (operators[all[i]] != NONE) {
                chat.join(operators[all[i]]);
            }
        }
    }

    private int rule(Rule rule) {
        var rules = to.plan.rules();
        for (int i = 0; i < rules.size(); i++) {
            if (rules.get(i).id().equals(rule.id())) {
                return i;
            }
        }
        return rules.size() - 1;
    }

    /** The same wishes, as far as the new plan knows what they name. */
    private Ask ask(Ask before, Lane lane) {
        Plan plan = to.plan;
        var lowered = new TreeMap<>(before.loosened.lowered());
        lowered.keySet().removeIf(skill -> !plan.has(new SkillId(skill)));
        var holders = before.loosened.holders();
        return to.matching.ask(
                new ChatNeeds(
                        lane.queue.id(),
                        before.needs.extraSkills().stream()
                                .filter(need -> plan.has(need.skill()))
                                .toList(),
                        before.needs.language()),
                new Loosened(
                        lowered,
                        known(before.loosened.operators()),
                        known(before.loosened.queues()),
                        holders != null && plan.has(holders) ? holders : null));
    }

    private <I extends ElementId> List<I> known(List<I> ids) {
        return ids.stream().filter(to.plan::has).toList();
    }

    private void ladder(Chat chat, Lane before, Lane lane) {
        if (before.queue.ladder().equals(lane.queue.ladder())) {
            return;
        }
        boolean runs = chat.stage().waits();
        long waited = runs ? to.now - chat.rungBase : chat.rungBase;
        chat.rung = lane.rungFrom(waited + 1);
        if (runs) {
            chat.rungDue = lane.rungDue(chat);
        }
    }

    /** Whoever has a part in a chat has it by the new weight, even beyond what they may take. */
    private void places(Chat chat, Lane lane) {
        if (chat.operator != NONE) {
            occupy(chat.operator, lane);
        }
        for (int i = 0; i < chat.colleagueCount; i++) {
            occupy(chat.colleagues[i], lane);
        }
    }

    private void occupy(int operator, Lane lane) {
        long since = to.staff.freeSince[operator];
        to.staff.take(operator, lane.weight, since);
    }

    /** The operator is no longer in the plan: a colleague goes on, else the chat waits for another. */
    private void withoutOperator(Chat chat, @Nullable Reason why) {
        switch (chat.stage()) {
            case HELD -> {
                if (chat.colleagueCount > 0) {
                    chat.operator = chat.colleagues[0];
                    chat.drop(chat.operator);
                    to.tell(Effect.ASSIGNED, chat, why);
                } else {
                    to.queueAgain(chat, why, to.timeouts.rungs().afterReturn());
                }
            }
            case OFFERED -> {
                chat.offerDue = Chat.NEVER;
                to.tell(Effect.WITHDRAWN, chat, why);
                chat.stage = Stage.WAITING;
                to.order(chat);
                to.matching.waits(chat);
            }
            default -> to.forget(chat);
        }
    }
}
