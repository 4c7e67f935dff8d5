package io.kinetarch.server.door;

import io.kinetarch.core.plan.SpokenLanguage;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** The words on the controls of every door, which nobody has to write: "Send", "Please answer this." */
@Component
public class ControlWords {
    private static final List<String> SHIPPED = List.of("ar", "de", "en", "es", "fr", "it", "nl", "pl");
    /** Read where a language is not shipped. */
    private static final String OTHERWISE = "en";

    private final Map<String, Map<String, String>> byLanguage;

    ControlWords(JsonMapper json) {
        byLanguage = SHIPPED.stream()
                .collect(Collectors.toUnmodifiableMap(language -> language, language -> read(json, language)));
    }

    /** The words in a language, else in English. */
    public Map<String, String> in(String language) {
        var words = byLanguage.get(SpokenLanguage.primary(language));
        return words == null ? Objects.requireNonNull(byLanguage.get(OTHERWISE)) : words;
    }

    boolean has(String language) {
        return byLanguage.containsKey(SpokenLanguage.primary(language));
    }

    Set<String> languages() {
        return byLanguage.keySet();
    }

    private static Map<String, String> read(JsonMapper json, String language) {
        try (InputStream in = new ClassPathResource("door-words/" + language + ".json").getInputStream()) {
            return json.readValue(in, new TypeReference<LinkedHashMap<String, String>>() {});
        } catch (IOException e) {
            throw new UncheckedIOException("the words in " + language + " are not shipped", e);
        }
    }
}
