package io.kinetarch.core.dispatch;

import static io.kinetarch.core.dispatch.EffectSink.NONE;

import io.kinetarch.core.routing.ChatNeeds;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collections;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Who gets which waiting chat. Chats that ask for the same stand in one line, so that an operator who gets room looks at the first
 * of each line and not at all who wait; a chat that somebody declined has asked others than the rest of its line, and is looked at by
 * itself. Only chats and operators that something changed for are looked at: before it, none that waited could be taken.
 */
final class Matching {
    /** In place of a place in a line, of who is to be looked at first. */
    private static final int ARRIVING = -2;

    private final CompiledPlan plan;
    private final Staff staff;
    private final Lane[] lanes;
    private final Map<Key, Ask> asks = new HashMap<>();
    /** Those with chats in line. */
    private final List<Ask> busy = new ArrayList<>();
    /** Waiting chats that somebody declined or let lapse. */
    private final List<Chat> declined = new ArrayList<>();

    private final List<Chat> changed = new ArrayList<>();
    private final long[] freed;
    private int candidates;
    /** Who was chosen for the chat that comes next; {@value EffectSink#NONE} where that is still to be found. */
    private int chosen = NONE;

    private record Key(ChatNeeds needs, Loosened loosened) {}

    Matching(CompiledPlan plan, Staff staff, Lane[] lanes) {
        this.plan = plan;
        this.staff = staff;
        this.lanes = lanes;
        freed = new long[staff.words];
    }

    /**
     * What chats with these needs ask for; the same one each time. In languages that nobody speaks, of which visitors can name any number,
     * each chat asks by itself, so that nothing is kept of them.
     */
    Ask ask(ChatNeeds needs, Loosened loosened) {
        String language = needs.language();
        return language == null || plan.isSpoken(language)
                ? asks.computeIfAbsent(new Key(needs, loosened), _ -> newAsk(needs, loosened))
                : newAsk(needs, loosened);
    }

    private Ask newAsk(ChatNeeds needs, Loosened loosened) {
        int queue = plan.index(needs.queue());
        var wanted = wanted(needs, loosened);
        return new Ask(
                needs,
                loosened,
                queue,
                lanes[queue].weight,
                lanes[queue].rungs.length,
                wanted,
                Ask.bits(plan.able(wanted), staff.words));
    }

    private CompiledPlan.Wanted wanted(ChatNeeds needs, Loosened loosened) {
        return plan.wanted(needs, loosened, queue -> with(staff.joined, queue), queue -> with(staff.left, queue));
    }

    private static BitSet with(BitSet[] queues, int queue) {
        var operators = new BitSet();
        for (int i = 0; i < queues.length; i++) {
            operators.set(i, queues[i].get(queue));
        }
        return operators;
    }

    /** Somebody joined or left queues: works out anew who is able to take what, and which of some chats. */
    void membershipChanged(List<Chat> chats) {
        var all = Collections.newSetFromMap(new IdentityHashMap<Ask, Boolean>());
        all.addAll(asks.values());
        for (Chat chat : chats) {
            if (chat.isRouted()) {
                all.add(chat.ask());
            }
        }
        all.forEach(ask -> {
            var wanted = wanted(ask.needs, ask.loosened);
            ask.now(wanted, Ask.bits(plan.able(wanted), staff.words));
        });
        everythingChanged();
    }

    /** Every waiting chat is to be looked at. */
    void everythingChanged() {
        busy.forEach(ask -> changed.addAll(ask.line.all()));
        changed.addAll(declined);
    }

    void waits(Chat chat) {
        if (chat.askedSome) {
            declined.add(chat);
        } else {
            // It stands in line once it is known that nobody can take it at once.
            chat.lineAt = ARRIVING;
        }
        lanes[chat.queue].waiting++;
        changed.add(chat);
    }

    void waitsNoMore(Chat chat) {
        var line = chat.ask().line;
        if (chat.lineAt == ARRIVING) {
            chat.lineAt = ChatHeap.NOWHERE;
        } else if (line.holds(chat)) {
            line.remove(chat);
            if (line.isEmpty()) {
                var last = busy.removeLast();
                if (last != chat.ask()) {
                    busy.set(chat.ask().busyAt, last);
                    last.busyAt = chat.ask().busyAt;
                }
                chat.ask().busyAt = -1;
            }
        } else {
            declined.remove(chat);
        }
        lanes[chat.queue].waiting--;
    }

    private void line(Chat chat) {
        var ask = chat.ask();
        ask.line.add(chat);
        if (ask.busyAt < 0) {
            ask.busyAt = busy.size();
            busy.add(ask);
        }
    }

    /** An operator may have room now. */
    void freed(int operator) {
        freed[operator >> 6] |= 1L << operator;
    }

    /** The chat that is to be handed to somebody next; null once nobody more can take any. */
    @Nullable
    Chat next() {
        Chat best = null;
        int amongThem = 0;
        chosen = NONE;
        for (int i = changed.size() - 1; i >= 0; i--) {
            Chat chat = changed.get(i);
            int operator = chat.stage == Stage.WAITING ? choose(chat) : NONE;
            if (operator == NONE) {
                if (chat.lineAt == ARRIVING) {
                    line(chat);
                }
                changed.set(i, changed.getLast());
                changed.removeLast();
            } else if (best == null || chat.before(best)) {
                best = chat;
                chosen = operator;
                amongThem = candidates;
            }
        }
        candidates = amongThem;
        for (int word = 0; word < freed.length; word++) {
            for (long left = freed[word]; left != 0; left &= left - 1) {
                int operator = word * Long.SIZE + Long.numberOfTrailingZeros(left);
                Chat chat = staff.isHere(operator) ? firstFor(operator) : null;
                if (chat == null) {
                    freed[word] &= ~(1L << operator);
                } else if (best == null || chat.before(best)) {
                    best = chat;
                    chosen = NONE;
                }
            }
        }
        return best;
    }

    /** Who is to be asked about the chat that came next. */
    int chosen(Chat next) {
        return chosen == NONE ? choose(next) : chosen;
    }

    private @Nullable Chat firstFor(int operator) {
        Chat best = null;
        for (int i = 0; i < busy.size(); i++) {
            Ask ask = busy.get(i);
            if (ask.isAble(operator) && staff.hasRoom(operator, ask.weight)) {
                Chat chat = ask.line.first();
                if (best == null || chat.before(best)) {
                    best = chat;
                }
            }
        }
        for (int i = 0; i < declined.size(); i++) {
            Chat chat = declined.get(i);
            if (chat.ask().isAble(operator)
                    && !chat.wasAsked(operator)
                    && staff.hasRoom(operator, chat.ask().weight)
                    && (best == null || chat.before(best))) {
                best = chat;
            }
        }
        return best;
    }

    /** Who is to be asked about a chat now; {@value EffectSink#NONE} where nobody can. */
    int choose(Chat chat) {
        var ask = chat.ask();
        long[] able = ask.able();
        int best = NONE;
        candidates = 0;
        for (int word = 0; word < able.length; word++) {
            long left = able[word] & staff.available[word];
            if (chat.askedSome) {
                left &= ~chat.asked[word];
            }
            for (; left != 0; left &= left - 1) {
                int operator = word * Long.SIZE + Long.numberOfTrailingZeros(left);
                if (staff.hasRoom(operator, ask.weight)) {
                    candidates++;
                    if (best == NONE || goesBefore(operator, best, ask)) {
                        best = operator;
                    }
                }
            }
        }
        return best;
    }

    /** Among how many the last choice was made. */
    int candidates() {
        return candidates;
    }

    private boolean goesBefore(int first, int second, Ask ask) {
        int order = switch (lanes[ask.queue].order) {
            case LONGEST_FREE -> 0;
            // in use over capacity, compared without dividing
            case LIGHTEST_LOAD ->
                Integer.compare(staff.inUse[first] * plan.capacity(second), staff.inUse[second] * plan.capacity(first));
            case BEST_AT_SKILL -> Integer.compare(plan.levels(second, ask.wanted()), plan.levels(first, ask.wanted()));
            case TIERS ->
                Integer.compare(ask.wanted().tierOf(first), ask.wanted().tierOf(second));
        };
        return order != 0 ? order < 0 : staff.freeSince[first] < staff.freeSince[second];
    }

    /** Whether somebody who is here could take it, had they room. */
    boolean somebodyCould(Ask ask, int except) {
        return somebody(ask, except, false);
    }

    /** Whether somebody here is able and has room. */
    boolean somebodyHasRoom(Ask ask) {
        return somebody(ask, NONE, true);
    }

    private boolean somebody(Ask ask, int except, boolean room) {
        for (int operator = 0; operator < plan.size(); operator++) {
            if (operator != except
                    && ask.isAble(operator)
                    && staff.isHere(operator)
                    && (!room || staff.hasRoom(operator, ask.weight))) {
                return true;
            }
        }
        return false;
    }
}
