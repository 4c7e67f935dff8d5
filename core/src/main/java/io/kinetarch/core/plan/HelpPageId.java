package io.kinetarch.core.plan;

import java.util.function.Predicate;

/** Names a help page. */
public record HelpPageId(String value) implements ElementId {
    public HelpPageId {
        Checks.id(value);
    }

    /** An id made from a title that is not taken yet. */
    public static HelpPageId free(String title, Predicate<HelpPageId> taken) {
        return IdOfName.free(title, "page", HelpPageId::new, taken);
    }
}
