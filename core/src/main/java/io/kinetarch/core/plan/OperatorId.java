package io.kinetarch.core.plan;

import java.text.Normalizer;
import java.util.Locale;
import java.util.function.Predicate;

/** Names an operator. */
public record OperatorId(String value) implements ElementId {
    private static final int LONGEST_STEM = 50;

    public OperatorId {
        Checks.id(value);
    }

    /** An id made from a name that is not taken yet: "Ana Müller" becomes {@code ana-muller}, or {@code ana-muller-2}. */
    public static OperatorId free(String name, Predicate<OperatorId> taken) {
        String plain = Normalizer.normalize(name, Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-+", "");
        String cut = plain.substring(0, Math.min(LONGEST_STEM, plain.length())).replaceAll("-+$", "");
        String stem = cut.isEmpty() ? "operator" : cut;
        var id = new OperatorId(stem);
        for (int number = 2; taken.test(id); number++) {
            id = new OperatorId(stem + "-" + number);
        }
        return id;
    }
}
