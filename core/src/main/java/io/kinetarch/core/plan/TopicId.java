package io.kinetarch.core.plan;

import java.text.Normalizer;
import java.util.Locale;
import java.util.function.Predicate;

/** Names a topic. */
public record TopicId(String value) implements ElementId {
    private static final int LONGEST_STEM = 50;

    public TopicId {
        Checks.id(value);
    }

    /** An id made from a name that is not taken yet: "Is it sailing?" becomes {@code is-it-sailing}, or {@code is-it-sailing-2}. */
    public static TopicId free(String name, Predicate<TopicId> taken) {
        String plain = Normalizer.normalize(name, Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-+", "");
        String cut = plain.substring(0, Math.min(LONGEST_STEM, plain.length())).replaceAll("-+$", "");
        String stem = cut.isEmpty() ? "topic" : cut;
        var id = new TopicId(stem);
        for (int number = 2; taken.test(id); number++) {
            id = new TopicId(stem + "-" + number);
        }
        return id;
    }
}
