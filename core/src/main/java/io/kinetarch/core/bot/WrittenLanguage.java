package io.kinetarch.core.bot;

import com.optimaize.langdetect.LanguageDetector;
import com.optimaize.langdetect.LanguageDetectorBuilder;
import com.optimaize.langdetect.i18n.LdLocale;
import com.optimaize.langdetect.ngram.NgramExtractors;
import com.optimaize.langdetect.profiles.BuiltInLanguages;
import com.optimaize.langdetect.profiles.LanguageProfileReader;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** Which of a few languages a text is written in. */
final class WrittenLanguage {
    private static final long SEED = 5;
    /** Below it the text itself does not say. */
    private static final double SURE = 0.9;

    /** Of less the letters alone say too little: "ok" is written everywhere. */
    private static final int SHORTEST = 8;

    private static final Map<List<String>, LanguageDetector> DETECTORS = new ConcurrentHashMap<>();

    private WrittenLanguage() {}

    /** The language; none where the text does not say which of them it is. */
    static Optional<String> of(String text, List<String> among) {
        var told = among.stream()
                .filter(language -> BuiltInLanguages.getLanguages().contains(locale(language)))
                .sorted()
                .toList();
        if (told.size() < 2 || text.strip().length() < SHORTEST) {
            return Optional.empty();
        }
        return DETECTORS.computeIfAbsent(told, WrittenLanguage::detector).getProbabilities(text).stream()
                .filter(found -> found.getProbability() >= SURE)
                .findFirst()
                .flatMap(found -> told.stream()
                        .filter(language -> locale(language).equals(found.getLocale()))
                        .findFirst());
    }

    private static LdLocale locale(String language) {
        return LdLocale.fromString(Locale.forLanguageTag(language).getLanguage());
    }

    private static LanguageDetector detector(List<String> languages) {
        try {
            return LanguageDetectorBuilder.create(NgramExtractors.standard())
                    .shortTextAlgorithm(0)
                    .seed(SEED)
                    .withProfiles(new LanguageProfileReader()
                            .readBuiltIn(languages.stream()
                                    .map(WrittenLanguage::locale)
                                    .distinct()
                                    .toList()))
                    .build();
        } catch (IOException e) {
            throw new UncheckedIOException(e); // they stand in the library
        }
    }
}
