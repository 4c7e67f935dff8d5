package io.kinetarch.core.bot;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
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
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Which of a few languages a text is written in. */
final class WrittenLanguage {
    private static final long SEED = 5;
    /** Below it the text itself does not say. */
    private static final double SURE = 0.9;

    /** Of less the letters alone say too little: "ok" is written everywhere. */
    private static final int SHORTEST = 8;

    private static final int MOST_KEPT = 32;
    private static final LoadingCache<List<String>, LanguageDetector> DETECTORS =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build(WrittenLanguage::detector);

    private static final Set<String> TOLD =
            BuiltInLanguages.getLanguages().stream().map(LdLocale::getLanguage).collect(Collectors.toUnmodifiableSet());

    private WrittenLanguage() {}

    /** The language; none where the text does not say which of them it is. */
    static Optional<String> of(String text, List<String> among) {
        var told = among.stream()
                .filter(language -> TOLD.contains(base(language)))
                .sorted()
                .toList();
        if (told.size() < 2 || text.strip().length() < SHORTEST) {
            return Optional.empty();
        }
        return DETECTORS.get(told).getProbabilities(text).stream()
                .filter(found -> found.getProbability() >= SURE)
                .findFirst()
                .flatMap(found -> told.stream()
                        .filter(language -> locale(language).equals(found.getLocale()))
                        .findFirst());
    }

    private static LdLocale locale(String language) {
        return LdLocale.fromString(base(language));
    }

    private static String base(String language) {
        return Locale.forLanguageTag(language).getLanguage();
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
