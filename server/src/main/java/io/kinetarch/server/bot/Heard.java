package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Likeness;
import io.kinetarch.core.bot.TrainedBot;
import io.kinetarch.core.bot.Understood;
import io.kinetarch.core.plan.Bot;
import io.kinetarch.core.plan.Plan;
import io.kinetarch.core.plan.Topic;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What visitors wrote in live chats that nobody has said the topic of yet, what is most worth saying first. */
@Service
class Heard {
    private static final int MOST_CHATS = 500;
    private static final int MOST_GROUPS = 40;
    private static final int LONGEST = 500;

    /** Whatever is surely about no topic is no doubt of the bot's, but may be a topic to come. */
    private static final double KNOWN_STRANGER = 0.5;

    private final HeardMapper mapper;
    private final TrainedBots trained;

    Heard(HeardMapper mapper, TrainedBots trained) {
        this.mapper = mapper;
        this.trained = trained;
    }

    /**
     * Utterances that are alike.
     *
     * @param topic the likeliest of the first; null for none of them
     * @param certainty of that topic
     * @param answered how many the bot would answer by itself
     */
    record HeardGroup(
            String language,
            List<String> utterances,
            @Nullable String topic,
            double certainty,
            int answered) {}

    /**
     * What was heard.
     *
     * @param chats how many of the newest were looked at
     * @param groups those first whose topics the bot is least sure of, weighed by how many say so
     */
    record HeardUtterances(int chats, List<HeardGroup> groups) {}

    HeardUtterances of(String planId, Plan plan, Bot bot, double limit) {
        var first = mapper.firstWords(planId, BotRecords.doors(plan, bot), MOST_CHATS);
        var learned = trained.of(plan, bot);
        var labelled = labelled(plan, bot);
        var byLanguage = new LinkedHashMap<String, List<String>>();
        for (var words : first) {
            String text = words.words().strip().replaceAll("\\s+", " ");
            if (!text.isEmpty() && text.length() <= LONGEST && labelled.add(folded(text))) {
                byLanguage
                        .computeIfAbsent(learned.understanding().language(text), _ -> new ArrayList<>())
                        .add(text);
            }
        }
        record Weighed(HeardGroup group, double doubt) {}
        var groups = new ArrayList<Weighed>();
        byLanguage.forEach((language, texts) -> {
            for (var numbers : Likeness.groups(texts, language)) {
                var utterances = numbers.stream().map(texts::get).toList();
                var understood = utterances.stream()
                        .map(text -> learned.understanding().understand(text, language))
                        .toList();
                double doubt = understood.stream()
                        .mapToDouble(one -> 1 - Math.max(one.certainty(), one.none() * KNOWN_STRANGER))
                        .sum();
                groups.add(new Weighed(group(learned, language, utterances, understood, limit), doubt));
            }
        });
        groups.sort(Comparator.comparingDouble(Weighed::doubt).reversed());
        return new HeardUtterances(
                first.size(),
                groups.stream().limit(MOST_GROUPS).map(Weighed::group).toList());
    }

    private static HeardGroup group(
            TrainedBot bot, String language, List<String> utterances, List<Understood> understood, double limit) {
        var first = understood.getFirst();
        return new HeardGroup(
                language,
                utterances,
                bot.topic(first.best()).map(topic -> topic.id().value()).orElse(null),
                first.certainty(),
                (int) understood.stream().filter(one -> one.isAnswered(limit)).count());
    }

    private static Set<String> labelled(Plan plan, Bot bot) {
        var labelled = new HashSet<String>();
        plan.topicsOf(bot).stream().flatMap(Heard::sentences).forEach(text -> labelled.add(folded(text)));
        bot.strangers().in().values().forEach(texts -> texts.forEach(text -> labelled.add(folded(text))));
        return labelled;
    }

    private static Stream<String> sentences(Topic topic) {
        return Stream.of(topic.phrases(), topic.trials())
                .flatMap(sentences -> sentences.in().values().stream())
                .flatMap(List::stream);
    }

    private static String folded(String text) {
        return text.toLowerCase(Locale.ROOT);
    }
}
