package io.kinetarch.core.plan;

import java.util.Collections;
import java.util.EnumMap;
import java.util.Map;

/**
 * What visitors read, by place. Whoever has no text for a place falls back on the next wider: a door on its department, a
 * department on its plan.
 *
 * @param of texts by kind; kinds without a text are left out
 */
public record Texts(Map<TextKind, LocalText> of) {
    public static final Texts NONE = new Texts(Map.of());

    public Texts {
        var ordered = new EnumMap<TextKind, LocalText>(TextKind.class);
        of.forEach((kind, text) -> {
            if (!text.isEmpty()) {
                checkPlaceholders(kind, text);
                ordered.put(kind, text);
            }
        });
        of = Collections.unmodifiableMap(ordered);
    }

    /** The texts of a kind; none in any language where nobody wrote it. */
    public LocalText of(TextKind kind) {
        return of.getOrDefault(kind, LocalText.NONE);
    }

    private static void checkPlaceholders(TextKind kind, LocalText text) {
        text.in()
                .forEach((language, words) -> Placeholder.refusal(words, kind.placeholders())
                        .ifPresent(refusal -> {
                            throw new PlanRefusal("/" + kind + "/" + language, refusal);
                        }));
    }
}
