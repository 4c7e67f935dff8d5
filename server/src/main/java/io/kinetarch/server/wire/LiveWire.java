package io.kinetarch.server.wire;

import io.kinetarch.server.desk.Desks;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredChat;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.live.LiveNews;
import io.kinetarch.server.live.Passing;
import io.kinetarch.server.live.Passing.Passed;
import io.kinetarch.server.live.Passing.What;
import io.kinetarch.server.visit.Awaited;
import io.kinetarch.server.visit.Visits;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.messaging.simp.SimpMessagingTemplate;
import org.springframework.stereotype.Component;

/** Sends what is stored to whoever has a part in it: new entries with their numbers, so that whoever missed some notices. */
@Component
class LiveWire implements LiveNews.Follower {
    private static final Logger LOG = LoggerFactory.getLogger(LiveWire.class);
    private static final int MOST_SIGNS = 1000;

    private final ChatReader chats;
    private final Visits visits;
    private final Desks desks;
    private final Awaited awaited;
    private final Connections connections;
    private final WireReach reach;
    private final SimpMessagingTemplate wire;
    /** Passing signs are worked on one after the other, and thrown away where they come too fast: the next one says it too. */
    private final Executor signs = new ThreadPoolExecutor(
            1,
            1,
            0,
            TimeUnit.SECONDS,
            new LinkedBlockingQueue<>(MOST_SIGNS),
            Thread.ofVirtual().name("live-signs").factory(),
            new ThreadPoolExecutor.DiscardOldestPolicy());

    LiveWire(
            ChatReader chats,
            Visits visits,
            Desks desks,
            Awaited awaited,
            Connections connections,
            WireReach reach,
            SimpMessagingTemplate wire,
            LiveNews news,
            Passing passing) {
        this.chats = chats;
        this.visits = visits;
        this.desks = desks;
        this.awaited = awaited;
        this.connections = connections;
        this.reach = reach;
        this.wire = wire;
        news.followedBy(this);
        passing.on(passed -> signs.execute(() -> passes(passed)));
    }

    /**
     * What a visitor's side hears: the chat as it stands with what is new in it, or that somebody types.
     *
     * @param view null where only something passing is told
     */
    record VisitNews(Visits.@Nullable VisitView view, boolean typing) {}

    /**
     * What a desk hears.
     *
     * @param place a chat with what is new in it; null where something else changed
     * @param changed whether presence or places of others changed
     * @param typing what the visitor of a chat has typed
     */
    record DeskNews(
            Desks.@Nullable Place place,
            boolean changed,
            @Nullable Typing typing) {}

    record Typing(long chat, String text) {}

    @Override
    public void follow(String plan, long after, long until) {
        var byChat = chats.entriesOfCalls(plan, after, until).stream()
                .collect(Collectors.groupingBy(StoredEntry::chat, LinkedHashMap::new, Collectors.toList()));
        if (!byChat.isEmpty()) {
            chats.chats(plan, byChat.keySet().toArray(Long[]::new))
                    .forEach(chat -> tell(plan, chat, byChat.getOrDefault(chat.id(), List.of())));
        }
        chats.operatorsOfCalls(plan, after, until)
                .forEach(operator -> toDesk(plan, operator, new DeskNews(null, true, null)));
    }

    private void tell(String plan, StoredChat chat, List<StoredEntry> entries) {
        int before = entries.isEmpty() ? chat.entries() : entries.getFirst().number() - 1;
        var visitor = new Party.Visitor(plan, chat.id());
        if (isHeard(visitor)) {
            wire.convertAndSend(visitor.destination(), new VisitNews(visits.view(plan, chat, before, entries), false));
        }
        awaited.came(plan, chat.id());
        if (chat.hasEnded()) {
            visits.hasEnded(plan, chat.id());
        }
        var told = parties(chat, entries)
                .filter(operator -> isHeard(new Party.AtDesk(plan, operator)))
                .toList();
        if (!told.isEmpty()) {
            var place = desks.place(plan, chat, before, entries);
            told.forEach(operator -> toDesk(plan, operator, new DeskNews(place, false, null)));
        }
    }

    /** Whoever has a part in a chat, or just had one. */
    private static Stream<String> parties(StoredChat chat, List<StoredEntry> entries) {
        Set<String> all = new LinkedHashSet<>(chat.operators());
        for (var entry : entries) {
            String operator = entry.operatorId();
            if (operator != null) {
                all.add(operator);
            }
        }
        return all.stream();
    }

    private void passes(Passed passed) {
        Long id = passed.chat();
        if (id == null || passed.what() == What.LOST) {
            return;
        }
        try {
            sign(passed, id);
        } catch (DataAccessException e) {
            LOG.warn("A passing sign could not be passed on: {}", e.getMessage());
        }
    }

    private void sign(Passed passed, long id) {
        String plan = passed.plan();
        chats.chat(plan, id).filter(chat -> !chat.hasEnded()).ifPresent(chat -> {
            switch (passed.what()) {
                case VISITOR_TYPES ->
                    chat.operators()
                            .forEach(operator -> toDesk(
                                    plan,
                                    operator,
                                    new DeskNews(null, false, new Typing(id, String.valueOf(passed.text())))));
                case OPERATOR_TYPES -> toVisitor(new Party.Visitor(plan, id), new VisitNews(null, true));
                default -> tell(plan, chat, List.of());
            }
        });
    }

    private boolean isHeard(Party party) {
        return reach == WireReach.ALL_INSTANCES || connections.has(party);
    }

    private void toVisitor(Party.Visitor visitor, VisitNews news) {
        if (isHeard(visitor)) {
            wire.convertAndSend(visitor.destination(), news);
        }
    }

    private void toDesk(String plan, String operator, DeskNews news) {
        var desk = new Party.AtDesk(plan, operator);
        if (isHeard(desk)) {
            wire.convertAndSend(desk.destination(), news);
        }
    }
}
