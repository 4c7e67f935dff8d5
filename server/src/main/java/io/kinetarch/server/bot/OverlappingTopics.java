package io.kinetarch.server.bot;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.bot.Phrase;
import io.kinetarch.core.bot.TrainedBot;
import io.kinetarch.core.bot.Trial;
import io.kinetarch.core.bot.Trial.Confusion;
import io.kinetarch.core.inspection.Finding;
import io.kinetarch.core.inspection.Finding.Severity;
import io.kinetarch.core.inspection.FindingCode;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import io.kinetarch.server.plan.FindingSource;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;

/**
 * Finds topics whose own phrases, each held back, are taken for another topic's: by their words alone, since a finding must not depend on how
 * far a bot has come with learning.
 */
@Service
class OverlappingTopics implements FindingSource {
    private static final int MOST_KEPT = 16;
    /** Fewer may be chance. */
    private static final int FEWEST = 4;

    private static final double SHARE = 0.2;

    private final TrainedBots trained;
    private final Cache<Map<String, List<Phrase>>, List<Confusion>> kept =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    OverlappingTopics(TrainedBots trained) {
        this.trained = trained;
    }

    @Override
    public List<Finding> findings(Plan plan) {
        return plan.bots().stream()
                .flatMap(bot ->
                        confusions(plan, bot).stream().flatMap(confusion -> finding(plan, bot, confusion).stream()))
                .toList();
    }

    private List<Confusion> confusions(Plan plan, Bot bot) {
        return kept.get(
                TrainedBot.phrases(plan, bot),
                _ -> Trial.withOwnPhrases(trained.byWords(plan, bot)).confusions().stream()
                        .filter(confusion -> confusion.utterances().size() >= FEWEST)
                        .toList());
    }

    private static Optional<Finding> finding(Plan plan, Bot bot, Confusion confusion) {
        var topic = topic(plan, confusion.right());
        var other = topic(plan, confusion.taken());
        int taken = confusion.utterances().size();
        int all = bot.languages().stream()
                .mapToInt(language -> topic.phrases().in(language).size())
                .sum();
        if (taken < SHARE * all) {
            return Optional.empty();
        }
        return Optional.of(new Finding(
                Severity.NOTES,
                FindingCode.TOPICS_OVERLAP,
                List.of(bot.id().value(), other.id().value(), Integer.toString(taken), Integer.toString(all)),
                topic.id(),
                taken + " of " + all + " phrases of " + topic.name() + " look like " + other.name() + " to "
                        + bot.name() + ", such as “"
                        + confusion.utterances().getFirst().text() + "”.",
                "Write what tells them apart, or make one topic of both.",
                Optional.empty(),
                null));
    }

    private static Topic topic(Plan plan, TopicId id) {
        return (Topic) plan.element(id).orElseThrow();
    }
}
