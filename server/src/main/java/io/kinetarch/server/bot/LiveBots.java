package io.kinetarch.server.bot;

import io.kinetarch.core.dispatch.Call.Because;
import io.kinetarch.core.plan.DoorId;
import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.FirstToAnswer;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.bot.BotTurn.Act;
import io.kinetarch.server.bot.TalkMapper.StoredTalk;
import io.kinetarch.server.live.BotsTurn;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.live.LiveCalls;
import io.kinetarch.server.live.Passing;
import io.kinetarch.server.live.Wish;
import io.kinetarch.server.visit.LivePlans;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Executor;
import java.util.concurrent.Executors;
import java.util.concurrent.locks.Lock;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/**
 * Bots in live chats. Whatever a bot does is a call like anybody's, and the dispatcher alone says whether it still holds the chat.
 *
 * <p>A turn answers all that the visitor has said since the last one. It is stored before its calls are made, and they have keys made of chat and
 * turn: after a crash, or where two instances run a plan one after the other, they are made again and count once.
 */
@Service
class LiveBots {
    private static final Logger LOG = LoggerFactory.getLogger(LiveBots.class);
    private static final int MOST_ENTRIES = 2_000;
    private static final int NOTHING_HEARD = -1;
    private static final int LOCKS = 512;
    private static final String CAME_TO_BOT = "to-bot";

    private final LivePlans plans;
    private final ChatReader chats;
    private final TalkMapper mapper;
    private final LiveTurns turns;
    private final ReplyDrafts drafts;
    private final Passing passing;
    private final LiveCalls calls;
    private final JsonMapper json;
    private final Executor threads = Executors.newVirtualThreadPerTaskExecutor();
    /** The turns of a chat follow each other; a few chats share a lock. */
    private final Lock[] locks =
            Stream.generate(ReentrantLock::new).limit(LOCKS).toArray(Lock[]::new);

    LiveBots(
            LivePlans plans,
            ChatReader chats,
            TalkMapper mapper,
            LiveTurns turns,
            ReplyDrafts drafts,
            Passing passing,
            LiveCalls calls,
            JsonMapper json) {
        this.plans = plans;
        this.chats = chats;
        this.mapper = mapper;
        this.turns = turns;
        this.drafts = drafts;
        this.passing = passing;
        this.calls = calls;
        this.json = json;
    }

    private record ChatName(String plan, long chat) {}

    /** Chats are with a bot, and something happened in them. */
    @EventListener
    void turn(BotsTurn event) {
        event.chats()
                .forEach(chat -> threads.execute(() -> {
                    var name = new ChatName(event.planId(), chat);
                    var lock = locks[Math.floorMod(name.hashCode(), locks.length)];
                    lock.lock();
                    try {
                        turnSafely(name);
                    } finally {
                        lock.unlock();
                    }
                }));
    }

    /** Whatever goes wrong with the bot, the visitor gets a person. */
    private void turnSafely(ChatName name) {
        try {
            turn(name.plan(), name.chat());
        } catch (RuntimeException e) {
            LOG.error("The bot fails in chat {} of {}; it is handed over", name.chat(), name.plan(), e);
            try {
                calls.tell(
                        name.plan(), Wish.handsOver(name.chat(), key(name.chat(), NOTHING_HEARD, 0), Because.GIVEN_UP));
            } catch (RuntimeException again) {
                LOG.error("Chat {} of {} could not be handed over", name.chat(), name.plan(), again);
            }
        }
    }

    private void turn(String planId, long id) {
        var chat = chats.chat(planId, id);
        if (chat.filter(found -> "HELD".equals(found.stage())).isPresent()) {
            draft(planId, chat.get());
        } else if (chat.filter(found -> "BOT".equals(found.stage())).isPresent()) {
            answer(planId, chat.get());
        }
    }

    /** A person holds the chat: the bot reads along where the door has one. */
    private void draft(String planId, StoredChat chat) {
        Plan plan = plans.live(planId).plan();
        var door = Element.find(plan.doors(), chat.doorId());
        var bot = plan.botAt(new DoorId(chat.doorId()));
        if (bot.isEmpty()
                || door.filter(found -> found.first().open() != FirstToAnswer.Side.PEOPLE)
                        .isEmpty()) {
            return;
        }
        var said = chats.entries(planId, chat.id(), 0, MOST_ENTRIES).stream()
                .filter(StoredEntry::isSaid)
                .toList();
        int answered = 0;
        for (var entry : said) {
            answered = "operator".equals(entry.author()) ? entry.number() : answered;
        }
        int after = answered;
        var unread = said.stream()
                .filter(entry -> "visitor".equals(entry.author()) && entry.number() > after)
                .toList();
        if (unread.isEmpty()) {
            return;
        }
        var newest = unread.getLast();
        if (drafts.draft(
                planId, plan, bot.get(), chat.id(), chat.language(), newest.number(), String.valueOf(newest.words()))) {
            passing.knownMore(planId, chat.id());
        }
    }

    private void answer(String planId, StoredChat chat) {
        long id = chat.id();
        var before = mapper.talk(planId, id);
        if (before.isPresent() && !before.get().made()) {
            make(planId, id, before.get());
        }
        int heard = before.map(StoredTalk::heard).orElse(NOTHING_HEARD);
        var since = chats.entries(planId, id, Math.max(0, heard), MOST_ENTRIES);
        int came = since.stream()
                .filter(entry -> CAME_TO_BOT.equals(entry.event()))
                .mapToInt(StoredEntry::number)
                .max()
                .orElse(NOTHING_HEARD);
        // What was said while people had it was for them.
        var unread = since.stream()
                .filter(entry -> "visitor".equals(entry.author()) && entry.isSaid() && entry.number() > came)
                .toList();
        boolean isBack = before.isPresent() && came > heard;
        if (before.isPresent() && unread.isEmpty() && !isBack) {
            return;
        }
        var next = turns.next(
                plans.live(planId).plan(), chat, before, unread, unread.isEmpty() && isBack, Math.max(0, came));
        if (mapper.take(planId, id, heard, next) == 1) {
            make(planId, id, next);
        }
    }

    private void make(String planId, long chat, StoredTalk stored) {
        var acts = json.readValue(stored.turn(), BotTurn.class).acts();
        var wishes = new ArrayList<Wish>();
        for (int i = 0; i < acts.size(); i++) {
            wishes.add(wish(chat, acts.get(i), key(chat, stored.heard(), i)));
        }
        calls.tellAll(planId, wishes);
        mapper.made(planId, chat, stored.heard());
    }

    private static Wish wish(long chat, Act act, UUID key) {
        var understood = act.understood();
        if (understood != null) {
            return Wish.understood(chat, key, understood.topic(), understood.certainty());
        }
        String words = act.says();
        return words == null
                ? Wish.handsOver(chat, key, Optional.ofNullable(act.handsOver()).orElse(Because.GIVEN_UP))
                : Wish.botSays(chat, key, words, act.beside());
    }

    private static UUID key(long chat, int heard, int act) {
        return UUID.nameUUIDFromBytes(("bot " + chat + " " + heard + " " + act).getBytes(StandardCharsets.UTF_8));
    }
}
