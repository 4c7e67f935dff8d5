package io.kinetarch.core.bot;

import io.kinetarch.core.bot.Tried.Fate;
import io.kinetarch.core.plan.Topic;
import io.kinetarch.core.plan.TopicId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * How a bot does on utterances whose topics are known.
 *
 * @param tried in the order of the topics
 */
public record Trial(List<Tried> tried) {
    /** Limits are looked at in steps of a hundredth. */
    private static final int STEPS = 100;
    /** Guo et al. 2017 count in so many bins. */
    private static final int BINS = 15;

    private static final double Z95 = 1.959963984540054;

    public Trial {
        tried = List.copyOf(tried);
    }

    /** Tries a bot with the test utterances of its topics, and with those that no topic should take. */
    public static Trial of(TrainedBot trained) {
        var all = new ArrayList<Tried>();
        var bot = trained.bot();
        for (Topic topic : trained.topics()) {
            bot.languages()
                    .forEach(language -> topic.trials()
                            .in(language)
                            .forEach(text -> all.add(tried(trained, text, language, topic.id()))));
        }
        bot.languages()
                .forEach(language ->
                        bot.strangers().in(language).forEach(text -> all.add(tried(trained, text, language, null))));
        return new Trial(all);
    }

    /** Tries a bot with its own phrases, each as if it had not been learned. */
    public static Trial withOwnPhrases(TrainedBot trained) {
        var all = new ArrayList<Tried>();
        for (Topic topic : trained.topics()) {
            for (String language : trained.bot().languages()) {
                for (String text : topic.phrases().in(language)) {
                    trained.understanding()
                            .unlearned(new Phrase(topic.id().value(), text), language)
                            .ifPresent(understood -> all.add(new Tried(text, language, topic.id(), understood)));
                }
            }
        }
        return new Trial(all);
    }

    /** The same utterances with another bot. */
    public Trial again(TrainedBot other) {
        return new Trial(tried.stream()
                .map(one -> tried(other, one.text(), one.language(), one.right()))
                .toList());
    }

    private static Tried tried(TrainedBot trained, String text, String language, @Nullable TopicId right) {
        return new Tried(text, language, right, trained.understanding().understand(text, language));
    }

    /** Those of it that meet a condition. */
    public Trial only(Predicate<Tried> condition) {
        return new Trial(tried.stream().filter(condition).toList());
    }

    /**
     * What becomes of all under a limit.
     *
     * @param answered rightly, as a share of all, as the others
     */
    public record Shares(double limit, double answered, double passedOn, double wrong) {}

    /** What becomes of all where the bot answers by itself from a certainty on; nothing is answered where nothing was tried. */
    public Shares at(double limit) {
        if (tried.isEmpty()) {
            return new Shares(limit, 0, 1, 0);
        }
        double count = tried.size();
        double answered =
                tried.stream().filter(one -> one.fate(limit) == Fate.ANSWERED).count() / count;
        double wrong = tried.stream()
                        .filter(one -> one.fate(limit) == Fate.ANSWERED_WRONGLY)
                        .count()
                / count;
        return new Shares(limit, answered, 1 - answered - wrong, wrong);
    }

    /** The same as the limit moves from 0 to 1. */
    public List<Shares> curve() {
        return IntStream.rangeClosed(0, STEPS)
                .mapToObj(step -> at(step / (double) STEPS))
                .toList();
    }

    /** The lowest limit under which at most a share of all is answered wrongly; none where even certainty is not enough. */
    public Optional<Shares> lowestLimit(double mostWrong) {
        return curve().stream().filter(shares -> shares.wrong() <= mostWrong).findFirst();
    }

    /**
     * Utterances of one topic that another took.
     *
     * @param taken by which topic
     */
    public record Confusion(TopicId right, TopicId taken, List<Tried> utterances) {}

    /** Which topics are taken for others, the most often first, whatever the limit. */
    public List<Confusion> confusions() {
        record Pair(TopicId right, TopicId taken) {}
        var pairs = new LinkedHashMap<Pair, List<Tried>>();
        for (var one : tried) {
            var right = one.right();
            one.taken()
                    .filter(taken -> right != null && !taken.equals(right))
                    .ifPresent(taken -> pairs.computeIfAbsent(
                                    new Pair(Objects.requireNonNull(right), taken), _ -> new ArrayList<>())
                            .add(one));
        }
        return pairs.entrySet().stream()
                .map(pair -> new Confusion(pair.getKey().right(), pair.getKey().taken(), List.copyOf(pair.getValue())))
                .sorted(Comparator.comparingInt(
                        confusion -> -confusion.utterances().size()))
                .toList();
    }

    /**
     * Utterances whose certainty is about the same, and how often they were right.
     *
     * @param certainty their mean, 0 to 1
     * @param right which share of them the likeliest topic was right for
     */
    public record Bin(int count, double certainty, double right) {}

    /** What is said with a certainty, and how often it is right: the reliability diagram of utterances that have a topic. */
    public List<Bin> reliability() {
        var bins = IntStream.range(0, BINS)
                .<List<Tried>>mapToObj(_ -> new ArrayList<>())
                .toList();
        tried.stream()
                .filter(one ->
                        one.right() != null && !one.understood().candidates().isEmpty())
                .forEach(one -> bins.get(Math.min(
                                BINS - 1, (int) (BINS * one.understood().certainty())))
                        .add(one));
        return bins.stream()
                .filter(bin -> !bin.isEmpty())
                .map(bin -> new Bin(
                        bin.size(),
                        bin.stream()
                                .mapToDouble(one -> one.understood().certainty())
                                .average()
                                .orElseThrow(),
                        bin.stream().filter(Trial::isLikeliest).count() / (double) bin.size()))
                .toList();
    }

    private static boolean isLikeliest(Tried one) {
        var right = one.right();
        return right != null && one.understood().candidates().getFirst().topic().equals(right.value());
    }

    /** The expected calibration error (Guo et al. 2017): how far certainty is from being right, on average; 0 for nothing tried. */
    public double calibrationError() {
        var bins = reliability();
        double count = bins.stream().mapToInt(Bin::count).sum();
        return bins.stream()
                .mapToDouble(bin -> bin.count() / count * Math.abs(bin.certainty() - bin.right()))
                .sum();
    }

    /** Which share of the utterances that have a topic have the right one as the likeliest; 0 where none has a topic. */
    public double accuracy() {
        var mine = tried.stream().filter(one -> one.right() != null).toList();
        return mine.isEmpty()
                ? 0
                : mine.stream()
                                .filter(one -> !one.understood().candidates().isEmpty())
                                .filter(Trial::isLikeliest)
                                .count()
                        / (double) mine.size();
    }

    /**
     * A share that was counted, with its interval of 95 % (Wilson 1927).
     *
     * @param of how many
     */
    public record CountedShare(double share, double least, double most, int of) {
        /** So many of so many; of none, anything may be. */
        public static CountedShare of(int count, int of) {
            if (of == 0) {
                return new CountedShare(0, 0, 1, 0);
            }
            double share = count / (double) of;
            double square = Z95 * Z95;
            double middle = (share + square / (2 * of)) / (1 + square / of);
            double half = Z95 / (1 + square / of) * Math.sqrt(share * (1 - share) / of + square / (4.0 * of * of));
            return new CountedShare(share, Math.max(0, middle - half), Math.min(1, middle + half), of);
        }
    }

    /** Which share the bot finishes by itself: answered rightly, and not handed over then. */
    public CountedShare finished(double limit, Predicate<TopicId> handsOver) {
        int finished = (int) tried.stream()
                .filter(one -> one.fate(limit) == Fate.ANSWERED)
                .filter(one -> {
                    var right = one.right();
                    return right != null && !handsOver.test(right);
                })
                .count();
        return CountedShare.of(finished, tried.size());
    }

    /**
     * An utterance that is understood otherwise than before.
     *
     * @param before its fate, and what took it
     */
    public record Flip(Tried before, Tried after) {}

    /** Which utterances flip from this trial to another of the same, in their order: other fate, or another topic answers. */
    public List<Flip> flips(Trial after, double limit) {
        record Key(String text, String language) {}
        var later = new LinkedHashMap<Key, Tried>();
        after.tried.forEach(one -> later.put(new Key(one.text(), one.language()), one));
        return tried.stream()
                .flatMap(before -> Optional.ofNullable(later.get(new Key(before.text(), before.language())))
                        .filter(now -> differs(before, now, limit))
                        .map(now -> new Flip(before, now))
                        .stream())
                .toList();
    }

    private static boolean differs(Tried before, Tried after, double limit) {
        return before.fate(limit) != after.fate(limit)
                || (before.understood().isAnswered(limit) && !before.taken().equals(after.taken()));
    }
}
