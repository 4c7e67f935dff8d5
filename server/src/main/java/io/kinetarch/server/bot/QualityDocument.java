package io.kinetarch.server.bot;

import io.kinetarch.core.bot.Likeness;
import io.kinetarch.core.bot.TrainedBot;
import io.kinetarch.core.bot.Trial;
import io.kinetarch.core.bot.Trial.Bin;
import io.kinetarch.core.bot.Trial.CountedShare;
import io.kinetarch.core.bot.Trial.Shares;
import io.kinetarch.core.bot.Tried;
import io.kinetarch.core.bot.Tried.Fate;
import io.kinetarch.core.bot.Understood.Candidate;
import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.server.bot.MeaningLearner.Learning;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * How a bot does on its test utterances, or, where it has none, on its own phrases, each as if it had not been learned.
 *
 * @param learning how far it is with what its phrases mean, until when it goes by their words; null where it knows, or is not to know
 * @param limit the certainty from which it answers by itself
 * @param today what becomes of all under that limit
 * @param curve what would, as the limit moves
 * @param recommended the lowest limit under which at most that share is answered wrongly; null where there is none
 * @param accuracy the share of utterances with a topic whose likeliest topic is right
 * @param passedOn utterances of topics that the bot is not sure enough of, grouped by likeness, the largest groups first
 * @param reliability what is said with a certainty, and how often it is right
 */
record QualityDocument(
        Source source,
        int tried,
        @Nullable Learning learning,
        double limit,
        Shares today,
        List<Shares> curve,
        @Nullable Recommended recommended,
        double accuracy,
        double calibrationError,
        List<Bin> reliability,
        List<TopicQuality> topics,
        List<ConfusionDocument> confusions,
        List<List<Utterance>> passedOn,
        List<Utterance> strangersAnswered) {

    /** What the bot was tried with. */
    enum Source {
        TRIALS,
        PHRASES
    }

    /** A limit for a share that may be answered wrongly. */
    record Recommended(double mostWrong, Shares shares) {}

    /** How it does on a topic. */
    record TopicQuality(
            String topic,
            int tried,
            int likeliest,
            int answered,
            int passedOn,
            int wrong,
            List<LanguageQuality> languages) {}

    /**
     * The same in a language.
     *
     * @param finished what the bot finishes by itself of it, with its interval of 95 %
     */
    record LanguageQuality(String language, int tried, int answered, CountedShare finished) {}

    /** Utterances of one topic that another takes. */
    record ConfusionDocument(String right, String taken, List<Utterance> utterances) {}

    /**
     * An utterance.
     *
     * @param right its topic; null for none
     * @param taken by which topic; null where nothing fits
     * @param nearest the phrase of the topic that took it which it is nearest to; null for none
     */
    record Utterance(
            String text,
            String language,
            @Nullable String right,
            @Nullable String taken,
            double certainty,
            Fate fate,
            @Nullable String nearest) {
        static Utterance of(TrainedBot bot, Tried tried, double limit) {
            var right = tried.right();
            String taken = tried.taken().map(ElementId::value).orElse(null);
            return new Utterance(
                    tried.text(),
                    tried.language(),
                    right == null ? null : right.value(),
                    taken,
                    tried.understood().certainty(),
                    tried.fate(limit),
                    taken == null
                            ? null
                            : bot.understanding()
                                    .nearest(tried.text(), tried.language(), taken)
                                    .orElse(null));
        }
    }

    private static final int MOST_LISTED = 200;

    /**
     * How a bot does.
     *
     * @param on what it is tried with; null for its test utterances where it has any
     */
    static QualityDocument of(
            TrainedBot bot, @Nullable Learning learning, double limit, double mostWrong, @Nullable Source on) {
        var trials = Trial.of(bot);
        boolean isTried = on != Source.PHRASES && trials.tried().stream().anyMatch(one -> one.right() != null);
        var trial = isTried ? trials : Trial.withOwnPhrases(bot);
        return new QualityDocument(
                isTried ? Source.TRIALS : Source.PHRASES,
                trial.tried().size(),
                learning,
                limit,
                trial.at(limit),
                trial.curve(),
                trial.lowestLimit(mostWrong)
                        .map(shares -> new Recommended(mostWrong, shares))
                        .orElse(null),
                trial.accuracy(),
                trial.calibrationError(),
                trial.reliability(),
                bot.topics().stream()
                        .map(topic -> topic(bot, trial, topic, limit))
                        .toList(),
                trial.confusions().stream()
                        .map(confusion -> new ConfusionDocument(
                                confusion.right().value(),
                                confusion.taken().value(),
                                confusion.utterances().stream()
                                        .map(tried -> Utterance.of(bot, tried, limit))
                                        .toList()))
                        .toList(),
                passedOn(bot, trial, limit),
                trial.tried().stream()
                        .filter(one -> one.right() == null && one.fate(limit) == Fate.ANSWERED_WRONGLY)
                        .map(tried -> Utterance.of(bot, tried, limit))
                        .toList());
    }

    /** Language by language, what is alike together: such a group is a phrase that is lacking, or a topic. */
    private static List<List<Utterance>> passedOn(TrainedBot bot, Trial trial, double limit) {
        return bot.bot().languages().stream()
                .flatMap(language -> {
                    var passed = trial.tried().stream()
                            .filter(one -> one.language().equals(language)
                                    && one.right() != null
                                    && one.fate(limit) == Fate.PASSED_ON)
                            .limit(MOST_LISTED)
                            .toList();
                    return Likeness.groups(passed.stream().map(Tried::text).toList(), language).stream()
                            .map(numbers -> numbers.stream()
                                    .map(passed::get)
                                    .map(tried -> Utterance.of(bot, tried, limit))
                                    .toList());
                })
                .sorted(Comparator.<List<Utterance>>comparingInt(List::size).reversed())
                .toList();
    }

    private static TopicQuality topic(TrainedBot bot, Trial trial, Topic topic, double limit) {
        var mine = trial.only(one -> topic.id().equals(one.right()));
        return new TopicQuality(
                topic.id().value(),
                mine.tried().size(),
                (int) mine.tried().stream()
                        .filter(one -> isLikeliest(one, topic))
                        .count(),
                count(mine, limit, Fate.ANSWERED),
                count(mine, limit, Fate.PASSED_ON),
                count(mine, limit, Fate.ANSWERED_WRONGLY),
                bot.bot().languages().stream()
                        .map(language -> {
                            var spoken = mine.only(one -> one.language().equals(language));
                            return new LanguageQuality(
                                    language,
                                    spoken.tried().size(),
                                    count(spoken, limit, Fate.ANSWERED),
                                    spoken.finished(limit, _ -> topic.handsOver()));
                        })
                        .toList());
    }

    private static boolean isLikeliest(Tried tried, Topic topic) {
        return tried.understood().candidates().stream()
                .findFirst()
                .map(Candidate::topic)
                .filter(topic.id().value()::equals)
                .isPresent();
    }

    private static int count(Trial trial, double limit, Fate fate) {
        return (int) trial.tried().stream()
                .filter(one -> Objects.equals(one.fate(limit), fate))
                .count();
    }
}
