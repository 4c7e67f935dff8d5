package io.kinetarch.server.bot;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.kinetarch.core.bot.Phrase;
import io.kinetarch.core.bot.TrainedBot;
import io.kinetarch.core.bot.Understanding;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.server.bot.MeaningLearner.Learning;
import io.kinetarch.server.help.HelpIndex;
import io.kinetarch.server.installation.Installation;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/**
 * Trains bots, and keeps what was learned under the phrases it was learned from: whoever asks next finds it trained.
 *
 * <p>What a handful of new phrases mean is worked out at once. For many it is worked out beside, and until then the bot goes by their words.
 */
@Service
class TrainedBots {
    private static final int MOST_KEPT = 16;
    /** Some third of a second. */
    private static final int A_HANDFUL = 60;

    private final Cache<Map<String, List<Phrase>>, Understanding> byWords =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();
    private final Cache<Map<String, List<Phrase>>, Understanding> byMeaning =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    private final Installation installation;
    private final KnownMeanings meanings;
    private final MeaningLearner learner;
    private final HelpIndex help;

    TrainedBots(Installation installation, KnownMeanings meanings, MeaningLearner learner, HelpIndex help) {
        this.installation = installation;
        this.meanings = meanings;
        this.learner = learner;
        this.help = help;
    }

    /** The bot as well trained as it is by now. */
    TrainedBot of(Plan plan, Bot bot) {
        return TrainedBot.of(plan, bot, understanding(plan, bot), help.of(plan.helpPages()));
    }

    /** The bot that goes by words alone, which is the same whenever it is asked for. */
    TrainedBot byWords(Plan plan, Bot bot) {
        return TrainedBot.of(plan, bot, byWords(TrainedBot.phrases(plan, bot)), help.of(plan.helpPages()));
    }

    /** How far it is with what its phrases mean; empty where it knows, or is not to know. */
    Optional<Learning> learning(Plan plan, Bot bot) {
        return learner.learning(TrainedBot.phrases(plan, bot));
    }

    private Understanding understanding(Plan plan, Bot bot) {
        var phrases = TrainedBot.phrases(plan, bot);
        var known = byMeaning.getIfPresent(phrases);
        if (known != null) {
            return known;
        }
        if (!installation.meaning()) {
            return byWords(phrases);
        }
        var texts = phrases.values().stream()
                .flatMap(Collection::stream)
                .map(Phrase::text)
                .toList();
        if (meanings.missing(texts) <= A_HANDFUL && learner.works()) {
            return byMeaning.get(phrases, _ -> Understanding.of(phrases, meanings));
        }
        learner.learn(
                phrases,
                Stream.concat(texts.stream(), tried(plan, bot)).toList(),
                () -> byMeaning.put(phrases, Understanding.of(phrases, meanings)));
        return byWords(phrases);
    }

    /** Whoever looks how the bot does asks for these next. */
    private static Stream<String> tried(Plan plan, Bot bot) {
        return Stream.concat(
                plan.topicsOf(bot).stream().flatMap(topic -> topic.trials().all()),
                bot.strangers().all());
    }

    private Understanding byWords(Map<String, List<Phrase>> phrases) {
        return byWords.get(phrases, Understanding::of);
    }
}
