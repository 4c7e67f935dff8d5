package io.kinetarch.server.outgoing;

import io.kinetarch.core.plan.Element;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Receiver;
import io.kinetarch.server.letter.LeftBehind;
import io.kinetarch.server.letter.LeftBehind.LeftMessage;
import io.kinetarch.server.live.ChatReader;
import io.kinetarch.server.outgoing.OutgoingMapper.Happened;
import io.kinetarch.server.outgoing.OutgoingMapper.NewOutgoing;
import io.kinetarch.server.problem.Refusal;
import io.kinetarch.server.visit.LivePlans;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads from the log what a plan's receivers want to hear, and puts it among what goes out. It follows the log by itself, so telling others
 * costs those who chat nothing; and what is put and how far it has read are stored together, so nothing is told twice or left out.
 */
@Component
class News {
    private static final Logger LOG = LoggerFactory.getLogger(News.class);
    private static final int MOST_CALLS_AT_ONCE = 5_000;

    private final OutgoingMapper mapper;
    private final ChatReader chats;
    private final LeftBehind left;
    private final LivePlans plans;
    private final JsonMapper json;
    private final TransactionTemplate transaction;
    private final Clock clock;

    News(
            OutgoingMapper mapper,
            ChatReader chats,
            LeftBehind left,
            LivePlans plans,
            JsonMapper json,
            TransactionTemplate transaction,
            Clock clock) {
        this.mapper = mapper;
        this.chats = chats;
        this.left = left;
        this.plans = plans;
        this.json = json;
        this.transaction = transaction;
        this.clock = clock;
    }

    /**
     * What a receiver is told.
     *
     * @param news offered, answered, ended, message or call-back
     * @param operator who was offered it, or answered it; null for nobody
     * @param outcome how it ended; null while it goes on
     * @param left what the visitor left; null where it is no message or call back
     */
    record Told(
            String news,
            String plan,
            long chat,
            Instant at,
            String door,
            String language,
            @Nullable String queue,
            @Nullable String operator,
            @Nullable String outcome,
            @Nullable LeftMessage left) {}

    @Scheduled(fixedDelayString = "${kinetarch.outgoing.look:1s}")
    void look() {
        for (String planId : chats.plans()) {
            try {
                transaction.executeWithoutResult(_ -> look(planId));
            } catch (RuntimeException e) {
                // Whatever is wrong with one plan, those of the others are told; it is looked at again with the next
                // look.
                LOG.warn("The receivers of {} could not be told: {}", planId, e.toString());
            }
        }
    }

    private void look(String planId) {
        mapper.beginTelling(planId);
        var told = mapper.told(planId);
        var done = mapper.done(planId);
        if (told.isEmpty() || done.isEmpty() || done.get() <= told.get()) {
            return;
        }
        Plan plan;
        try {
            plan = plans.live(planId).plan();
        } catch (Refusal notLiveAnyMore) {
            return;
        }
        if (plan.settings().receivers().isEmpty()) {
            mapper.tell(planId, done.get());
            return;
        }
        long until = Math.min(done.get(), told.get() + MOST_CALLS_AT_ONCE);
        mapper.happened(planId, told.get(), until).forEach(one -> tell(planId, plan, one));
        mapper.tell(planId, until);
    }

    private void tell(String planId, Plan plan, Happened happened) {
        var chat = chats.chat(planId, happened.chat()).orElseThrow();
        // Of what came before the end nothing is told that came after it.
        String outcome = happened.event().equals("ended") ? chat.outcome() : null;
        for (var news : newsOf(happened, outcome)) {
            for (var receiver : plan.settings().receivers()) {
                if (receiver.hears().contains(news)) {
                    boolean isLeft = news == Receiver.News.MESSAGE || news == Receiver.News.CALL_BACK;
                    var told = new Told(
                            word(news.name()),
                            planId,
                            chat.id(),
                            happened.at(),
                            Element.find(plan.doors(), chat.doorId())
                                    .map(Element::name)
                                    .orElse(chat.doorId()),
                            chat.language(),
                            name(plan.queues(), happened.queueId()),
                            name(plan.operators(), happened.operatorId()),
                            outcome == null ? null : word(outcome),
                            isLeft ? left.find(planId, chat.id()) : null);
                    mapper.insert(new NewOutgoing(
                            planId,
                            chat.id(),
                            Outbox.Sort.news.name(),
                            receiver.service(),
                            told.news(),
                            json.writeValueAsString(told),
                            clock.instant()));
                }
            }
        }
    }

    private static List<Receiver.News> newsOf(Happened happened, @Nullable String outcome) {
        return switch (happened.event()) {
            case "offered" -> List.of(Receiver.News.OFFERED);
            case "assigned" -> List.of(Receiver.News.ANSWERED);
            default ->
                switch (outcome) {
                    case "LEFT_MESSAGE" -> List.of(Receiver.News.MESSAGE, Receiver.News.ENDED);
                    case "ASKED_CALL_BACK" -> List.of(Receiver.News.CALL_BACK, Receiver.News.ENDED);
                    case null, default -> List.of(Receiver.News.ENDED);
                };
        };
    }

    private static @Nullable String name(List<? extends Element> elements, @Nullable String id) {
        return id == null ? null : Element.find(elements, id).map(Element::name).orElse(id);
    }

    private static String word(String value) {
        return value.toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
