package io.kinetarch.core.plan;

import java.util.function.Predicate;

/** Names an operator. */
public record OperatorId(String value) implements ElementId {
    public OperatorId {
        Checks.id(value);
    }

    /** An id made from a name that is not taken yet: "Ana Müller" becomes {@code ana-muller}, or {@code ana-muller-2}. */
    public static OperatorId free(String name, Predicate<OperatorId> taken) {
        return IdOfName.free(name, "operator", OperatorId::new, taken);
    }
}
