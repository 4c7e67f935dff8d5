package io.kinetarch.core.plan;

import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * A text in the languages that someone wrote it in.
 *
 * @param in by BCP 47 tag, in the order of the tags; empty where nobody wrote it
 */
public record LocalText(SortedMap<String, String> in) {
    public static final LocalText NONE = new LocalText(Collections.emptySortedMap());

    public LocalText {
        in.forEach((language, text) -> {
            Checks.language("/" + language, language);
            Checks.text(language, text);
        });
        in = Collections.unmodifiableSortedMap(new TreeMap<>(in));
    }

    /** A text in one language. */
    public static LocalText of(String language, String text) {
        return of(Map.of(language, text));
    }

    /** A text by BCP 47 tag. */
    public static LocalText of(Map<String, String> byLanguage) {
        return new LocalText(new TreeMap<>(byLanguage));
    }

    public boolean isEmpty() {
        return in.isEmpty();
    }

    /**
     * The text in a language: under its own tag, or under a wider one ({@code de} for {@code de-AT}), as RFC 4647 looks tags
     * up.
     */
    public Optional<String> in(String language) {
        for (String tag = language; !tag.isEmpty(); tag = tag.substring(0, Math.max(0, tag.lastIndexOf('-')))) {
            for (var entry : in.entrySet()) {
                if (entry.getKey().equalsIgnoreCase(tag)) {
                    return Optional.of(entry.getValue());
                }
            }
        }
        return Optional.empty();
    }

    /** The text in the first of some languages that has it; where none has, in any; empty only where nobody wrote it. */
    public String inFirstOf(List<String> languages) {
        return languages.stream()
                .map(this::in)
                .flatMap(Optional::stream)
                .findFirst()
                .orElseGet(() -> in.isEmpty() ? "" : in.get(in.firstKey()));
    }
}
