package io.kinetarch.server.now;

import io.kinetarch.core.plan.Element;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.live.ChatReader.StoredEntry;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.problem.Refusal.Kind;
import io.kinetarch.server.visit.LivePlans;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Lets those who watch read along in running chats. */
@Service
class ReadAlong {
    private static final int MOST_ENTRIES = 5000;

    private final ChatReader chats;
    private final LivePlans plans;

    ReadAlong(ChatReader chats, LivePlans plans) {
        this.chats = chats;
        this.plans = plans;
    }

    /**
     * A running chat as one reads along in it.
     *
     * @param over whether it has ended: then its record tells more
     */
    record RunningChat(
            long chat,
            String door,
            String language,
            @Nullable String queue,
            @Nullable String operator,
            Instant arrivedAt,
            boolean over,
            List<RunningEntry> entries) {}

    /**
     * Something that happened in it.
     *
     * @param text null where nothing was said
     */
    record RunningEntry(
            int number,
            Instant at,
            String event,
            @Nullable String author,
            @Nullable String operator,
            @Nullable String text,
            String because) {}

    RunningChat read(String planId, long id) {
        var plan = plans.live(planId).plan();
        var chat =
                chats.chat(planId, id).orElseThrow(() -> new Refusal(Kind.NOT_FOUND, "There is no chat " + id + "."));
        return new RunningChat(
                id,
                Element.find(plan.doors(), chat.doorId()).map(Element::name).orElse(chat.doorId()),
                chat.language(),
                Element.find(plan.queues(), chat.queueId()).map(Element::name).orElse(chat.queueId()),
                name(plan.operators(), chat.operatorId()),
                chat.arrivedAt(),
                chat.hasEnded(),
                chats.entries(planId, id, 0, MOST_ENTRIES).stream()
                        .map(entry -> entry(entry, name(plan.operators(), entry.operatorId())))
                        .toList());
    }

    private static @Nullable String name(List<? extends Element> elements, @Nullable String id) {
        return Element.find(elements, id).map(Element::name).orElse(id);
    }

    private static RunningEntry entry(StoredEntry entry, @Nullable String operator) {
        return new RunningEntry(
                entry.number(), entry.at(), entry.event(), entry.author(), operator, entry.words(), entry.because());
    }
}
