package io.kinetarch.core.rehearsal;

import io.kinetarch.core.dispatch.Refusal;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Says why a script cannot be run: where, and what is wrong. */
public final class ScriptRefusal extends IllegalArgumentException {
    private final String pointer;
    private final transient @Nullable Refusal refusal;

    ScriptRefusal(String pointer, String message) {
        super(message);
        this.pointer = pointer;
        this.refusal = null;
    }

    /** A step that the dispatcher did not take. */
    ScriptRefusal(String pointer, Refusal refusal) {
        super(refusal.toString());
        this.pointer = pointer;
        this.refusal = refusal;
    }

    @Override
    public String getMessage() {
        return String.valueOf(super.getMessage());
    }

    /** JSON pointer of the culprit in the script. */
    public String pointer() {
        return pointer;
    }

    /** What the dispatcher said, where it was the one who refused. */
    public Optional<Refusal> refusal() {
        return Optional.ofNullable(refusal);
    }
}
