package io.kinetarch.core.dispatch;

import static io.kinetarch.core.dispatch.EffectSink.NONE;

import io.kinetarch.core.plan.Closing;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.FrontDoor;
import io.kinetarch.core.plan.HoursId;
import io.kinetarch.core.plan.LocalText;
import io.kinetarch.core.plan.NextChatFrom;
import io.kinetarch.core.plan.OperatorId;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Queue;
import io.kinetarch.core.plan.QueueId;
import io.kinetarch.core.plan.TextKind;
import io.kinetarch.core.plan.Timeouts;
import io.kinetarch.core.plan.Timeouts.RungClock.Seconds;
import io.kinetarch.core.plan.WhenAway;
import io.kinetarch.core.routing.Arrival;
import io.kinetarch.core.routing.ChatNeeds;
import io.kinetarch.core.routing.ExpectedChats;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Every chat and every operator as they stand, and the moves between them that more than one call makes. */
final class Floor {
    static final Reason BY_VISITOR = new Reason.Acted(Reason.Party.VISITOR);
    static final Reason BY_OPERATOR = new Reason.Acted(Reason.Party.OPERATOR);
    static final Reason BY_BOT = new Reason.Acted(Reason.Party.BOT);
    static final int SLOT_BITS = 24;
    static final int SLOT_MASK = (1 << SLOT_BITS) - 1;

    final Plan plan;
    final CompiledPlan compiled;
    final Staff staff;
    final Lane[] lanes;
    final Matching matching;
    final Routing routing;
    final HoursClock[] hours;
    private long hoursDue = Chat.NEVER;
    final Map<DoorId, Gate> gates = new HashMap<>();
    /** The visit whose gate was asked for last: one call asks several times. */
    private @Nullable Visit lastVisit;

    private @Nullable Gate lastGate;
    final Map<QueueId, Integer> laneOf = new HashMap<>();
    final Timers timers = new Timers();
    final EffectSink sink;
    final boolean told;
    /** Whether the clocks run of those who talk: of replies, silence, forms and wrapping up. */
    final boolean watched;

    final Timeouts timeouts;
    final boolean byTarget;

    final List<Chat> slots = new ArrayList<>();
    final List<Chat> free = new ArrayList<>();
    /** Chats that somebody declined in this call, and whose pause starts if nobody else is left to ask. */
    final List<Chat> pausing = new ArrayList<>();

    /** Doors that somebody has paused. */
    final Set<DoorId> paused = new LinkedHashSet<>();

    /** The instant of the last call; the smallest number before the first. */
    long now = Long.MIN_VALUE;
    /** How many chats have arrived. */
    long serial;

    Floor(Plan plan, EffectSink sink, boolean watched) {
        this.plan = plan;
        this.sink = sink;
        this.watched = watched;
        told = sink.wantsReasons();
        compiled = CompiledPlan.of(plan);
        staff = new Staff(compiled);
        hours = plan.hours().stream().map(HoursClock::new).toArray(HoursClock[]::new);
        lanes = plan.queues().stream().map(this::lane).toArray(Lane[]::new);
        for (int i = 0; i < lanes.length; i++) {
            laneOf.put(lanes[i].queue.id(), i);
        }
        matching = new Matching(compiled, staff, lanes);
        routing = new Routing(plan);
        timeouts = plan.settings().timeouts();
        byTarget = plan.settings().nextChat() == NextChatFrom.TARGET;
    }

    Lane lane(Queue queue) {
        var department = plan.department(queue.department());
        return new Lane(queue, department, clock(department.hours()));
    }

    Gate gate(FrontDoor door) {
        var kept = door.hours();
        var reached = ExpectedChats.rules(plan, door).stream()
                .map(rule -> plan.department(plan.queue(rule.queue()).department()))
                .distinct()
                .map(department -> new Gate.Reached(department, clock(department.hours())))
                .toList();
        return Gate.of(plan, door, kept == null ? null : clock(kept), reached);
    }

    HoursClock clock(HoursId id) {
        return Stream.of(hours)
                .filter(clock -> clock.set.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    /** Begins to wait for hours that end something. */
    void startHours() {
        for (HoursClock clock : hours) {
            clock.start(now);
        }
        hoursChanged();
    }

    /** The clocks wait for other changes than before. */
    void hoursChanged() {
        hoursDue = Chat.NEVER;
        for (HoursClock clock : hours) {
            hoursDue = Math.min(hoursDue, clock.due());
        }
    }

    /** When hours next end something, or begin again; {@link Chat#NEVER} for never. */
    long hoursDue() {
        return hoursDue;
    }

    Gate gate(Visit visit) {
        if (visit == lastVisit && lastGate != null) {
            return lastGate;
        }
        var gate = gates.get(visit.door());
        if (gate == null) {
            gate = gate(plan.door(visit.door()));
            gates.put(visit.door(), gate);
        }
        lastVisit = visit;
        lastGate = gate;
        return gate;
    }

    Chat newChat(Visit visit) {
        Chat chat = free.isEmpty() ? newSlot() : free.removeLast();
        chat.start(serial++, visit);
        return chat;
    }

    private Chat newSlot() {
        if (slots.size() > SLOT_MASK) {
            throw new IllegalStateException("more than " + slots.size() + " chats at once are not held");
        }
        var chat = new Chat(slots.size(), staff.words);
        slots.add(chat);
        return chat;
    }

    static long number(Chat chat) {
        return chat.serial << SLOT_BITS | chat.slot;
    }

    void offerWay(Chat chat, Way way, @Nullable Reason why) {
        if ((chat.ways & way.bit) == 0) {
            chat.ways |= way.bit;
            tell(Effect.WAY_OFFERED, chat, told && why != null ? new Reason.WayOut(way, why) : null);
        }
    }

    int laneOf(QueueId queue) {
        return laneOf.getOrDefault(queue, NONE);
    }

    /** The same wishes in another queue. */
    Ask moved(Ask before, Lane to) {
        return matching.ask(
                new ChatNeeds(to.queue.id(), before.needs.extraSkills(), before.needs.language()), before.loosened);
    }

    /** The chat waits in its queue from now on, its ladder at the bottom. */
    void enqueue(Chat chat, @Nullable Reason why) {
        chat.stopClocks();
        chat.entered = now;
        if (chat.firstQueued == Chat.NEVER) {
            chat.firstQueued = now;
        }
        chat.rung = 0;
        chat.rungBase = now;
        takeBackLater(chat);
        line(chat, why);
    }

    /** Once, the bot takes back what it handed over and nobody has taken, where its door says so. */
    private void takeBackLater(Chat chat) {
        Integer seconds = gate(chat.visit()).handoff().backAfterSeconds();
        if (chat.handedOver && seconds != null) {
            chat.backDue = now + seconds * 1000L;
        }
    }

    void line(Chat chat, @Nullable Reason why) {
        Lane lane = lanes[chat.queue];
        chat.stage = Stage.WAITING;
        chat.operator = NONE;
        order(chat);
        chat.rungDue = lane.rungDue(chat);
        tell(Effect.QUEUED, chat, why);
        matching.waits(chat);
        if (chat.askedSome) {
            pausing.add(chat);
        }
        timers.update(chat);
    }

    void order(Chat chat) {
        Lane lane = lanes[chat.queue];
        int planned = chat.ownPriority == NONE ? lane.priority : chat.ownPriority;
        int base = chat.urgency == NONE ? planned : chat.urgency;
        chat.primary =
                byTarget ? chat.entered + lane.withinMillis : -Math.min(Queue.HIGHEST_PRIORITY, base + chat.raised);
    }

    /** The chat asks for something else, or goes before others; while it is offered that waits for the answer. */
    void reask(Chat chat, Ask ask) {
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

    /** The chat comes back to its queue, at the place it had. */
    void queueAgain(Chat chat, @Nullable Reason why, Seconds seconds) {
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
    void leaveQueue(Chat chat, @Nullable Reason why) {
        if (chat.stage == Stage.WAITING) {
            matching.waitsNoMore(chat);
        } else if (chat.stage == Stage.OFFERED) {
            withdraw(chat, why);
        }
        chat.rungBase = now - chat.rungBase;
        chat.stopClocks();
    }

    /** What was set aside comes back: to whom it was with if they can take it, else to its queue, at the place it had. */
    void comeBack(Chat chat, Reason why) {
        int operator = chat.sentBy;
        if (operator != NONE && staff.isHere(operator) && staff.hasRoom(operator, lanes[chat.queue].weight)) {
            takeFromAside(chat, operator, why);
            return;
        }
        queueAgain(chat, why, timeouts.rungs().afterReturn());
        var hours = lanes[chat.queue].hours;
        if (!hours.isOpen(now)) {
            var then = hours.set.closing().waiting();
            atClosing(chat, then, new Reason.ClosingTime(hours.set.id(), then));
        }
    }

    void takeFromAside(Chat chat, int operator, Reason why) {
        staff.take(operator, lanes[chat.queue].weight, now);
        chat.operator = operator;
        chat.rungBase = now - chat.rungBase;
        assign(chat, told ? why : null);
    }

    void withdraw(Chat chat, @Nullable Reason why) {
        int operator = chat.operator;
        tell(Effect.WITHDRAWN, chat, told ? why : null);
        release(operator, lanes[chat.queue].weight);
        chat.operator = NONE;
        chat.offerDue = Chat.NEVER;
    }

    void release(int operator, int weight) {
        staff.release(operator, weight, now);
        matching.freed(operator);
    }

    /** Hands waiting chats to whoever may be asked for them, until nobody more can be. */
    void settle() {
        for (Chat chat = matching.next(); chat != null; chat = matching.next()) {
            int operator = matching.chosen(chat);
            int candidates = matching.candidates();
            matching.waitsNoMore(chat);
            Lane lane = lanes[chat.queue];
            hand(
                    chat,
                    operator,
                    told ? new Reason.Chosen(lane.queue.id(), operator(operator), lane.choice, candidates) : null);
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

    void hand(Chat chat, int operator, @Nullable Reason why) {
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
    void assign(Chat chat, @Nullable Reason why) {
        if (chat.waited == Chat.NEVER) {
            chat.waited = now - chat.firstQueued;
        }
        chat.stage = Stage.HELD;
        chat.rungBase = now - chat.rungBase;
        chat.stopClocks();
        chat.forgetAsked();
        chat.first = false;
        chat.handedOver = false;
        chat.ways = 0;
        chat.sentBy = NONE;
        operatorIsToReply(chat);
        tell(Effect.ASSIGNED, chat, why);
        timers.update(chat);
    }

    /** An offered chat waits on; whoever was offered it is asked again only after everybody else. */
    void waitAgain(Chat chat) {
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

    void setAway(int operator, Chat missed, @Nullable Reason why) {
        sink.happened(now, Effect.SET_AWAY, number(missed), operator, NONE, why);
        stepAway(
                operator,
                new Reason.WentAway(operator(operator), plan.settings().whenAway()));
    }

    void stepAway(int operator, Reason why) {
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

    void withdrawAndWait(Chat chat, Reason why) {
        tell(Effect.WITHDRAWN, chat, told ? why : null);
        waitAgain(chat);
    }

    /** Chats in which an operator has a part, the oldest first. */
    List<Chat> of(int operator) {
        List<Chat> found = List.of();
        // Most of whoever comes or goes holds nothing.
        for (Chat chat : slots) {
            if (chat.stage != null && (chat.operator == operator || chat.hasColleague(operator))) {
                if (found.isEmpty()) {
                    found = new ArrayList<>();
                }
                found.add(chat);
            }
        }
        if (found.size() > 1) {
            found.sort(Comparator.comparingLong(chat -> chat.serial));
        }
        return found;
    }

    /** An operator can hold a chat no longer: a colleague in it goes on, else it waits again and others are asked first. */
    void giveBack(Chat chat, int operator, Reason why) {
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

    void colleagueLeaves(Chat chat, int colleague) {
        chat.drop(colleague);
        sink.happened(now, Effect.STEPPED_OUT, number(chat), colleague, chat.queue, BY_OPERATOR);
        release(colleague, lanes[chat.queue].weight);
    }

    List<Chat> byAge() {
        return slots.stream()
                .filter(chat -> chat.stage != null)
                .sorted(Comparator.comparingLong(chat -> chat.serial))
                .toList();
    }

    void atClosing(Chat chat, Closing.Then then, Reason why) {
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

    void operatorIsToReply(Chat chat) {
        if (watched) {
            chat.replyDue = now + timeouts.reply().seconds() * 1000L;
        }
    }

    void visitorIsToAnswer(Chat chat) {
        if (!watched) {
            return;
        }
        chat.silentSince = now;
        chat.reminded = false;
        chat.silenceDue = now + timeouts.silence().reminderSeconds() * 1000L;
    }

    void end(Chat chat, Outcome outcome, @Nullable Reason why) {
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
        if (held && watched && lanes[chat.queue].wrapUpMillis > 0) {
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

    void forget(Chat chat) {
        if (timers.holds(chat)) {
            timers.remove(chat);
        }
        chat.clear();
        free.add(chat);
    }

    void wrappedUp(Chat chat, Reason why) {
        tell(Effect.WRAPPED_UP, chat, told ? why : null);
        release(chat.operator, lanes[chat.queue].weight);
        forget(chat);
    }

    Map<QueueId, Arrival.Waiting> waitingByQueue() {
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
    @Nullable
    Chat chat(long number) {
        Chat chat = kept(number);
        return chat == null || chat.stage == Stage.WRAP_UP ? null : chat;
    }

    @Nullable
    Chat kept(long number) {
        int slot = (int) (number & SLOT_MASK);
        Chat chat = number >= 0 && slot < slots.size() ? slots.get(slot) : null;
        return chat != null && chat.stage != null && chat.serial == number >> SLOT_BITS ? chat : null;
    }

    OperatorId operator(int operator) {
        return plan.operators().get(operator).id();
    }

    void tell(Effect effect, Chat chat, @Nullable Reason why) {
        sink.happened(now, effect, number(chat), chat.operator, chat.queue, why);
    }

    void say(Chat chat, LocalText text, @Nullable TextKind kind, @Nullable Reason why) {
        tell(Effect.SAID, chat, told && why != null ? new Reason.Text(text, kind, why) : null);
    }
}
