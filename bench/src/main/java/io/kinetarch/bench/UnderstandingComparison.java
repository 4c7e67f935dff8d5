package io.kinetarch.bench;

import de.bwaldvogel.liblinear.Feature;
import de.bwaldvogel.liblinear.FeatureNode;
import de.bwaldvogel.liblinear.Linear;
import de.bwaldvogel.liblinear.Model;
import de.bwaldvogel.liblinear.Parameter;
import de.bwaldvogel.liblinear.Problem;
import de.bwaldvogel.liblinear.SolverType;
import io.kinetarch.core.bot.Meaning;
import io.kinetarch.core.bot.Phrase;
import io.kinetarch.core.bot.SentenceEmbeddings;
import io.kinetarch.core.bot.Trial;
import io.kinetarch.core.bot.Tried;
import io.kinetarch.core.bot.Understanding;
import io.kinetarch.core.bot.Understood;
import io.kinetarch.core.bot.Understood.Candidate;
import io.kinetarch.core.plan.TopicId;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.IntStream;

/**
 * Ways to understand, on open data that nobody wrote for it: one-line descriptions of Debian's packages in three languages, by section. Prints
 * for each way how many are right by language, how far certainty is off, how many of no section are refused where 5 % of the others are, and
 * what learning a language and answering a text take.
 */
public final class UnderstandingComparison {
    private static final List<String> COLUMNS = List.of("kind", "section", "package", "en", "de", "fr");
    private static final List<String> LANGUAGES = List.of("en", "de", "fr");
    private static final Pattern BETWEEN_WORDS = Pattern.compile("[^\\p{L}\\p{N}]+");
    private static final int SHORTEST_RUN = 3;
    private static final int LONGEST_RUN = 5;
    private static final double COST = 10;
    private static final double PRECISION = 0.01;

    private UnderstandingComparison() {}

    /** A way to understand: learns phrases of a language, and gives what understands its texts. */
    private interface Way {
        Function<String, Understood> learn(String language, List<Phrase> phrases);
    }

    /**
     * Runs.
     *
     * @param arguments none
     */
    public static void main(String[] arguments) throws IOException {
        var network = new SentenceEmbeddings();
        network.of("the first sentence takes longer");
        System.out.printf(
                "%-36s %5s %5s %5s  %6s  %8s  %9s  %7s%n",
                "", "en", "de", "fr", "off by", "refused", "learned", "answer");
        compare("LIBLINEAR, runs of letters and words", UnderstandingComparison::linear);
        compare("nearest mean of embeddings", (language, phrases) -> nearestMean(network, language, phrases));
        compare("ours, by words", (language, phrases) -> ours(language, phrases, Meaning.UNKNOWN));
        compare("ours, by words and meaning", (language, phrases) -> ours(language, phrases, network));
    }

    private static Function<String, Understood> ours(String language, List<Phrase> phrases, Meaning meaning) {
        var learned = Understanding.of(Map.of(language, phrases), meaning);
        return text -> learned.understand(text, language);
    }

    private static void compare(String name, Way way) throws IOException {
        var all = new ArrayList<Tried>();
        var right = new StringBuilder();
        int refused = 0;
        int strangers = 0;
        long learning = 0;
        long answering = 0;
        for (String language : LANGUAGES) {
            var phrases = read("learn", language);
            long begun = System.nanoTime();
            var learned = way.learn(language, phrases);
            long taught = System.nanoTime();
            var tried = read("try", language).stream()
                    .map(one -> new Tried(one.text(), language, new TopicId(one.topic()), learned.apply(one.text())))
                    .toList();
            answering += System.nanoTime() - taught;
            learning += taught - begun;
            right.append(String.format(Locale.ROOT, " %5.3f", new Trial(tried).accuracy()));
            double[] certainties = tried.stream()
                    .mapToDouble(one -> one.understood().certainty())
                    .sorted()
                    .toArray();
            double limit = certainties[certainties.length / 20];
            var none = read("none", language);
            strangers += none.size();
            refused += (int) none.stream()
                    .filter(one -> learned.apply(one.text()).certainty() < limit)
                    .count();
            all.addAll(tried);
        }
        System.out.printf(
                Locale.ROOT,
                "%-36s%s  %6.3f  %3d of %d  %6d ms  %4.2f ms%n",
                name,
                right,
                new Trial(all).calibrationError(),
                refused,
                strangers,
                learning / LANGUAGES.size() / 1_000_000,
                answering / 1e6 / all.size());
    }

    private static List<Phrase> read(String kind, String language) throws IOException {
        try (var file =
                Objects.requireNonNull(UnderstandingComparison.class.getResourceAsStream("/bot/debian-sections.tsv"))) {
            return new String(file.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(line -> line.startsWith(kind + "\t"))
                    .map(line -> line.split("\t", -1))
                    .map(row -> new Phrase(row[COLUMNS.indexOf("section")], row[COLUMNS.indexOf(language)]))
                    .toList();
        }
    }

    /** Logistic regression of each section against the others, on term weights of words and runs of three to five letters. */
    private static Function<String, Understood> linear(String language, List<Phrase> phrases) {
        var topics = phrases.stream().map(Phrase::topic).distinct().sorted().toList();
        var places = new HashMap<String, Integer>();
        var occurs = new HashMap<String, Integer>();
        phrases.forEach(phrase -> counts(phrase.text(), language).keySet().forEach(feature -> {
            places.putIfAbsent(feature, places.size() + 1);
            occurs.merge(feature, 1, Integer::sum);
        }));
        Function<String, Feature[]> vector = text -> vector(counts(text, language), places, occurs, phrases.size());
        var problem = new Problem();
        problem.l = phrases.size();
        problem.n = places.size();
        problem.x = phrases.stream().map(phrase -> vector.apply(phrase.text())).toArray(Feature[][]::new);
        problem.y = phrases.stream()
                .mapToDouble(phrase -> topics.indexOf(phrase.topic()))
                .toArray();
        Linear.disableDebugOutput();
        Model model = Linear.train(problem, new Parameter(SolverType.L2R_LR, COST, PRECISION));
        return text -> {
            double[] shares = new double[topics.size()];
            Linear.predictProbability(model, vector.apply(text), shares);
            var candidates = IntStream.range(0, shares.length)
                    .mapToObj(i -> new Candidate(topics.get(model.getLabels()[i]), shares[i]))
                    .sorted(Comparator.comparingDouble(Candidate::certainty).reversed())
                    .toList();
            return understood(language, candidates);
        };
    }

    private static Understood understood(String language, List<Candidate> candidates) {
        var best = candidates.getFirst();
        return new Understood(language, best.topic(), best.certainty(), candidates, 0);
    }

    private static Map<String, Integer> counts(String text, String language) {
        var counts = new TreeMap<String, Integer>();
        for (String word : BETWEEN_WORDS
                .splitAsStream(text.toLowerCase(Locale.forLanguageTag(language)))
                .toList()) {
            counts.merge(word, 1, Integer::sum);
            String edged = "_" + word + "_";
            for (int length = SHORTEST_RUN; length <= LONGEST_RUN; length++) {
                for (int at = 0; at + length <= edged.length(); at++) {
                    counts.merge("~" + edged.substring(at, at + length), 1, Integer::sum);
                }
            }
        }
        return counts;
    }

    private static Feature[] vector(
            Map<String, Integer> counts, Map<String, Integer> places, Map<String, Integer> occurs, int phrases) {
        record Weighed(int place, double weight) {}
        var weighed = counts.entrySet().stream()
                .filter(entry -> places.containsKey(entry.getKey()))
                .map(entry -> new Weighed(
                        Objects.requireNonNull(places.get(entry.getKey())),
                        (1 + Math.log(entry.getValue()))
                                * Math.log((1.0 + phrases) / Objects.requireNonNull(occurs.get(entry.getKey())))))
                .sorted(Comparator.comparingInt(Weighed::place))
                .toList();
        double length = Math.sqrt(
                weighed.stream().mapToDouble(one -> one.weight() * one.weight()).sum());
        return weighed.stream()
                .map(one -> new FeatureNode(one.place(), one.weight() / length))
                .toArray(Feature[]::new);
    }

    /** The section whose mean is nearest; its certainty is the cosine, which is no probability. */
    private static Function<String, Understood> nearestMean(Meaning meaning, String language, List<Phrase> phrases) {
        var means = new TreeMap<String, double[]>();
        phrases.forEach(phrase -> {
            float[] direction = meaning.of(phrase.text());
            double[] sum = means.computeIfAbsent(phrase.topic(), _ -> new double[direction.length]);
            Arrays.setAll(sum, k -> sum[k] + direction[k]);
        });
        return text -> {
            float[] direction = meaning.of(text);
            return understood(
                    language,
                    means.entrySet().stream()
                            .map(entry -> new Candidate(entry.getKey(), cosine(direction, entry.getValue())))
                            .sorted(Comparator.comparingDouble(Candidate::certainty)
                                    .reversed())
                            .toList());
        };
    }

    private static double cosine(float[] direction, double[] sum) {
        double product = 0;
        double square = 0;
        for (int k = 0; k < sum.length; k++) {
            product += direction[k] * sum[k];
            square += sum[k] * sum[k];
        }
        return Math.max(0, product / Math.sqrt(square));
    }
}
