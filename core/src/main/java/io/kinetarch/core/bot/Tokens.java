package io.kinetarch.core.bot;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.apache.lucene.analysis.Analyzer;
import org.apache.lucene.analysis.LowerCaseFilter;
import org.apache.lucene.analysis.TokenStream;
import org.apache.lucene.analysis.de.GermanAnalyzer;
import org.apache.lucene.analysis.de.GermanLightStemFilter;
import org.apache.lucene.analysis.de.GermanNormalizationFilter;
import org.apache.lucene.analysis.en.EnglishAnalyzer;
import org.apache.lucene.analysis.en.PorterStemFilter;
import org.apache.lucene.analysis.es.SpanishAnalyzer;
import org.apache.lucene.analysis.es.SpanishLightStemFilter;
import org.apache.lucene.analysis.fr.FrenchAnalyzer;
import org.apache.lucene.analysis.fr.FrenchLightStemFilter;
import org.apache.lucene.analysis.it.ItalianAnalyzer;
import org.apache.lucene.analysis.it.ItalianLightStemFilter;
import org.apache.lucene.analysis.miscellaneous.ASCIIFoldingFilter;
import org.apache.lucene.analysis.pt.PortugueseAnalyzer;
import org.apache.lucene.analysis.pt.PortugueseLightStemFilter;
import org.apache.lucene.analysis.standard.StandardTokenizer;
import org.apache.lucene.analysis.sv.SwedishAnalyzer;
import org.apache.lucene.analysis.sv.SwedishLightStemFilter;
import org.apache.lucene.analysis.tokenattributes.CharTermAttribute;
import org.apache.lucene.analysis.util.ElisionFilter;

/**
 * Cuts texts into words as search engines do, so that letter case, accents and, in German, ae for ä do not matter. Words of languages
 * that have no stemmer here are their own stems.
 */
final class Tokens {
    private static final Map<String, Analyzer> WORDS = new ConcurrentHashMap<>();
    private static final Map<String, Analyzer> STEMS = new ConcurrentHashMap<>();

    private static final Map<String, Set<String>> IDLE = new ConcurrentHashMap<>();
    /** Lucene's English list has articles and little else; the others have pronouns and auxiliaries too. */
    private static final Set<String> MORE_ENGLISH = Set.of(
            "i", "me", "my", "we", "our", "you", "your", "he", "she", "him", "her", "its", "them", "what", "which",
            "who", "how", "when", "where", "why", "am", "can", "could", "do", "does", "did", "have", "has", "had",
            "would", "should", "may", "please", "from", "about", "so", "than", "too", "very", "just", "there", "here",
            "get", "any", "some");

    private static final Set<String> STEMMED = Set.of("de", "en", "es", "fr", "it", "pt", "sv");

    private Tokens() {}

    /** The words of a text, folded. */
    static List<String> words(String text, String language) {
        return read(WORDS.computeIfAbsent(base(language), base -> analyzer(base, false)), text);
    }

    /** The same words without their endings. */
    static List<String> stems(String text, String language) {
        return read(STEMS.computeIfAbsent(base(language), base -> analyzer(base, true)), text);
    }

    /** The stems of a text without the words that say nothing by themselves, such as "the" and "how". */
    static List<String> content(String text, String language) {
        var idle = IDLE.computeIfAbsent(base(language), Tokens::idle);
        var words = words(text, language);
        var stems = stems(text, language);
        // Both are cut by the same rules, a stem for each word.
        return IntStream.range(0, words.size())
                .filter(i -> !idle.contains(words.get(i)))
                .mapToObj(stems::get)
                .toList();
    }

    private static Set<String> idle(String language) {
        var lists = switch (language) {
            case "en" -> Stream.of(EnglishAnalyzer.getDefaultStopSet(), MORE_ENGLISH);
            case "de" -> Stream.of(GermanAnalyzer.getDefaultStopSet());
            case "fr" -> Stream.of(FrenchAnalyzer.getDefaultStopSet());
            case "es" -> Stream.of(SpanishAnalyzer.getDefaultStopSet());
            case "it" -> Stream.of(ItalianAnalyzer.getDefaultStopSet());
            case "pt" -> Stream.of(PortugueseAnalyzer.getDefaultStopSet());
            case "sv" -> Stream.of(SwedishAnalyzer.getDefaultStopSet());
            default -> Stream.<Set<?>>of();
        };
        return lists.flatMap(Set::stream)
                .map(word -> word instanceof char[] letters ? new String(letters) : word.toString())
                .flatMap(word -> words(word, language).stream())
                .collect(Collectors.toSet());
    }

    /** All languages without a stemmer are cut alike. */
    private static String base(String language) {
        String base = Locale.forLanguageTag(language).getLanguage();
        return STEMMED.contains(base) ? base : "";
    }

    private static List<String> read(Analyzer analyzer, String text) {
        var found = new ArrayList<String>();
        try (var stream = analyzer.tokenStream("", text)) {
            var term = stream.addAttribute(CharTermAttribute.class);
            stream.reset();
            while (stream.incrementToken()) {
                found.add(term.toString());
            }
            stream.end();
        } catch (IOException e) {
            throw new UncheckedIOException(e); // reads from memory
        }
        return found;
    }

    private static Analyzer analyzer(String language, boolean stemmed) {
        return new Analyzer() {
            @Override
            protected TokenStreamComponents createComponents(String field) {
                var source = new StandardTokenizer();
                var words = language.equals("fr") ? new ElisionFilter(source, FrenchAnalyzer.DEFAULT_ARTICLES) : source;
                TokenStream lower = new LowerCaseFilter(words);
                var plain = language.equals("de") ? new GermanNormalizationFilter(lower) : lower;
                return new TokenStreamComponents(
                        source, new ASCIIFoldingFilter(stemmed ? stemmed(plain, language) : plain));
            }
        };
    }

    private static TokenStream stemmed(TokenStream words, String language) {
        return switch (language) {
            case "en" -> new PorterStemFilter(words);
            case "de" -> new GermanLightStemFilter(words);
            case "fr" -> new FrenchLightStemFilter(words);
            case "es" -> new SpanishLightStemFilter(words);
            case "it" -> new ItalianLightStemFilter(words);
            case "pt" -> new PortugueseLightStemFilter(words);
            case "sv" -> new SwedishLightStemFilter(words);
            default -> words;
        };
    }
}
