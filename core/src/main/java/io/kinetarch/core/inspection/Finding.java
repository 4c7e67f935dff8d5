package io.kinetarch.core.inspection;

import io.kinetarch.core.plan.ElementId;
import io.kinetarch.core.plan.PlanEdit;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Something the plan check found.
 *
 * @param about the element whose setting would change it
 * @param words what is wrong, with the facts
 * @param mend what would help
 * @param offered a mend that the plan check can make by itself; none where people have to choose
 * @param acceptedBecause why someone decided to live with it; null where nobody did
 */
public record Finding(
        Severity severity,
        ElementId about,
        String words,
        String mend,
        Optional<Mend> offered,
        @Nullable String acceptedBecause) {

    /** How much a finding matters. */
    public enum Severity {
        /** The plan cannot go live. */
        BLOCKS,
        /** The plan works, but not as its maker will want. */
        WARNS,
        /** Worth knowing. */
        NOTES
    }

    /**
     * A change of the plan that makes a finding go away.
     *
     * @param label what it does, as an order: "Remove it"
     */
    public record Mend(String label, List<PlanEdit> edits) {
        public Mend {
            edits = List.copyOf(edits);
        }
    }

    static Finding of(Severity severity, ElementId about, String words, String mend) {
        return new Finding(severity, about, words, mend, Optional.empty(), null);
    }

    Finding offering(String label, PlanEdit... edits) {
        return offering(label, List.of(edits));
    }

    Finding offering(String label, List<PlanEdit> edits) {
        return new Finding(severity, about, words, mend, Optional.of(new Mend(label, edits)), acceptedBecause);
    }

    /** Whether this is quiet: what blocks never is. */
    public boolean isAccepted() {
        return acceptedBecause != null && severity != Severity.BLOCKS;
    }

    Finding accepted(String because) {
        return new Finding(severity, about, words, mend, offered, because);
    }
}
