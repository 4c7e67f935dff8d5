package io.kinetarch.core.bot;

import io.kinetarch.core.plan.Courtesy;
import io.kinetarch.core.plan.LocalText;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Properties;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** What ships with the product for what is about nothing: how visitors say it, and what a bot says to it. */
final class Courtesies {
    /** Before the name of a courtesy, where topics are told apart: no id of a topic has it. */
    private static final String MARK = "~";
    /** The wish for a person, which no bot answers. */
    private static final String PERSON = "person";

    private static final List<String> LANGUAGES = List.of("de", "en", "fr");
    private static final TreeMap<String, Properties> SHIPPED = LANGUAGES.stream()
            .collect(Collectors.toMap(Function.identity(), Courtesies::read, (a, _) -> a, TreeMap::new));

    private Courtesies() {}

    private static Properties read(String language) {
        String name = "courtesies-" + language + ".properties";
        var read = new Properties();
        try (var reader = new InputStreamReader(
                Objects.requireNonNull(Courtesies.class.getResourceAsStream(name), name), StandardCharsets.UTF_8)) {
            read.load(reader);
        } catch (IOException e) {
            throw new UncheckedIOException(e); // they stand beside the class
        }
        return read;
    }

    /** How visitors say it in a language; none in one that nothing ships for. */
    static Stream<Phrase> phrases(String language) {
        var shipped = SHIPPED.get(Locale.forLanguageTag(language).getLanguage());
        return shipped == null
                ? Stream.empty()
                : Stream.concat(Arrays.stream(Courtesy.values()).map(Courtesies::key), Stream.of(PERSON))
                        .flatMap(key -> list(shipped, key + ".phrases").map(phrase -> new Phrase(MARK + key, phrase)));
    }

    private static Stream<String> list(Properties shipped, String key) {
        return Arrays.stream(shipped.getProperty(key).split(";", -1)).map(String::strip);
    }

    /** Words for a person, and for wishing for one; none in a language that nothing ships for. */
    static List<String> personWords(String language) {
        return ofPerson(language, ".words");
    }

    static List<String> personWishes(String language) {
        return ofPerson(language, ".wishes");
    }

    private static List<String> ofPerson(String language, String which) {
        var shipped = SHIPPED.get(Locale.forLanguageTag(language).getLanguage());
        return shipped == null ? List.of() : list(shipped, PERSON + which).toList();
    }

    /** Whether what was understood is no topic. */
    static boolean isNone(String understood) {
        return understood.startsWith(MARK);
    }

    static boolean isPerson(@Nullable String understood) {
        return (MARK + PERSON).equals(understood);
    }

    /** The courtesy that was understood; none where a topic was. */
    static Optional<Courtesy> understood(String topic) {
        return Arrays.stream(Courtesy.values())
                .filter(courtesy -> topic.equals(MARK + key(courtesy)))
                .findFirst();
    }

    static LocalText said(Courtesy courtesy) {
        return text(key(courtesy) + ".said");
    }

    /** To a visitor whose chat comes back from people. */
    static LocalText back() {
        return text("back");
    }

    static LocalText notUnderstood(boolean again) {
        return text(again ? "not-understood-again" : "not-understood");
    }

    private static LocalText text(String key) {
        var byLanguage = new TreeMap<String, String>();
        SHIPPED.forEach((language, shipped) -> byLanguage.put(language, shipped.getProperty(key)));
        return LocalText.of(byLanguage);
    }

    private static String key(Courtesy courtesy) {
        return courtesy.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
