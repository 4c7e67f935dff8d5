package io.kinetarch.core.plan;

import java.util.function.Predicate;

/** Names a topic. */
public record TopicId(String value) implements ElementId {
    public TopicId {
        Checks.id(value);
    }

    /** An id made from a name that is not taken yet: "Is it sailing?" becomes {@code is-it-sailing}, or {@code is-it-sailing-2}. */
    public static TopicId free(String name, Predicate<TopicId> taken) {
        return IdOfName.free(name, "topic", TopicId::new, taken);
    }
}
