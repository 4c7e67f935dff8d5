package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Trial.CountedShare;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.bot.BotRecordMapper.TopicInChats;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.ToIntFunction;
import org.springframework.stereotype.Service;

/** How bots do in live chats, as the log tells. */
@Service
class BotRecords {
    private final BotRecordMapper mapper;
    private final Clock clock;

    BotRecords(BotRecordMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /**
     * How a bot did.
     *
     * @param since when the first of the chats began
     * @param chats that have ended, and that it had a word in
     * @param finished the share of them that it finished by itself, with its interval of 95 %
     * @param wrong chats in which it was said to be wrong, whoever said so; each counts once
     * @param topics most chats first
     */
    record BotRecord(Instant since, int chats, CountedShare finished, int wrong, List<TopicInChats> topics) {}

    BotRecord of(String planId, Plan plan, Bot bot, int days) {
        var since = clock.instant().minus(Duration.ofDays(days));
        var topics = mapper.byTopic(planId, bot.id().value(), doors(plan, bot), since);
        int chats = sum(topics, TopicInChats::chats);
        return new BotRecord(
                since,
                chats,
                CountedShare.of(sum(topics, TopicInChats::finished), chats),
                sum(topics, TopicInChats::wrong),
                topics);
    }

    private static int sum(List<TopicInChats> topics, ToIntFunction<TopicInChats> count) {
        return topics.stream().mapToInt(count).sum();
    }

    /** The doors at which a bot is. */
    static String[] doors(Plan plan, Bot bot) {
        return plan.doors().stream()
                .map(door -> door.id())
                .filter(door -> bot.doors().isEmpty() || bot.doors().contains(door))
                .map(door -> door.value())
                .toArray(String[]::new);
    }
}
